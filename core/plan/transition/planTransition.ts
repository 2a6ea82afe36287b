import type { References } from '../../groundwork/reference'
import { tissues, type Tissue } from '../training'
import type { Exposure } from './exposure'
import { byTissue, unaccustomed, type ActivityMinutes, type LoadFrame } from './loadModel'
import { groundSurfaces, type GroundSurface, type StepActivity } from './loadTable'
import type { Target } from './target'

export const paces = ['slow', 'usual', 'brisk'] as const
export type Pace = (typeof paces)[number]
export const transitionFactors = ['age', 'bone', 'stiffHigh', 'noReserve', 'grade', 'sore', 'mass'] as const
export type TransitionFactor = (typeof transitionFactors)[number]

export const ladders = ['surface', 'activity'] as const
/** A step on one ladder; it opens after pain-free exposure on the one below, never by the calendar. */
export type Rung = { ladder: 'surface'; to: GroundSurface } | { ladder: 'activity'; to: StepActivity }

export type TransitionWeek = {
  week: number
  /** in the new shoes and barefoot together, running not counted */
  minutes: number
  wearingDays: number
  /** whole minutes of each wearing day; they add up to the week's */
  dayMinutes: number[]
  /** the longest of these days */
  minutesPerDay: number
  longestBoutMin: number
  /** new running minutes, walk and run by turns at first */
  runMinutes: number
  surface: GroundSurface
  /** the fastest thing done in them, running not counted */
  activity: StepActivity
  isLighter: boolean
  /** first exposures: never on two days in a row */
  isFirst: boolean
  /** nothing is worn: away or ill */
  isMissed: boolean
  /** opens this week at the earliest, and only after so many pain-free days on the rung below */
  opens: Rung | undefined
  /** parts of the usual week's dose, training's share of the ceiling included; 1 is the usual week */
  dose: Record<Tissue, number>
  /** training's share of it */
  training: number
  /** the same, at most */
  ceiling: Record<Tissue, number>
  /** of exponentially weighted means over 7 and 28 days, the highest of the tissues */
  ratio: number
}

/** Why a week cannot have more minutes. */
export type LimitRule = 'growth' | 'floor' | 'target' | 'lighter' | 'restart' | 'first' | 'dose' | 'missed'
/** A week whose minutes a hand set over what a rule allows. */
export type BrokenRule = { week: number; rule: LimitRule; byMin: number; nearestMin: number }

export type TransitionInput = {
  from: Exposure
  to: Target
  pace: Pace
  factors: readonly TransitionFactor[]
  /** a caution starts on soft ground */
  softStart: boolean
  /** a caution keeps bare feet and thin shoes off the street */
  staysInside: boolean
  /** a caution forbids landing: what is run already goes on in the usual shoes */
  noImpact: boolean
  /** the practice holds back: growth of the slow pace, small first exposure */
  isCautious: boolean
  /** minutes of training a week that share the tissues */
  trainingMinAWeek: number
  /** weeks in which nothing is worn, counted from the first */
  away: readonly number[]
  /** minutes of weeks that a hand set */
  edits: readonly { week: number; minutes: number }[]
}

export type Transition = {
  weeks: TransitionWeek[]
  startMinutes: number
  targetMinutes: number
  runTargetMinutes: number
  /** week in which both targets are reached; undefined where the table ends short of them */
  reachedWeek: number | undefined
  /** never shorter, with these factors; 0 where the target is not beyond what is worn today */
  shortestWeeks: number
  factors: TransitionFactor[]
  /** the smaller target that fits, where the whole one takes too long or is never reached */
  smaller: { targetMinutes: number; weeks: number } | undefined
  broken: BrokenRule[]
}

const percent = 100
const roundingSlack = 1e-6 // a product of factors may end a hair beside a whole minute

/**
 * Week by week from today's exposure to the target: as many new minutes as every rule leaves in each week, in turn. A
 * week's most depends on the weeks before it alone and grows with them, so that taking the most each week is the most
 * in all of them (compared with a linear programme in the tests).
 * @returns weeks in order, at most the table's longest plan; empty where the end has no ladder of load
 * @source footwear transition, the planner: rules 1 to 7
 */
