import { read, type VisitFacts, type VisitReading } from '@sturvo/core/reading'
import { referenceValues, type References } from '@sturvo/core/reference'
import { kitItems, type KitItem } from '@sturvo/core/training'
import { factsOf, type Fields, type Practice, type Visit, type VisitBackground } from '@sturvo/schema'
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

export type ReadVisit = Pick<VisitSources, 'person' | 'practice'> & {
  visit: Visit
  /** in force: the practice's values, and the own errors of who measured */
  references: References
  facts: VisitFacts
  reading: VisitReading
}

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
  // whoever measured is judged with the error of their own hands
  const references = referenceValues({ ...practice.references, ...background.errors })
  const ownedKit = person.kit.filter((item): item is KitItem => kitItems.some((k) => k === item))
  const facts = factsOf({
    fields: visit.fields,
    birthYear: person.birthYear,
    day: visit.startedOn,
    ownedKit,
    references,
    trialUses: practice.trialUses,
    earlier: background.earlier ?? undefined,
  })
  return { visit, person, practice, references, facts, reading: read(facts, references, practice.settings) }
}

/** A visit with everything it says, computed now and here; for programs that answer nobody meanwhile. */
export async function readVisit(database: Database, visitId: string): Promise<ReadVisit> {
  return readSources(await visitSources(database, visitId))
}
