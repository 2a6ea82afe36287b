import {
  and,
  asc,
  eq,
  exists,
  gt,
  gte,
  inArray,
  isNotNull,
  isNull,
  lt,
  lte,
  notExists,
  or,
  sql,
  type SQL,
} from 'drizzle-orm'
import type { SQLiteColumn } from 'drizzle-orm/sqlite-core'
import { dayAfter } from '@sturvo/core/followup'
import { referenceTable } from '@sturvo/core/reference'
import { dueLevels, mostCountedDue, type Due, type DueLevel } from '@sturvo/schema'
import type { Db } from '../data/database'
import { clientLink, followState, person, practice, visit } from '../data/tables'
import { mostWrongWords } from './links'

/** A column whose index is of no use: most rows have this value, and the planner does not know it. */
const plain = (column: SQLiteColumn) => sql`+${column}`

/** Why somebody needs a look, before anything is read about them. */
export type Reason = { personId: string; level: DueLevel; day?: string; linkId?: string }

/**
 * Who needs a look because of what happened since the visit. A small query for each reason, each answered by an index;
 * one query with all of them joined by "or" would read every client.
 * @param today YYYY-MM-DD
 */
export async function betweenVisits(db: Db, today: string): Promise<Reason[]> {
  const [row] = await db.select({ references: practice.references }).from(practice).limit(1)
  const r = (id: 'silentDays' | 'retestWeeks' | 'endsSoonDays' | 'endedShownDays') =>
    row?.references[id] ?? referenceTable[id].value
  const isAwake = or(isNull(followState.putOffTo), lte(followState.putOffTo, today))
  const noStop = isNull(plain(followState.stopSince))
  const soon = dayAfter(today, r('endsSoonDays'))
  const hasLink = exists(
    db
      .select({ one: sql`1` })
      .from(clientLink)
      .where(
        and(
          eq(clientLink.personId, followState.personId),
          isNull(clientLink.revokedOn),
          gte(clientLink.until, today),
        ),
      ),
  )
  const hasNewerVisit = db
    .select({ one: sql`1` })
    .from(visit)
    .where(and(eq(visit.personId, followState.personId), gt(visit.startedOn, followState.startsOn)))
  // ids alone: who is shown of them is known only when all the reasons are together
  const states = async (
    level: DueLevel,
    where: SQL | undefined,
    day: typeof followState.lastDay | typeof followState.endsOn,
  ) =>
    (
      await db
        .select({ personId: followState.personId, day, action: followState.action })
        .from(followState)
        .innerJoin(person, eq(person.id, followState.personId))
        .where(and(where, isNull(plain(person.deletedOn))))
        .orderBy(asc(day))
        .limit(mostCountedDue)
    ).map(({ personId, day, action }): Reason => {
      const asked = level === 'hold' ? dueLevels.find((known) => known === action) : level
      return { personId, level: asked ?? level, ...(day !== null && { day }) }
    })
  const links = async (level: DueLevel, where: SQL | undefined) =>
    (
      await db
        .select({ personId: clientLink.personId, linkId: clientLink.id, day: clientLink.until })
        .from(clientLink)
        .innerJoin(person, eq(person.id, clientLink.personId))
        .where(and(isNull(clientLink.revokedOn), where, isNull(plain(person.deletedOn))))
        .orderBy(asc(clientLink.until))
        .limit(mostCountedDue)
    ).map((found): Reason => ({ ...found, level }))
  const lists = await Promise.all([
    states('stopSign', isNotNull(followState.stopSince), followState.lastDay),
    links('linkLocked', and(gte(clientLink.until, today), gte(clientLink.wrongWords, mostWrongWords))),
    states('hold', and(isNotNull(followState.action), noStop, isAwake), followState.lastDay),
    states(
      'silent',
      and(
        lt(followState.lastDay, dayAfter(today, -r('silentDays'))),
        lt(followState.startsOn, dayAfter(today, -r('silentDays'))),
        gte(followState.endsOn, today),
        noStop,
        isAwake,
      ),
      followState.lastDay,
    ),
    // nothing ever written: only where there is a page to write on
    states(
      'silent',
      and(
        isNull(followState.lastDay),
        lt(followState.startsOn, dayAfter(today, -r('silentDays'))),
        gte(followState.endsOn, today),
        hasLink,
        noStop,
        isAwake,
      ),
      followState.lastDay,
    ),
    states(
      'retest',
      and(
        lte(plain(followState.startsOn), dayAfter(today, -7 * r('retestWeeks'))),
        notExists(hasNewerVisit),
        isAwake,
      ),
      followState.endsOn,
    ),
    states(
      'planEnds',
      and(
        gte(followState.endsOn, dayAfter(today, -r('endedShownDays'))),
        lte(followState.endsOn, soon),
        isAwake,
      ),
      followState.endsOn,
    ),
    links(
      'linkEnds',
      and(
        gte(clientLink.until, today),
        lte(clientLink.until, soon),
        exists(
          db
            .select({ one: sql`1` })
            .from(followState)
            .where(
              and(eq(followState.personId, clientLink.personId), gt(followState.endsOn, clientLink.until)),
            ),
        ),
      ),
    ),
  ])
  return lists.flat()
}

/** What the rules said of those who are shown. */
export async function saidOf(db: Db, personIds: readonly string[]): Promise<Map<string, Said>> {
  if (personIds.length === 0) return new Map()
  const rows = await db
    .select({
      personId: followState.personId,
      fired: followState.fired,
      planId: followState.planId,
      proposal: followState.proposal,
    })
    .from(followState)
    .where(inArray(followState.personId, [...personIds]))
  return new Map(rows.map((row) => [row.personId, row]))
}
type Said = Pick<typeof followState.$inferSelect, 'fired' | 'planId' | 'proposal'>

/** The rule behind a line and what one tap can take; a stop and a plan that has to be made anew are looked at. */
export function proposalOf(level: DueLevel, said: Said | undefined): Partial<Due> {
  const wanted = level === 'stopSign' ? 'stop' : level
  const fired: { action?: unknown; rule?: string; evidence?: Due['evidence'] }[] = said?.fired ?? []
  const first = fired.find((f) => f.action === wanted)
  if (!said || !first) return {}
  const { planId, proposal } = said
  const isTaken = level === 'backOff' || level === 'restart' || level === 'hold'
  return {
    ...(first.rule !== undefined && { rule: first.rule }),
    ...(first.evidence && { evidence: first.evidence }),
    ...(isTaken && { proposal: { ...(proposal as NonNullable<Due['proposal']>), planId } }),
  }
}
