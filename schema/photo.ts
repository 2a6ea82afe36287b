import { z } from 'zod'
import { idSchema, numberIn, pointMmSchema, pointSchema } from './common'
import { photoScaleSchema } from './scale'

const mostTrials = 9
const mostOutlinePoints = 3000
const mostLandmarks = 40

/** One measured photo: the original, its scale and every trial of its landmarks, so that anyone can redo it. */
export const photoSchema = z.object({
  version: z.literal(1),
  pictureId: idSchema,
  scale: photoScaleSchema,
  /** corners found by themselves: how far their edges were off, px; left out where placed by hand */
  residualPx: numberIn(0, 100_000).optional(),
  trials: z
    .array(
      z
        .record(z.string().max(30), pointSchema)
        .refine((marks) => Object.keys(marks).length <= mostLandmarks, 'At most 40 points on a photo.'),
    )
    .max(mostTrials),
  /** traced from above, foot frame, mm */
  outlineFootMm: z.array(pointMmSchema).max(mostOutlinePoints).optional(),
})
export type PhotoOnMat = z.infer<typeof photoSchema>
