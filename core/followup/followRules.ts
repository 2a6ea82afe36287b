import type { References, ReferenceId } from '../groundwork/reference'
import { daysBetween } from '../groundwork/calendar'
import { calmLimits, isCalm } from './calm'
import { channels, isMoved, type Channel, type LoggedDay, type StopSign } from './log'

/** Most careful first: of two that fire the earlier one counts. @source log and re-test: order of the rules */
export const followActions = ['stop', 'backOff', 'restart', 'hold', 'advance'] as const
export type FollowAction = (typeof followActions)[number]

/** What moves by itself; at most one step of each in a week. */
export const lanes = ['train', 'spacers', 'shoes'] as const
export type Lane = (typeof lanes)[number]

/** Minutes of a day as they were planned. */
export type PlannedMinutes = { date: string; trainMin: number; spacersMin: number; shoesMin: number }

/** What a rule fired on; the sentence is made of it. */
export type Evidence = {
  days?: string[]
  value?: number
  level?: number
  limit?: number
  channel?: Channel
  signs?: StopSign[]
  side?: 'left' | 'right'
  lane?: Lane
}

/** Everything the rules read. */
export type RuleInput = {
  today: string
  /** merged, earliest first, none after today */
  days: readonly LoggedDay[]
  /** days with a stop sign that nobody settled, those to come here and past elsewhere among them */
  stopped: readonly LoggedDay[]
  planned: readonly PlannedMinutes[]
  /** the client's own level of each kind of pain; undefined where too little is known */
  level: Readonly<Record<Channel, number | undefined>>
  /** worst pain told at the visit, answer and map together; undefined where nobody asked */
  painAtVisit: number | undefined
  /** first day of the plan */
  startsOn: string
  r: References
}

export type FollowRule = {
  id: string
  /** undefined: said to the practitioner, proposes nothing */
  action: FollowAction | undefined
  lanes: readonly Lane[]
  /** thresholds it reads */
  reads: readonly ReferenceId[]
  source: string
  fires: (input: RuleInput) => Evidence | undefined
}

const weekDays = 7

/** Logged days of the last so many, today among them. */
const lastDays = ({ days, today }: RuleInput, count: number) =>
  days.filter((d) => ageOf(d, today) < count && ageOf(d, today) >= 0)
const ageOf = (day: { day: string }, today: string) => daysBetween(day.day, today)

/**
 * Days of a channel that lie above its level by more than `by` and more than the level is known to; a channel without
 * a level has none.
 */
function above(input: RuleInput, channel: Channel, by: number, count: number): LoggedDay[] {
  const level = input.level[channel]
  if (level === undefined) return []
  return lastDays(input, count).filter((d) => (d[channel] ?? -1) > level + by + input.r.painNoise)
}

/** The own level where several days are judged by it: the best of some weeks lies under the truth by chance alone. */
function surely({ level, painAtVisit, r }: RuleInput, channel: Channel): number | undefined {
  const own = level[channel]
  return own !== undefined && own < (painAtVisit ?? own) ? own + r.weekNoise : own
}

function firstOf<T>(of: (channel: Channel) => T | undefined): T | undefined {
  for (const channel of channels) {
    const found = of(channel)
    if (found !== undefined) return found
  }
  return undefined
}

/** A kind of pain that was clearly above its level on at least so many of the last days. */
function risen(
  input: RuleInput,
  { by, days, least, of = channels }: { by: number; days: number; least: number; of?: readonly Channel[] },
): Evidence | undefined {
  return firstOf((channel) => {
    const found = of.includes(channel) ? above(input, channel, by, days) : []
    return found.length >= least ? painEvidence(input, channel, found, by) : undefined
  })
}

/**
 * Days of the last so many above steady pain, where the visit had no more than that. Clearly above the client's own
 * level fewer of them count; hardly above it nearly all have to be, or the noise of a usual 3 would do it.
 */
function oftenSore(input: RuleInput, count: number, least: number): Evidence | undefined {
  const { painAtVisit, level, r } = input
  const usual = painAtVisit ?? level.pain ?? 0
  if (usual > r.steadyPain) return undefined
  const over = (limit: number) => lastDays(input, count).filter((d) => (d.pain ?? 0) > limit)
  const [above, clearly] = [over(r.steadyPain), over(Math.max(r.steadyPain, usual + r.betterBy))]
  if (clearly.length < least && above.length < (count * r.oftenNearlyAllPct) / 100) return undefined
  return { days: above.map((d) => d.day), value: Math.max(...above.map((d) => d.pain!)), limit: r.steadyPain }
}

