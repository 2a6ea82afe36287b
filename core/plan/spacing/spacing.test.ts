import fc from 'fast-check'
import { referenceValues } from '../../groundwork/reference'
import { sides } from '../../groundwork/side'
import type { CautionEffect } from '../cautions'
import { openedMm, spacingPlan, widenedByMm, type SpacingFoot, type ToeState } from './index'

const references = referenceValues()
const foot = (more: Partial<SpacingFoot> = {}): SpacingFoot => ({
  restMm: [0.5, 1, 4, 5],
  reachMm: [4, 3, 6, 9],
  halluxAngleDeg: 24,
  fifthToeAngleDeg: 4,
  ...more,
})
const plan = (left: SpacingFoot, toeState: ToeState = 'straight', effects: CautionEffect[] = []) =>
  spacingPlan(
    { feet: { left, right: foot() }, toeState, effects: new Set(effects), isBlocked: false, shoes: [] },
    references,
  )
const gapsOf = (left: SpacingFoot, toeState?: ToeState) => {
  const made = plan(left, toeState)
  if (made.use !== 'start') throw new Error('not started')
  return made.gaps.left
}

test('the gap beside a leaning toe and gaps whose toes touch have a spacer; open ones have none', () => {
  const gaps = gapsOf(foot())
  expect(gaps.map((g) => g.because)).toEqual(['leanBig', 'touching', undefined, undefined])
  expect(gaps.map((g) => g.widthMm)).toEqual([2.5, 3, undefined, undefined])
  expect(gaps[2]!.leftOut).toBe('open')
})

test('toes that do not open are not opened by force, and what was not measured spread has no width', () => {
  expect(gapsOf(foot({ reachMm: [0.5, 1, 4, 5] }))[0]).toMatchObject({ widthMm: undefined, leftOut: 'stiff' })
  expect(gapsOf(foot({ reachMm: [undefined, 1, 4, 5] }))[0]).toMatchObject({ leftOut: 'notMeasured' })
})

test('beside soft bent toes narrow gaps are spaced too, and it begins with five minutes', () => {
  expect(gapsOf(foot(), 'bent, soft')[2]!.because).toBe('bentToes')
  expect(plan(foot(), 'bent, soft')).toMatchObject({ startMin: 5 })
})

test('numbness, an operation, cold disorders: not without the prescriber', () => {
  expect(plan(foot(), 'straight', ['noSpacers'])).toEqual({ use: 'notNow', because: 'caution' })
})

test('no spacer is wider than the gap the toes reach, none narrower than the gap at rest, for any feet', () => {
  const mm = fc.option(fc.double({ min: 0, max: 15, noNaN: true }), { nil: undefined })
  const anyFoot = fc.record({
    restMm: fc.tuple(mm, mm, mm, mm),
    reachMm: fc.tuple(mm, mm, mm, mm),
    halluxAngleDeg: fc.option(fc.integer({ min: -5, max: 50 }), { nil: undefined }),
    fifthToeAngleDeg: fc.option(fc.integer({ min: -5, max: 30 }), { nil: undefined }),
  })
  fc.assert(
    fc.property(
      anyFoot,
      anyFoot,
      fc.constantFrom('straight', 'bent, soft', 'bent, fixed' as const),
      (left, right, toeState) => {
        const made = spacingPlan(
          { feet: { left, right }, toeState, effects: new Set(), isBlocked: false, shoes: [] },
          references,
        )
        if (toeState === 'bent, fixed') expect(made.use).toBe('notNow')
        if (made.use === 'notNow') return expect(widenedByMm(made)).toEqual([0, 0, 0, 0])
        for (const side of sides)
          for (const { widthMm, restMm, reachMm, goalMm } of made.gaps[side]) {
            if (widthMm === undefined) continue
            expect(widthMm).toBeLessThanOrEqual(reachMm! + 1e-9)
            expect(widthMm).toBeGreaterThan(restMm!)
            expect(widthMm - restMm!).toBeLessThanOrEqual(references.spacingStepMm + 1e-9)
            expect(goalMm).toBe(reachMm)
          }
        for (const side of sides)
          made.gaps[side].forEach((gap, i) =>
            expect(openedMm(gap, 'first')).toBeLessThanOrEqual(widenedByMm(made)[i]! + 1e-9),
          )
      },
    ),
    { numRuns: 500, endOnFailure: true },
  )
})
