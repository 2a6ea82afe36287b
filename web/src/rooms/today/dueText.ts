import type { Due } from '@sturvo/schema'

/** What a line of Today says, and where it leads. */
export type DueText = { why: string; action: string; to: string }

const allSteps = 8

/** @param today YYYY-MM-DD */
export function dueText({ level, visit, personId }: Due, today: string): DueText {
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
