import type { Handout, PlanSheet } from '@sturvo/pages/handout'
import type { KeptPlan } from '@sturvo/schema'
import { handoutPdf } from './handoutPdf'
import type { PlanPaper } from './papers'
import { planPdf } from './planPdf'

export type KeptPaperWish = { kind: 'handout' | 'sheet'; document: string; paper: PlanPaper }

/**
 * A paper of a kept plan, printed from what was decided. It was written by this program, whose types it has.
 * @returns undefined for a plan that was kept before there were papers, or where a moved version has none of this kind
 */
export async function keptPaper({ kind, document, paper }: KeptPaperWish): Promise<Buffer | undefined> {
  const { papers } = JSON.parse(document) as KeptPlan
  if (!papers?.[kind]) return undefined
  return kind === 'handout'
    ? handoutPdf(papers.handout as Handout, paper)
    : planPdf(papers.sheet as PlanSheet, paper)
}