export function planTransition(input: TransitionInput, references: References): Transition {
  const frame = frameOf(input, references)
  const { from, to } = input
  const start = Math.min(from.newMinutes, to.minutes)
  const weeks: TransitionWeek[] = []
  const broken: BrokenRule[] = []
  const state = startState(frame, start)
  const longest = references.longestPlanWeeks
  for (let week = 1; week <= longest && to.minutes > 0; week++) {
    const { limit, rule } = mostMinutes(week, state, frame)
    const edited = input.edits.find((e) => e.week === week)?.minutes
    const minutes = edited === undefined ? limit : edited
    if (edited !== undefined && edited > limit)
      broken.push({ week, rule, byMin: edited - limit, nearestMin: limit })
    const planned = weekOf(week, minutes, state, frame)
    weeks.push(planned)
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
    shortestWeeks: frame.shortestWeeks,
    factors: [...input.factors],
    smaller: smallerTarget(weeks, reached, frame),
    broken,
  }
}

/**
 * What some weeks of new shoes leave to training, in full weeks of training.
 * @param weeks at least one
 */
export function tissueRoom(weeks: readonly TransitionWeek[], r: References): Record<Tissue, number> {
  return byTissue((t) =>
    Math.min(...weeks.map((w) => Math.max(0, w.ceiling[t] - (w.dose[t] - w.training)) / r.trainingDoseShare)),
  )
}

