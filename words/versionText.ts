import type { DifferenceDose, PlanDifference } from '@sturvo/core/followup'
import { followActionText } from './followText'
import { num } from './rich'
import { dayAsRead } from './dayText'

const laneText = { train: 'Training', spacers: 'Spacers', shoes: 'New shoes' } as const

function doseText({ sets, holdS, reps, perWeek }: DifferenceDose): string {
  const work = holdS !== undefined ? `${num(holdS, 0)} s` : `${num(reps ?? 0, 0)}`
  return `${num(sets, 0)} × ${work}, ${num(perWeek, 0)} a week`
}

/** What one version has otherwise than the one before, a line each; empty where nothing. */
export function differenceLines(d: PlanDifference): string[] {
  const names = (list: readonly { name: string }[]) => list.map(({ name }) => name).join(', ')
  return [
    ...(d.added.length > 0 ? [`New: ${names(d.added)}.`] : []),
    ...(d.dropped.length > 0 ? [`Left out: ${names(d.dropped)}.`] : []),
    ...d.doses.map(
      ({ name, before, after }) => `${name}: ${doseText(after)} instead of ${doseText(before)}.`,
    ),
    ...(d.session
      ? [`A session of ${num(d.session.after, 0)} min instead of ${num(d.session.before, 0)}.`]
      : []),
    ...(d.perWeek
      ? [`${num(d.perWeek.after, 0)} sessions a week instead of ${num(d.perWeek.before, 0)}.`]
      : []),
    ...d.minutes.map(
      ({ lane, before, after }) =>
        `${laneText[lane]} in the weeks that both have: ${num(after, 0)} min instead of ${num(before, 0)}.`,
    ),
    ...(d.ends ? [`Ends on ${dayAsRead(d.ends.after)} instead of ${dayAsRead(d.ends.before)}.`] : []),
  ]
}

/** What led to a version, in a few words. */
export function versionCause(action: string | undefined): string {
  switch (action) {
    case undefined:
      return 'from a visit'
    case 'anew':
      return 'left for more than three weeks: to be planned anew'
    case 'back':
      return 'back to an earlier version'
    case 'hold':
    case 'backOff':
    case 'restart':
    case 'advance':
      return `proposal of the log taken: ${followActionText[action].toLowerCase()}`
    default:
      return action
  }
}
