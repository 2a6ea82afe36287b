import fc from 'fast-check'
import { referenceValues } from '../../groundwork/reference'
import { chanceFrom } from '../../madeUp/synthetic'
import { gradeChances, gradeOf, type GradeInput } from './gradeOf'

const references = referenceValues()
const tolerance = 2
const base = (r: number, a: number, p: number, more: Partial<GradeInput> = {}): GradeInput => ({
  rest: { value: r },
  active: { value: a },
  passive: { value: p },
  target: 4,
  tolerance,
  error: 1.5,
  direction: 1,
  references,
  ...more,
})
const value = fc.double({ min: -5, max: 25, noNaN: true })
const error = fc.double({ min: 0.2, max: 5, noNaN: true })
const sureOf = (input: GradeInput) => Math.max(...gradeOf(input).chances)

/** What a grade means, said again: the truth of a made-up triple. */
function trueGrade(r: number, a: number, p: number, t: number): 0 | 1 | 2 | 3 {
  if (r - t <= tolerance) return 0
  if (a - t <= tolerance) return 1
  return p - t <= tolerance ? 2 : 3
}

/** Mean distance between how sure a class was said to be and how often it was right, over ten bins of 0.1. */
function calibrationError(said: readonly { chance: number; isRight: boolean }[]): number {
  let sum = 0
  for (let bin = 0; bin < 10; bin++) {
    const in_ = said.filter(({ chance }) => Math.min(9, Math.floor(chance * 10)) === bin)
    if (in_.length === 0) continue
    const mean = in_.reduce((s, x) => s + x.chance, 0) / in_.length
    const right = in_.filter((x) => x.isRight).length / in_.length
    sum += (in_.length / said.length) * Math.abs(mean - right)
  }
  return sum
}

test.each([
  ['a target that is known', 0],
  ['a target that was measured too', 1.5],
])('on 10,000 made-up triples the chances are right within 0.03: %s', (_, targetError) => {
  const chance = chanceFrom(20261125)
  const best: { chance: number; isRight: boolean }[] = []
  const every: { chance: number; isRight: boolean }[] = []
  for (let i = 0; i < 10_000; i++) {
    // how far each moment lies from the target, all over what is met; hands reach as far as the client, or further
    const t = chance.between(0, 8)
    const r = t + chance.between(-6, 18)
    const a = t + chance.between(-6, 18)
    const p = t + chance.between(-6, 18)
    const seen = (v: number) => chance.normal(v, 1.5)
    const chances = gradeChances(
      base(seen(r), seen(a), seen(p), { target: chance.normal(t, targetError), targetError }),
    )
    const truth = trueGrade(r, a, p, t)
    chances.forEach((c, grade) => every.push({ chance: c, isRight: grade === truth }))
    const grade = chances.indexOf(Math.max(...chances))
    best.push({ chance: chances[grade]!, isRight: grade === truth })
  }
  expect(calibrationError(best)).toBeLessThanOrEqual(0.03)
  expect(calibrationError(every)).toBeLessThanOrEqual(0.03)
})

test('a target that is measured with next to no error gives what a known target gives', () => {
  fc.assert(
    fc.property(value, value, value, (r, a, p) => {
      const known = gradeOf(base(r, a, p)).chances
      gradeOf(base(r, a, p, { targetError: 1e-4 })).chances.forEach((chance, i) =>
        expect(chance).toBeCloseTo(known[i]!, 4),
      )
    }),
  )
})

test('an active value nearer to rest never shows more of the way corrected', () => {
  fc.assert(
    fc.property(value, fc.double({ min: 0, max: 1, noNaN: true }), (active, towards) => {
      const rest = 16
      const before = gradeOf(base(rest, active, 4)).activeShare!
      const after = gradeOf(base(rest, active + (rest - active) * towards, 4)).activeShare!
      if (active <= rest) expect(after).toBeLessThanOrEqual(before + 1e-9)
    }),
  )
})