/** Mean of each whole week of days before today, newest first, where enough of it was written down. */
export function weekMeans(
  days: readonly LoggedDay[],
  channel: Channel,
  today: string,
  r: References,
): { mean: number; weeksAgo: number }[] {
  const byWeek = new Map<number, number[]>()
  for (const d of days) {
    const value = d[channel]
    const age = ageOf(d, today)
    if (value !== undefined && age >= r.judgedDays) {
      const week = Math.floor((age - r.judgedDays) / r.levelDays)
      byWeek.set(week, [...(byWeek.get(week) ?? []), value])
    }
  }
  return [...byWeek]
    .filter(([, values]) => values.length >= r.levelDaysLeast)
    .sort(([a], [b]) => a - b)
    .map(([weeksAgo, values]) => ({ weeksAgo, mean: values.reduce((sum, v) => sum + v, 0) / values.length }))
}

type Week = { lately: number[]; mean: number; worst: number; level: number | undefined }
/** The first kind of pain of which the last week shows what is asked for. @param of the value it is said with */
function weekOf(input: RuleInput, of: (week: Week) => number | undefined): Evidence | undefined {
  return firstOf((channel) => {
    const week = lastDays(input, weekDays).filter((d) => d[channel] !== undefined)
    if (week.length === 0) return undefined
    const values = week.map((d) => d[channel]!)
    const level = input.level[channel]
    const worst = Math.max(...values)
    const lately = week.filter((d) => ageOf(d, input.today) < input.r.judgedDays).map((d) => d[channel]!)
    const value = of({ lately, mean: values.reduce((sum, v) => sum + v, 0) / values.length, worst, level })
    if (value === undefined) return undefined
    return {
      channel,
      days: week.filter((d) => d[channel] === worst).map((d) => d.day),
      value,
      ...(level !== undefined && { level }),
      limit: input.r.calmPain,
    }
  })
}

/**
 * Pain that grows day by day, so little at a time that no day shows it: the slope of the last weeks over the mean of the
 * days before them, of every kind of pain together, in errors of such a slope where nothing changes.
 */
function climbing(input: RuleInput): Evidence | undefined {
  const { climbDays, climbSurely, climbFrom, climbBaseLeast, dayNoise } = input.r
  const found = channels.flatMap((channel) => {
    const known = input.days.filter((d) => d[channel] !== undefined)
    const lately = known.filter((d) => ageOf(d, input.today) < climbDays)
    const before = known.filter((d) => ageOf(d, input.today) >= climbDays)
    if (before.length < climbBaseLeast || lately.length < climbDays / 2) return []
    const usual = before.reduce((sum, d) => sum + d[channel]!, 0) / before.length
    // weeks since the climb would have begun
    const weights = lately.map((d) => (climbDays - ageOf(d, input.today)) / weekDays)
    const rise = lately.reduce((sum, d, i) => sum + weights[i]! * (d[channel]! - usual), 0)
    const squares = weights.reduce((sum, w) => sum + w ** 2, 0)
    const sum = weights.reduce((a, w) => a + w, 0)
    const error = dayNoise * Math.sqrt(squares + sum ** 2 / before.length)
    return [{ channel, surely: rise / error, aWeek: rise / squares, usual, lately }]
  })
  const [first] = found.toSorted((a, b) => b.surely - a.surely)
  const surely = found.reduce((sum, { surely: one }) => sum + one, 0) / Math.sqrt(Math.max(1, found.length))
  if (!first || surely < climbSurely || first.aWeek < climbFrom) return undefined
  return {
    channel: first.channel,
    days: [first.lately[0]!.day],
    value: Math.round(first.aWeek * 10) / 10,
    level: Math.round(first.usual * 10) / 10,
    limit: climbDays / weekDays,
  }
}

const painEvidence = (
  input: RuleInput,
  channel: Channel,
  found: readonly LoggedDay[],
  limit: number,
): Evidence => ({
  channel,
  days: found.map((d) => d.day),
  value: Math.max(...found.map((d) => d[channel] ?? 0)),
  level: input.level[channel]!,
  limit,
})

/** First and last day of the longest stretch without anything done that ends today or ended within the last week. */
function gapOf(input: RuleInput): { from: string; days: number } | undefined {
  const { today, startsOn } = input
  const worked = input.days.filter(isMoved).map((d) => d.day)
  const marks = [startsOn, ...worked.filter((day) => day >= startsOn)].sort()
  const last = marks.at(-1)!
  const open = daysBetween(last, today)
  // what the client said: without a word nobody knows whether anything was missed, and the silence has a rule of its own
  const isTold = input.days.some((d) => d.day > last && d.training === 'not')
  if (open > input.r.missedDays && isTold) return { from: last, days: open }
  for (let i = marks.length - 1; i > 0; i--) {
    const gap = daysBetween(marks[i - 1]!, marks[i]!) - 1
    if (gap > input.r.missedDays && daysBetween(marks[i]!, today) < weekDays)
      return { from: marks[i - 1]!, days: gap }
  }
  return undefined
}

