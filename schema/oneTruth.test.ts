import fc from 'fast-check'
import { defaultSettings } from '@sturvo/core/reading'
import { forgetEverything } from '@sturvo/core/remember'
import { checkChange, parsePath } from './fields'
import { readingOf } from './readingOf'
import {
  arbitraryChange,
  arbitraryChanges,
  arbitraryReferences,
  arbitrarySettings,
  fieldKinds,
} from './testing/arbitraryVisit'
import type { Fields } from './visit'
import { cases } from '@sturvo/core/testing/cases'

const person = { birthYear: 1984, kit: ['wall', 'step', 'band'] }
const startedOn = '2026-05-04'

function put(fields: Fields, path: string, value: unknown): Fields {
  const { [path]: _, ...others } = fields
  return value === null ? others : { ...others, [path]: value }
}

test.each(fieldKinds)(
  'generated visits reach fields of the kind %s, all of which the contract takes',
  (kind) => {
    let values = 0
    fc.assert(
      fc.property(arbitraryChange(kind), ({ path, value }) => {
        expect(parsePath(path)?.kind).toBe(kind)
        expect(checkChange({ path, value })).toMatchObject({ ok: true })
        if (value !== null) values++
      }),
      { numRuns: cases(40, 60) },
    )
    expect(values).toBeGreaterThan(30)
  },
)

test('whatever was typed before, the reading is the one made anew from the same fields', () => {
  fc.assert(
    fc.property(
      arbitraryChanges(),
      arbitrarySettings,
      arbitraryReferences,
      fc.boolean(),
      (changes, settings, references, isLate) => {
        let fields: Fields = {}
        const practice = { settings: defaultSettings, references: {}, trialUses: {} }
        const moved = { settings, references, trialUses: {} }
        forgetEverything()
        let kept
        changes.forEach(({ path, value }, i) => {
          fields = put(fields, path, value)
          // the practice changes its mind in the middle, or at the end
          const rules = i * 2 > changes.length || (isLate && i === changes.length - 1) ? moved : practice
          kept = readingOf({ fields, person, practice: rules, startedOn })
        })
        const last = changes.length - 1
        const rules = last * 2 > changes.length || isLate ? moved : practice
        forgetEverything()
        expect(kept).toEqual(readingOf({ fields, person, practice: rules, startedOn }))
      },
    ),
    { numRuns: cases(25, 60) },
  )
})

test('a reading is changed by nobody who reads the next one', () => {
  fc.assert(
    fc.property(arbitraryChanges(12), arbitraryChanges(6), (before, after) => {
      const practice = { settings: defaultSettings, references: {}, trialUses: {} }
      const first = before.reduce<Fields>((fields, { path, value }) => put(fields, path, value), {})
      const one = readingOf({ fields: first, person, practice, startedOn })
      const text = JSON.stringify(one.reading)
      const second = after.reduce<Fields>((fields, { path, value }) => put(fields, path, value), first)
      readingOf({ fields: second, person, practice, startedOn })
      expect(JSON.stringify(one.reading)).toBe(text)
    }),
    { numRuns: cases(12, 25) },
  )
})
