import type { References } from '../groundwork/reference'
import { daysBetween } from '../groundwork/calendar'
import {
  followActions,
  followRules,
  lanes,
  weekMeans,
  type Evidence,
  type FollowAction,
  type Lane,
  type PlannedMinutes,
  type RuleInput,
} from './followRules'
import { channels, loggedDays, type Channel, type LogEntry, type LoggedDay } from './log'

const weekDays = 7

export type FollowInput = {
  log: readonly LogEntry[]
  planned: readonly PlannedMinutes[]
  startsOn: string
  /** YYYY-MM-DD; of later entries only stop signs are looked at */
  today: string
  /** worst pain told at the visit, answer and map together, 0 to 10: the level never climbs over it */
  painAtVisit?: number | undefined
  /** the day the plan or a proposal last moved a lane; left out, the first day of the plan */
  lastStepOn?: string | undefined
}

export type Fired = {
  rule: string
  action: FollowAction | undefined
  lanes: readonly Lane[]
  evidence: Evidence
}

export type FollowUp = {
  /** the most careful of what fired; undefined where nothing is proposed yet */
  action: FollowAction | undefined
  /** what it is proposed for: a lane that had a step this week has no other */
  lanes: readonly Lane[]
  /** every rule that fired, the most careful first, then what is only said */
  fired: readonly Fired[]
  level: Readonly<Record<Channel, number | undefined>>
  /** minutes a day after it, where minutes are proposed to change; undefined where a lane has none */
  minutes: Partial<Record<'spacers' | 'shoes', number>>
  /** part of the sets that is done, 1 where nothing changes */
  setsShare: number
  lastDay: string | undefined
}

/**
 * What the log says today. Pure: the same log gives the same proposal in whatever order it came.
 * Nothing here changes a plan; a stop pauses it, everything else waits for the practitioner.
 * @source log and re-test: rules
 */
export function followUp(input: FollowInput, r: References): FollowUp {
  const all = loggedDays(input.log)
  const days = all.filter((d) => d.day <= input.today)
  const level = levelOf(days, input, r)
  const lastStep = input.lastStepOn ?? input.startsOn
  const asked: RuleInput = {
    today: input.today,
    days,
    // a sign counts at once, also from a phone on which it is tomorrow already
    stopped: all.filter((d) => d.stops.length > 0),
    planned: input.planned,
    level,
    painAtVisit: input.painAtVisit,
    startsOn: input.startsOn,
    r,
  }
  const fired: Fired[] = followRules.flatMap((rule) => {
    const evidence = rule.fires(asked)
    return evidence ? [{ rule: rule.id, action: rule.action, lanes: rule.lanes, evidence }] : []
  })
  const rank = ({ action }: Fired) =>
    action === undefined ? followActions.length : followActions.indexOf(action)
  const sorted = fired.map((f, i) => ({ f, i })).sort((a, b) => rank(a.f) - rank(b.f) || a.i - b.i)
  const first = sorted[0]?.f
  // one list never says two things: nothing goes on beside something that holds
  const ordered = sorted.filter(({ f }) => f.action !== 'advance' || first?.action === 'advance')
  const isOpen = input.today >= input.startsOn
  const action = !isOpen && first?.action !== 'stop' ? undefined : first?.action
  const isRested = daysBetween(lastStep, input.today) >= weekDays
  // going on waits for a week after the last step; being more careful does not
  const proposed = action === 'advance' && !isRested ? undefined : action
  return {
    action: proposed,
    lanes:
      proposed === undefined
        ? []
        : lanesOf(
            ordered.map(({ f }) => f),
            proposed,
          ),
    fired: ordered.map(({ f }) => f),
    level,
    ...amounts(proposed, days, input, r),
    lastDay: days.at(-1)?.day,
  }
}

function lanesOf(fired: readonly Fired[], action: FollowAction): Lane[] {
  return lanes.filter((lane) => fired.some((f) => f.action === action && f.lanes.includes(lane)))
}

/**
 * The client's own level of each kind of pain: what was told at the visit, or the best week since where that was clearly
 * better. It never climbs with the pain: whoever came with nothing and hurts every day is not used to it. Where nobody
 * asked at the visit, the first days that were written down stand for it.
 * @source log and re-test: pain is judged against a baseline that never climbs with the pain
 */
