import type { References } from '../../groundwork/reference'
import { tissues } from '../training'
import { frameOf, percent, roundingSlack, type Frame } from './frame'
import { byTissue } from './loadModel'
import type { GroundSurface, StepActivity } from './loadTable'
import { doseAt, doseOf, roomOf, runDoseAt, trainingShare } from './room'
import { inFives } from './target'
import type { BrokenRule, LimitRule, Rung, Transition, TransitionInput, TransitionWeek } from './transition'

/**
 * Week by week from today's exposure to the target: as many new minutes as every rule leaves in each week, in turn. A
 * week's most depends on the weeks before it alone and grows with them, so that taking the most each week is the most
 * in all of them (compared with a linear programme in the tests).
 * @returns weeks in order, at most the table's longest plan; empty where the end has no ladder of load
 * @source footwear transition, the planner: rules 1 to 7
 */
export function planTransition(input: TransitionInput, references: References): Transition {
  const { heldWeeks } = input
  if (heldWeeks === 0 || input.to.minutes <= 0) return wayFrom(input, references)
  const later = {
    ...input,
    edits: input.edits.map(({ week, minutes }) => ({ week: week - heldWeeks, minutes })),
    away: input.away.map((week) => week - heldWeeks),
  }
  return heldBack(wayFrom(later, references), frameOf(input, references))
}

/** The same way, some weeks later: until then no more is worn than today. @source training plan: pain as a gate */
function heldBack(way: Transition, frame: Frame): Transition {
  const { heldWeeks, edits, away } = frame.input
  const state = startState(frame, way.startMinutes)
  const most = way.startMinutes
  const held = Array.from({ length: heldWeeks }, (_, i) => {
    const week = i + 1
    const minutes = away.includes(week) ? 0 : (edits.find((e) => e.week === week)?.minutes ?? most)
    const planned = weekOf(week, minutes, state, frame)
    const runMinutes = Math.min(planned.runMinutes, frame.input.from.newRunMinutes)
    return { ...planned, isFirst: false, isLighter: false, runMinutes }
  })
  const moved = (week: number) => week + heldWeeks
  const movedIf = (week: number | undefined) => (week === undefined ? undefined : moved(week))
  return {
    ...way,
    weeks: withRatios([...held, ...way.weeks.map((w) => ({ ...w, week: moved(w.week) }))]),
    reachedWeek: movedIf(way.reachedWeek),
    hours: { ...way.hours, reachedWeek: movedIf(way.hours.reachedWeek) },
    smaller: way.smaller && { ...way.smaller, weeks: moved(way.smaller.weeks) },
    broken: [
      ...held.flatMap(({ week, minutes }) =>
        minutes > most ? [{ week, rule: 'pain' as const, byMin: minutes - most, nearestMin: most }] : [],
      ),
      ...way.broken.map((rule) => ({ ...rule, week: moved(rule.week) })),
    ],
  }
}

function wayFrom(input: TransitionInput, references: References): Transition {
  const frame = frameOf(input, references)
  const { from, to } = input
  const start = Math.min(from.newMinutes, to.minutes)
  const weeks: TransitionWeek[] = []
  const broken: BrokenRule[] = []
  const state = startState(frame, start)
  let heldBy: LimitRule = 'target'
  const longest = references.longestPlanWeeks
  for (let week = 1; week <= longest && to.minutes > 0; week++) {
    const { limit, rule } = mostMinutes(week, state, frame)
    const edited = input.edits.find((e) => e.week === week)?.minutes
    const minutes = input.away.includes(week) ? 0 : (edited ?? limit)
    if (minutes > limit) broken.push({ week, rule, byMin: minutes - limit, nearestMin: limit })
    const planned = weekOf(week, minutes, state, frame)
    weeks.push(planned)
    heldBy = rule
    // what a hand put over a limit opens nothing: the weeks after it grow from what was allowed
    advance(state, planned, Math.min(minutes, limit), frame)
    if (!planned.isMissed && isOver(week, rule, state, frame)) break
  }
  const reached = weeks.find(
    (w) => w.minutes >= frame.targetMinutes && w.runMinutes >= frame.runTargetMinutes - roundingSlack,
  )?.week
  return {
    weeks: withRatios(weeks),
    startMinutes: Math.round(start),
    targetMinutes: frame.targetMinutes,
    runTargetMinutes: Math.round(frame.runTargetMinutes),
    reachedWeek: reached,
    hours: { reachedWeek: weeks.find((w) => w.minutes >= frame.targetMinutes)?.week, heldBy },
    // who is to run in them waits for the longer of the two
    shortestWeeks: Math.max(frame.shortestWeeks, frame.shortestRunWeeks),
    factors: [...input.factors],
    smaller: smallerTarget(weeks, reached, frame),
    broken,
  }
}

