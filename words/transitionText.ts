import type { ShelfPart, ToBuy, ToLetGo, TransitionReading } from '@sturvo/core/reading'
import type {
  BrokenRule,
  LimitRule,
  Rung,
  StepActivity,
  Transition,
  TransitionEnd,
  TransitionInput,
  TransitionWeek,
  WhatIf,
} from '@sturvo/core/transition'
import { halfWaySole } from '@sturvo/core/transition'
import type { AssumptionId, SimulatedPlan } from '@sturvo/core/simulation'
import { factorText, surfaceText } from './planText'
import { num } from './rich'

const minutesPerHour = 60
const hours = (minutes: number) => `${num(minutes / minutesPerHour)} h`

export const endText: Record<TransitionEnd, string> = {
  fits: 'shoes that fit, same stack',
  lowerStack: 'lower stack',
  levelDrop: 'level drop',
  thinPart: 'thin shoes for part of the hours',
  barefootTraining: 'barefoot training only',
  mostThin: 'thin shoes most hours',
}
export const activityText: Record<StepActivity, string> = {
  sit: 'sitting',
  stand: 'standing',
  walk: 'easy walking',
  train: 'training',
  briskWalk: 'brisk walking',
  skip: 'skipping',
  run: 'running',
  hop: 'hops',
}

const keptForText: Record<NonNullable<TransitionReading['keptFor']>, string> = {
  grade: 'The arch needs holding up (grade 2 or more): base and depth for what holds it come first.',
  device: 'A support is worn every day: base and depth for it come first.',
  supportFirst: 'Support first, as the practice has set it.',
}

/** The whole way in one or two sentences. */
export function transitionSentence(transition: TransitionReading): string {
  const { to, from, keptFor, reachedWeek, targetMinutes, shortestWeeks, smaller, runTargetMinutes } =
    transition
  if (to.end === 'fits')
    return `Shoes that fit, with the sole as it is: no ladder of load, only a date.${keptFor ? ` ${keptForText[keptFor]}` : ''}`
  if (targetMinutes === 0) return 'No hours in other shoes are planned.'
  const now = from.newMinutes > 0 ? `From ${hours(from.newMinutes)} a week today` : 'From none today'
  const runs = runTargetMinutes > 0 ? ` and ${num(runTargetMinutes, 0)} min of running` : ''
  if (from.newMinutes >= targetMinutes && runTargetMinutes <= from.newRunMinutes)
    return `${hours(from.newMinutes)} a week are worn like this already: nothing is taken back.`
  const end =
    reachedWeek === undefined
      ? unreachedText(transition)
      : `to ${hours(targetMinutes)} a week${runs}, reached in week ${reachedWeek} at the earliest`
  const cut =
    transition.wishedMinutes > targetMinutes
      ? ` ${hours(transition.wishedMinutes)} would be more than the tissues have room for in half a year.`
      : ''
  const other = smaller
    ? ` ${hours(smaller.targetMinutes)} a week would be reached in week ${smaller.weeks}.`
    : ''
  const { heldWeeks } = transition.input
  const held =
    heldWeeks > 0
      ? ` Pain holds the first ${heldWeeks === 1 ? 'week' : `${heldWeeks} weeks`}: nothing grows before 3 days at 3 of 10 or less.`
      : ''
  const kept =
    transition.input.noImpact && from.minutes.run > 0
      ? ' Running stays in the usual shoes: a caution keeps it out of thin ones.'
      : ''
  return `${now} ${reachedWeek === undefined ? '· ' : ''}${end}; never under ${shortestWeeks} weeks.${other}${cut}${held}${kept}`
}

/** What is reached and what is not, the rule that holds it, and what would open it. */
function unreachedText({
  weeks,
  hours: { reachedWeek, heldBy },
  targetMinutes,
  runTargetMinutes,
}: Transition) {
  const inWeeks = `in ${weeks.length} weeks`
  if (reachedWeek === undefined)
    return `${hours(targetMinutes)} a week are not reached ${inWeeks}: held by the ${ruleText[heldBy]}${heldBy === 'dose' ? '; a thicker sole or less training leaves room' : ''}`
  return `${hours(targetMinutes)} a week are reached in week ${reachedWeek} at the earliest, ${num(runTargetMinutes, 0)} min of running not ${inWeeks}; it opens after an hour of walking in them on each day for weeks, and grows by little`
}

