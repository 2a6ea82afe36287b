import { z } from 'zod'
import {
  closures,
  groundProtections,
  heelCounters,
  insertKinds,
  shoeUses,
  sizeSystems,
  soleZones,
  supportFeatureIds,
  verdictChoices,
  wearActivities,
  wearSurfaces,
} from '@sturvo/core/footwear'
import { idSchema, lineSchema, monthSchema, numberIn } from '../common'
import { listed } from './fieldKind'
import { hours, mm, number, optional } from './limits'

const nudgeSchema = z.object({
  xMm: number(-60, 60, 'A shoe moved sideways'),
  yMm: number(-60, 60, 'A shoe moved along'),
  turnDeg: number(-30, 30, 'A turned shoe'),
})
// longer than any shoe: an inside a thousand times as large would take the fit with it
const mostInsoleMm = 500
const insolePointSchema = z.object({
  x: numberIn(-mostInsoleMm, mostInsoleMm),
  y: numberIn(-mostInsoleMm, mostInsoleMm),
})
export const insoleSchema = z.object({
  points: z
    .array(insolePointSchema)
    .min(8, 'An inside has at least 8 points.')
    .max(3000, 'At most 3,000 points.'),
  from: z.enum(['photo', 'file']),
})

export const shoeSchema = z.object({
  name: lineSchema.pipe(z.string().min(1, 'The shoe needs a name.').max(80, 'At most 80 letters.')),
  hoursPerWeek: optional(hours),
  stackHeelMm: optional(number(0, 120, 'The stack at the heel')),
  stackForefootMm: optional(number(0, 120, 'The stack at the forefoot')),
  weightG: optional(number(20, 3000, 'The weight')),
  bendStiffness: optional(number(0, 5, 'The bend')),
  twistStiffness: optional(number(0, 5, 'The twist')),
  supportFeatures: optional(number(0, 12, 'Support features').int()),
  innerWidthBallMm: optional(number(40, 170, 'The inner width at the ball')),
  innerWidthToesMm: optional(number(30, 170, 'The inner width at the toes')),
  use: optional(z.enum(shoeUses)),
  wear: optional(
    z
      .array(z.object({ activity: z.enum(wearActivities), surface: z.enum(wearSurfaces), hours: hours }))
      .max(20),
  ),
  size: optional(z.object({ system: z.enum(sizeSystems), value: number(0, 400, 'A size') })),
  sinceMonth: optional(monthSchema),
  toeSpringMm: mm(0, 60, 'The toe spring'),
  supports: optional(z.array(z.enum(supportFeatureIds)).max(supportFeatureIds.length)),
  innerLengthMm: mm(120, 380, 'The inner length'),
  innerWidthHeelMm: mm(25, 130, 'The inner width at the heel'),
  taperInnerDeg: optional(number(-20, 60, 'The inner taper')),
  taperOuterDeg: optional(number(-20, 60, 'The outer taper')),
  depthForefootMm: mm(10, 120, 'The depth at the forefoot'),
  depthArchMm: mm(20, 200, 'The depth at the arch'),
  depthHeelMm: mm(20, 300, 'The depth at the heel'),
  soleWidthMm: mm(30, 180, 'The width of the sole'),
  heelBaseWidthMm: mm(5, 150, 'The width of the heel base'),
  heelFlareMm: mm(0, 40, 'The flare'),
  closure: optional(z.enum(closures)),
  heelCounter: optional(z.enum(heelCounters)),
  groundProtection: optional(z.enum(groundProtections)),
  insert: optional(
    z.object({
      kind: z.enum(insertKinds),
      heelMm: mm(0, 40, 'The thickness'),
      archMm: mm(0, 50, 'The thickness'),
      forefootMm: mm(0, 30, 'The thickness'),
      since: monthSchema.optional(),
    }),
  ),
  wornZones: optional(z.array(z.enum(soleZones)).max(soleZones.length)),
  /** photo of the sole */
  soleId: optional(idSchema),
  insole: optional(insoleSchema),
  /** the photo the inside was traced on */
  insoleId: optional(idSchema),
  nudge: optional(z.object({ left: nudgeSchema.optional(), right: nudgeSchema.optional() })),
  ownVerdict: optional(
    z.object({
      choice: z.enum(verdictChoices),
      hoursPerWeek: optional(hours),
      note: z.string().trim().max(400, 'At most 400 letters.').optional(),
    }),
  ),
  isRetired: optional(z.boolean()),
  isGhost: optional(z.boolean()),
})
export type ShoeOnShelf = z.infer<typeof shoeSchema>

export const shoeKind = listed(shoeSchema)