type State = {
  /** minutes of the weeks before, allowed ones; the last four are those of 28 days */
  past: number[]
  bouts: number[]
  runPast: number[]
  missed: number
  /** weeks in a row with an hour a day */
  hourWeeks: number
  surface: GroundSurface
  activity: StepActivity
  nextRung: number | undefined
  /** worn days on the present rungs */
  daysOnRung: number
}

/** Nothing worn yet, or not for so long that it counts as nothing: the kindest ground, no rung open. */
const nothingWorn = (frame: Frame): Omit<State, 'missed' | 'hourWeeks'> => ({
  past: [],
  bouts: [],
  runPast: [],
  surface: frame.firstSurface,
  activity: 'walk',
  nextRung: frame.rungs.length > 0 ? 0 : undefined,
  daysOnRung: 0,
})

function startState(frame: Frame, startMinutes: number): State {
  const { from } = frame.input
  const isWorn = startMinutes > 0
  return {
    ...nothingWorn(frame),
    ...(isWorn && { past: [startMinutes], bouts: [from.longestBoutMin] }),
    ...(from.newRunMinutes > 0 && { runPast: [from.newRunMinutes] }),
    missed: 0,
    hourWeeks: 0,
  }
}

const weeksOf28Days = 4
const peakOf = (past: readonly number[]) => Math.max(0, ...past.slice(-weeksOf28Days))
const isLighterWeek = (week: number, r: References) => week % r.lighterEveryWeeks === 0

/** A week that a hand set to nothing is missed like any other: what comes after it begins lower. */
const isMissedIn = ({ away, edits }: TransitionInput, week: number) =>
  away.includes(week) || edits.some((e) => e.week === week && e.minutes === 0)

/** Days of wear: every second one at first, one less where a new rung opens, for the day of rest after it. */
function wearingDaysOf(week: number, { past, nextRung }: State, { r }: Frame): number {
  if (past.length === 0) return r.wearingDaysFirst
  return isLighterWeek(week, r) && nextRung !== undefined ? r.wearingDays - 1 : r.wearingDays
}

/** Weekdays on which a week's minutes are worn where nothing stands against it, Monday 0; every second one at first. */
export function wearOn({ isFirst, wearingDays }: Pick<TransitionWeek, 'isFirst' | 'wearingDays'>): number[] {
  const daysAWeek = 7
  return Array.from({ length: wearingDays }, (_, i) =>
    isFirst ? 2 * i : Math.floor((i * daysAWeek) / wearingDays),
  )
}

/** The most minutes of one week and the rule that leaves no more. */
function mostMinutes(week: number, state: State, frame: Frame): { limit: number; rule: LimitRule } {
  const { r, input } = frame
  const { past, missed } = state
  if (isMissedIn(input, week)) return { limit: 0, rule: 'missed' }
  const limits: { limit: number; rule: LimitRule }[] = [
    { limit: frame.targetMinutes, rule: 'target' },
    { limit: floorAt(week, frame), rule: 'floor' },
    { limit: doseAt(week, groundsOf(week, state, frame).surface, frame), rule: 'dose' },
  ]
  const days = wearingDaysOf(week, state, frame)
  const last = past.at(-1)
  if (past.length === 0) limits.push({ limit: firstWeek(days, frame), rule: 'first' })
  else if (missed > 0) limits.push({ limit: ((last ?? 0) * r.missedRestartPct) / percent, rule: 'restart' })
  else if (isLighterWeek(week, r)) limits.push({ limit: (last ?? 0) * r.lighterShare, rule: 'lighter' })
  else {
    const peak = peakOf(past)
    const more = Math.min(r.growthMostMin * days, Math.max(frame.growthShare * peak, frame.stepMin * days))
    limits.push({ limit: peak + more, rule: 'growth' })
  }
  const least = limits.reduce((a, b) => (b.limit < a.limit ? b : a))
  // whole minutes, rounded down, so that the limit holds for the numbers people see
  return { limit: Math.max(0, Math.floor(least.limit + roundingSlack)), rule: least.rule }
}

function firstWeek(days: number, frame: Frame): number {
  return firstDays(days, frame).reduce((sum, minutes) => sum + minutes, 0)
}

