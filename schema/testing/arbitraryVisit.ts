import fc from 'fast-check'
import { cautionIds, cautionQuestions } from '@sturvo/core/cautions'
import { isNumberMeasure, measureIds, measureTable } from '@sturvo/core/measures'
import { photoViews } from '@sturvo/core/photo'
import { referenceTable, type ReferenceId } from '@sturvo/core/reference'
import { sides } from '@sturvo/core/side'
import { answerKeys, fieldSchemaOf, parsePath, type ParsedPath } from '../fields'
import { settingsSchema } from '../settings'
import { arbitraryOf } from './arbitraryValue'

/** One change of a visit; null takes a value away. */
export type ArbitraryChange = { path: string; value: unknown }
export type FieldKind = ParsedPath['kind']

// few of each, so that changes meet the same field again
const ids = ['item00000001', 'item00000002', 'item00000003']

const pathsOf: { [K in FieldKind]: fc.Arbitrary<string> } = {
  measure: fc
    .tuple(fc.constantFrom(...measureIds), fc.constantFrom(...sides), fc.constantFrom(1, 1, 1, 2, 3))
    .map(([id, side, trial]) => `measure.${id}.${side}.${trial}`),
  mark: fc.constantFrom(...ids).map((id) => `mark.${id}`),
  event: fc.constantFrom(...ids).map((id) => `event.${id}`),
  shoe: fc.constantFrom(...ids).map((id) => `shoe.${id}`),
  device: fc.constantFrom(...ids).map((id) => `device.${id}`),
  recording: fc.constantFrom(...ids).map((id) => `recording.${id}`),
  photo: fc
    .tuple(fc.constantFrom(...photoViews), fc.constantFrom(...sides))
    .map(([view, side]) => `photo.${view}.${side}`),
  print: fc.constantFrom(...sides).map((side) => `print.${side}`),
  dealt: fc.constantFrom(...cautionIds).map((id) => `dealt.${id}`),
  answer: fc
    .constantFrom(...answerKeys, ...cautionQuestions.map((q) => `caution:${q}`))
    .map((key) => `answer.${key}`),
}
export const fieldKinds = Object.keys(pathsOf) as FieldKind[]

const valueArbitraries = new Map<string, fc.Arbitrary<unknown>>()

function valueFor(path: string): fc.Arbitrary<unknown> {
  const parsed = parsePath(path)
  if (!parsed) throw new Error(`no such field: ${path}`)
  const known = valueArbitraries.get(path)
  if (known) return known
  const made = parsed.kind === 'measure' ? measureValue(parsed.measure) : arbitraryOf(fieldSchemaOf(parsed))
  valueArbitraries.set(path, made)
  return made
}

/** A value where feet really lie, and now and then anything that is possible. */
function measureValue(id: (typeof measureIds)[number]): fc.Arbitrary<unknown> {
  if (!isNumberMeasure(id)) return fc.constantFrom(...measureTable[id].words, 'cannot')
  const [low, high] = measureTable[id].possible
  return fc.oneof(
    { weight: 8, arbitrary: fc.integer({ min: 0, max: 100 }).map((pct) => low + ((high - low) * pct) / 100) },
    { weight: 1, arbitrary: fc.constantFrom('cannot', 'equal', 'notTested').filter((s) => s === 'cannot') },
  )
}

/** A change of a field of one kind: mostly a value, sometimes its end. */
export function arbitraryChange(kind: FieldKind): fc.Arbitrary<ArbitraryChange> {
  return pathsOf[kind].chain((path) =>
    fc
      .oneof({ weight: 6, arbitrary: valueFor(path) }, { weight: 1, arbitrary: fc.constant(null) })
      .map((value) => ({ path, value })),
  )
}

// most of a visit are numbers and answers
const weights: Partial<Record<FieldKind, number>> = { measure: 8, answer: 5, shoe: 3 }

/** Changes of every kind in any order. */
export function arbitraryChanges(most = 20): fc.Arbitrary<ArbitraryChange[]> {
  return fc.array(
    fc.oneof(...fieldKinds.map((kind) => ({ weight: weights[kind] ?? 1, arbitrary: arbitraryChange(kind) }))),
    { minLength: 1, maxLength: most },
  )
}

export const arbitrarySettings = arbitraryOf(settingsSchema)

/** A few values of the table moved by up to a fifth. */
export const arbitraryReferences: fc.Arbitrary<Partial<Record<ReferenceId, number>>> = fc
  .array(
    fc.tuple(
      fc.constantFrom(...(Object.keys(referenceTable) as ReferenceId[])),
      fc.integer({ min: -20, max: 20 }),
    ),
    { maxLength: 3 },
  )
  .map((list) =>
    Object.fromEntries(list.map(([id, pct]) => [id, referenceTable[id].value * (1 + pct / 100)])),
  )
