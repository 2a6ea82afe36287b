import { normalQuantile } from '../../groundwork/statistics'

/** One value of a course: weeks since the first, value, standard deviation of its error over days. */
export type CoursePoint = { week: number; value: number; sd: number }

/** Level and slope (a week) with their covariance, as known at one moment. */
type State = { l: number; v: number; ll: number; lv: number; vv: number }
/**
 * One way a course may run: how much of the slope is left after a week, how far it wanders in one, and how many times
 * as wide as it was said the error of its values is.
 */
type Way = { keeps: number; wander: number; noise: number; weight: number }

// lines, slopes that fade (saturating courses), slopes that wander (steps, plateaus); in units of the error
const keepsOf = [1, 0.94]
const wandersOf = [0, 0.04, 0.08]
// values of another hand, or of a worse day than most, spread more than is said
const noisesOf = [
  { noise: 1, prior: 0.85 },
  { noise: 1.5, prior: 0.12 },
  { noise: 2.2, prior: 0.03 },
]
/** Every way may come to its end: the chance of it in a week. */
const stopsAWeek = 0.015
const slopeSd = 0.16 // of a real change, a week: what is expected before anything was seen
const farOut = 2.5 // a value further out than so many of its spreads counts for less

export type CourseFit = {
  /** chance that the course goes up just now, 0..1 */
  chanceUp: number
  level: number
  levelSd: number
  slope: number
  /** draws a future: level after each whole week from the last value on, 0 the last value itself */
  future: (weeks: number, unit: () => number) => Float64Array
}

/**
 * A course as level and slope that wander and fade, averaged over ways of running by how well each foretells the values
 * one after the other. The error of every value is known and goes in; what is learned is the course alone.
 * @param points by week, at least two @param realChange smallest real change of a single value, > 0: the unit of slopes
 */
export function fitCourse(points: readonly CoursePoint[], realChange: number): CourseFit {
  const fits = keepsOf.flatMap((keeps) =>
    wandersOf.flatMap((wander) =>
      noisesOf.map(({ noise, prior }) => {
        const way = { keeps, wander: wander * realChange, noise, weight: 0 }
        const { state, logLikelihood } = filtered(points, way, slopeSd * realChange)
        return { way, state, logLikelihood: logLikelihood + Math.log(prior) }
      }),
    ),
  )
  const best = Math.max(...fits.map((fit) => fit.logLikelihood))
  for (const fit of fits) fit.way.weight = Math.exp(fit.logLikelihood - best)
  const total = fits.reduce((sum, { way }) => sum + way.weight, 0)
  const mean = (of: (state: State) => number) =>
    fits.reduce((sum, { way, state }) => sum + (way.weight / total) * of(state), 0)
  const level = mean((s) => s.l)
  return {
    chanceUp: mean((s) => upward(s)),
    level,
    levelSd: Math.sqrt(mean((s) => s.ll + (s.l - level) ** 2)),
    slope: mean((s) => s.v),
    future: (weeks, unit) => {
      let left = unit() * total
      const { way, state } = fits.find((fit) => (left -= fit.way.weight) <= 0) ?? fits.at(-1)!
      return drawn(state, way, weeks, unit)
    },
  }
}

function upward({ v, vv }: State): number {
  return vv > 0 ? logistic(v / Math.sqrt(vv)) : v > 0 ? 1 : 0
}
// the normal distribution to three digits; asked a few thousand times for a page
const logistic = (z: number) => 1 / (1 + Math.exp(-1.5976 * z - 0.07056 * z ** 3))

function filtered(
  points: readonly CoursePoint[],
  way: Way,
  slopePrior: number,
): { state: State; logLikelihood: number } {
  const first = points[0]!
  let state: State = { l: first.value, v: 0, ll: (way.noise * first.sd) ** 2, lv: 0, vv: slopePrior ** 2 }
  let logLikelihood = 0
  for (let i = 1; i < points.length; i++) {
    const { week, value } = points[i]!
    const sd = way.noise * points[i]!.sd
    state = ahead(state, way, week - points[i - 1]!.week)
    const off = value - state.l
    const spread = state.ll + sd ** 2
    const z = Math.abs(off) / Math.sqrt(spread)
    // a slip of the tape says little about the foot
    const noise = z > farOut ? off ** 2 / farOut ** 2 - state.ll : sd ** 2
    const s = state.ll + noise
    logLikelihood -= 0.5 * (Math.log(s) + off ** 2 / s)
    const [kl, kv] = [state.ll / s, state.lv / s]
    state = {
      l: state.l + kl * off,
      v: state.v + kv * off,
      ll: state.ll * (1 - kl),
      lv: state.lv * (1 - kl),
      vv: state.vv - kv * state.lv,
    }
  }
  return { state, logLikelihood }
}

/** A state some weeks on, in steps of at most one. */
function ahead(from: State, { keeps, wander }: Way, weeks: number): State {
  const steps = Math.max(1, Math.ceil(weeks))
  const h = weeks / steps
  const kept = keeps ** h
  let { l, v, ll, lv, vv } = from
  for (let i = 0; i < steps; i++) {
    l += h * v
    ll += 2 * h * lv + h * h * vv
    lv = kept * (lv + h * vv)
    vv = kept * kept * vv + wander ** 2 * h
    v *= kept
  }
  return { l, v, ll, lv, vv }
}

function drawn(state: State, { keeps, wander }: Way, weeks: number, unit: () => number): Float64Array {
  const normal = () => normalQuantile(Math.min(1 - 1e-9, Math.max(1e-9, unit())))
  const sdL = Math.sqrt(Math.max(0, state.ll))
  const a = normal()
  let l = state.l + sdL * a
  const along = sdL > 0 ? state.lv / sdL : 0
  let v = state.v + along * a + Math.sqrt(Math.max(0, state.vv - along ** 2)) * normal()
  const levels = new Float64Array(weeks + 1)
  levels[0] = l
  let isOver = false
  for (let week = 1; week <= weeks; week++) {
    isOver ||= unit() < stopsAWeek
    if (isOver) v = 0
    l += v
    if (!isOver) v = keeps * v + (wander > 0 ? wander * normal() : 0)
    levels[week] = l
  }
  return levels
}
