import fc from 'fast-check'
import { z } from 'zod'

type JsonSchema = {
  type?: string
  const?: unknown
  enum?: readonly unknown[]
  anyOf?: readonly JsonSchema[]
  oneOf?: readonly JsonSchema[]
  properties?: Record<string, JsonSchema>
  required?: readonly string[]
  additionalProperties?: JsonSchema | boolean
  propertyNames?: JsonSchema
  items?: JsonSchema
  prefixItems?: readonly JsonSchema[]
  minItems?: number
  maxItems?: number
  minLength?: number
  maxLength?: number
  minimum?: number
  maximum?: number
  exclusiveMinimum?: number
  pattern?: string
  format?: string
}

const mostOfAList = 10
const words = ['Deck boots', 'left heel, mornings', 'since the spring', 'older than the other', 'a b c']

/**
 * Values that a contract takes, drawn from the contract itself: a field that is added is drawn from that day on.
 * What a contract says in code only (a check across fields) is filtered out by asking it.
 */
export function arbitraryOf<T>(schema: z.ZodType<T>): fc.Arbitrary<T> {
  const json = z.toJSONSchema(schema, { unrepresentable: 'any', io: 'input' }) as JsonSchema
  return arbitraryOfJson(json).filter((value): value is T => schema.safeParse(value).success)
}

function arbitraryOfJson(schema: JsonSchema): fc.Arbitrary<unknown> {
  if ('const' in schema) return fc.constant(schema.const)
  if (schema.enum) return fc.constantFrom(...schema.enum)
  const choices = schema.anyOf ?? schema.oneOf
  if (choices) return fc.oneof(...choices.map(arbitraryOfJson))
  switch (schema.type) {
    case 'object':
      return arbitraryObject(schema)
    case 'array':
      return arbitraryList(schema)
    case 'number':
      return arbitraryNumber(schema)
    case 'integer':
      return fc.integer({
        min: Math.ceil(schema.minimum ?? schema.exclusiveMinimum ?? -1000),
        max: Math.floor(schema.maximum ?? 1000),
      })
    case 'boolean':
      return fc.boolean()
    case 'null':
      return fc.constant(null)
    default:
      return arbitraryText(schema)
  }
}

function arbitraryObject(schema: JsonSchema): fc.Arbitrary<unknown> {
  const { properties = {}, required = [], additionalProperties } = schema
  if (Object.keys(properties).length === 0 && typeof additionalProperties === 'object')
    return fc.dictionary(
      fc.constantFrom('m1', 'm5', 'heelBack', 'toe1'),
      arbitraryOfJson(additionalProperties),
    )
  const parts = Object.fromEntries(
    Object.entries(properties).map(([name, part]) => [name, arbitraryOfJson(part)]),
  )
  return fc.record(parts, { requiredKeys: [...required] })
}

function arbitraryList({ items, prefixItems, minItems = 0, maxItems = mostOfAList }: JsonSchema) {
  if (prefixItems) return fc.tuple(...prefixItems.map(arbitraryOfJson))
  return fc.array(items ? arbitraryOfJson(items) : fc.constant('x'), {
    minLength: minItems,
    maxLength: Math.max(minItems, Math.min(maxItems, mostOfAList)),
  })
}

function arbitraryNumber({ minimum = -1000, maximum = 1000, exclusiveMinimum }: JsonSchema) {
  const low = exclusiveMinimum === undefined ? minimum : Math.max(minimum, exclusiveMinimum + 0.01)
  // tenths, as they are typed
  return fc.integer({ min: Math.ceil(low * 10), max: Math.floor(maximum * 10) }).map((tenths) => tenths / 10)
}

function arbitraryText({ format, pattern, minLength = 0, maxLength = 80 }: JsonSchema): fc.Arbitrary<string> {
  if (format === 'date') return arbitraryDay()
  if (format === 'date-time') return arbitraryDay().map((day) => `${day}T09:00:00.000Z`)
  if (pattern !== undefined) return fc.stringMatching(new RegExp(pattern))
  const known = words.filter((text) => text.length >= minLength && text.length <= maxLength)
  return known.length > 0 ? fc.constantFrom(...known) : fc.string({ minLength, maxLength })
}

function arbitraryDay(): fc.Arbitrary<string> {
  return fc
    .tuple(
      fc.integer({ min: 2019, max: 2026 }),
      fc.integer({ min: 1, max: 12 }),
      fc.integer({ min: 1, max: 28 }),
    )
    .map(([year, ...rest]) => [year, ...rest.map((n) => String(n).padStart(2, '0'))].join('-'))
}
