import type { Request } from 'express'
import { z } from 'zod'
import { fault } from '../http/faults'

/** Sizes a plan is printed on, by the names the printing library has for them. */
export const paperName = { a4: 'A4', letter: 'LETTER' } as const
export type PlanPaper = keyof typeof paperName
export const planPaperSchema = z.enum(Object.keys(paperName) as [PlanPaper, ...PlanPaper[]])

/** The paper a request asks for, A4 where it asks for none. @throws Fault 400 for any other */
export function paperOf<T>(request: Request, schema: z.ZodType<T>): T {
  const paper = schema.safeParse(request.query.paper ?? 'a4')
  if (!paper.success) throw fault('badPaper', 'paper')
  return paper.data
}
