import { referenceValues } from '../../groundwork/reference'
import { byTissue, planTransition, type TransitionWeek } from '../transition'
import { tissues } from '../training'
import { walker } from '../transition/testing/arbitraryWalker'
import {
  capacityCourse,
  countOverloads,
  normals,
  overloadedShare,
  planInput,
  simulatedDays,
  simulate,
  simulationAsked,
  usualAssumptions,
} from './index'

const references = referenceValues()
const transitionAt = (hours: number, more: Parameters<typeof walker>[1] = {}) => {
  const input = walker(hours, more)
  return { ...planTransition(input, references), input }
}
const askedOf = (hours: number, clients: number, seed = 3) =>
  simulationAsked(transitionAt(hours), { clients, seed }, references)
const none: TransitionWeek[] = transitionAt(18).weeks.map((w) => ({
  ...w,
  minutes: 0,
  wearingDays: 0,
  dayMinutes: [],
  surface: 'wood',
}))

test('with b = 1, no repair and no adaptation the count equals the closed form', () => {
  const chance = normals(11)
  const clients = 4000
  const k = Float64Array.from({ length: clients * tissues.length }, () => Math.exp(chance.next()) / 300)
  const firstDay = new Uint8Array(k.length)
  const constant = byTissue(() => new Float64Array(simulatedDays).fill(1))
  countOverloads(
    constant,
    k,
    byTissue(() => 0),
    firstDay,
  )
  k.forEach((each, i) => {
    // the first whole day on which day · k is over 1
    const day = Math.floor(1 / each + 1e-9) + 1
    expect(firstDay[i]).toBe(day <= simulatedDays ? day : 0)
  })
})

test('with adaptation off, more load on every day overloads a superset of the same clients', () => {
  const off = { ...usualAssumptions, adaptation: 0 }
  const chance = normals(5)
  const k = Float64Array.from({ length: 3000 * tissues.length }, () => 0.04 * Math.exp(0.9 * chance.next()))
  const { input, weeks } = transitionAt(18)
  const more = weeks.map((w) => ({
    ...w,
    dayMinutes: w.dayMinutes.map((m) => m * 1.4),
    minutes: w.minutes * 1.4,
  }))
  const [less, heavier] = [weeks, more].map((plan) => {
    const firstDay = new Uint8Array(k.length)
    countOverloads(
      planInput(plan, input, off, references),
      k,
      byTissue(() => 0.05),
      firstDay,
    )
    return firstDay
  })
  less!.forEach((day, i) => {
    if (day > 0) expect(heavier![i]).toBeGreaterThan(0)
  })
  expect(overloadedShare(heavier!)).toBeGreaterThan(overloadedShare(less!))
})

test('the usual week in the usual shoes gives the stated background, ± 0.3 points', () => {
  const { input } = transitionAt(18)
  const { plans } = simulate(
    { plans: { usual: none }, asked: input, clients: 60_000, draws: 1, seed: 9 },
    references,
  )
  expect(Math.abs(plans.usual!.overloadedShare * 100 - references.backgroundPct)).toBeLessThanOrEqual(0.3)
})

test('the same seed gives the same bits, another seed other ones', () => {
  const one = JSON.stringify(simulate(askedOf(18, 2000), references))
  expect(JSON.stringify(simulate(askedOf(18, 2000), references))).toBe(one)
  expect(JSON.stringify(simulate(askedOf(18, 2000, 4), references))).not.toBe(one)
})

test('all at once overloads more than any pace, and the order holds in most draws', () => {
  const { plans, differences, orderHoldsShare, orderTiesShare, sensitivity } = simulate(
    askedOf(18, 10_000),
    references,
  )
  for (const pace of ['brisk', 'usual', 'slow'] as const)
    expect(plans.atOnce!.overloadedShare).toBeGreaterThan(plans[pace]!.overloadedShare)
  expect(plans.brisk!.overloadedShare).toBeGreaterThanOrEqual(plans.slow!.overloadedShare)
  expect(
    differences.find((d) => d.plans[0] === 'atOnce' && d.plans[1] === 'slow')!.interval[0],
  ).toBeGreaterThanOrEqual(0)
  // a tie is no order: it is said by itself
  expect(orderHoldsShare).toBeGreaterThan(0.05)
  expect(orderHoldsShare + orderTiesShare).toBeGreaterThan(0.3)
  expect(orderHoldsShare + orderTiesShare).toBeLessThanOrEqual(1)
  expect(sensitivity).toHaveLength(6)
})

test('plans that are one plan stand in no order', () => {
  const { plans, ...asked } = askedOf(18, 400)
  const same = simulate({ ...asked, plans: { usual: plans.usual!, slow: plans.usual! } }, references)
  expect(same.orderHoldsShare).toBe(0)
  expect(same.orderTiesShare).toBe(1)
})

test('factors come after the calibration: they raise what is compared', () => {
  const share = (factors: ['bone'] | []) => {
    const { input } = transitionAt(18, { factors })
    return simulate({ plans: { usual: none }, asked: input, clients: 20_000, draws: 1, seed: 2 }, references)
      .plans.usual!.overloadedShare
  }
  expect(share(['bone'])).toBeGreaterThan(share([]))
})

test('95 % of the draws lie in the interval that a repetition with another seed finds', () => {
  // the interval of the draws, found on one seed, holds the share of single draws of other seeds
  const { plans } = simulate(askedOf(18, 20_000, 1), references)
  const [low, high] = plans.usual!.interval
  let inside = 0
  const repetitions = 200
  for (let seed = 2; seed < 2 + repetitions; seed++) {
    const asked = { ...askedOf(18, 400, seed), draws: 2 }
    const one = simulate({ ...asked, plans: { usual: asked.plans.usual! } }, references).plans.usual!
    if (one.interval[0] >= low - 0.005 && one.interval[0] <= high + 0.005) inside++
  }
  expect(inside / repetitions).toBeGreaterThanOrEqual(0.9)
})

test('capacity follows the dose late and up to its cap; bone dips in weeks 3 to 8', () => {
  const dose = new Float64Array(simulatedDays).fill(3)
  const how = { days: 28, gain: 0.5, cap: 0.3, dip: 0.1 }
  const muscle = capacityCourse('archMuscle', dose, how)
  expect(muscle[0]).toBeLessThan(1.02)
  expect(Math.max(...muscle)).toBeLessThanOrEqual(1.3)
  expect(muscle[181]).toBeGreaterThan(1.29)
  const bone = capacityCourse('forefootBone', dose, { ...how, days: 90 })
  expect(bone[35]).toBeLessThan(muscle[35]! * 0.95)
  const flat = capacityCourse('forefootBone', new Float64Array(simulatedDays).fill(1), how)
  expect([...flat].every((c) => c === 1)).toBe(true)
})
