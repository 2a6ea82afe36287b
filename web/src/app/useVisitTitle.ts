import dayjs from 'dayjs'
import { selectVisit } from '../outbox/visitSlice'
import { usePersonQuery } from './api'
import { useAppSelector } from './store'

/** Whose visit is open: name, age, which visit, day. Empty in other rooms. */
export function useVisitTitle(): string {
  const { personId, startedOn, visitId } = useAppSelector(selectVisit)
  const { data: person } = usePersonQuery(personId ?? '', { skip: personId === undefined })
  if (!person || !visitId) return ''
  const day = dayjs(startedOn)
  const age = person.birthYear === null ? '' : `, ${day.year() - person.birthYear}`
  const inOrder = [...person.visits].sort((a, b) => (a.startedOn + a.id).localeCompare(b.startedOn + b.id))
  const which = inOrder.findIndex((v) => v.id === visitId) + 1
  return `${person.name}${age} · visit ${Math.max(1, which)} · ${day.format('D MMM')}`
}