test('a wider error never makes a likely grade surer', () => {
  fc.assert(
    fc.property(value, value, value, error, error, (r, a, p, e, more) => {
      const before = sureOf(base(r, a, p, { error: e }))
      const after = sureOf(base(r, a, p, { error: e + more }))
      // below one half several classes compete, and all of them move towards each other
      if (after >= 0.5) expect(after).toBeLessThanOrEqual(before + 1e-9)
    }),
  )
})

test('a second trial makes the error of its own moment smaller, and only that', () => {
  const once = gradeOf(base(13, 7, 2))
  const twice = gradeOf(base(13, 7, 2, { active: { value: 7, error: 1.5 / Math.SQRT2, trials: 2 } }))
  expect(twice.chances[2]).toBeGreaterThan(once.chances[2])
  expect(twice.chances[0]).toBe(once.chances[0])
})

test('what would settle a borderline case: the value at the edge, not the clear one', () => {
  const { isBorderline, settles } = gradeOf(base(16, 6.4, 1))
  expect(isBorderline).toBe(true)
  expect(settles[0]).toMatchObject({ end: 'active', isAgain: true })
  expect(settles[0]!.sureAfter).toBeGreaterThan(sureOf(base(16, 6.4, 1)))
  expect(settles.map((s) => s.end)).not.toContain('rest')
})

test('another trial is never expected to make it less sure', () => {
  fc.assert(
    fc.property(value, value, value, (r, a, p) => {
      const reading = gradeOf(base(r, a, p, { targetError: 1 }))
      for (const { sureAfter } of reading.settles)
        expect(sureAfter).toBeGreaterThanOrEqual(reading.chances[reading.grade!] - 1e-6)
    }),
    { numRuns: 60 },
  )
})

test('an open grade asks for the missing test first', () => {
  const open = gradeOf(base(16, 12, 2, { passive: undefined }))
  expect(open.grade).toBeUndefined()
  expect(open.settles[0]).toMatchObject({ end: 'passive', isAgain: false })
})

test('fixed by hand, never asked of the client: it is fixed for the client too', () => {
  const { grade, chances, open } = gradeOf(base(16, 0, 15, { active: undefined }))
  expect(grade).toBe(3)
  expect(chances[3]).toBeGreaterThan(0.99)
  expect(open.grades).toEqual([1, 2])
})

describe('what is odd is said', () => {
  const remarks = (input: GradeInput) => gradeOf(input).remarks
  test('passive worse than active', () => {
    expect(remarks(base(13, 5, 11))).toContain('passiveWorse')
    expect(remarks(base(13, 5, 6))).not.toContain('passiveWorse')
    const words = { active: { word: 'can' }, passive: { word: 'partly' } } as const
    expect(remarks(base(13, 0, 0, words))).toContain('passiveWorse')
  })
  test('active further off than rest', () => {
    expect(remarks(base(8, 13, 2))).toContain('activeBelowRest')
  })
  test('target equal to rest: no share to correct', () => {
    const reading = gradeOf(base(4, 2, 1))
    expect(reading.remarks).toContain('atTarget')
    expect(reading.activeShare).toBeUndefined()
  })
  test('one trial only; words only; both mixed; inferred', () => {
    expect(remarks(base(13, 5, 2))).toContain('oneTrial')
    expect(remarks(base(13, 5, 2, { rest: { value: 13, trials: 2 } }))).not.toContain('oneTrial')
    const words = { rest: { word: 'off' }, active: { word: 'partly' }, passive: { word: 'can' } } as const
    expect(remarks(base(0, 0, 0, words))).toEqual(['wordsOnly'])
    expect(remarks(base(13, 0, 2, { active: { word: 'partly' } }))).toContain('mixed')
    expect(remarks(base(0, 0, 0, { ...words, rest: { word: 'even', isInferred: true } }))).toContain(
      'noCollapse',
    )
  })
})
