import type { Handout, PlanSheet } from '@sturvo/pages/handout'
import type { KeptPlan } from '@sturvo/schema'
import type { Current } from '../inForce/planNow'
import { handoutPdf } from './handoutPdf'
import type { PlanPaper } from './papers'
import { planPdf } from './planPdf'

export type KeptPaperWish = {
  current: Current
  kind: 'handout' | 'sheet'
  document: string
  paper: PlanPaper
}

/**
 * A paper of a kept plan, printed from what was decided. It was written by this program, whose types it has.
 * @returns undefined for a plan that was kept before there were papers, or where a moved version has none of this kind
 */
export async function keptPaper({ kind, document, paper }: KeptPaperWish): Promise<Buffer | undefined> {
  const { papers, number } = JSON.parse(document) as KeptPlan
  if (!papers?.[kind]) return undefined
  // two sheets on a kitchen wall: which one counts stands on them
  const version = `plan version ${number}`
  if (kind === 'handout') {
    const handout = papers.handout as Handout
    return handoutPdf({ ...handout, on: `${handout.on} · ${version}` }, paper)
  }
  const sheet = papers.sheet as PlanSheet
  return planPdf({ ...sheet, head: [...sheet.head, version] }, paper)
}
