import { z } from 'zod'
import { sheetSizesMm } from '@sturvo/core/image'
import { idSchema, sideSchema } from './common'

const pointSchema = z.object({ x: z.number(), y: z.number() })
const measuredSchema = z.object({ value: z.number(), error: z.number().min(0) })
const sheetNames = Object.keys(sheetSizesMm) as (keyof typeof sheetSizesMm)[]

/** How the picture got its scale. Points in picture pixels, corners clockwise from the top left. */
export const printScaleSchema = z.discriminatedUnion('from', [
  z.object({ from: z.literal('given'), mmPerPx: z.number().positive('The scale must be above zero.') }),
  z.object({ from: z.literal('sheet'), sheet: z.enum(sheetNames), corners: z.array(pointSchema).length(4) }),
  z.object({
    from: z.literal('points'),
    a: pointSchema,
    b: pointSchema,
    distanceMm: z.number().positive('The distance must be above zero.'),
  }),
])
export type PrintScale = z.infer<typeof printScaleSchema>

export const printWishesSchema = z.object({
  side: sideSchema.optional(),
  toes: z.enum(['auto', 'none']).optional(),
  thresholdNudge: z.number().min(-80).max(80).optional(),
  axis: z.object({ heelImagePx: pointSchema, toeImagePx: pointSchema }).optional(),
  toeLineFootMm: z.array(pointSchema).max(40).optional(),
})

/** A footprint on the Mat: the picture, its scale, what was set by hand, and what was measured on it. */
export const printSchema = z.object({
  pictureId: idSchema,
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
    thirdsMm2: z.tuple([z.number(), z.number(), z.number()]),
    ballWidthMm: z.number(),
    heelWidthMm: z.number(),
    sideFrom: z.enum(['told', 'shape']),
    toeLine: z.object({
      pointsFootMm: z.array(pointSchema),
      from: z.enum(['found', 'partly', 'guessed', 'practitioner', 'none']),
    }),
    tangent: z
      .object({ heelFootMm: pointSchema, forefootFootMm: pointSchema, apexFootMm: pointSchema })
      .optional(),
    axis: z.object({ heelImagePx: pointSchema, toeImagePx: pointSchema }),
    ringsFootMm: z.array(z.array(pointSchema).max(2000)).max(60),
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