type Frame = {
  input: TransitionInput
  r: References
  /** product of the factors, at most the table's */
  factor: number
  targetMinutes: number
  runTargetMinutes: number
  shortestWeeks: number
  shortestRunWeeks: number
  growthShare: number
  stepMin: number
  firstMin: number
  runStepMin: number
  /** unaccustomed dose of one new minute, by ground */
  aMinute: Record<GroundSurface, { walked: Record<Tissue, number>; ran: Record<Tissue, number> }>
  rungs: readonly Rung[]
  firstSurface: GroundSurface
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

export function factorProduct(factors: readonly TransitionFactor[], r: References): number {
  const of: Record<TransitionFactor, number> = {
    age: r.factorAge,
    bone: r.factorBone,
    stiffHigh: r.factorStiffHigh,
    noReserve: r.factorNoReserve,
    grade: r.factorGrade,
    sore: r.factorSore,
    mass: r.factorMass,
  }
  return Math.min(
    r.factorMost,
    factors.reduce((product, id) => product * of[id], 1),
  )
}

function frameOf(input: TransitionInput, r: References): Frame {
  const { from, to } = input
  const factor = factorProduct(input.factors, r)
  const pace = input.isCautious ? 'slow' : input.pace
  const growth = { slow: r.growthSlowPct, usual: r.growthUsualPct, brisk: r.growthBriskPct }[pace]
  const step = { slow: r.stepSlowMin, usual: r.stepUsualMin, brisk: r.stepBriskMin }[pace]
  const runStep = { slow: r.runGrowthSlowPct, usual: r.runGrowthUsualPct, brisk: r.runGrowthBriskPct }[pace]
  const isBeyond = to.minutes > from.newMinutes + roundingSlack
  const isCareful = input.factors.length > 0 || input.isCautious
  const runTarget =
    input.noImpact || to.end === 'barefootTraining' || to.minutes === 0
      ? 0
      : // who does not walk in them an hour a day does not run in them
        to.minutes < r.runWalkDayMin * r.runWalkDaysLeast
        ? Math.min(from.newRunMinutes, from.minutes.run)
        : Math.max(from.newRunMinutes, from.minutes.run * r.runTargetShare)
  const { stand, walk, train } = from.minutes
  const onFeet = Math.max(1, stand + walk + train)
  const mix: ActivityMinutes = { stand: stand / onFeet, walk: walk / onFeet, train: train / onFeet }
  const load: LoadFrame = { usual: from.minutes, from: from.usual, to: to.sole }
  return {
    input,
    r,
    factor,
    targetMinutes: to.minutes,
    runTargetMinutes: runTarget,
    shortestWeeks: isBeyond ? Math.ceil(r.shortestWalkWeeks * factor - roundingSlack) : 0,
    shortestRunWeeks:
      runTarget > from.newRunMinutes ? Math.ceil(r.shortestRunWeeks * factor - roundingSlack) : 0,
    growthShare: growth / percent,
    stepMin: step / factor,
    firstMin: isCareful ? r.firstExposureCarefulMin : r.firstExposureMin,
    runStepMin: ((runStep / percent) * from.minutes.run) / factor,
    aMinute: Object.fromEntries(
      groundSurfaces.map((surface) => [
        surface,
        {
          walked: byTissue((t) => unaccustomed(t, mix, { ...load, surface }, r)),
          ran: byTissue((t) => unaccustomed(t, { run: 1 }, { ...load, surface }, r)),
        },
      ]),
    ) as Frame['aMinute'],
    rungs: rungsOf(input),
    firstSurface: firstSurfaceOf(input),
  }
}

function firstSurfaceOf({ from, softStart, staysInside }: TransitionInput): GroundSurface {
  const known = from.surface
  if (known !== undefined) return staysInside && isHarder(known, 'wood') ? 'wood' : known
  return softStart ? 'carpet' : 'wood'
}

const isHarder = (a: GroundSurface, b: GroundSurface) => groundSurfaces.indexOf(a) > groundSurfaces.indexOf(b)

/** Steps still to be opened, in their order: ground and activity by turns, one ladder at a time. */
function rungsOf(input: TransitionInput): Rung[] {
  const first = firstSurfaceOf(input)
  const last: GroundSurface = input.staysInside ? 'wood' : 'paving'
  const grounds = (['carpet', 'wood', 'paving'] as const)
    .filter((ground) => isHarder(ground, first) && !isHarder(ground, last))
    .map((to): Rung => ({ ladder: 'surface', to }))
  const { train } = input.from.minutes
  const activities = [
    ...(train > 0 ? (['train'] as const) : []),
    ...(input.to.end === 'barefootTraining' || input.staysInside ? [] : (['briskWalk'] as const)),
  ].map((to): Rung => ({ ladder: 'activity', to }))
  return Array.from({ length: Math.max(grounds.length, activities.length) }, (_, i) => [
    grounds[i],
    activities[i],
  ])
    .flat()
    .filter((rung) => rung !== undefined)
}

function startState(frame: Frame, startMinutes: number): State {
  const { from } = frame.input
  const isWorn = startMinutes > 0
  return {
    past: isWorn ? [startMinutes] : [],
    bouts: isWorn ? [from.longestBoutMin] : [],
    runPast: from.newRunMinutes > 0 ? [from.newRunMinutes] : [],
    missed: 0,
    hourWeeks: 0,
    surface: frame.firstSurface,
    activity: 'walk',
    nextRung: frame.rungs.length > 0 ? 0 : undefined,
    daysOnRung: 0,
  }
}

const weeksOf28Days = 4
const peakOf = (past: readonly number[]) => Math.max(0, ...past.slice(-weeksOf28Days))
const isLighterWeek = (week: number, r: References) => week % r.lighterEveryWeeks === 0

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
  if (input.away.includes(week)) return { limit: 0, rule: 'missed' }
  const limits: { limit: number; rule: LimitRule }[] = [
    { limit: frame.targetMinutes, rule: 'target' },
    { limit: floorAt(week, frame), rule: 'floor' },
    { limit: doseAt(week, state, frame), rule: 'dose' },
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

/** Part of the usual week that the dose may lie above it: grows over the shortest length, factors halve it. */
export function roomAt(week: number, shortestWeeks: number, hasFactor: boolean, r: References): number {
  const share = shortestWeeks > 1 ? Math.min(1, (week - 1) / (shortestWeeks - 1)) : 1
  const room = r.doseRoomStart + (r.doseRoomEnd - r.doseRoomStart) * share
  return hasFactor ? room * r.doseRoomFactor : room
}

/** What training keeps of that room: never more than half of it. */
function trainingShare(room: number, { input, r }: Frame): number {
  const full = Math.min(r.tissueCeiling, input.trainingMinAWeek / r.trainingFullMin)
  return Math.min(room / 2, full * r.trainingDoseShare)
}

const roomOf = (week: number, frame: Frame) =>
  roomAt(week, Math.max(frame.shortestWeeks, frame.shortestRunWeeks), frame.input.factors.length > 0, frame.r)

/** Dose of minutes beyond what is worn today: that much the tissues know. */
function doseOf(
  tissue: Tissue,
  { minutes, run }: { minutes: number; run: number },
  surface: GroundSurface,
  { input: { from }, aMinute }: Frame,
): number {
  const { walked, ran } = aMinute[surface]
  return (
    Math.max(0, minutes - from.newMinutes) * walked[tissue] +
    Math.max(0, run - from.newRunMinutes) * ran[tissue]
  )
}

/** Minutes at which the first tissue comes to its ceiling, running's own share kept free. */
function doseAt(week: number, state: State, frame: Frame): number {
  const room = roomOf(week, frame)
  const free = room - trainingShare(room, frame)
  const { newMinutes } = frame.input.from
  // a harder ground that opens this week loads the step already
  const opens = rungAt(week, state, frame)
  const surface = opens?.ladder === 'surface' ? opens.to : state.surface
  const most = tissues.map((tissue) => {
    const perMinute = doseOf(tissue, { minutes: newMinutes + 1, run: 0 }, surface, frame)
    const forRuns = Math.min(
      free / 2,
      doseOf(tissue, { minutes: 0, run: frame.runTargetMinutes }, surface, frame),
    )
    return perMinute > 0 ? newMinutes + (free - forRuns) / perMinute : Infinity
  })
  return Math.min(...most)
}

/** Running at which the first tissue comes to its ceiling, with what is walked. */
function runDoseAt(week: number, minutes: number, surface: GroundSurface, frame: Frame): number {
  const room = roomOf(week, frame)
  const free = room - trainingShare(room, frame)
  const { newRunMinutes } = frame.input.from
  const most = tissues.map((tissue) => {
    const perMinute = doseOf(tissue, { minutes: 0, run: newRunMinutes + 1 }, surface, frame)
    const walked = doseOf(tissue, { minutes, run: 0 }, surface, frame)
    return perMinute > 0 ? newRunMinutes + Math.max(0, free - walked) / perMinute : Infinity
  })
  return Math.min(...most)
}

function weekOf(week: number, minutes: number, state: State, frame: Frame): TransitionWeek {
  const { r, input } = frame
  const isMissed = input.away.includes(week)
  const isFirst = state.past.length === 0
  const opens = rungAt(week, state, frame)
  const surface = opens?.ladder === 'surface' ? opens.to : state.surface
  const activity = opens?.ladder === 'activity' ? opens.to : state.activity
  const open = isMissed || minutes === 0 ? 0 : daysFor(minutes, wearingDaysOf(week, state, frame), frame)
  const dayMinutes = isFirst ? sharedAs(minutes, firstDays(open, frame)) : shared(minutes, open)
  const days = dayMinutes.length
  const minutesPerDay = Math.max(0, ...dayMinutes)
  const bout = isFirst
    ? frame.firstMin
    : Math.max(frame.firstMin, ...state.bouts.slice(-weeksOf28Days)) * r.boutGrowth
  const longestBoutMin = Math.min(minutesPerDay, Math.floor(bout + roundingSlack))
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

/** The rung that opens in a week: in a lighter one, after enough days on the rungs below. */
function rungAt(
  week: number,
  { nextRung, daysOnRung }: State,
  { r, rungs, factor }: Frame,
): Rung | undefined {
  if (nextRung === undefined || !isLighterWeek(week, r)) return undefined
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
      state.past = []
      state.bouts = []
      state.runPast = []
      state.daysOnRung = 0
    }
    return
  }
  state.missed = 0
  state.past.push(allowed)
  state.bouts.push(week.longestBoutMin)
  state.runPast.push(week.runMinutes)
  state.hourWeeks =
    week.wearingDays > 0 && allowed / week.wearingDays >= r.runWalkDayMin ? state.hourWeeks + 1 : 0
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
  const most = Math.max(0, ...within.map((w) => w.minutes))
  const week = within.find((w) => w.minutes === most)?.week
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
