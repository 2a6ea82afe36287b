import { z } from 'zod'
import { referenceTable, type ReferenceId } from '@sturvo/core/reference'
import { defaultSettings, type PracticeSettings } from '@sturvo/core/reading'

export const settingsSchema = z.object({
  loadTarget: z.enum(['heelHalf', 'equalThirds']),
  tripodPoints: z.enum(['heads', 'pads']),
  plantarFascia: z.enum(['strengthen', 'lengthen']),
  toeCurl: z.enum(['pointedOnly', 'allowed', 'avoided']),
  hipDrills: z.enum(['always', 'whenKneeIn']),
  barefoot: z.enum(['gradual', 'cautious', 'most']),
  bigToeGoal: z.enum(['sixty', 'sixtyFive']),
  precision: z.enum(['limits', 'symmetry']),
}) satisfies z.ZodType<PracticeSettings>

const referenceIds = Object.keys(referenceTable) as ReferenceId[]
export const practiceSchema = z.object({
  name: z.string(),
  place: z.string(),
  settings: settingsSchema,
  references: z.partialRecord(z.enum(referenceIds as [ReferenceId, ...ReferenceId[]]), z.number()),
  version: z.number().int(),
})
export type Practice = z.infer<typeof practiceSchema>
export const practiceChangeSchema = z.object({ settings: settingsSchema.partial() })
export { defaultSettings }
