import { and, asc, eq, gte, isNotNull, isNull, sql } from 'drizzle-orm'
import { nothingHeld } from '@sturvo/core/inForce'
import { keptPlanSchema, type KeptPlan } from '@sturvo/schema'
import type { Database } from '../data/database'
import { followState, person, practice } from '../data/tables'
import { newestPlan } from '../follow/followState'
import { fault } from '../http/faults'
import { keptTexts, type KeptText } from '../plans/keptPlans'
import { visitSources } from '../visits/readVisit'
import { lately } from '../work/lately'
import { toldKeyOf, visitsSince } from './visitsSince'
import { clearedFor, type Cleared } from './inForceOf'
import type { heldPlan, HeldPlan } from './heldPlan'

/** What reads visits for it: the threads of a server, or the program itself where nobody waits. */
export type HeldWork = { run: (job: 'heldPlan', input: Parameters<typeof heldPlan>[0]) => Promise<HeldPlan> }

export type PlanNow = Omit<HeldPlan, 'parts'> & {
  plan: KeptPlan
  /** says everything it was made from */
  key: string
  /** the plan and the visits after it, as they are */
  toldKey: string
}

const worked = lately<PlanNow>()

/**
 * A kept plan as it may be handed out now: what a visit told after it was kept holds back what would not be given any
 * more, at once, wherever it is handed out. Read once for each state of those visits.
 */
export async function planNow(database: Database, work: HeldWork, kept: KeptPlan): Promise<PlanNow> {
  const { db } = database
  const visits = await visitsSince(db, kept)
  const toldKey = toldKeyOf(kept, visits)
  const [state] = await db
    .select({ practice: practice.version, person: person.version })
    .from(practice)
    .innerJoin(person, eq(person.id, kept.personId))
    .limit(1)
  const key = `${kept.id} ${toldKey} ${state?.practice} ${state?.person}`
  if (visits.length === 0) return { plan: kept, held: nothingHeld, first: undefined, key, toldKey }
  const known = worked.get(key)
  if (known) return known
  const sources = []
  for (const { id } of visits) sources.push(await visitSources(database, id))
  const { parts, ...found } = await work.run('heldPlan', { kept, sources })
  const now = { ...found, plan: { ...kept, ...parts }, key, toldKey }
  worked.put(key, now)
  return now
}

/** The newest plan of a person as it may be handed out now. */
export async function newestPlanNow(
  database: Database,
  work: HeldWork,
  personId: string,
): Promise<PlanNow | undefined> {
  const kept = await newestPlan(database.db, personId)
  const now = kept && (await planNow(database, work, kept))
  if (!now) return undefined
  const waitsSince = now.first?.day ?? null
  const found = { toldKey: now.toldKey, waitsSince, isToldOpen: false }
  const [state] = await database.db
    .select({
      toldKey: followState.toldKey,
      waitsSince: followState.waitsSince,
      isToldOpen: followState.isToldOpen,
    })
    .from(followState)
    .where(eq(followState.personId, personId))
  const isKnown = state?.toldKey === found.toldKey && state.waitsSince === waitsSince && !state.isToldOpen
  // lists go by it, and never read a visit
  if (state && !isKnown)
    await database.write((tx) => tx.update(followState).set(found).where(eq(followState.personId, personId)))
  return now
}

/**
 * Every kept version of a person for a calendar, oldest first: the newest as it may be handed out now, and newer than
 * what was downloaded before, so that a calendar takes it in its place.
 */
export async function keptTextsNow(
  database: Database,
  work: HeldWork,
  personId: string,
): Promise<KeptText[]> {
  const kept = await keptTexts(database.db, personId)
  const now = await newestPlanNow(database, work, personId)
  if (!now?.first) return kept
  return [...kept.slice(0, -1), { document: JSON.stringify(now.plan), created: new Date().toISOString() }]
}

const workedOutAtOnce = 8 // each reads a visit or two; what is left over is worked out at the next look
const mostShown = 100

/** Clients of whose plan a part waits since a visit told it, with the day of that visit, the longest first. */
export async function heldClients(
  database: Database,
  work: HeldWork,
  today: string,
): Promise<{ personId: string; day: string }[]> {
  // nearly every plan goes on: an index would be walked from end to end
  const goesOn = and(isNull(sql`+${person.deletedOn}`), gte(sql`+${followState.endsOn}`, today))
  const open = await database.db
    .select({ personId: followState.personId })
    .from(followState)
    .innerJoin(person, eq(person.id, followState.personId))
    .where(and(eq(followState.isToldOpen, true), goesOn))
    .limit(workedOutAtOnce)
  for (const { personId } of open) {
    try {
      await newestPlanNow(database, work, personId)
    } catch {
      // one whose visits cannot be read just now breaks no list: it stays open and is worked out at the next look
    }
  }
  const rows = await database.db
    .select({ personId: followState.personId, day: followState.waitsSince })
    .from(followState)
    .innerJoin(person, eq(person.id, followState.personId))
    .where(and(isNotNull(followState.waitsSince), goesOn))
    .orderBy(asc(followState.waitsSince))
    .limit(mostShown)
  return rows.flatMap(({ personId, day }) => (day === null ? [] : [{ personId, day }]))
}

declare const held: unique symbol
/** Shows that nothing told since stands against a plan: what is printed cannot be changed any more. */
export type Current = Cleared & { readonly [held]: true }

/** Asks what is in force and what was told since. @throws Fault 409 stopFirst, or toldSince where a part of it waits */
export async function currentFor(
  database: Database,
  work: HeldWork,
  { document, now }: { document: string; now: Date },
): Promise<Current> {
  const { personId } = JSON.parse(document) as Pick<KeptPlan, 'personId'>
  const cleared = await clearedFor(database.db, personId, now)
  const parsed = keptPlanSchema.safeParse(JSON.parse(document))
  // a version that cannot be read any more cannot be held against anything
  const isHeld = parsed.success
    ? (await planNow(database, work, parsed.data)).first !== undefined
    : (await visitsSince(database.db, JSON.parse(document) as KeptPlan)).length > 0
  if (isHeld) throw fault('toldSince', 'id')
  return cleared as Current
}
