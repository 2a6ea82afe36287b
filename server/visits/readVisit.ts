import { referenceValues } from '@sturvo/core/reference'
import {
  readingOf,
  type Fields,
  type Practice,
  type Visit,
  type VisitBackground,
  type VisitRead,
} from '@sturvo/schema'
import type { Database } from '../data/database'
import { notFound } from '../http/faults'
import { findPerson, type PersonRow } from '../people/queries'
import { practiceAnswer, practiceRow } from '../practice/queries'
import { visitBackground } from '../repeatability/background'
import { answerOf, visitRow } from './queries'
import { visitContents } from './visitContents'

/** Everything a visit is read from, as plain data: it can be sent to another thread. */
export type VisitSources = {
  visit: Omit<Visit, 'fields'>
  /** the fields as JSON: thousands of points as one text reach another thread without holding up this one */
  fieldsJson: string
  person: PersonRow
  practice: Practice
  background: VisitBackground
}

export type ReadVisit = Pick<VisitSources, 'person' | 'practice'> & VisitRead & { visit: Visit }

/** Gathers what a visit is read from; reading it is work for another thread. */
export async function visitSources(database: Database, visitId: string): Promise<VisitSources> {
  const { db } = database
  const row = await visitRow(db, visitId)
  const person = await findPerson(db, row.personId)
  if (!person) throw notFound('person')
  const practice = await practiceAnswer(db, await practiceRow(database))
  const background = await visitBackground(database, row, referenceValues(practice.references), undefined)
  const { fields: _, ...visit } = await answerOf(db, row)
  return { visit, fieldsJson: (await visitContents(db, row)).json(), person, practice, background }
}

/** A visit with everything it says. Pure, and slow on a full visit: never on the thread that answers everybody. */
export function readSources(sources: VisitSources): ReadVisit {
  const { person, practice, background } = sources
  const visit: Visit = { ...sources.visit, fields: JSON.parse(sources.fieldsJson) as Fields }
  const read = readingOf({
    fields: visit.fields,
    person,
    practice,
    startedOn: visit.startedOn,
    background,
    inForce: visit.planInForce,
  })
  return { visit, person, practice, ...read }
}

/** A visit with everything it says, computed now and here; for programs that answer nobody meanwhile. */
export async function readVisit(database: Database, visitId: string): Promise<ReadVisit> {
  return readSources(await visitSources(database, visitId))
}
