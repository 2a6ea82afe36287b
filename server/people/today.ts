import { and, asc, desc, eq, exists, gt, gte, inArray, isNull, lt, notExists, or, sql } from 'drizzle-orm'
import { alias } from 'drizzle-orm/sqlite-core'
import { steps } from '@sturvo/core/reading'
import { dueLevels, dueSchema, mostCountedDue, type Due, type DueLevel, type Today } from '@sturvo/schema'
import { inForceOf } from '../inForce/inForceOf'
import { betweenVisits, proposalOf, saidOf, type Reason } from '../follow/due'
import { heldClients, type HeldWork } from '../inForce/planNow'
import type { Database, Db } from '../data/database'
import { person, visit } from '../data/tables'

const shownDays = 14
const mostShown = 100 // nobody acts on more in one day; how many there are in all is said

/**
 * Who needs a look, a line each: stops first, then what happened between visits, then visits left open and people
 * without one, then whole visits to hand over.
 * @param today YYYY-MM-DD
 */
export async function todayAnswer(database: Database, work: HeldWork, today: string): Promise<Today> {
  const { db } = database
  const latest = alias(visit, 'latest')
  const newer = alias(visit, 'newer')
  const level = sql<number>`case when ${latest.stops} > 0 then 0 when ${latest.id} is null or ${latest.stepsFilled} < ${steps.length} then 1 else 2 end`
  const since = new Date(Date.parse(today) - shownDays * 86_400_000).toISOString().slice(0, 10)
  // a visit is the latest where none of the same person is newer: an index answers that for each person
  const isNewer = or(
    gt(newer.startedOn, latest.startedOn),
    and(eq(newer.startedOn, latest.startedOn), gt(newer.id, latest.id)),
  )
  const isLatest = and(
    eq(latest.personId, person.id),
    notExists(
      db
        .select({ one: sql`1` })
        .from(newer)
        .where(and(eq(newer.personId, latest.personId), isNewer)),
    ),
  )
  const isDue = and(
    isNull(person.deletedOn),
    or(
      isNull(latest.id),
      gt(latest.stops, 0),
      lt(latest.stepsFilled, steps.length),
      gte(latest.startedOn, since),
    ),
  )
  const rows = await db
    .select({
      personId: person.id,
      name: person.name,
      work: person.work,
      level,
      visitId: latest.id,
      startedOn: latest.startedOn,
      stepsFilled: latest.stepsFilled,
    })
    .from(person)
    .leftJoin(latest, isLatest)
    .where(isDue)
    .orderBy(level, desc(latest.startedOn), asc(person.name))
    .limit(mostShown)
  // counted by itself, only where there are more than are shown, and no further than anybody wants to know
  const dueIds =
    rows.length < mostShown
      ? rows.map((row) => row.personId)
      : // counted by itself, only where there are more than are shown, and no further than anybody wants to know
        (
          await db
            .select({ id: person.id })
            .from(person)
            .leftJoin(latest, isLatest)
            .where(isDue)
            .limit(mostCountedDue)
        ).map((row) => row.id)
  const held = (await heldClients(database, work, today)).map((one) => ({
    ...one,
    level: 'toldSince' as const,
  }))
  const between = [...(await stoppedBefore(db)), ...held, ...(await betweenVisits(db, today))]
  const total = Math.min(mostCountedDue, new Set([...dueIds, ...between.map((d) => d.personId)]).size)
  const levels = ['stop', 'open', 'done'] as const
  const [any] =
    rows.length > 0
      ? rows
      : await db.select({ id: person.id }).from(person).where(isNull(person.deletedOn)).limit(1)
  const visits = rows.map((row) => ({ personId: row.personId, level: levels[row.level]! }))
  const lines = oneEach([...between, ...visits]).slice(0, mostShown)
  const ids = lines.map((line) => line.personId)
  const said = await saidOf(db, ids)
  const known = new Map(rows.map((row) => [row.personId, row]))
  const names = new Map(
    ids.length === 0
      ? []
      : (
          await db
            .select({ id: person.id, name: person.name, work: person.work })
            .from(person)
            .where(inArray(person.id, ids))
        ).map((row) => [row.id, row]),
  )
  return {
    due: lines.flatMap((line): Due[] => {
      const row = known.get(line.personId)
      const parsed = dueSchema.safeParse({
        ...names.get(line.personId),
        ...line,
        ...proposalOf(line.level, said.get(line.personId)),
        visit:
          !row || row.visitId === null
            ? null
            : { id: row.visitId, startedOn: row.startedOn, stepsFilled: row.stepsFilled },
      })
      return parsed.success ? [parsed.data] : []
    }),
    total,
    hasPeople: any !== undefined,
  }
}

type Line = Reason & { more?: DueLevel[] }

/** One line a person, for the most urgent of the reasons; the others are named with it. */
function oneEach(all: readonly Reason[]): Line[] {
  const rank = new Map(dueLevels.map((level, i) => [level, i]))
  const byPerson = new Map<string, Line>()
  for (const reason of [...all].sort((a, b) => rank.get(a.level)! - rank.get(b.level)!)) {
    const first = byPerson.get(reason.personId)
    if (!first) byPerson.set(reason.personId, { ...reason })
    // a whole visit is no reason beside what happened since
    else if (reason.level !== 'done' && reason.level !== first.level)
      first.more = [...new Set([...(first.more ?? []), reason.level])]
  }
  return [...byPerson.values()]
}

/** Whose stop was told at an earlier visit and settled at none since. */
async function stoppedBefore(db: Db): Promise<Reason[]> {
  const newer = alias(visit, 'newer')
  const candidates = await db
    .selectDistinct({ personId: visit.personId })
    .from(visit)
    .innerJoin(person, eq(person.id, visit.personId))
    .where(
      and(
        gt(visit.stops, 0),
        isNull(person.deletedOn),
        exists(
          db
            .select({ one: sql`1` })
            .from(newer)
            .where(and(eq(newer.personId, visit.personId), gt(newer.startedOn, visit.startedOn))),
        ),
      ),
    )
    .limit(mostShown)
  const now = new Date()
  const found: Reason[] = []
  for (const { personId } of candidates) {
    const stop = (await inForceOf(db, personId, now)).stops.find((one) => one.toldAt === 'visit')
    if (stop) found.push({ personId, level: 'stop', day: stop.since })
  }
  return found
}