/** Minutes of the days of a week as they are worn: one number only where all days have it. */
export function dayMinutesText({ dayMinutes }: Pick<TransitionWeek, 'dayMinutes'>): string {
  const [least, most] = [Math.min(...dayMinutes), Math.max(0, ...dayMinutes)]
  return least < most ? `${num(least, 0)} to ${num(most, 0)} min` : `${num(most, 0)} min`
}

/** Why it takes longer than for others; nothing where there is no reason. */
export function factorsSentence({ factors }: Pick<Transition, 'factors'>): string | undefined {
  return factors.length > 0 ? `Slower because: ${factors.map((f) => factorText[f]).join(', ')}.` : undefined
}

export const toBuyText = ({ week, sole }: ToBuy): string =>
  `by week ${week}: stack up to ${num(sole.stackMm, 0)} mm, drop up to ${num(sole.dropMm, 0)} mm, bend stiffness up to ${num(sole.bend, 0)} of 5`
export const toLetGoText = ({ name, week }: ToLetGo): string =>
  week === undefined ? name : `${name}, by week ${week}`

export const whatIfText: Record<WhatIf, string> = {
  halfWay: 'a half-way shoe first',
  missed: 'two weeks missed',
  ill: 'four weeks ill',
  job: 'a job with 10 h more standing',
  heavier: 'a tenth heavier, and running',
  sore: 'sore from now on',
  stop: 'a stop in week 6, then anew',
}
/** The shoe that lies between the usual one and the one that is aimed at, in numbers. */
export function halfWayText(input: TransitionInput): string {
  const between = num(halfWaySole(input).stackMm, 0)
  return ` In a shoe of ${between} mm under the heel, half way to ${num(input.to.sole.stackMm, 0)} mm; the way down from there is planned anew, from what is worn then. To plan it, choose “${endText.lowerStack}”.`
}

/** A part of the shelf by its name. */
export const shelfPartText = ({ kind, name }: Pick<ShelfPart, 'kind' | 'name'>): string =>
  ({ shoe: name, toBuy: 'to buy', barefoot: 'barefoot', inPlace: 'in place of those let go' })[kind]

/** What another condition would do to a plan. */
export function whatIfSentence(plan: Pick<Transition, 'reachedWeek'>, what: Transition): string {
  if (what.reachedWeek === undefined) {
    const instead = what.smaller ? `; ${hours(what.smaller.targetMinutes)} a week would be` : ''
    return `The target would not be reached in ${what.weeks.length} weeks${instead}.`
  }
  const later = plan.reachedWeek === undefined ? 0 : what.reachedWeek - plan.reachedWeek
  return later === 0
    ? `Reached in week ${what.reachedWeek}, as before.`
    : `Reached in week ${what.reachedWeek}: ${Math.abs(later)} weeks ${later > 0 ? 'later' : 'earlier'}.`
}

/** What a week opens, and on what condition. */
export function rungText(rung: Rung, days: number): string {
  const what = rung.ladder === 'surface' ? surfaceText[rung.to] : activityText[rung.to]
  return `${what}, after ${num(days, 0)} days without pain on the step below`
}

const ruleText: Record<LimitRule, string> = {
  growth: 'growth of a week',
  floor: 'shortest length',
  target: 'target',
  lighter: 'lighter week',
  restart: 'beginning again after a missed week',
  first: 'first exposure',
  dose: 'dose of a tissue',
  missed: 'missed week',
  pain: 'held by pain',
}
/** A rule that a hand went over: which, by how much, and what would be allowed. */
export function brokenText({ week, rule, byMin, nearestMin }: BrokenRule): string {
  return `Week ${week} is ${num(byMin, 0)} min over the limit (${ruleText[rule]}): ${num(nearestMin, 0)} min would be allowed.`
}

/** Stands with every picture and print of a simulation. */
export const simulationLabel =
  'Compares plans under assumptions you can change. It does not say what will happen to this person.'
export const simulatedPlanText: Record<SimulatedPlan, string> = {
  atOnce: 'all at once',
  brisk: 'brisk',
  usual: 'usual',
  slow: 'slow',
  edited: 'as set by hand',
  kept: 'as days are really kept',
}
export const assumptionText: Record<AssumptionId, string> = {
  exponent: 'how steeply damage grows with load',
  capacitySpread: 'how much people differ',
  shoeEffect: 'how much a shoe changes a step',
  repair: 'repair a day',
  background: 'background without any change',
  adaptation: 'how well tissue adapts',
}
