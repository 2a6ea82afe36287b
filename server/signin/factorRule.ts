import type { Role } from '@sturvo/schema'

/** Whether a practice asks a role for a second factor. */
export const isFactorWanted = (rule: string, role: Role): boolean =>
  rule === 'everybody' || (rule === 'owners' && role === 'owner')
