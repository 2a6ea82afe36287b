import { read, type VisitReading } from '@sturvo/core/reading'
import { referenceValues, type References } from '@sturvo/core/reference'
import { kitItems, type KitItem } from '@sturvo/core/training'
import { factsOf, type Practice, type Visit } from '@sturvo/schema'
import type { VisitFacts } from '@sturvo/core/reading'
import type { Database } from '../data/database'
import { notFound } from '../http/faults'
import { findPerson, type PersonRow } from '../people/queries'
import { practiceAnswer, practiceRow } from '../practice/queries'
import { visitBackground } from '../repeatability/background'
import { visitAnswer, visitRow } from './queries'

export type ReadVisit = {
  visit: Visit
  person: PersonRow
  practice: Practice
  /** in force: the practice's values, and the own errors of who measured */
  references: References
  facts: VisitFacts
  reading: VisitReading
}

/** A visit with everything it says, computed now. */
export async function readVisit(database: Database, visitId: string): Promise<ReadVisit> {
  const visit = await visitAnswer(database, visitId)
  const person = await findPerson(database, visit.personId)
  if (!person) throw notFound('person')
  const practice = await practiceAnswer(database, await practiceRow(database))
  const row = await visitRow(database, visitId)
  const background = await visitBackground(database, row, referenceValues(practice.references), undefined)
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
