import type { Handout, PlanSheet } from '@sturvo/pages/handout'
import type { KeptPlan } from '@sturvo/schema'
import { handoutPdf } from './handoutPdf'
import type { PlanPaper } from './papers'
import { planPdf } from './planPdf'

export type KeptPaperWish = {
  kind: 'handout' | 'sheet'
  papers: NonNullable<KeptPlan['papers']>
  paper: PlanPaper
}

/** A paper of a kept plan, printed from what was decided. It was written by this program, whose types it has. */
export function keptPaper({ kind, papers, paper }: KeptPaperWish): Promise<Buffer> {
  return kind === 'handout'
    ? handoutPdf(papers.handout as Handout, paper)
    : planPdf(papers.sheet as PlanSheet, paper)
}
