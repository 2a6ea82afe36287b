import { z } from 'zod'
import { sheetNames } from '@sturvo/core/image'
import { pointSchema } from './common'

const given = z.object({
  from: z.literal('given'),
  mmPerPx: z.number().positive('The scale must be above zero.').max(100, 'A pixel cannot be that large.'),
})
const sheet = z.object({
  from: z.literal('sheet'),
  sheet: z.enum(sheetNames),
  corners: z.array(pointSchema).length(4, 'A sheet has four corners.'),
})
const points = z.object({
  from: z.literal('points'),
  a: pointSchema,
  b: pointSchema,
  distanceMm: z
    .number()
    .positive('The distance must be above zero.')
    .max(5000, 'A distance of more than 5 m cannot be.'),
})

/** How a picture got its scale. Points in picture pixels, corners clockwise from the top left. */
export const printScaleSchema = z.discriminatedUnion('from', [given, sheet, points])
export type PrintScale = z.infer<typeof printScaleSchema>

/** A photo is never scaled by a number: the camera is held by hand. The same shape as the core's PhotoScale. */
export const photoScaleSchema = z.discriminatedUnion('from', [sheet, points])
