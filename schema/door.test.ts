import fc from 'fast-check'
import { z } from 'zod'
import { measureIds } from '@sturvo/core/measures'
import { doseLimits, library } from '@sturvo/core/training'
import {
  cleanText,
  daySchema,
  DoorError,
  fieldSchemaOf,
  parsePath,
  routes,
  throughTheDoor,
  type ParsedPath,
} from './index'
import { cases } from '@sturvo/core/testing/cases'

/** Texts that are hard to keep: controls, half letters, marks, direction signs, and ordinary ones. */
const hardText = fc
  .array(
    fc.oneof(
      fc.string({ unit: 'binary', maxLength: 3 }),
      fc.constantFrom(
        '\u0000',
        '\u0007',
        '\r\n',
        '\t',
        '\u009f',
        '\ud800',
        '\udfff',
        '\u202e',
        '\u2066',
        '\ufeff',
        'e\u0301',
        'Å',
        '\u2028',
      ),
      fc.string({ maxLength: 5 }),
    ),
    { maxLength: 12 },
  )
  .map((parts) => parts.join(''))

test('a cleaned text holds no control, no half letter, no direction sign, and cleaning it again changes nothing', () => {
  fc.assert(
    fc.property(hardText, (text) => {
      const clean = cleanText(text)
      expect(clean).not.toMatch(/[^\P{Cc}\n\t]|\p{Cs}|\p{Bidi_Control}/u)
      expect(clean.normalize('NFC')).toBe(clean)
      expect(cleanText(clean)).toBe(clean)
    }),
    { numRuns: cases(700, 2000) },
  )
})

test.each([
  ['Ansa\u0000 Rook', 'Ansa Rook'],
  ['one\r\ntwo\rthree', 'one\ntwo\nthree'],
  ['e\u0301cole', 'école'],
  ['half \ud83d letter', 'half \ufffd letter'],
  ['whole \ud83e\uddb6 letter', 'whole \ud83e\uddb6 letter'],
  ['safe\u202etxt.exe', 'safetxt.exe'],
  ['Ansa\uffff Rook\ufffe', 'Ansa Rook'],
])('%j becomes %j', (text, clean) => expect(cleanText(text)).toBe(clean))

test('everything within is cleaned, names of keys too, and what needs nothing stays the very same', () => {
  expect(throughTheDoor({ 'a\u0000': ['x\u0007', { y: 'z\u202e' }], n: 3, b: null })).toEqual({
    a: ['x', { y: 'z' }],
    n: 3,
    b: null,
  })
  const plain = { a: ['x', { y: [1, 2] }] }
  expect(throughTheDoor(plain)).toBe(plain)
})

test('what lies too deep is refused, however deep it is', () => {
  const deep = (levels: number): unknown => {
    let value: unknown = 'x'
    for (let i = 0; i < levels; i++) value = [value]
    return value
  }
  expect(() => throughTheDoor(deep(24))).not.toThrow()
  for (const levels of [25, 1000, 100_000]) expect(() => throughTheDoor(deep(levels))).toThrow(DoorError)
})

test.each(['2026-02-30', '2026-13-01', '2026-00-10', '1899-12-31', '2200-01-01', '2026-6-1'])(
  '%s is no day',
  (day) => expect(daySchema.safeParse(day).success).toBe(false),
)
test('leap days are days', () => expect(daySchema.safeParse('2024-02-29').success).toBe(true))

test.each([
  'measure.navicularStand.left.01',
  'measure.navicularStand.left.1.0',
  'measure.navicularStand.left.+1',
  'print.left.1',
  'answer.toString',
  'answer.__proto__',
])('%s is no path', (path) => expect(parsePath(path)).toBeUndefined())

type JsonSchema = Record<string, unknown>
/** Everything in a contract that has no end: numbers, texts, lists and tables. */
function endless(schema: unknown, path: string): string[] {
  if (typeof schema !== 'object' || schema === null) return []
  if (Array.isArray(schema)) return schema.flatMap((s, i) => endless(s, `${path}[${i}]`))
  const s = schema as JsonSchema
  const found: string[] = []
  const has = (...keys: string[]) => keys.some((key) => s[key] !== undefined)
  const isFixed = has('enum', 'const')
  if ((s.type === 'number' || s.type === 'integer') && !isFixed) {
    if (!has('minimum', 'exclusiveMinimum') || Number(s.minimum ?? 0) < -1e12)
      found.push(`${path}: no lowest`)
    if (!has('maximum', 'exclusiveMaximum') || Number(s.maximum ?? 0) > 1e12)
      found.push(`${path}: no highest`)
  }
  if (s.type === 'string' && !isFixed && !has('maxLength', 'pattern', 'format'))
    found.push(`${path}: no longest`)
  if (s.type === 'array' && !has('maxItems') && !has('prefixItems')) found.push(`${path}: no most`)
  for (const [key, value] of Object.entries(s))
    if (!['enum', 'required', 'const', 'default'].includes(key))
      found.push(...endless(value, `${path}/${key}`))
  return found
}
// transforms hide what comes behind them in the input shape; the output shape has the limits
const limitsOf = (schema: z.ZodType, name: string) =>
  endless(z.toJSONSchema(schema, { io: 'output', unrepresentable: 'any' }), name)

describe('everything that can be sent has an end', () => {
  const paths: ParsedPath[] = [
    { kind: 'mark', id: 'mark00000001' },
    { kind: 'shoe', id: 'shoe00000001' },
    { kind: 'device', id: 'device000001' },
    { kind: 'event', id: 'event0000001' },
    { kind: 'recording', id: 'record000001' },
    { kind: 'photo', view: 'top', side: 'left' },
    { kind: 'print', side: 'left' },
    { kind: 'dealt', caution: 'hotSwollen' },
    ...measureIds.map((measure) => ({ kind: 'measure' as const, measure, side: 'left' as const, trial: 1 })),
    ...[
      'goal',
      'medicines',
      'week',
      'complaint',
      'planKit',
      'planPinned',
      'planDoses',
      'spacersMm',
      'pinnedSentences',
      'bodyMassKg',
      'worstPain',
    ].map((key) => ({ kind: 'answer' as const, key })),
  ]
  test.each(paths.map((p) => [JSON.stringify(p), p] as const))('%s', (name, path) => {
    expect(limitsOf(fieldSchemaOf(path), name)).toEqual([])
  })
  test('the largest dose that the box of any drill allows can be kept', () => {
    const schema = fieldSchemaOf({ kind: 'answer', key: 'planDoses' })
    for (const { id, ...exercise } of library) {
      const { sets, amount } = doseLimits(exercise)
      expect([id, schema.safeParse([{ drill: id, sets, amount }]).success]).toEqual([id, true])
    }
  })
  test.each(routes.filter((r) => r.body).map((r) => [`${r.method} ${r.path}`, r.body!] as const))(
    '%s',
    (name, body) => {
      // what a field may hold is asked above
      expect(limitsOf(body, name).filter((f) => !f.includes('/value'))).toEqual([])
    },
  )
})
