import { z } from 'zod'
import { idSchema, lineSchema } from './common'
import { emailSchema, factorCodeSchema, passwordSchema, rolesOfAccounts } from './session'

export const factorRules = ['choice', 'owners', 'everybody'] as const
export type FactorRule = (typeof factorRules)[number]

/** A session: its id tells it apart and opens nothing. */
export const sessionLineSchema = z.object({
  id: z.string(),
  accountId: idSchema,
  /** browser and system in words */
  device: z.string(),
  address: z.string(),
  since: z.string(),
  lastSeen: z.string(),
  isThis: z.boolean(),
})
export type SessionLine = z.infer<typeof sessionLineSchema>

export const accountLineSchema = z.object({
  id: idSchema,
  name: z.string(),
  email: z.string(),
  role: z.enum(rolesOfAccounts),
  isDisabled: z.boolean(),
  hasFactor: z.boolean(),
  version: z.number().int(),
})
export type AccountLine = z.infer<typeof accountLineSchema>

export const inviteLineSchema = z.object({
  id: idSchema,
  name: z.string(),
  email: z.string(),
  role: z.enum(rolesOfAccounts),
  /** last moment it opens */
  until: z.string(),
  /** a new password for somebody who is here already */
  isReset: z.boolean(),
})
export type InviteLine = z.infer<typeof inviteLineSchema>

/** Who may sign in, who is asked in, and where anybody is signed in. */
export const accessSchema = z.object({
  accounts: z.array(accountLineSchema),
  invites: z.array(inviteLineSchema),
  sessions: z.array(sessionLineSchema),
  factorRule: z.enum(factorRules),
})
export type Access = z.infer<typeof accessSchema>

export const accountChangeSchema = z.object({
  role: z.enum(rolesOfAccounts).optional(),
  isDisabled: z.boolean().optional(),
  /** takes the second factor away: the telephone is lost */
  withoutFactor: z.literal(true).optional(),
})

/** Somebody new, or a new password for somebody who is here. */
export const newInviteSchema = z.union([
  z.object({
    name: lineSchema.pipe(z.string().min(1, 'The name is missing.').max(120)),
    email: emailSchema,
    role: z.enum(rolesOfAccounts),
  }),
  z.object({ accountId: idSchema }),
])
/** The address is told here and nowhere else. */
export const madeInviteSchema = inviteLineSchema.extend({ address: z.string() })
export type MadeInvite = z.infer<typeof madeInviteSchema>

/** What an open invitation says to whoever holds it. */
export const inviteSchema = z.object({
  name: z.string(),
  email: z.string(),
  role: z.enum(rolesOfAccounts),
  practiceName: z.string(),
  isReset: z.boolean(),
})
export type Invite = z.infer<typeof inviteSchema>
export const acceptInviteSchema = z.object({ password: passwordSchema })

/** One's own account. */
export const ownAccountSchema = z.object({
  hasFactor: z.boolean(),
  /** recovery codes that were not used yet */
  recoveryLeft: z.number().int(),
  /** the practice asks this role for one */
  isFactorWanted: z.boolean(),
  sessions: z.array(sessionLineSchema),
})
export type OwnAccount = z.infer<typeof ownAccountSchema>
export const newPasswordSchema = z.object({
  current: z.string().min(1, 'The password of now is missing.').max(200),
  password: passwordSchema,
})
/** The secret is told while it is being set up, and never again. */
export const factorBegunSchema = z.object({ secret: z.string(), address: z.string() })
export type FactorBegun = z.infer<typeof factorBegunSchema>
export const factorCodeBodySchema = z.object({ code: factorCodeSchema })
/** Setting up asks who it is: whoever finds an open screen puts no lock of theirs on it. */
export const beginFactorSchema = z.object({
  password: z.string().min(1, 'The password is missing.').max(200),
})
/** Each stands in for the second factor once; told here and nowhere else. */
export const recoveryCodesSchema = z.object({ codes: z.array(z.string()) })
export type RecoveryCodes = z.infer<typeof recoveryCodesSchema>