/** Minutes of the first wearing days: the first at its cap, each a little longer, none over a step. */
function firstDays(days: number, { firstMin, stepMin, r }: Frame): number[] {
  return Array.from({ length: days }, (_, day) =>
    Math.max(1, Math.floor(Math.min(firstMin * r.boutGrowth ** day, stepMin) + roundingSlack)),
  )
}

/** The straight way from today to the target in the shortest weeks: nobody is ahead of it. */
function floorAt(week: number, { input, targetMinutes, shortestWeeks }: Frame): number {
  if (week >= shortestWeeks) return targetMinutes
  const start = Math.min(input.from.newMinutes, targetMinutes)
  return start + ((targetMinutes - start) * week) / shortestWeeks
}

function weekOf(week: number, minutes: number, state: State, frame: Frame): TransitionWeek {
  const { r, input } = frame
  const isMissed = isMissedIn(input, week)
  const isFirst = state.past.length === 0
  const { opens, surface, activity } = groundsOf(week, state, frame)
  const open = isMissed || minutes === 0 ? 0 : daysFor(minutes, wearingDaysOf(week, state, frame), frame)
  const dayMinutes = isFirst ? sharedAs(minutes, firstDays(open, frame)) : shared(minutes, open)
  const days = dayMinutes.length
  const minutesPerDay = Math.max(0, ...dayMinutes)
  const longestBoutMin = Math.min(minutesPerDay, boutAfter(state.bouts, frame))
  const runMinutes = isMissed
    ? 0
    : Math.min(runAt(week, state, frame), runDoseAt(week, minutes, surface, frame))
  const room = roomOf(week, frame)
  const training = trainingShare(room, frame)
  return {
    week,
    minutes,
    wearingDays: days,
    dayMinutes,
    minutesPerDay,
    longestBoutMin,
    runMinutes,
    surface,
    activity,
    isFirst: !isMissed && isFirst,
    isLighter: !isMissed && isLighterWeek(week, r),
    isMissed,
    opens: isMissed ? undefined : opens,
    dose: byTissue((t) => 1 + training + doseOf(t, { minutes, run: runMinutes }, surface, frame)),
    training,
    ceiling: byTissue(() => 1 + room),
    ratio: 1,
  }
}

/** The longest that may be worn in one go, whole minutes: a few minutes grow by one, or they never would. */
function boutAfter(bouts: readonly number[], { firstMin, r }: Frame): number {
  const longest = Math.max(0, ...bouts.slice(-weeksOf28Days))
  if (longest === 0) return firstMin
  return Math.max(Math.floor(longest * r.boutGrowth + roundingSlack), Math.floor(longest) + 1)
}

/** Who runs walks an hour a day first: at the target with few minutes on fewer days, never under the least. */
function daysFor(minutes: number, most: number, { targetMinutes, runTargetMinutes, r }: Frame): number {
  const days = Math.min(most, Math.max(1, minutes))
  if (runTargetMinutes <= 0 || minutes < targetMinutes * r.lighterShare) return days
  return Math.min(days, Math.max(r.runWalkDaysLeast, Math.floor(minutes / r.runWalkDayMin)))
}

/** Whole minutes over days, the longer days last. */
function shared(minutes: number, days: number): number[] {
  const whole = days > 0 ? Math.floor(minutes / days) : 0
  const left = minutes - whole * days
  return Array.from({ length: days }, (_, day) => whole + (day >= days - left ? 1 : 0))
}

/** The first days in their order until the minutes are used up; what a hand put on top lies on the last. */
function sharedAs(minutes: number, like: readonly number[]): number[] {
  let left = minutes
  const days = like.map((most, day) => {
    const here = day === like.length - 1 ? left : Math.min(most, left)
    left -= here
    return here
  })
  return days.filter((day) => day > 0)
}

/** Ground and activity of a week, with what opens in it. */
function groundsOf(
  week: number,
  state: State,
  frame: Frame,
): { opens: Rung | undefined; surface: GroundSurface; activity: StepActivity } {
  const opens = rungAt(week, state, frame)
  return {
    opens,
    surface: opens?.ladder === 'surface' ? opens.to : state.surface,
    activity: opens?.ladder === 'activity' ? opens.to : state.activity,
  }
}

/** The rung that opens in a week: in a lighter one, after enough days on the rungs below, never right after a miss. */
function rungAt(
  week: number,
  { nextRung, daysOnRung, missed }: State,
  { r, rungs, factor }: Frame,
): Rung | undefined {
  if (nextRung === undefined || missed > 0 || !isLighterWeek(week, r)) return undefined
  return daysOnRung >= Math.ceil(r.rungOpensDays * factor) ? rungs[nextRung] : undefined
}

