import { useMemo } from 'react'
import { readingOf, type Person, type Practice, type Visit, type VisitRead } from '@sturvo/schema'
import { useVisitQuery } from '../app/api'
import { useBackgroundQuery } from '../app/errorApi'

export type DatedVisit = { day: string; by: string | undefined; visit: Visit } & VisitRead

/**
 * A visit that is not the open one, with everything it says, as it was kept.
 * @returns undefined until it is there; failed where it cannot be had
 */
export function useDatedReading(
  visitId: string | undefined,
  person: Person,
  practice: Practice,
): { read: DatedVisit | undefined; isFailed: boolean } {
  const skip = { skip: visitId === undefined }
  const { data: visit, isError: noVisit } = useVisitQuery(visitId ?? '', skip)
  const { data: background, isError: noBackground } = useBackgroundQuery(visitId ?? '', skip)
  const read = useMemo(() => {
    // whatever an address or a field names: nobody's feet are laid beside somebody else's
    if (!visit || !background || visit.id !== visitId || visit.personId !== person.id) return undefined
    const said = readingOf({
      fields: visit.fields,
      person,
      practice,
      startedOn: visit.startedOn,
      background,
      inForce: visit.planInForce,
    })
    return { ...said, day: visit.startedOn, by: background.by || undefined, visit }
  }, [visit, background, visitId, person, practice])
  const isOther = visit !== undefined && visit.id === visitId && visit.personId !== person.id
  return { read, isFailed: noVisit || noBackground || isOther }
}
