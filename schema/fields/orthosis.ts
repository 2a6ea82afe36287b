import { z } from 'zod'
import { orthosisKinds, orthosisReasons, volumeClasses } from '@sturvo/core/support'
import { lineSchema, monthSchema } from '../common'
import { listed } from './fieldKind'
import { mm, number, optional } from './limits'

export const orthosisSchema = z.object({
  kind: z.enum(orthosisKinds),
  volume: z.enum(volumeClasses),
  reason: z.enum(orthosisReasons),
  since: monthSchema.optional(),
  prescriber: lineSchema.pipe(z.string().max(80, 'At most 80 letters.')).optional(),
  heelMm: mm(0, 40, 'The thickness'),
  archMm: mm(0, 50, 'The thickness'),
  forefootMm: mm(0, 30, 'The thickness'),
  widthBallMm: mm(30, 140, 'The width'),
  widthHeelMm: mm(20, 110, 'The width'),
  hoursPerDay: optional(number(0, 24, 'Hours a day')),
})
export type WornOrthosis = z.infer<typeof orthosisSchema>

export const orthosisKind = listed(orthosisSchema)
