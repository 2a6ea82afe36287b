import fc from 'fast-check'
import loadHighs from 'highs'
import { referenceValues } from '../../groundwork/reference'
import { highsSolver } from '../training/highsSolver'
import { planTransition, type TransitionInput } from './index'
import { arbitraryWalker } from './testing/arbitraryWalker'
import { cases } from '../../groundwork/testing/cases'

const references = referenceValues()
const growth = { slow: 0.1, usual: 0.15, brisk: 0.2 }
const step = { slow: 5, usual: 10, brisk: 15 }

/**
 * The growth of new minutes as a mixed-integer programme in its own words: the peak of four weeks and the larger of
 * share and step are chosen by whole numbers. Rules that need no choosing (dose, first week) are taken from the plan.
 */
function lpOf(
  input: TransitionInput,
  weeks: { minutes: number; isLighter: boolean }[],
  most: readonly number[],
): string {
  const big = 20_000
  const rows: string[] = []
  const bounds: string[] = []
  const binaries: string[] = []
  const g = growth[input.pace]
  const s = step[input.pace] * 7
  weeks.forEach((week, i) => {
    bounds.push(` 0 <= m${i} <= ${most[i]}`)
    if (i === 0) return
    if (week.isLighter) {
      rows.push(` l${i}: m${i} - 0.8 m${i - 1} <= 0`)
      return
    }
    const before = [1, 2, 3, 4].map((k) => i - k).filter((k) => k >= 0)
    bounds.push(` 0 <= p${i} <= ${big}`, ` 0 <= e${i} <= ${15 * 7}`)
    before.forEach((k) => {
      rows.push(` p${i}_${k}: p${i} - m${k} + ${big} b${i}_${k} <= ${big}`)
      binaries.push(`b${i}_${k}`)
    })
    rows.push(` b${i}: ${before.map((k) => `b${i}_${k}`).join(' + ')} = 1`)
    rows.push(` g${i}: e${i} - ${g} p${i} - ${big} c${i} <= 0`)
    rows.push(` s${i}: e${i} + ${big} c${i} <= ${s + big}`)
    binaries.push(`c${i}`)
    rows.push(` m${i}: m${i} - p${i} - e${i} <= 0`)
  })
  return [
    'Maximize',
    ` obj: ${weeks.map((_, i) => `m${i}`).join(' + ')}`,
    'Subject To',
    ...rows,
    'Bounds',
    ...bounds,
    'Binaries',
    ` ${binaries.join(' ')}`,
    'End',
  ].join('\n')
}

test('no rule leaves room for more: the plan is the optimum of a mixed-integer programme on random clients', async () => {
  const solve = highsSolver(await loadHighs())
  let compared = 0
  fc.assert(
    fc.property(
      arbitraryWalker.map((input) => ({
        ...input,
        away: [],
        factors: [],
        isCautious: false,
        from: {
          ...input.from,
          minutes: { ...input.from.minutes, run: 0 },
          newMinutes: 0,
          newRunMinutes: 0,
          barefootMin: 0,
          longestBoutMin: 0,
          surface: undefined,
        },
      })),
      (input) => {
        const { weeks, targetMinutes, shortestWeeks } = planTransition(input, references)
        const some = weeks.slice(0, 14)
        if (some.length < 4 || targetMinutes < 60) return
        // where the dose is the limit its own value stands; everywhere else only target and shortest length bound a week
        const most = some.map((week, i) =>
          i === 0
            ? week.minutes
            : Math.min(
                targetMinutes,
                week.week >= shortestWeeks ? targetMinutes : (targetMinutes * week.week) / shortestWeeks,
                doseMost(week),
              ),
        )
        const { isFeasible, bound } = solve(lpOf(input, some, most), { nodes: 5000, gap: 1e-6 }, undefined)
        expect(isFeasible).toBe(true)
        const ours = some.reduce((sum, week) => sum + week.minutes, 0)
        compared++
        // the plan is in whole minutes, rounded down each week: nothing else is lost
        expect(bound).toBeLessThanOrEqual(ours * 1.02 + 2 * some.length)
        expect(bound).toBeGreaterThanOrEqual(ours - 1e-3)
      },
    ),
    { numRuns: cases(8, 25) },
  )
  expect(compared).toBeGreaterThan(cases(3, 10))
})

/** Minutes at the tissue's ceiling, by what a minute more of this week adds. */
function doseMost(week: {
  minutes: number
  dose: Record<string, number>
  ceiling: Record<string, number>
  training: number
}): number {
  if (week.minutes === 0) return Infinity
  return Math.min(
    ...Object.keys(week.dose).map((t) => {
      const perMinute = (week.dose[t]! - 1 - week.training) / week.minutes
      return perMinute > 1e-9 ? (week.ceiling[t]! - 1 - week.training) / perMinute : Infinity
    }),
  )
}
