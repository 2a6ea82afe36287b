import dayjs from 'dayjs'
import { eq } from 'drizzle-orm'
import { inForce, type InForce } from '@sturvo/core/inForce'
import { loggedDays } from '@sturvo/core/followup'
import { visitTold } from '@sturvo/schema'
import type { Db } from '../data/database'
import { person, visit } from '../data/tables'
import { hasLicensedLeadIn, practiceReferencesIn, unsettledStopsOf } from '../follow/followState'
import { fault, notFound } from '../http/faults'
import { visitContents } from '../visits/visitContents'

declare const asked: unique symbol
/**
 * Shows that what is in force was asked for this person, just now, and that nothing stops what is to be handed out.
 * Whatever makes a paper, a link, a file or a version wants one: a new door that did not ask does not compile.
 */
export type Cleared = { readonly personId: string; readonly [asked]: true }

/** What is in force for a person now, over all visits and the log. @throws Fault 404 */
export async function inForceOf(db: Db, personId: string, now: Date): Promise<InForce> {
  const [who] = await db.select({ birthYear: person.birthYear }).from(person).where(eq(person.id, personId))
  if (!who) throw notFound('person')
  const references = await practiceReferencesIn(db)
  const hasLicensedLead = await hasLicensedLeadIn(db)
  const rows = await db
    .select({ id: visit.id, startedOn: visit.startedOn, contentId: visit.contentId })
    .from(visit)
    .where(eq(visit.personId, personId))
  const visits = []
  for (const row of rows) {
    const { fields } = await visitContents(db, row)
    const { id: visitId, startedOn } = row
    visits.push(visitTold({ fields, startedOn, birthYear: null, visitId, hasLicensedLead }, references))
  }
  const log = loggedDays(await unsettledStopsOf(db, personId)).map(({ day, stops }) => ({
    day,
    signs: stops,
  }))
  return inForce(
    { visits, log, birthYear: who.birthYear, today: dayjs(now).format('YYYY-MM-DD') },
    references,
  )
}

/** Asks what is in force, at the door. @throws Fault 409 stopFirst where something stops everything */
export async function clearedFor(db: Db, personId: string, now: Date): Promise<Cleared> {
  const { stops } = await inForceOf(db, personId, now)
  if (stops.length > 0) throw fault('stopFirst', 'id')
  return { personId } as Cleared
}
