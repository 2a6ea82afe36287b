import { z } from 'zod'
import { idSchema, lineSchema } from './common'

export const rolesOfAccounts = ['owner', 'practitioner', 'assistant'] as const
export type Role = (typeof rolesOfAccounts)[number]
export const emailSchema = z
  .string()
  .trim()
  .toLowerCase()
  .pipe(z.email('This is not an e-mail address.').max(200, 'At most 200 letters.'))
export const passwordSchema = z
  .string()
  .min(12, 'A password has at least 12 letters.')
  .max(200, 'At most 200 letters.')
/** Six digits of the second factor, or one of the codes that stand in for it. */
export const factorCodeSchema = z
  .string()
  .trim()
  .min(6, 'The code is too short.')
  .max(40, 'The code is too long.')

export const signInSchema = z.object({
  email: emailSchema,
  password: z.string().min(1, 'The password is missing.').max(200),
  /** asked for where the account has a second factor */
  code: factorCodeSchema.optional(),
})

export const accountSchema = z.object({
  id: idSchema,
  name: z.string(),
  email: z.string(),
  role: z.enum(rolesOfAccounts),
})
export type Account = z.infer<typeof accountSchema>

/** `csrf` is sent back in the header x-sturvo-csrf with every write. */
export const sessionSchema = z.object({
  account: accountSchema,
  csrf: z.string(),
  practiceName: z.string(),
  isDemo: z.boolean(),
  /** the practice asks for a second factor, and this account has none yet: nothing else is open */
  needsFactor: z.boolean().default(false),
})
export type Session = z.infer<typeof sessionSchema>

/** Before sign-in: whether this is the demo, and whether the owner is still to be created. */
export const frontDoorSchema = z.object({
  isDemo: z.boolean(),
  hasOwner: z.boolean(),
  practiceName: z.string(),
})
export type FrontDoor = z.infer<typeof frontDoorSchema>

export const firstOwnerSchema = z.object({
  /** printed in the terminal of whoever started Sturvo: only they may become the owner */
  code: z.string().trim().min(1, 'The code is missing.').max(40),
  practiceName: lineSchema.pipe(z.string().min(1, 'The practice needs a name.').max(120)),
  name: lineSchema.pipe(z.string().min(1, 'Your name is missing.').max(120)),
  email: emailSchema,
  password: passwordSchema,
})
export const newAccountSchema = z.object({
  name: lineSchema.pipe(z.string().min(1, 'The name is missing.').max(120)),
  email: emailSchema,
  role: z.enum(rolesOfAccounts),
  password: passwordSchema,
})
