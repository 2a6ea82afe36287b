import { z } from 'zod'

/** A number within limits that say in words what cannot be. */
export const number = (low: number, high: number, what: string) =>
  z.number().min(low, `${what} cannot be below ${low}.`).max(high, `${what} cannot be above ${high}.`)
export const hours = number(0, 168, 'Hours a week')
export const optional = <T extends z.ZodType>(schema: T) => schema.optional()
/** A length that may be missing. */
export const mm = (low: number, high: number, what: string) => optional(number(low, high, what))

export function isOneOf<T extends string>(list: readonly T[], text: string | undefined): text is T {
  return list.some((item) => item === text)
}
