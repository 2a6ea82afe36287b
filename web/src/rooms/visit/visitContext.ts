import { createContext, useContext, type Context } from 'react'
import type { VisitFacts, VisitReading } from '@sturvo/core/reading'
import type { References } from '@sturvo/core/reference'
import type { Fields, Person, Practice } from '@sturvo/schema'

/** What stays while a visit is open: whose it is, where, and by what table it is read. */
export type VisitFrame = {
  visitId: string
  startedOn: string
  person: Person
  practice: Practice
  practitioner: string
  references: References
  /** whose error of measuring is in force; undefined while it is not there, "failed" where it could not be read */
  errorOf: { by: string; kinds: number } | 'failed' | undefined
}
/** What is concluded from the fields; it changes with each of them. */
export type ReadNow = { facts: VisitFacts; reading: VisitReading; settings: Practice['settings'] }
/** Records changes: undoable, saved by itself; null takes a value away. */
export type Record = (values: Fields) => void

export const FrameContext = createContext<VisitFrame | undefined>(undefined)
export const FieldsContext = createContext<Fields | undefined>(undefined)
export const ReadingContext = createContext<ReadNow | undefined>(undefined)
export const RecordContext = createContext<Record | undefined>(undefined)

function useInside<T>(context: Context<T | undefined>): T {
  const value = useContext(context)
  if (!value) throw new Error('used outside an open visit')
  return value
}

// a part asks for what it uses, and is drawn anew when that changes
export const useVisitFrame = (): VisitFrame => useInside(FrameContext)
export const useVisitFields = (): Fields => useInside(FieldsContext)
export const useVisitReading = (): ReadNow => useInside(ReadingContext)
export const useRecord = (): Record => useInside(RecordContext)
