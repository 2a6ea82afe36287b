import { z } from 'zod'
import { idSchema, numberIn, pointMmSchema, pointSchema, sideSchema } from './common'
import { printScaleSchema } from './scale'

const mostMeasured = 1e6 // an area in mm² is the largest
const measuredSchema = z.object({
  value: numberIn(-mostMeasured, mostMeasured),
  error: numberIn(0, mostMeasured),
})

const areaSchema = numberIn(0, mostMeasured)

export const printWishesSchema = z.object({
  side: sideSchema.optional(),
  toes: z.enum(['auto', 'none']).optional(),
  thresholdNudge: z.number().min(-80).max(80).optional(),
  axis: z.object({ heelImagePx: pointSchema, toeImagePx: pointSchema }).optional(),
  toeLineFootMm: z.array(pointMmSchema).max(40).optional(),
  strokes: z
    .array(
      z.object({
        mode: z.enum(['add', 'erase']),
        radiusPx: z.number().positive().max(400),
        points: z.array(pointSchema).min(1).max(2000),
      }),
    )
    .max(400, 'At most 400 strokes on one print.')
    .optional(),
  nearImagePx: pointSchema.optional(),
})

/**
 * Version of the way from picture to measures. Kept with each print, so that an old one can be told from a new one
 * and read again.
 */
export const printPipelineVersion = 2

/** A footprint on the Mat: the picture, its scale, what was set by hand, and what was measured on it. */
export const printSchema = z.object({
  pictureId: idSchema,
  /** prints of before this was kept have none */
  pipeline: z.number().int().min(0).max(1000).optional(),
  scale: printScaleSchema,
  wishes: printWishesSchema,
  measures: z.object({
    lengthMm: measuredSchema,
    toelessLengthMm: measuredSchema,
    archIndex: measuredSchema,
    chippauxSmirakPct: measuredSchema,
    staheliIndex: measuredSchema,
    footprintAngleDeg: measuredSchema.optional(),
    printKind: z.enum(['interrupted', 'bridged', 'full']),
    toelessAreaMm2: measuredSchema,
    thirdsMm2: z.tuple([areaSchema, areaSchema, areaSchema]),
    ballWidthMm: numberIn(0, 1000),
    heelWidthMm: numberIn(0, 1000),
    sideFrom: z.enum(['told', 'shape']),
    toeLine: z.object({
      pointsFootMm: z.array(pointMmSchema).max(2000),
      from: z.enum(['found', 'partly', 'guessed', 'practitioner', 'none']),
    }),
    tangent: z
      .object({ heelFootMm: pointMmSchema, forefootFootMm: pointMmSchema, apexFootMm: pointMmSchema })
      .optional(),
    axis: z.object({ heelImagePx: pointSchema, toeImagePx: pointSchema }),
    ringsFootMm: z.array(z.array(pointMmSchema).max(2000)).max(60),
  }),
})
export type PrintOnMat = z.infer<typeof printSchema>

export const pictureSchema = z.object({
  id: idSchema,
  widthPx: z.number(),
  heightPx: z.number(),
  url: z.string(),
})
export type Picture = z.infer<typeof pictureSchema>
