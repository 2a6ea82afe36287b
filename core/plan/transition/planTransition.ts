import type { References } from '../../groundwork/reference'

export const paces = ['slow', 'usual', 'brisk'] as const
export type Pace = (typeof paces)[number]
export const barefootViews = ['gradual', 'cautious', 'most'] as const
export type BarefootView = (typeof barefootViews)[number]
export const transitionFactors = ['age', 'bone', 'stiffHigh', 'noReserve', 'grade', 'sore', 'mass'] as const
export type TransitionFactor = (typeof transitionFactors)[number]

export type TransitionWeek = {
  week: number
  /** minutes in the new shoes and barefoot together */
  minutes: number
  minutesPerDay: number
  wearingDays: number
  mostInOneGoMin: number
  isLighter: boolean
  surface: 'soft' | 'indoor' | 'outdoor'
}

export type Transition = {
  weeks: TransitionWeek[]
  targetMinutes: number
  /** week in which the target is reached; undefined where the table ends short of it */
  reachedWeek: number | undefined
  shortestWeeks: number
  growthPct: number
  factors: TransitionFactor[]
}

/**
 * Week by week from usual shoes to the target share of hours. Hard limits: growth against the heaviest week so far,
 * the first exposure, a lighter week in four, and a shortest length made longer by the factors.
 * @param input hours a week on the feet, pace, the practice's view of going barefoot, running or not, factors
 * @returns weeks in order; no week exceeds the heaviest before it by more than the growth limit
 * @source gradual exposure, practice defaults
 */
export function planTransition(
  input: {
    hoursOnFeet: number
    pace: Pace
    barefoot: BarefootView
    runs: boolean
    factors: readonly TransitionFactor[]
    softStart: boolean
    /** a caution keeps bare feet and thin shoes off the street */
    staysInside?: boolean
  },
  references: References,
): Transition {
  const factor = input.factors.reduce((product, id) => product * factorOf(id, references), 1)
  const shortest = input.runs ? references.shortestRunWeeks : references.shortestWalkWeeks
  const shortestWeeks = Math.min(references.longestPlanWeeks, Math.ceil(shortest * factor))
  const growthPct = growthOf(input, references)
  const targetMinutes = Math.round(
    input.hoursOnFeet * minutesPerHour * targetShareOf(input.barefoot, references),
  )
  const firstMinutes = firstWeekMinutes(input, references)
  const peaks = peakMinutes({
    first: firstMinutes,
    target: targetMinutes,
    growthPct,
    shortestWeeks,
    references,
  })
  const weeks = peaks.map((peak, i) =>
    weekOf({
      peak,
      week: i + 1,
      first: firstMinutes,
      shortestWeeks,
      softStart: input.softStart,
      staysInside: input.staysInside ?? false,
      references,
    }),
  )
  const reached = weeks.find((w) => w.minutes >= targetMinutes)
  return {
    weeks,
    targetMinutes,
    reachedWeek: reached?.week,
    shortestWeeks,
    growthPct,
    factors: [...input.factors],
  }
}

const roundingSlack = 1e-6 // a product of many factors may end a hair below a whole minute
const minutesPerHour = 60

function factorOf(id: TransitionFactor, r: References): number {
  return {
    age: r.factorAge,
    bone: r.factorBone,
    stiffHigh: r.factorStiffHigh,
    noReserve: r.factorNoReserve,
    grade: r.factorGrade,
    sore: r.factorSore,
    mass: r.factorMass,
  }[id]
}

function growthOf({ pace, barefoot }: { pace: Pace; barefoot: BarefootView }, r: References): number {
  const growth = { slow: r.growthSlowPct, usual: r.growthUsualPct, brisk: r.growthBriskPct }[pace]
  return barefoot === 'cautious' ? Math.min(growth, r.growthSlowPct) : growth
}

function targetShareOf(view: BarefootView, r: References): number {
  return { gradual: r.targetShareGradual, cautious: r.targetShareCautious, most: r.targetShareMost }[view]
}

function firstWeekMinutes(
  input: { factors: readonly TransitionFactor[]; barefoot: BarefootView },
  r: References,
): number {
  const isCareful = input.factors.length > 0 || input.barefoot === 'cautious'
  return (isCareful ? r.firstExposureCarefulMin : r.firstExposureMin) * r.wearingDaysFirst
}

/** Heaviest minutes allowed in each week, before lighter weeks are taken off. */
function peakMinutes(input: {
  first: number
  target: number
  growthPct: number
  shortestWeeks: number
  references: References
}): number[] {
  const { first, target, shortestWeeks, references } = input
  const most = references.longestPlanWeeks
  // where the target would come too soon, the growth is spread over the shortest length
  const growingWeeks = Array.from({ length: shortestWeeks - 1 }, (_, i) => i + 2).filter(
    (w) => !isLighter(w, references),
  )
  const spread = target > first ? (target / first) ** (1 / Math.max(1, growingWeeks.length)) : 1
  const mostGrowth = 1 + input.growthPct / 100
  const growth = Math.min(mostGrowth, spread)
  const peaks = [Math.min(first, target)]
  let ideal = first
  for (let week = 2; week <= most; week++) {
    const before = peaks[peaks.length - 1]!
    if (!isLighter(week, references)) ideal *= growth
    // whole minutes, so that the limit holds for the numbers people see
    const wished = Math.max(before, Math.floor(ideal + roundingSlack))
    const next = isLighter(week, references)
      ? before
      : Math.min(target, Math.floor(before * mostGrowth), wished)
    peaks.push(next)
    if (next >= target && week >= shortestWeeks && !isLighter(week, references)) break
  }
  return peaks
}

function isLighter(week: number, references: References): boolean {
  return week % references.lighterEveryWeeks === 0
}

function weekOf(input: {
  peak: number
  week: number
  first: number
  shortestWeeks: number
  softStart: boolean
  staysInside: boolean
  references: References
}): TransitionWeek {
  const { peak, week, references } = input
  const light = isLighter(week, references)
  // down, never up: rounding must not break the growth limit
  const minutes = Math.floor(peak * (light ? references.lighterShare : 1) + roundingSlack)
  // more days come before longer days: a day is never shorter than the first exposure
  const perDayLeast = Math.max(1, Math.floor(input.first / references.wearingDaysFirst))
  const wearingDays =
    week === 1
      ? references.wearingDaysFirst
      : Math.max(1, Math.min(references.wearingDays, Math.floor(minutes / perDayLeast)))
  const minutesPerDay = Math.floor(minutes / wearingDays)
  const isFirstThird = week <= input.shortestWeeks / 3
  return {
    week,
    minutes,
    minutesPerDay,
    wearingDays,
    mostInOneGoMin:
      week === 1
        ? minutesPerDay
        : Math.min(
            minutesPerDay,
            Math.max(
              references.firstExposureCarefulMin,
              Math.floor(minutesPerDay * references.longestInOneGoShare),
            ),
          ),
    isLighter: light,
    surface: isFirstThird
      ? input.softStart
        ? 'soft'
        : 'indoor'
      : input.staysInside || week <= (2 * input.shortestWeeks) / 3
        ? 'indoor'
        : 'outdoor',
  }
}
