import type { TransitionReading } from '@sturvo/core/reading'
import type { BrokenRule, LimitRule, Rung, StepActivity, TransitionEnd } from '@sturvo/core/transition'
import type { AssumptionId, SimulatedPlan } from '@sturvo/core/simulation'
import { surfaceText } from './planText'
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

/** The whole way in one or two sentences. */
export function transitionSentence(transition: TransitionReading): string {
  const { to, from, reachedWeek, targetMinutes, shortestWeeks, smaller, runTargetMinutes, weeks } = transition
  if (to.end === 'fits') return 'Shoes that fit, with the sole as it is: no ladder of load, only a date.'
  const now = from.newMinutes > 0 ? `From ${hours(from.newMinutes)} a week today` : 'From none today'
  const runs = runTargetMinutes > 0 ? ` and ${num(runTargetMinutes, 0)} min of running` : ''
  if (from.newMinutes >= targetMinutes && runTargetMinutes <= from.newRunMinutes)
    return `${hours(from.newMinutes)} a week are worn like this already: nothing is taken back.`
  const end =
    reachedWeek === undefined
      ? `${hours(targetMinutes)} a week${runs} are not reached in ${weeks.length} weeks`
      : `to ${hours(targetMinutes)} a week${runs}, reached in week ${reachedWeek} at the earliest`
  const cut =
    transition.wishedMinutes > targetMinutes
      ? ` ${hours(transition.wishedMinutes)} would be more than the tissues have room for in half a year.`
      : ''
  const other = smaller
    ? ` ${hours(smaller.targetMinutes)} a week would be reached in week ${smaller.weeks}.`
    : ''
  return `${now} ${reachedWeek === undefined ? '· ' : ''}${end}; never under ${shortestWeeks} weeks.${other}${cut}`
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
