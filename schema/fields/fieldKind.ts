import type { z } from 'zod'

/**
 * Everything that the contract of one kind of field says: a path is KIND.REST, and each path holds one value. The
 * table it is kept in, and its way to and from a row, are the server's half: server/visits/fieldKinds.
 */
export type FieldKind<At extends object, Value> = {
  /** Where a path points, from what stands behind its kind; undefined where it points to nothing. */
  at: (rest: readonly string[]) => At | undefined
  /** What stands behind the kind in the path, back from where it points. */
  rest: (at: At) => string
  /** The contract of the value, without null; null takes a value away. */
  schema: (at: At) => z.ZodType<Value>
}

const idPart = /^[0-9a-z]{8,40}$/

/** A kind of which a visit has any number, each under an id of its own. */
export function listed<Value>(schema: z.ZodType<Value>): FieldKind<{ id: string }, Value> {
  return {
    at: ([id, ...more]) => (id !== undefined && more.length === 0 && idPart.test(id) ? { id } : undefined),
    rest: ({ id }) => id,
    schema: () => schema,
  }
}
