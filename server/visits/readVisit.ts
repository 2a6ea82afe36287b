import { read, type VisitReading } from '@sturvo/core/reading'
import { referenceValues } from '@sturvo/core/reference'
import { kitItems, type KitItem } from '@sturvo/core/training'
import { factsOf, type Practice, type Visit } from '@sturvo/schema'
import type { VisitFacts } from '@sturvo/core/reading'
import type { Database } from '../data/database'
import { notFound } from '../http/faults'
import { findPerson, type PersonRow } from '../people/queries'
import { practiceAnswer, practiceRow } from '../practice/queries'
import { visitAnswer } from './queries'

export type ReadVisit = {
  visit: Visit
  person: PersonRow
  practice: Practice
  facts: VisitFacts
  reading: VisitReading
}

/** A visit with everything it says, computed now. */
export async function readVisit(database: Database, visitId: string): Promise<ReadVisit> {
  const visit = await visitAnswer(database, visitId)
  const person = await findPerson(database, visit.personId)
  if (!person) throw notFound('person')
  const practice = await practiceAnswer(database, await practiceRow(database))
  const references = referenceValues(practice.references)
  const ownedKit = person.kit.filter((item): item is KitItem => kitItems.some((k) => k === item))
  const facts = factsOf({
    fields: visit.fields,
    birthYear: person.birthYear,
    day: visit.startedOn,
    ownedKit,
    references,
  })
  return { visit, person, practice, facts, reading: read(facts, references, practice.settings) }
}
