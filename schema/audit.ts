import { z } from 'zod'

export const auditActions = [
  'saw',
  'changed',
  'printed',
  'exported',
  'shared',
  'imported',
  'deleted',
  'decided',
  'signedIn',
  'signedOut',
  /** a door that did not open: a wrong password, a part of the practice that is not theirs, too many requests */
  'refused',
  'access',
  'settings',
  'copied',
  'restored',
] as const
export type AuditAction = (typeof auditActions)[number]

/** Who was refused and is nobody who signed in. */
export const stranger = 'stranger'

/** One line of the audit: never a value of what was seen. */
export const auditLineSchema = z.object({
  number: z.number().int(),
  at: z.string(),
  /** id of the account, "link ID", "program" or "stranger" */
  actor: z.string(),
  /** the name that belongs to it today; empty for the program */
  by: z.string(),
  action: z.enum(auditActions),
  personId: z.string(),
  /** the name of the person, where the record is still there */
  person: z.string(),
  what: z.string(),
  origin: z.string(),
})
export type AuditLine = z.infer<typeof auditLineSchema>
export const auditPageSchema = z.object({
  lines: z.array(auditLineSchema),
  /** number to go on from, null at the end */
  next: z.number().int().nullable(),
  /** how many there are in all, and whether the newest ones hang together */
  count: z.number().int(),
  isWhole: z.boolean(),
})
export type AuditPage = z.infer<typeof auditPageSchema>
