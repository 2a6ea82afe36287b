import { z } from 'zod'
import { factorRules } from './access'
import { longTextSchema, shortTextSchema } from './common'
import { referenceTable, type ReferenceId } from '@sturvo/core/reference'
import { archSupportViews } from '@sturvo/core/deformity'
import { shoePriorities } from '@sturvo/core/fit'
import { orthosisSources } from '@sturvo/core/support'
import { errorKindIds, trialUses } from '@sturvo/core/measures'
import { defaultSettings, licences, pressureTrialUses, type PracticeSettings } from '@sturvo/core/reading'
import { ownDrillSchema } from './ownDrills'

export const settingsSchema = z.object({
  loadTarget: z.enum(['heelHalf', 'equalThirds']),
  tripodPoints: z.enum(['heads', 'pads']),
  plantarFascia: z.enum(['strengthen', 'lengthen']),
  toeCurl: z.enum(['pointedOnly', 'allowed', 'avoided']),
  hipDrills: z.enum(['always', 'whenKneeIn']),
  pressureTools: z.enum(['softOnly', 'firmAllowed']),
  correction: z.enum(['wholeChain', 'localFirst']),
  barefoot: z.enum(['gradual', 'cautious', 'most']),
  bigToeGoal: z.enum(['sixty', 'sixtyFive']),
  precision: z.enum(['limits', 'symmetry']),
  matTrials: z.enum(pressureTrialUses),
  pronation: z.enum(['bothWays', 'limit']),
  archSupport: z.enum(archSupportViews),
  licence: z.enum(licences),
  shoePriority: z.enum(shoePriorities),
  deviceSource: z.enum(orthosisSources),
}) satisfies z.ZodType<PracticeSettings>

/** Which of several trials counts, by kind of measure; what is left out follows the measure. */
export const trialUsesSchema = z.partialRecord(z.enum(errorKindIds), z.enum(trialUses))

const referenceIds = Object.keys(referenceTable) as [ReferenceId, ...ReferenceId[]]
const referenceValue = z.number({ error: 'A reference value is a number.' }).min(-1000).max(100_000)
export const referencesSchema = z.partialRecord(z.enum(referenceIds), referenceValue)
/** A change of the table: a number sets, null goes back to the value as it ships. */
export const referenceChangesSchema = z.partialRecord(z.enum(referenceIds), referenceValue.nullable())
export type ReferenceChanges = z.infer<typeof referenceChangesSchema>

/** The practice's own values after a change; a value equal to the shipped one is not kept. */
export function changedReferences(
  own: Partial<Record<ReferenceId, number>>,
  changes: ReferenceChanges,
): Partial<Record<ReferenceId, number>> {
  const merged = { ...own, ...changes }
  return Object.fromEntries(
    Object.entries(merged).filter(
      ([id, value]) => value !== null && value !== referenceTable[id as ReferenceId].value,
    ),
  )
}

export const practiceSchema = z.object({
  name: z.string(),
  place: z.string(),
  settings: settingsSchema,
  references: referencesSchema,
  /** counts up with every change of the values; 0 as they ship */
  referencesVersion: z.number().int().default(0),
  trialUses: trialUsesSchema.default({}),
  /** drills the practice made itself, retired ones too */
  drills: z.array(ownDrillSchema).default([]),
  /** whom a client calls */
  phone: z.string().default(''),
  /** what the client's page says for an emergency */
  emergency: z.string().default(''),
  factorRule: z.enum(factorRules).default('choice'),
  /** years after the last visit for which records are kept; null where nobody has said */
  retentionYears: z.number().int().nullable().default(null),
  consentText: z.string().default(''),
  version: z.number().int(),
})
export type Practice = z.infer<typeof practiceSchema>
export const practiceChangeSchema = z.object({
  settings: settingsSchema.partial().optional(),
  references: referenceChangesSchema.optional(),
  trialUses: trialUsesSchema.optional(),
  phone: shortTextSchema.optional(),
  emergency: shortTextSchema.optional(),
  factorRule: z.enum(factorRules).optional(),
  retentionYears: z
    .number()
    .int('Whole years.')
    .min(1, 'Records are kept for a year at least.')
    .max(100, 'At most 100 years.')
    .nullable()
    .optional(),
  consentText: longTextSchema.optional(),
})

/** One finding of one client that a change of the table would move. */
export const movedSchema = z.object({
  personId: z.string(),
  personName: z.string(),
  visitId: z.string(),
  startedOn: z.string(),
  before: z.string().optional(),
  after: z.string().optional(),
})
export type Moved = z.infer<typeof movedSchema>
export const previewSchema = z.object({ moved: z.array(movedSchema), visitsRead: z.number().int() })
export type ReferencePreview = z.infer<typeof previewSchema>
export { defaultSettings }
