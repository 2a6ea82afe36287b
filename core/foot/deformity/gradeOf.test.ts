import fc from 'fast-check'
import { referenceValues } from '../../groundwork/reference'
import { gradeOf, type GradeEvidence, type RestEvidence } from './gradeOf'

const references = referenceValues()
/** A rolled-in heel: target 4°, tolerance 2°, own error 1.5°. */
const heel = (rest: RestEvidence, active: GradeEvidence, passive: GradeEvidence) =>
  gradeOf({ rest, active, passive, target: 4, tolerance: 2, error: 1.5, direction: 1, references })
const v = (value: number) => ({ value })

test('each grade from its own example', () => {
  expect(heel(v(2), v(1), v(1)).grade).toBe(0)
  expect(heel(v(13), v(2), v(1)).grade).toBe(1)
  expect(heel(v(13), v(11), v(2)).grade).toBe(2)
  expect(heel(v(13), v(12), v(11)).grade).toBe(3)
})

test('shares of the way corrected', () => {
  const reading = heel(v(14), v(9), v(4))
  expect(reading.activeShare).toBeCloseTo(0.5, 9)
  expect(reading.passiveShare).toBeCloseTo(1, 9)
  expect(heel(v(5), v(4), v(4)).activeShare).toBeUndefined()
})

test('a case close to the tolerance is borderline', () => {
  expect(heel(v(13), v(6), v(2)).isBorderline).toBe(true)
  expect(heel(v(13), v(1), v(1)).isBorderline).toBe(false)
})

test('what is missing stays open and names the test that decides', () => {
  expect(heel(undefined, undefined, undefined)).toMatchObject({ grade: undefined, testNext: 'rest' })
  expect(heel(v(13), undefined, undefined)).toMatchObject({
    grade: undefined,
    testNext: 'active',
    open: { grades: [1, 2, 3] },
  })
  expect(heel(v(13), v(11), undefined)).toMatchObject({
    grade: undefined,
    testNext: 'passive',
    open: { grades: [2, 3] },
  })
  expect(heel(v(13), v(0), undefined)).toMatchObject({ grade: 1, testNext: undefined })
})

test('words alone give a grade, less surely than clear numbers', () => {
  const words = heel({ word: 'off' }, { word: 'cannot' }, { word: 'can' })
  expect(words.grade).toBe(2)
  expect(words.chances[2]).toBeLessThan(heel(v(14), v(14), v(2)).chances[2])
})

test('a lowered arch is read from below, and lifting it past the target counts as corrected', () => {
  const arch = gradeOf({
    rest: v(31),
    active: v(52),
    passive: undefined,
    target: 47,
    tolerance: 2,
    error: 1.2,
    direction: -1,
    references,
  })
  expect(arch.grade).toBe(1)
})

const evidence = fc.option(
  fc.oneof(
    fc.double({ min: -20, max: 30, noNaN: true }).map(v),
    fc.constantFrom('can', 'partly', 'cannot').map((word) => ({ word }) as { word: 'can' }),
  ),
  { nil: undefined },
)

test('chances and what is open add up to one, for any evidence', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -20, max: 30, noNaN: true }),
      evidence,
      evidence,
      (rest, active, passive) => {
        const { chances, open } = heel(v(rest), active, passive)
        expect(chances.reduce((a, b) => a + b, 0) + open.chance).toBeCloseTo(1, 9)
        for (const chance of chances) expect(chance).toBeGreaterThanOrEqual(0)
      },
    ),
  )
})

test('a better active correction never makes a worse grade likelier', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -5, max: 20, noNaN: true }),
      fc.double({ min: 0, max: 10, noNaN: true }),
      (active, better) => {
        const before = heel(v(14), v(active), v(8)).chances
        const after = heel(v(14), v(active - better), v(8)).chances
        expect(after[2] + after[3]).toBeLessThanOrEqual(before[2] + before[3] + 1e-9)
      },
    ),
  )
})