/** New running minutes: none before four weeks with an hour a day in the same shoe; then by the usual volume. */
function runAt(week: number, state: State, frame: Frame): number {
  const { r, runTargetMinutes: target, runStepMin } = frame
  if (target <= 0) return 0
  const { runPast, hourWeeks } = state
  const last = runPast.at(-1) ?? 0
  if (last === 0 && hourWeeks < r.runWalkWeeks) return 0
  const peak = peakOf(runPast)
  const start = Math.min(frame.input.from.newRunMinutes, target)
  const floor =
    week >= frame.shortestRunWeeks ? target : start + ((target - start) * week) / frame.shortestRunWeeks
  const most =
    state.missed > 0
      ? (last * r.missedRestartPct) / percent
      : isLighterWeek(week, r)
        ? last * r.lighterShare
        : peak + runStepMin
  return Math.max(0, Math.min(target, floor, most))
}

function advance(state: State, week: TransitionWeek, allowed: number, frame: Frame): void {
  const { r } = frame
  if (week.isMissed) {
    state.missed++
    state.hourWeeks = 0
    // after too long the body starts anew, and so does the plan
    if (state.missed > r.missedAnewWeeks) {
      Object.assign(state, nothingWorn(frame))
    }
    return
  }
  state.missed = 0
  state.past.push(allowed)
  state.bouts.push(week.longestBoutMin)
  state.runPast.push(week.runMinutes)
  const isHour = week.wearingDays > 0 && allowed / week.wearingDays >= r.runWalkDayMin
  // a lighter week is no week less: what opens running is neither counted nor lost in it
  if (isHour || !week.isLighter) state.hourWeeks = isHour ? state.hourWeeks + 1 : 0
  state.daysOnRung = week.opens ? week.wearingDays : state.daysOnRung + week.wearingDays
  state.surface = week.surface
  state.activity = week.activity
  if (week.opens && state.nextRung !== undefined)
    state.nextRung = state.nextRung + 1 < frame.rungs.length ? state.nextRung + 1 : undefined
}

function isReached(state: State, frame: Frame): boolean {
  const last = state.past.at(-1) ?? 0
  const run = state.runPast.at(-1) ?? 0
  return last >= frame.targetMinutes && run >= frame.runTargetMinutes - roundingSlack
}

/** The table ends where everything is reached and opened, or where the tissues leave no more. */
function isOver(week: number, rule: LimitRule, state: State, frame: Frame): boolean {
  if (week < Math.max(frame.shortestWeeks, frame.shortestRunWeeks) || state.nextRung !== undefined)
    return false
  const run = state.runPast.at(-1) ?? 0
  const isRunOver =
    run >= frame.runTargetMinutes - roundingSlack || run < peakOf(state.runPast) + roundingSlack
  return isReached(state, frame) || (rule === 'dose' && isRunOver && run <= (state.runPast.at(-2) ?? 0))
}

/** What fits where the whole target takes too long. */
function smallerTarget(
  weeks: readonly TransitionWeek[],
  reached: number | undefined,
  { r, targetMinutes }: Frame,
): Transition['smaller'] {
  if (targetMinutes === 0 || (reached !== undefined && reached <= r.planTooLongWeeks)) return undefined
  const within = weeks.slice(0, r.smallerTargetWeeks)
  const most = inFives(Math.max(0, ...within.map((w) => w.minutes)))
  const week = within.find((w) => w.minutes >= most)?.week
  return week === undefined || most === 0 || most >= targetMinutes
    ? undefined
    : { targetMinutes: most, weeks: week }
}

/** Ratio of the exponentially weighted means, day by day through the weeks, from a steady usual week. */
function withRatios(weeks: readonly TransitionWeek[]): TransitionWeek[] {
  const lambda = (days: number) => 2 / (days + 1)
  const mean = { short: byTissue(() => 1), long: byTissue(() => 1) }
  const daysAWeek = 7
  return weeks.map((week) => {
    let ratio = 0
    for (let day = 0; day < daysAWeek; day++)
      for (const t of tissues) {
        mean.short[t] += lambda(7) * (week.dose[t] - mean.short[t])
        mean.long[t] += lambda(28) * (week.dose[t] - mean.long[t])
        ratio = Math.max(ratio, mean.short[t] / mean.long[t])
      }
    return { ...week, ratio }
  })
}
