import type { Person } from '@sturvo/schema'

export type Due = {
  personId: string
  visitId: string | undefined
  name: string
  work: string
  level: 'stop' | 'open' | 'done'
  why: string
  action: string
  to: string
}

const allSteps = 8
const shownDays = 14

/** Who needs a look, stops first, then visits left open, then plans to hand over. @param today YYYY-MM-DD */
export function dueToday(people: readonly Person[], today: string): Due[] {
  const order = { stop: 0, open: 1, done: 2 }
  return people
    .flatMap((person): Due[] => {
      const visit = person.visits[0]
      const base = { personId: person.id, name: person.name, work: person.work }
      if (!visit)
        return [
          {
            ...base,
            visitId: undefined,
            level: 'open',
            why: 'No visit yet.',
            action: 'Begin the first visit',
            to: `/people?who=${person.id}`,
          },
        ]
      const days = daysBetween(visit.startedOn, today)
      const to = `/visit/${visit.id}`
      const when = days === 0 ? 'today' : days === 1 ? 'yesterday' : `${days} days ago`
      if (person.cautions.stop > 0)
        return [
          {
            ...base,
            visitId: visit.id,
            level: 'stop',
            why: `Stop, raised ${when}: no plan until seen. The letter is ready.`,
            action: 'Look at the stop',
            to: `${to}/story`,
          },
        ]
      if (visit.stepsFilled < allSteps)
        return [
          {
            ...base,
            visitId: visit.id,
            level: 'open',
            why: `Visit begun ${when}, ${visit.stepsFilled} of ${allSteps} steps filled.`,
            action: 'Go on',
            to,
          },
        ]
      if (days > shownDays) return []
      return [
        {
          ...base,
          visitId: visit.id,
          level: 'done',
          why: `Visit of ${when} is whole. Hand over the page, if that is not done yet.`,
          action: 'Hand over',
          to: `${to}/handover`,
        },
      ]
    })
    .sort((a, b) => order[a.level] - order[b.level] || a.name.localeCompare(b.name))
}

function daysBetween(from: string, to: string): number {
  const dayMs = 86_400_000
  return Math.round((Date.parse(to) - Date.parse(from)) / dayMs)
}
