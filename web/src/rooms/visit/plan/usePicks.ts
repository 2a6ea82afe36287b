import { useRecord, useVisitReading } from '../visitContext'

/** Drills that are wanted and drills that are not: one is never both. */
export function usePicks() {
  const { facts } = useVisitReading()
  const record = useRecord()
  const { pinned, banned } = facts.plan
  const without = (list: readonly string[], id: string) => list.filter((other) => other !== id)
  const withIt = (list: readonly string[], id: string) => [...without(list, id), id]
  return {
    isPinned: (id: string) => pinned.includes(id),
    isBanned: (id: string) => banned.includes(id),
    pin: (id: string) =>
      record({ 'answer.planPinned': withIt(pinned, id), 'answer.planBanned': without(banned, id) }),
    unpin: (id: string) => record({ 'answer.planPinned': without(pinned, id) }),
    ban: (id: string) =>
      record({ 'answer.planBanned': withIt(banned, id), 'answer.planPinned': without(pinned, id) }),
    bringBack: (id: string) => record({ 'answer.planBanned': without(banned, id) }),
    /** One in the place of another. */
    swap: (out: string, into: string) =>
      record({
        'answer.planPinned': withIt(without(pinned, out), into),
        'answer.planBanned': withIt(without(banned, into), out),
      }),
  }
}
