import { createContext, useContext } from 'react'
import type { VisitFacts, VisitReading } from '@sturvo/core/reading'
import type { References } from '@sturvo/core/reference'
import type { Fields, Person, Practice } from '@sturvo/schema'

export type OpenVisit = {
  visitId: string
  startedOn: string
  person: Person
  practice: Practice
  practitioner: string
  references: References
  /** whose error of measuring is in force; undefined while it is not there, "failed" where it could not be read */
  errorOf: { by: string; kinds: number } | 'failed' | undefined
  fields: Fields
  facts: VisitFacts
  reading: VisitReading
  /** records changes: undoable, saved by itself; null takes a value away */
  record: (values: Fields) => void
}

export const VisitContext = createContext<OpenVisit | undefined>(undefined)

export function useOpenVisit(): OpenVisit {
  const visit = useContext(VisitContext)
  if (!visit) throw new Error('used outside an open visit')
  return visit
}
