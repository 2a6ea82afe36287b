import dayjs from 'dayjs'
import { asc, desc, eq, inArray, max, sql } from 'drizzle-orm'
import type { KeptPlan, NewPlan, PlanLine } from '@sturvo/schema'
import type { Database, Db } from '../data/database'
import { account, planItem, planVersion } from '../data/tables'
import { refreshFollow } from '../follow/followState'
import { fault, notFound } from '../http/faults'
import { clearedFor } from '../inForce/inForceOf'
import { coreVersion } from '../version'
import type { DecidedPlan } from './decidedPlan'

const listed = {
  id: planVersion.id,
  number: planVersion.number,
  visitId: planVersion.visitId,
  madeOn: planVersion.madeOn,
  by: account.name,
  minutesPerSession: planVersion.minutesPerSession,
  sessionsPerWeek: planVersion.sessionsPerWeek,
  // read out of the text by the database: whole documents never come into a list
  action: sql<string | null>`json_extract(${planVersion.document}, '$.because.action')`,
  words: sql<string | null>`json_extract(${planVersion.document}, '$.because.words')`,
  whyWords: sql<string | null>`json_extract(${planVersion.document}, '$.why.words')`,
  phases: sql<string | null>`(select json_group_array(json_object('stage', json_extract(value, '$.stage'),
    'fromWeek', json_extract(value, '$.fromWeek'), 'weeks', json_extract(value, '$.weeks')))
    from json_each(${planVersion.document}, '$.plan.phases'))`,
  startsOn: sql<string | null>`json_extract(${planVersion.document}, '$.days.startsOn')`,
  endsOn: sql<string | null>`json_extract(${planVersion.document}, '$.days.weeks[#-1].days[#-1].date')`,
}

/** The plans kept for a person, newest first. */
export async function plansOf(db: Db, personId: string): Promise<PlanLine[]> {
  const rows = await db
    .select(listed)
    .from(planVersion)
    .innerJoin(account, eq(account.id, planVersion.byAccount))
    .where(eq(planVersion.personId, personId))
    .orderBy(desc(planVersion.number))
  const items =
    rows.length === 0
      ? []
      : await db
          .select()
          .from(planItem)
          .where(
            inArray(
              planItem.planId,
              rows.map((row) => row.id),
            ),
          )
          .orderBy(asc(planItem.phase), asc(planItem.place))
  return rows.map(({ action, words, whyWords, startsOn, endsOn, phases, ...row }) => ({
    ...row,
    ...(action !== null && { action }),
    ...((words ?? whyWords ?? '') !== '' && { words: words ?? whyWords ?? '' }),
    ...(phases !== null && { phases: JSON.parse(phases) as NonNullable<PlanLine['phases']> }),
    ...(startsOn !== null && { startsOn }),
    ...(endsOn !== null && { endsOn }),
    drills: [...new Set(items.flatMap((item) => (item.planId === row.id ? [item.drill] : [])))],
  }))
}

/** The text of a kept plan and whose it is. @throws Fault 404 */
export async function keptPlanText(db: Db, id: string): Promise<{ personId: string; document: string }> {
  const [row] = await db
    .select({ personId: planVersion.personId, document: planVersion.document })
    .from(planVersion)
    .where(eq(planVersion.id, id))
  if (!row) throw notFound('plan')
  return row
}

/** A kept plan as its text, with the moment it was kept. */
export type KeptText = { document: string; created: string }

/** Every kept plan of a person, oldest first. */
export async function keptTexts(db: Db, personId: string): Promise<KeptText[]> {
  return db
    .select({ document: planVersion.document, created: planVersion.created })
    .from(planVersion)
    .where(eq(planVersion.personId, personId))
    .orderBy(asc(planVersion.number))
}

/**
 * Whether a plan may still be kept as the version after the last one seen.
 * @returns the text of the plan where this very press was answered before; undefined where it is to be made
 * @throws Fault 409 where somebody kept one meanwhile, or where the id is already that of another plan
 */
export async function planAnsweredBefore(
  db: Db,
  personId: string,
  wish: NewPlan,
): Promise<string | undefined> {
  const [same] = await db.select().from(planVersion).where(eq(planVersion.id, wish.id))
  if (same) {
    if (same.personId !== personId || same.visitId !== wish.visitId) throw fault('planKept', 'id')
    return same.document
  }
  const [last] = await db
    .select({ number: max(planVersion.number) })
    .from(planVersion)
    .where(eq(planVersion.personId, personId))
  const latest = last?.number ?? 0
  if (latest !== wish.after) throw fault('planKept', 'after', { number: latest })
  return undefined
}

type Keeper = { accountId: string; name: string }

/**
 * Keeps a decided plan as the next version of its person; sent twice it is kept once.
 * @returns the text that will be answered for good
 * @throws Fault 409 where somebody kept one meanwhile, or where the id is already that of another person's plan
 */
export async function keepPlan(
  database: Database,
  input: { personId: string; wish: NewPlan; decided: DecidedPlan; keeper: Keeper; now: Date },
): Promise<string> {
  const { personId, wish, decided, keeper, now } = input
  return database.write(async (tx) => {
    // asked again: the plan was worked out meanwhile, and somebody else's may have been first
    const same = await planAnsweredBefore(tx, personId, wish)
    if (same !== undefined) return same
    // from whatever visit it was made: what another visit or the log stopped meanwhile stops it
    await clearedFor(tx, personId, now)
    const { why, ...plan } = decided
    const drills = decided.plan.phases.flatMap((phase) => phase.drills.map((drill) => drill.id))
    const kept: KeptPlan = {
      id: wish.id,
      number: wish.after + 1,
      personId,
      visitId: wish.visitId,
      madeOn: dayjs(now).format('YYYY-MM-DD'),
      by: keeper.name,
      coreVersion,
      drills: [...new Set(drills)],
      ...plan,
      why: { words: wish.words ?? '', ...why },
    }
    const document = await insertPlan(tx, kept, keeper.accountId, now)
    // what the log says is judged by the plan in force, from the moment it is
    await refreshFollow(tx, personId, now)
    return document
  })
}

/** A version with its drills. @returns the text it is kept as, and answered with for good */
export async function insertPlan(tx: Db, kept: KeptPlan, accountId: string, now: Date): Promise<string> {
  const document = JSON.stringify(kept)
  await tx.insert(planVersion).values({
    id: kept.id,
    personId: kept.personId,
    visitId: kept.visitId,
    number: kept.number,
    visitVersion: kept.visitVersion,
    coreVersion: kept.coreVersion,
    madeOn: kept.madeOn,
    byAccount: accountId,
    minutesPerSession: kept.minutesPerSession,
    sessionsPerWeek: kept.sessionsPerWeek,
    document,
    created: now.toISOString(),
  })
  const items = kept.plan.phases.flatMap((phase, p) =>
    phase.drills.map(({ id, because: _because, lines: _lines, name: _name, ...dose }, place) => ({
      planId: kept.id,
      phase: p,
      place,
      drill: id,
      dose,
    })),
  )
  if (items.length > 0) await tx.insert(planItem).values(items)
  return document
}
