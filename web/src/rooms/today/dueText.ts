import type { Due } from '@sturvo/schema'
import { dayAsRead, followActionText, followWhyText } from '@sturvo/words'

/** What a line of Today says, and where it leads. */
export type DueText = { why: string; action: string; to: string }

const allSteps = 8

/** @param today YYYY-MM-DD */
export function dueText(due: Due, today: string): DueText {
  const { level, visit, personId, day } = due
  const log = `/person/${personId}`
  const why = due.rule === undefined ? '' : followWhyText({ rule: due.rule, evidence: due.evidence ?? {} })
  switch (level) {
    case 'stopSign':
      return {
        why: why === '' ? 'Stop sign. The plan is paused.' : `Stop sign: ${why}. The plan is paused.`,
        action: 'Look at it now',
        to: log,
      }
    case 'backOff':
    case 'restart':
    case 'hold':
      // beside a more urgent reason it is named without its own
      return {
        why: why === '' ? `${followActionText[level]}.` : `${followActionText[level]}: ${why}.`,
        action: 'Look and decide',
        to: log,
      }
    case 'silent':
      return {
        why: day === undefined ? 'Nothing written yet.' : `Nothing written since ${dayAsRead(day)}.`,
        action: 'See the log',
        to: log,
      }
    case 'linkLocked':
      return { why: 'The link was locked after ten wrong words.', action: 'See the link', to: log }
    case 'linkEnds':
      return {
        why: `The link ends on ${dayAsRead(day!)}, before the plan does.`,
        action: 'Renew the link',
        to: log,
      }
    case 'planEnds':
      return {
        why: `The plan ${day! < today ? 'ended' : 'ends'} on ${dayAsRead(day!)}.`,
        action: 'Begin a re-test',
        to: `/people?who=${personId}`,
      }
    case 'retest':
      return { why: 'A re-test is due.', action: 'Begin a re-test', to: `/people?who=${personId}` }
    case 'stop':
      if (day !== undefined)
        return {
          why: `Stop, told on ${dayAsRead(day)} and settled at no visit since: everything is held back.`,
          action: 'Look at the stop',
          to: log,
        }
      return visitText(level, visit, personId, today)
    case 'toldSince':
      return {
        why: `Told on ${dayAsRead(day!)}, after the plan was kept: a part of it waits on the phone.`,
        action: 'See what waits',
        to: log,
      }
    case 'open':
    case 'done':
      return visitText(level, visit, personId, today)
  }
}

function visitText(
  level: 'stop' | 'open' | 'done',
  visit: Due['visit'],
  personId: string,
  today: string,
): DueText {
  if (!visit) return { why: 'No visit yet.', action: 'Begin the first visit', to: `/people?who=${personId}` }
  const to = `/visit/${visit.id}`
  const days = daysBetween(visit.startedOn, today)
  const when = days === 0 ? 'today' : days === 1 ? 'yesterday' : `${days} days ago`
  switch (level) {
    case 'stop':
      return {
        why: `Stop, raised ${when}: no plan until seen. The letter is ready.`,
        action: 'Look at the stop',
        to: `${to}/story`,
      }
    case 'open':
      return {
        why: `Visit begun ${when}, ${visit.stepsFilled} of ${allSteps} steps filled.`,
        action: 'Go on',
        to,
      }
    case 'done':
      return {
        why: `Visit of ${when} is whole. Hand over the page, if that is not done yet.`,
        action: 'Hand over',
        to: `${to}/handover`,
      }
  }
}

function daysBetween(from: string, to: string): number {
  const dayMs = 86_400_000
  return Math.round((Date.parse(to) - Date.parse(from)) / dayMs)
}
