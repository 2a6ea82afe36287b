import dayjs from 'dayjs'
import { and, asc, desc, eq, gte, isNotNull, sql } from 'drizzle-orm'
import { restartShare } from '@sturvo/core/followup'
import { referenceValues } from '@sturvo/core/reference'
import { logEntrySchema, type LogAnswer, type LogPost, type LogPosted } from '@sturvo/schema'
import type { Database, Db } from '../data/database'
import { account, followDecision, logEntry } from '../data/tables'
import { fault } from '../http/faults'
import { practiceAnswer, practiceRow } from '../practice/queries'
import { stoppedSince } from '@sturvo/core/inForce'
import { inForceOf } from '../inForce/inForceOf'
import { refreshFollow, standsAt, unsettledStopsOf } from './followState'
import { ownerOf } from './planFile'

export type Sender = { linkId: string } | { accountId: string }

const minuteMs = 60_000
const wrongClockMin = 10 // less is the way of the message
const farDays = 400 // a plan and a season before it
const latestDayAhead = 1 // somebody east of here writes about tomorrow

/**
 * Keeps entries of a log: each id once, however often it is sent; what is kept is never written over. Answered only
 * when it is on disk.
 * @throws Fault 422 for a day that has not come yet, by both clocks, or that is more than 400 days away; a stop sign is
 * never refused for that, it counts as told today
 */
export async function keepEntries(
  database: Database,
  { personId, post, sender, now }: { personId: string; post: LogPost; sender: Sender; now: Date },
): Promise<LogPosted> {
  const clockOffMin = (Date.parse(post.sentAt) - now.getTime()) / minuteMs
  const isWrong = Math.abs(clockOffMin) > wrongClockMin
  const isFarClock = Math.abs(clockOffMin) > farDays * 24 * 60
  // a phone whose clock is days ahead writes about days to come; its entry is kept on the day it is here
  const dayOf = (day: string) => {
    if (!isWrong) return day
    return dayjs(day)
      .subtract(Math.round(clockOffMin / (24 * 60)), 'day')
      .format('YYYY-MM-DD')
  }
  const latest = dayjs(now).add(latestDayAhead, 'day').format('YYYY-MM-DD')
  const rows = post.entries.map((entry, i) => {
    const asked = dayOf(entry.day)
    const isFar = isFarClock || Math.abs(dayjs(asked).diff(now, 'day')) > farDays
    const cannotBe = isFar || asked > latest
    // a stop sign is told today whatever its day; what else was written about such a day is not believed
    const { id, at, stops } = entry
    if (cannotBe && (stops ?? []).length === 0)
      throw fault(isFar ? 'dayTooFar' : 'dayToCome', `entries.${i}.day`)
    const day = cannotBe ? dayjs(now).format('YYYY-MM-DD') : asked
    return {
      personId,
      id,
      day,
      at: isFar ? now.toISOString() : at,
      value: isFar ? { id, at: now.toISOString(), stops, day } : { ...entry, day },
      linkId: 'linkId' in sender ? sender.linkId : null,
      byAccount: 'accountId' in sender ? sender.accountId : null,
      clockOffMin: isWrong ? Math.round(clockOffMin) : 0,
    }
  })
  return database.write(async (tx) => {
    const taken = 'linkId' in sender ? await withinRoom(tx, personId, rows, now) : rows
    // by the clock of the write itself: what waits in line behind a decision has come after it
    const receivedAt = new Date().toISOString()
    await tx
      .insert(logEntry)
      .values(taken.map((row) => ({ ...row, receivedAt })))
      .onConflictDoNothing()
    await refreshFollow(tx, personId, now)
    return {
      kept: taken.map(({ id }) => id),
      now: receivedAt,
      // whatever was told wherever: a plan that cannot be read is no reason to go on after a stop sign
      paused: stoppedSince(await inForceOf(tx, personId, now)) !== undefined,
    }
  })
}

const mostADay = 500
const mostBytesADay = 1_000_000

/**
 * A link is one client's: nobody writes so much in a day. Beyond it a stop sign still comes through, alone, until the plan
 * is paused; then it has been heard.
 * @returns what is taken of it @throws Fault 429 where nothing is
 */
async function withinRoom<R extends { value: { stops?: readonly string[] | undefined } }>(
  tx: Db,
  personId: string,
  rows: readonly R[],
  now: Date,
): Promise<readonly R[]> {
  const [today] = await tx
    .select({ count: sql<number>`count(*)`, bytes: sql<number>`coalesce(sum(length(${logEntry.value})), 0)` })
    .from(logEntry)
    .where(
      and(
        eq(logEntry.personId, personId),
        isNotNull(logEntry.linkId),
        gte(logEntry.receivedAt, dayjs(now).startOf('day').toISOString()),
      ),
    )
  if (today!.count < mostADay && today!.bytes < mostBytesADay) return rows
  const stops = rows.filter(({ value }) => (value.stops ?? []).length > 0)
  const isHeard = (await unsettledStopsOf(tx, personId)).length > 0
  if (stops.length === 0 || isHeard) throw fault('tooManyEntries', 'entries')
  return stops.slice(0, 1)
}

const shownEntries = 2000

/** The log of a person, newest first, with what the rules say today. */
export async function logAnswerOf(database: Database, personId: string, now: Date): Promise<LogAnswer> {
  const { db } = database
  const seenUpTo = new Date().toISOString()
  const { references } = await practiceAnswer(db, await practiceRow(database))
  const rows = await db
    .select()
    .from(logEntry)
    .where(eq(logEntry.personId, personId))
    .orderBy(desc(logEntry.day), desc(logEntry.at))
    .limit(shownEntries)
  const followed = await database.write((tx) => refreshFollow(tx, personId, now))
  const stands = followed && (await standsAt(db, { personId, plan: followed.plan, now }))
  const decisions = await db
    .select({
      day: followDecision.day,
      kind: followDecision.kind,
      rule: followDecision.rule,
      words: followDecision.words,
      by: account.name,
    })
    .from(followDecision)
    .innerJoin(account, eq(account.id, followDecision.byAccount))
    .where(eq(followDecision.personId, personId))
    .orderBy(asc(followDecision.created))
  return {
    entries: rows.flatMap((row) => {
      const entry = logEntrySchema.safeParse(row.value)
      if (!entry.success) return []
      return [
        {
          ...entry.data,
          by: row.byAccount === null ? ('client' as const) : ('practice' as const),
          receivedAt: row.receivedAt,
          ...(row.clockOffMin !== 0 && { clockOffMin: row.clockOffMin }),
        },
      ]
    }),
    ...(followed && {
      planId: followed.plan.id,
      planNumber: followed.plan.number,
      planEndsOn: followed.state.endsOn,
      hasPage: followed.plan.papers !== undefined,
      ...(stands &&
        stands.why !== 'asPlanned' && {
          held: { week: stands.week, behind: stands.behind, share: stands.share, why: stands.why },
        }),
      followUp: {
        ...(followed.followUp.action && { action: followed.followUp.action }),
        lanes: [...followed.followUp.lanes],
        fired: followed.followUp.fired.map(({ rule, action, lanes, evidence }) => ({
          rule,
          ...(action && { action }),
          lanes: [...lanes],
          evidence,
        })),
        minutes: followed.followUp.minutes,
        setsShare: followed.followUp.setsShare,
        ...(followed.followUp.lastDay !== undefined && { lastDay: followed.followUp.lastDay }),
      },
    }),
    restartShare: restartShare(referenceValues(references)),
    now: seenUpTo,
    owner: ownerOf(personId),
    decisions,
  }
}