export function levelOf(
  days: readonly LoggedDay[],
  { today, painAtVisit }: Pick<FollowInput, 'today' | 'painAtVisit'>,
  r: References,
): Record<Channel, number | undefined> {
  const of = (channel: Channel): number | undefined => {
    const told = painAtVisit ?? firstDays(days, channel, today, r)
    if (told === undefined) return undefined
    const best = Math.min(...weekMeans(days, channel, today, r).map((week) => week.mean))
    // clearly better, or it is chance alone: the best of some weeks of one level lies under it
    return best < told - r.betterBy ? best : told
  }
  return Object.fromEntries(channels.map((c) => [c, of(c)])) as Record<Channel, number | undefined>
}

/** Mean of the first days of a kind of pain; the days that are judged are no part of what they are judged by. */
function firstDays(
  days: readonly LoggedDay[],
  channel: Channel,
  today: string,
  r: References,
): number | undefined {
  const first = days
    .filter((d) => d[channel] !== undefined && daysBetween(d.day, today) >= r.judgedDays)
    .slice(0, r.levelDays)
  return first.length >= r.levelDaysLeast
    ? first.reduce((sum, d) => sum + d[channel]!, 0) / first.length
    : undefined
}

/** Part of everything with which a plan begins again after a gap, or after a stop that was settled. */
export const restartShare = (r: References): number => r.missedRestartPct / 100

/** Minutes and sets after a proposal: of the smaller of what was done and what was planned on days that had any. */
function amounts(
  action: FollowAction | undefined,
  days: readonly LoggedDay[],
  { planned, today }: FollowInput,
  r: References,
): Pick<FollowUp, 'minutes' | 'setsShare'> {
  if (action === 'stop') return { minutes: { spacers: 0, shoes: 0 }, setsShare: 0 }
  // a week that is held is the same week again
  if (action !== 'backOff' && action !== 'restart') return { minutes: {}, setsShare: 1 }
  const times = action === 'backOff' ? r.backOffTimes : restartShare(r)
  const isRecent = (day: string) => day <= today && daysBetween(day, today) < weekDays
  const of = (key: 'spacersMin' | 'shoesMin'): number | undefined => {
    const meant = planned.filter((p) => isRecent(p.date) && p[key] > 0).map((p) => p[key])
    if (meant.length === 0) return undefined
    const done = days.filter((d) => isRecent(d.day) && (d[key] ?? 0) > 0).map((d) => d[key]!)
    const mean = (values: readonly number[]) => values.reduce((sum, v) => sum + v, 0) / values.length
    return Math.floor(times * Math.min(mean(meant), done.length > 0 ? mean(done) : mean(meant)))
  }
  const [spacers, shoes] = [of('spacersMin'), of('shoesMin')]
  return {
    minutes: { ...(spacers !== undefined && { spacers }), ...(shoes !== undefined && { shoes }) },
    setsShare: times,
  }
}

// a slow climb is told early and therefore often in vain: it holds, and stands where somebody looks, not on a list
const quietRules = ['littleKnown', 'notSettled', 'silent', 'painClimbs']

/**
 * Whether somebody has to look at it: a stop always; less load where something new was written since it was last
 * decided; a hold once a week, and not where only little was written (silence is listed by itself).
 * @param decidedOn the last day a proposal was taken
 * @param cameSince days about which some pain came in after it was taken, that day itself or an earlier one among them
 */
export function needsLook(
  { action, fired }: FollowUp,
  decidedOn: string | undefined,
  today: string,
  cameSince: readonly string[] = [],
): boolean {
  const own = fired.filter((f) => f.action === action)
  switch (action) {
    case 'stop':
      return true
    case 'backOff':
    case 'restart':
      return own.some(
        (f) =>
          decidedOn === undefined ||
          (f.evidence.days ?? []).some((day) => day > decidedOn || cameSince.includes(day)),
      )
    case 'hold':
      return (
        own.some((f) => !quietRules.includes(f.rule)) &&
        (decidedOn === undefined || daysBetween(decidedOn, today) >= weekDays)
      )
    default:
      return false
  }
}
