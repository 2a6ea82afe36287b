import { z } from 'zod'
import { sides } from '@sturvo/core/side'

/** Sortable, made by the client, so that a write can be repeated without a second row. */
export const idSchema = z.string().regex(/^[0-9a-z]{8,40}$/, 'An id has 8 to 40 small letters and digits.')
export const daySchema = z.string().regex(/^\d{4}-\d{2}-\d{2}$/, 'A day is written 2026-05-04.')
export const pointSchema = z.object({ x: z.number(), y: z.number() })
export const sideSchema = z.enum(sides)
export const shortTextSchema = z.string().trim().max(200, 'At most 200 letters.')
export const longTextSchema = z.string().max(4000, 'At most 4,000 letters.')

/** What the API answers when something is wrong: a code, one clear sentence, and where. */
export const errorSchema = z.object({
  error: z.object({ code: z.string(), message: z.string(), path: z.string() }),
})
export type ApiError = z.infer<typeof errorSchema>
