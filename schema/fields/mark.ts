import { z } from 'zod'
import { markKinds, markViews, painMoments } from '@sturvo/core/story'
import { shortTextSchema, sideSchema } from '../common'
import { listed } from './fieldKind'
import { number } from './limits'

export const markSchema = z.object({
  side: sideSchema,
  /**
   * Sole and top: across in ball widths from the axis, + medial; along in foot lengths from the heel. Inner and outer:
   * across is the height in foot lengths. Back and leg: across in widths from the middle, + medial; along is the height.
   */
  across: z.number().min(-1).max(1),
  along: z.number().min(-0.1).max(1.2),
  kind: z.enum(markKinds),
  /** marks of older visits lie on the sole */
  view: z.enum(markViews).optional(),
  worst: number(0, 10, 'Worst pain').int().optional(),
  when: z.array(z.enum(painMoments)).max(painMoments.length).optional(),
  since: shortTextSchema.optional(),
})
export type Mark = z.infer<typeof markSchema>

export const markKind = listed(markSchema)
