import { useMemo } from 'react'
import {
  readingOf,
  type Fields,
  type Person,
  type Practice,
  type VisitBackground,
  type VisitRead,
} from '@sturvo/schema'

/** Every finding of the open visit. */
export function useReading({
  fields,
  person,
  practice,
  startedOn,
  background,
  planInForce,
}: {
  fields: Fields
  person: Person
  practice: Practice
  startedOn: string
  /** own errors and the visit before; undefined until they have arrived */
  background?: VisitBackground | undefined
  planInForce: readonly string[]
}): VisitRead {
  return useMemo(
    () => readingOf({ fields, person, practice, startedOn, background, inForce: planInForce }),
    [fields, person, practice, startedOn, background, planInForce],
  )
}
