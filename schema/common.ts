import { z } from 'zod'
import { sides } from '@sturvo/core/side'

/** Sortable, made by the client, so that a write can be repeated without a second row. */
export const idSchema = z.string().regex(/^[0-9a-z]{8,40}$/, 'An id has 8 to 40 small letters and digits.')
export const daySchema = z
  .string()
  .regex(/^(19|20|21)\d{2}-\d{2}-\d{2}$/, 'A day is written 2026-05-04.')
  .refine(dayExists, 'This day does not exist in the calendar.')
export const monthSchema = z
  .string()
  .regex(/^(19|20|21)\d{2}-(0[1-9]|1[0-2])$/, 'Write the month as 2024-05.')

/** A number that can be: everything that is kept or sent has a lowest and a highest value. */
export const numberIn = (low: number, high: number) =>
  z.number().min(low, `This number cannot be below ${low}.`).max(high, `This number cannot be above ${high}.`)

// wider than any picture or mat, and narrow enough that nothing computed from it runs away
const mostPx = 100_000
const mostMm = 6000
/** in pixels of a picture */
export const pointSchema = z.object({ x: numberIn(-mostPx, mostPx), y: numberIn(-mostPx, mostPx) })
/** in millimetres, of the mat or the foot */
export const pointMmSchema = z.object({ x: numberIn(-mostMm, mostMm), y: numberIn(-mostMm, mostMm) })
export const sideSchema = z.enum(sides)
/** one line: newlines and tabs become spaces */
export const lineSchema = z.string().transform((text) => text.replace(/[\n\t]+/g, ' ').trim())
export const shortTextSchema = lineSchema.pipe(z.string().max(200, 'At most 200 letters.'))
export const longTextSchema = z.string().max(4000, 'At most 4,000 letters.')

/** What the API answers when something is wrong: a code, one clear sentence, and where. */
export const errorSchema = z.object({
  error: z.object({ code: z.string(), message: z.string(), path: z.string() }),
})
export type ApiError = z.infer<typeof errorSchema>

function dayExists(day: string): boolean {
  const date = new Date(`${day}T00:00:00Z`)
  return !Number.isNaN(date.getTime()) && date.toISOString().startsWith(day)
}
