import { daysBetween } from '../../groundwork/calendar'
import type { References } from '../../groundwork/reference'
import { uniforms } from '../../groundwork/statistics'
import { fitCourse } from './courseModel'

/** A value on its day, YYYY-MM-DD, with the standard deviation of its error over days, same unit. */
export type DatedValue = { day: string; value: number; sd: number }

/** Weeks from the last value to the goal; Infinity where it lies further ahead than is looked. */
export type WeeksToGoal = { low95: number; low80: number; middle: number; high80: number; high95: number }
/** What the course may be some weeks after the last value. */
export type ForecastBand = {
  week: number
  low95: number
  low80: number
  middle: number
  high80: number
  high95: number
}

export type Forecast =
  | { kind: 'tooFew'; points: number; weeks: number }
  | { kind: 'reached'; level: number }
  | { kind: 'noTrend'; chanceRight: number; flatSince: string | undefined }
  /** it moves away from the goal, or the last value is really further from it than the first */
  | { kind: 'falls'; chanceWrong: number; isReal: boolean; since: string; flatSince: string | undefined }
  | {
      kind: 'trend'
      chanceRight: number
      level: number
      levelSd: number
      /** a week */
      slope: number
      weeks: WeeksToGoal
      /** chance that the goal is reached as far as is looked */
      chanceReached: number
      band: ForecastBand[]
    }

const draws = 1500
const shares = [0.025, 0.1, 0.5, 0.9, 0.975] as const

/**
 * When a goal on one measure is met, from values whose error is known, by drawing futures of a course that may run
 * straight, fade, or wander.
 * @param values in any order; several of one day are one point @param goal same unit
 * @param direction 1 where more is better, −1 where less is
 * @param seed the same values and seed give the same forecast
 * @returns falls where it moves away from the goal, before anything else is said; no trend where the right direction is not likely enough, or too little is known; quantiles else
 * @source level and slope with known error of measuring; intervals proven on courses of other generators (docs/model.md)
 */
export function forecast(
  values: readonly DatedValue[],
  { goal, direction, seed = 1 }: { goal: number; direction: 1 | -1; seed?: number },
  r: References,
): Forecast {
  const points = oncePerDay(values)
  const days = points.length > 0 ? daysBetween(points[0]!.day, points.at(-1)!.day) : 0
  if (points.length < r.forecastPoints || days < r.forecastWeeks * 7)
    return { kind: 'tooFew', points: points.length, weeks: days / 7 }
  const from = points[0]!.day
  // everything upwards: less is better is the same with the sign turned
  const course = points.map(({ day, value, sd }) => ({
    week: daysBetween(from, day) / 7,
    value: direction * value,
    sd,
  }))
  const typical = Math.sqrt(course.reduce((sum, p) => sum + p.sd ** 2, 0) / course.length)
  const fit = fitCourse(course, r.changeReal * Math.SQRT2 * typical)
  const wanted = direction * goal
  if (fit.level - fit.levelSd >= wanted) return { kind: 'reached', level: direction * fit.level }
  const [first, last] = [points[0]!, points.at(-1)!]
  const lost = direction * (first.value - last.value)
  const isReal = lost > r.changeReal * Math.hypot(first.sd, last.sd)
  if (isReal || 1 - fit.chanceUp >= r.forecastChance)
    return {
      kind: 'falls',
      chanceWrong: 1 - fit.chanceUp,
      isReal,
      since: first.day,
      flatSince: flatSince(points, r),
    }
  if (fit.chanceUp < r.forecastChance)
    return { kind: 'noTrend', chanceRight: fit.chanceUp, flatSince: flatSince(points, r) }
  const unit = uniforms(seed)
  const futures = Array.from({ length: draws }, () => fit.future(r.forecastMostWeeks, unit))
  const times = futures.map((levels) => firstAt(levels, wanted)).sort((a, b) => a - b)
  const [low95, low80, middle, high80, high95] = shares.map((share) => quantile(times, share))
  const weeks = {
    low95: low95!,
    low80: low80!,
    middle: middle!,
    high80: high80!,
    high95: high95!,
  }
  return {
    kind: 'trend',
    chanceRight: fit.chanceUp,
    level: direction * fit.level,
    levelSd: fit.levelSd,
    slope: direction * fit.slope,
    weeks,
    chanceReached: times.filter((t) => t < Infinity).length / draws,
    band: bandOf(futures, direction),
  }
}

function oncePerDay(values: readonly DatedValue[]): DatedValue[] {
  const byDay = new Map<string, DatedValue>()
  for (const value of [...values].sort((a, b) => a.sd - b.sd))
    // of two on a day the surer one: the client's own try of the day of a visit adds nothing
    if (!byDay.has(value.day)) byDay.set(value.day, value)
  return [...byDay.values()].sort((a, b) => a.day.localeCompare(b.day))
}

function firstAt(levels: Float64Array, wanted: number): number {
  for (let week = 0; week < levels.length; week++) {
    const level = levels[week]!
    if (level < wanted) continue
    if (week === 0) return 0
    const before = levels[week - 1]!
    return week - 1 + (wanted - before) / (level - before)
  }
  return Infinity
}

function quantile(sorted: readonly number[], share: number): number {
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!
}

const bandEvery = 2
const bandWeeks = 26
function bandOf(futures: readonly Float64Array[], direction: 1 | -1): ForecastBand[] {
  const band: ForecastBand[] = []
  for (let week = 0; week <= bandWeeks; week += bandEvery) {
    const at = futures.map((levels) => direction * levels[week]!).sort((a, b) => a - b)
    const [low95, low80, middle, high80, high95] = shares.map((share) => quantile(at, share))
    band.push({ week, low95: low95!, low80: low80!, middle: middle!, high80: high80!, high95: high95! })
  }
  return band
}

/** First day from which on all values lie within the error of each other; undefined where the last two differ really. */
function flatSince(points: readonly DatedValue[], r: References): string | undefined {
  let since: string | undefined
  for (let from = points.length - 2; from >= 0; from--) {
    const rest = points.slice(from)
    const isFlat = rest.every((a) =>
      rest.every((b) => Math.abs(a.value - b.value) <= r.changeReal * Math.hypot(a.sd, b.sd)),
    )
    if (!isFlat) break
    since = points[from]!.day
  }
  return since
}
