import { chanceFrom } from '../../../madeUp/synthetic'
import { dayAfter } from '../../../followup'
import { forecast, type DatedValue } from '../index'
import { referenceValues } from '../../../groundwork/reference'

/**
 * Forecasts against truth: courses of generators that know nothing of the model. How often the time to the goal lies in
 * the interval, how often a flat course is called a trend, and the same of a straight line as the baseline.
 */
const references = referenceValues()
type Chance = ReturnType<typeof chanceFrom>
type Course = (week: number) => number
/** A course and, where its numbers are worse than their error says, by how much. */
type Maker = { course: (c: Chance, span: number) => Course; noise?: number }
const real = 1.96 * Math.SQRT2 // with an error of 1

const makers: Record<string, Maker> = {
  saturating: {
    course: (c) => {
      const [gain, pace] = [c.between(1.5, 4) * real, c.between(6, 22)]
      return (week) => gain * (1 - Math.exp(-week / pace))
    },
  },
  stepped: {
    course: (c) => {
      const steps = Array.from({ length: 7 }, (_, i) => ({
        at: i * 6 + c.between(0, 6),
        up: c.between(0.2, 0.8) * real,
      }))
      return (week) => steps.reduce((sum, { at, up }) => sum + (week >= at ? up : 0), 0)
    },
  },
  plateau: {
    course: (c) => {
      const [slope, until] = [c.between(0.1, 0.3) * real, c.between(10, 40)]
      return (week) => slope * Math.min(week, until)
    },
  },
  // it has come to its end while it was watched
  stopped: {
    course: (c, span) => {
      const [slope, until] = [c.between(0.1, 0.3) * real, c.between(0.4, 1) * span]
      return (week) => slope * Math.min(week, until)
    },
  },
  relapse: {
    course: (c, span) => {
      const [slope, top, lasts] = [c.between(0.1, 0.3) * real, c.between(0.5, 1) * span, c.between(3, 10)]
      const high = slope * top
      return (week) => (week < top ? slope * week : high * Math.max(0.3, 1 - (0.7 * (week - top)) / lasts))
    },
  },
  straight: {
    course: (c) => {
      const slope = c.between(0.06, 0.3) * real
      return (week) => slope * week
    },
  },
  twiceTheNoise: {
    course: (c) => {
      const slope = c.between(0.1, 0.4) * real
      return (week) => slope * week
    },
    noise: 2,
  },
}
const startDay = '2026-01-05'
const outlierShare = 0.04

function courseOf(
  c: Chance,
  { course: make, noise = 1 }: Maker,
): { values: DatedValue[]; lastWeek: number; course: Course } {
  const points = 4 + Math.floor(c.between(0, 7))
  const span = c.between(9, 26)
  const course = make(c, span)
  const weeks = Array.from({ length: points }, (_, i) =>
    i === 0 ? 0 : (span * (i + c.between(-0.3, 0.3))) / (points - 1),
  )
  const values = weeks.map((week): DatedValue => {
    const slip = c.between(0, 1) < outlierShare ? c.normal(0, 4) : 0
    return {
      day: dayAfter(startDay, Math.round(week * 7)),
      value: course(Math.round(week * 7) / 7) + noise * c.normal(0, 1) + slip,
      sd: 1,
    }
  })
  return { values, lastWeek: Math.round(weeks.at(-1)! * 7) / 7, course }
}

function truthAt(course: Course, from: number, goal: number): number {
  for (let week = 0; week <= references.forecastMostWeeks; week += 0.1)
    if (course(from + week) >= goal) return week
  return Infinity
}

export type StudyRow = {
  name: string
  said: number
  in80: number
  in95: number
  line80: number
  /** it took longer than the interval said */
  hopeful: number
}
/** @param runs courses of each generator */
export function forecastStudy(
  runs: number,
  seed: number,
): { rows: StudyRow[]; flatQuiet: number; flatFalls: number; fallsTold: number } {
  const c = chanceFrom(seed)
  const rows = Object.entries(makers).map(([name, maker]): StudyRow => {
    const row = { name, said: 0, in80: 0, in95: 0, line80: 0, hopeful: 0 }
    for (let run = 0; run < runs; run++) {
      const { values, lastWeek, course } = courseOf(c, maker)
      const goal = course(lastWeek) + c.between(0.3, 1.6) * real
      const outcome = forecast(values, { goal, direction: 1, seed: run + 1 }, references)
      if (outcome.kind !== 'trend') continue
      row.said++
      const truth = truthAt(course, lastWeek, goal)
      const { weeks } = outcome
      if (truth >= weeks.low80 && truth <= weeks.high80) row.in80++
      if (truth > weeks.high80) row.hopeful++
      if (truth >= weeks.low95 && truth <= weeks.high95) row.in95++
      const [low, high] = lineInterval(values, goal)
      if (truth >= low && truth <= high) row.line80++
    }
    return row
  })
  const saidOf = (maker: Maker) => {
    const said = Array.from({ length: runs }, (_, run) => {
      const { values } = courseOf(c, maker)
      return forecast(values, { goal: 1.2 * real, direction: 1, seed: run + 1 }, references).kind
    })
    return (kind: string) => said.filter((each) => each === kind).length / runs
  }
  const flat = saidOf({ course: () => () => 0 })
  // by one to three real changes over the time it was watched
  const falling = saidOf({
    course: (chance, span) => {
      const lost = chance.between(1, 3) * real
      return (week) => (-lost * week) / span
    },
  })
  return { rows, flatQuiet: 1 - flat('trend'), flatFalls: flat('falls'), fallsTold: falling('falls') }
}

/** What a straight line by least squares would say: goal over slope, with the error of the slope alone. */
function lineInterval(values: readonly DatedValue[], goal: number): [number, number] {
  const xs = values.map((v) => (Date.parse(v.day) - Date.parse(startDay)) / 604_800_000)
  const n = xs.length
  const [mx, my] = [xs.reduce((a, b) => a + b, 0) / n, values.reduce((a, v) => a + v.value, 0) / n]
  const sxx = xs.reduce((sum, x) => sum + (x - mx) ** 2, 0)
  const slope = xs.reduce((sum, x, i) => sum + (x - mx) * (values[i]!.value - my), 0) / sxx
  const error = 1.28 / Math.sqrt(sxx)
  const now = my + slope * (xs.at(-1)! - mx)
  const at = (s: number) => (s > 0 ? Math.max(0, (goal - now) / s) : Infinity)
  return [at(slope + error), at(slope - error)]
}