const isPlannedWithin = (input: RuleInput, from: string) =>
  input.planned.some(
    (p) => p.date > from && p.date <= input.today && p.trainMin + p.spacersMin + p.shoesMin > 0,
  )

/** Minutes of the last week over those that were planned, by more than so many per cent. */
function overPlan(input: RuleInput, lane: 'spacers' | 'shoes', pct: number): Evidence | undefined {
  const key = lane === 'spacers' ? 'spacersMin' : 'shoesMin'
  const logged = lastDays(input, weekDays).reduce((sum, d) => sum + (d[key] ?? 0), 0)
  const meant = input.planned
    .filter((p) => daysBetween(p.date, input.today) < weekDays && p.date <= input.today)
    .reduce((sum, p) => sum + p[key], 0)
  if (logged <= meant * (1 + pct / 100)) return undefined
  return { lane, value: Math.round(logged), level: Math.round(meant), limit: pct }
}

const law = 'log and re-test'
const all = lanes

/** The table. Every row that fires is kept with its evidence; the most careful one is what is proposed. */
export const followRules: readonly FollowRule[] = [
  {
    id: 'stopSign',
    action: 'stop',
    lanes: all,
    reads: [],
    source: 'cautions: stop signs',
    fires: ({ stopped: found }) => {
      if (found.length === 0) return undefined
      return { days: found.map((d) => d.day), signs: [...new Set(found.flatMap((d) => d.stops))] }
    },
  },
  {
    id: 'painFlare',
    action: 'backOff',
    lanes: all,
    reads: ['painFlare', 'painNoise', 'judgedDays'],
    source: `${law}; one day alone: practice default`,
    fires: (input) => risen(input, { by: input.r.painFlare, days: input.r.judgedDays, least: 1 }),
  },
  {
    id: 'painTwice',
    action: 'backOff',
    lanes: all,
    reads: ['painRise', 'painNoise', 'judgedDays'],
    source: `${law}: more than 2 above; on a second day, so that noise alone seldom fires it`,
    fires: (input) => risen(input, { by: input.r.painRise, days: input.r.judgedDays, least: 2 }),
  },
  {
    id: 'painLately',
    action: 'backOff',
    lanes: all,
    reads: ['painRise', 'painRiseFrom', 'weekNoise', 'latelyDays'],
    source: `${law}: more than 2 above; of the days together, so that a jump is heard before each of them is high`,
    fires: (input) => {
      const { painRise, painRiseFrom, weekNoise, latelyDays } = input.r
      return firstOf((channel) => {
        const level = surely(input, channel)
        const found = lastDays(input, latelyDays).filter((d) => d[channel] !== undefined)
        if (level === undefined || found.length < 2) return undefined
        const mean = found.reduce((sum, d) => sum + d[channel]!, 0) / found.length
        // two days alone are known less well than three
        const least = level + painRise + (found.length < latelyDays ? weekNoise : 0)
        return mean >= Math.max(least, painRiseFrom)
          ? painEvidence(input, channel, found, painRise)
          : undefined
      })
    },
  },
  {
    id: 'painDays',
    action: 'backOff',
    lanes: all,
    reads: ['painRise', 'painRiseFrom', 'painRiseDays', 'judgedDays', 'weekNoise'],
    source: `${law}: three of four days`,
    fires: (input) => {
      const { painRise, painRiseFrom, painRiseDays, judgedDays } = input.r
      return firstOf((channel) => {
        const level = surely(input, channel)
        if (level === undefined) return undefined
        const found = lastDays(input, judgedDays).filter(
          (d) => (d[channel] ?? -1) >= level + painRise && (d[channel] ?? -1) >= painRiseFrom,
        )
        return found.length >= painRiseDays ? painEvidence(input, channel, found, painRise) : undefined
      })
    },
  },
  {
    id: 'painOften',
    action: 'backOff',
    lanes: all,
    reads: ['steadyPain', 'oftenDays', 'betterBy', 'oftenNearlyAllPct'],
    source: `${law}: above 3 on 4 of 7 days where the visit had no more`,
    fires: (input) => oftenSore(input, weekDays, input.r.oftenDays),
  },
  {
    id: 'painRefer',
    action: 'backOff',
    lanes: all,
    reads: ['steadyPain', 'referDays', 'betterBy', 'oftenNearlyAllPct'],
    source: `${law}: after two weeks of it refer, whatever the mean says`,
    fires: (input) => oftenSore(input, 2 * weekDays, input.r.referDays),
  },
  {
    id: 'relapse',
    action: 'backOff',
    lanes: all,
    reads: ['relapseRise', 'loggedDaysLeast'],
    source: `${law}: 2 or more above the best week`,
    fires: (input) =>
      firstOf((channel) => {
        const weeks = weekMeans(input.days, channel, input.today, input.r)
        // a week against a week: of a few days chance alone would make some
        const lately = lastDays(input, weekDays).filter((d) => d[channel] !== undefined)
        if (weeks.length === 0 || lately.length < input.r.loggedDaysLeast) return undefined
        const best = Math.min(...weeks.map((week) => week.mean))
        const now = lately.reduce((sum, d) => sum + d[channel]!, 0) / lately.length
        if (now < best + input.r.relapseRise) return undefined
        return {
          ...painEvidence(input, channel, lately, input.r.relapseRise),
          level: Math.round(best * 10) / 10,
        }
      }),
  },
  {
    id: 'morningWorse',
    action: 'backOff',
    lanes: all,
    reads: ['painRise', 'painNoise'],
    source: `${law}: clearly worse next morning twice`,
    fires: (input) =>
      risen(input, { by: input.r.painRise, days: weekDays, least: 2, of: ['morning', 'firstSteps'] }),
  },
  {
    id: 'missedLong',
    action: 'restart',
    lanes: all,
    reads: ['missedAnewWeeks', 'missedDays'],
    source: `${law}: more than 3 weeks, planned anew`,
    fires: (input) => {
      const gap = gapOf(input)
      if (!gap || gap.days <= input.r.missedAnewWeeks * weekDays || !isPlannedWithin(input, gap.from))
        return undefined
      return { days: [gap.from], value: gap.days, limit: input.r.missedAnewWeeks * weekDays }
    },
  },
  {
    id: 'missedWeek',
    action: 'restart',
    lanes: all,
    reads: ['missedRestartPct', 'missedAnewWeeks', 'missedDays'],
    source: `${law}: more than a week, at 60 %`,
    fires: (input) => {
      const gap = gapOf(input)
      if (!gap || gap.days > input.r.missedAnewWeeks * weekDays || !isPlannedWithin(input, gap.from))
        return undefined
      return { days: [gap.from], value: gap.days, limit: input.r.missedDays }
    },
  },
  {
    id: 'painSome',
    action: 'hold',
    lanes: all,
    reads: ['painNoise', 'calmPain', 'painRise', 'judgedDays', 'dayNoise'],
    source: `${law}: up to 2 above`,
    fires: (input) => {
      const { calmPain, painNoise, painRise, dayNoise } = input.r
      return weekOf(input, ({ lately, mean, worst, level }) => {
        if (level === undefined) return worst > calmPain ? worst : undefined
        // one such day may be chance, a second one so soon is not taken for it
        const isAgain = lately.filter((v) => v > Math.max(calmPain, level + dayNoise)).length > 1
        return isAgain || mean > level + painNoise || worst > level + painRise ? worst : undefined
      })
    },
  },
  {
    id: 'painClimbs',
    action: 'hold',
    lanes: all,
    reads: ['climbDays', 'climbSurely', 'climbFrom', 'dayNoise', 'climbBaseLeast'],
    source: `${law}: a slow climb, told from the noise of single days by three weeks of it together`,
    fires: (input) => climbing(input),
  },
  {
    id: 'painSteady',
    action: 'hold',
    lanes: all,
    reads: ['calmPain', 'steadyPain', 'weekNoise'],
    source: `${law}: goes on at 2 or less, or at what was always there up to 3`,
    fires: (input) =>
      weekOf(input, ({ mean, level }) =>
        level !== undefined && mean > calmLimits(input.painAtVisit, input.r).calmMean
          ? Math.round(mean * 10) / 10
          : undefined,
      ),
  },
  {
    id: 'tooHard',
    action: 'hold',
    lanes: ['train'],
    reads: ['hardDays'],
    source: 'practice default',
    fires: (input) => {
      const found = lastDays(input, weekDays).filter((d) => d.hadTwoMore === false)
      return found.length >= input.r.hardDays
        ? { days: found.map((d) => d.day), limit: input.r.hardDays }
        : undefined
    },
  },
  {
    id: 'silent',
    action: 'hold',
    lanes: all,
    reads: ['silentDays'],
    source: `${law}: silence never advances`,
    fires: ({ days, today, startsOn, r }) => {
      const last = days.at(-1)?.day ?? startsOn
      const silent = daysBetween(last, today)
      return silent > r.silentDays ? { days: [last], value: silent, limit: r.silentDays } : undefined
    },
  },
  {
    id: 'littleKnown',
    action: 'hold',
    lanes: all,
    reads: ['loggedDaysLeast'],
    source: 'a missing day is not a good day',
    fires: (input) => {
      const known = lastDays(input, weekDays).filter((d) => d.pain !== undefined && isMoved(d))
      return known.length < input.r.loggedDaysLeast
        ? { value: known.length, limit: input.r.loggedDaysLeast }
        : undefined
    },
  },
  {
    id: 'notSettled',
    action: 'hold',
    lanes: all,
    reads: ['loggedDaysLeast'],
    source: `${law}: settled by next morning`,
    fires: (input) => {
      const mornings = lastDays(input, weekDays).filter((d) => d.morning !== undefined)
      return mornings.length < Math.ceil(input.r.loggedDaysLeast / 2)
        ? { value: mornings.length, limit: Math.ceil(input.r.loggedDaysLeast / 2) }
        : undefined
    },
  },
  {
    id: 'calm',
    action: 'advance',
    lanes: all,
    reads: ['calmPain', 'steadyPain', 'loggedDaysLeast', 'weekNoise', 'dayNoise'],
    source: `${law}: at or under the own level, settled by next morning`,
    fires: (input) => {
      const all = lastDays(input, weekDays)
      const limits = calmLimits(input.painAtVisit, input.r)
      if (!isCalm(all, limits, input.r.dayNoise)) return undefined
      const week = all.filter(isMoved)
      return week.length >= input.r.loggedDaysLeast
        ? {
            days: week.map((d) => d.day),
            value: Math.max(0, ...week.map((d) => d.pain ?? 0)),
            limit: limits.calmMean,
          }
        : undefined
    },
  },
  ...(['spacers', 'shoes'] as const).flatMap((lane): FollowRule[] => [
    {
      id: lane === 'spacers' ? 'farOverSpacers' : 'farOverShoes',
      action: 'hold',
      lanes: [lane],
      reads: ['overHoldPct'],
      source: `${law}: beyond the plan by 60 %, never on`,
      fires: (input) => overPlan(input, lane, input.r.overHoldPct),
    },
    {
      id: lane === 'spacers' ? 'overSpacers' : 'overShoes',
      action: undefined,
      lanes: [lane],
      reads: ['overPlanPct'],
      source: `${law}: over the plan by 30 %`,
      fires: (input) => overPlan(input, lane, input.r.overPlanPct),
    },
  ]),
  {
    id: 'cramp',
    action: undefined,
    lanes: ['train'],
    reads: [],
    source: 'training: cramp is usual at first',
    fires: (input) => {
      const found = lastDays(input, weekDays).filter((d) => d.cramp)
      return found.length > 0 ? { days: found.map((d) => d.day), value: found.length } : undefined
    },
  },
  {
    id: 'oneSided',
    action: undefined,
    lanes: all,
    reads: ['sameSideDays', 'placesDays'],
    source: 'cautions: two-sided care for one-sided pain',
    fires: (input) => {
      const found = lastDays(input, input.r.placesDays).filter((d) => (d.places?.length ?? 0) > 0)
      const sides = new Set(found.flatMap((d) => d.places!.map((p) => p.side)))
      const [side] = sides
      return found.length >= input.r.sameSideDays && sides.size === 1 && side
        ? { days: found.map((d) => d.day), side }
        : undefined
    },
  },
  {
    id: 'painMoves',
    action: undefined,
    lanes: all,
    reads: ['sameSideDays', 'placesDays', 'heelTo', 'middleTo'],
    source: 'cautions: a way round is looked for elsewhere',
    fires: (input) => {
      const found = lastDays(input, input.r.placesDays).filter((d) => (d.places?.length ?? 0) > 0)
      const first = found[0]?.places
      const last = found.at(-1)?.places
      if (found.length < input.r.sameSideDays || !first || !last) return undefined
      const isNear = last.some((a) =>
        first.some((b) => a.side === b.side && zoneOf(a.along, input.r) === zoneOf(b.along, input.r)),
      )
      return isNear ? undefined : { days: [found[0]!.day, found.at(-1)!.day] }
    },
  },
]

/** Heel, middle, forefoot with toes. */
const zoneOf = (along: number, r: References) =>
  along < r.heelTo ? 'heel' : along < r.middleTo ? 'middle' : 'fore'
