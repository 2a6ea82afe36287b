import dayjs from 'dayjs'
import { and, asc, desc, eq, gte, inArray, or, sql } from 'drizzle-orm'
import {
  channels,
  dayAfter,
  earnedOn,
  followActions,
  followUp,
  holdLimits,
  levelOf,
  loggedDays,
  needsLook,
  type Earned,
  type FollowAction,
  type FollowInput,
  type FollowUp,
  type HoldLimits,
  type LogEntry,
  type PlannedMinutes,
} from '@sturvo/core/followup'
import { referenceValues, type References } from '@sturvo/core/reference'
import { growthOf } from '@sturvo/core/transition'
import {
  keptPlanSchema,
  logEntrySchema,
  worstPainOf,
  type FollowDecision,
  type KeptPlan,
} from '@sturvo/schema'
import type { Db } from '../data/database'
import { lately } from '../work/lately'
import { followDecision, followState, logEntry, planVersion, practice, visit } from '../data/tables'
import { toldKeyOf, visitsSince } from '../inForce/visitsSince'
import { visitContents } from '../visits/visitContents'

const daysBefore = 28 // the client's own level is of days before the plan too

export type Followed = { plan: KeptPlan; state: typeof followState.$inferSelect; followUp: FollowUp }

// what was kept never changes: read once for all the entries that come in about it
const readPlans = lately<KeptPlan>()

/** The newest plan of a person, read from the text it was kept as. */
export async function newestPlan(db: Db, personId: string): Promise<KeptPlan | undefined> {
  const [newest] = await db
    .select({ id: planVersion.id })
    .from(planVersion)
    .where(eq(planVersion.personId, personId))
    .orderBy(desc(planVersion.number))
    .limit(1)
  if (!newest) return undefined
  const known = readPlans.get(newest.id)
  if (known) return known
  const [row] = await db
    .select({ document: planVersion.document })
    .from(planVersion)
    .where(eq(planVersion.id, newest.id))
  const parsed = keptPlanSchema.safeParse(JSON.parse(row!.document))
  if (!parsed.success) return undefined
  readPlans.put(newest.id, parsed.data)
  return parsed.data
}

/** Entries in which a stop sign was ticked. */
export const hasStops = sql`instr(${logEntry.value}, '"stops":["') > 0`

/** Days about which some pain came in after the last of these decisions, the day it was made on among them. */
async function painSince(tx: Db, personId: string, kinds: FollowDecision['kind'][]): Promise<string[]> {
  const [last] = await tx
    .select({ at: followDecision.created })
    .from(followDecision)
    .where(and(eq(followDecision.personId, personId), inArray(followDecision.kind, kinds)))
    .orderBy(desc(followDecision.created))
    .limit(1)
  if (!last) return []
  const rows = await tx
    .select({ day: logEntry.day, value: logEntry.value })
    .from(logEntry)
    .where(and(eq(logEntry.personId, personId), gte(logEntry.receivedAt, last.at)))
  return rows.flatMap(({ day, value }) => {
    const entry = logEntrySchema.safeParse(value)
    return entry.success && channels.some((channel) => entry.data[channel] !== undefined) ? [day] : []
  })
}

/** The values in force, read within a write. */
export async function practiceReferencesIn(tx: Db): Promise<References> {
  const [row] = await tx.select({ references: practice.references }).from(practice).limit(1)
  return referenceValues(row?.references ?? {})
}

/** Whether somebody licensed leads the practice, read within a write. */
export async function hasLicensedLeadIn(tx: Db): Promise<boolean> {
  const [row] = await tx.select({ settings: practice.settings }).from(practice).limit(1)
  return (row?.settings.licence ?? 'coach') !== 'coach'
}

/** Entries of a person as the rules read them, stop signs among them that are older than the rest. */
export async function entriesOf(db: Db, personId: string, from?: string): Promise<LogEntry[]> {
  const rows = await db
    .select()
    .from(logEntry)
    .where(
      and(
        eq(logEntry.personId, personId),
        from === undefined ? undefined : or(gte(logEntry.day, from), hasStops),
      ),
    )
    .orderBy(asc(logEntry.day), asc(logEntry.at), asc(logEntry.id))
  const [reopened] = await db
    .select({ at: followDecision.created })
    .from(followDecision)
    .where(and(eq(followDecision.personId, personId), eq(followDecision.kind, 'reopen')))
    .orderBy(desc(followDecision.created))
    .limit(1)
  return rows.flatMap((row) => {
    const entry = logEntrySchema.safeParse(row.value)
    if (!entry.success) return []
    // by the server's clock: a sign that arrives after the plan was opened again stops it again
    return [{ ...entry.data, ...(reopened && row.receivedAt < reopened.at && { isSettled: true }) }]
  })
}

/** Entries with stop signs that nobody has settled yet, of whatever day. */
export async function unsettledStopsOf(db: Db, personId: string): Promise<LogEntry[]> {
  // from a day that never comes: what is left are the stop signs
  const entries = await entriesOf(db, personId, '9999-12-31')
  return entries.filter((entry) => !entry.isSettled && (entry.stops ?? []).length > 0)
}

export const plannedOf = ({ days }: KeptPlan): PlannedMinutes[] =>
  (days?.weeks ?? []).flatMap((week) =>
    week.days.map(({ date, trainMin, spacersMin, shoesMin }) => ({ date, trainMin, spacersMin, shoesMin })),
  )

/**
 * Whether something came that nobody put off: more careful than before, or pain that came in since and asks for less.
 * @param came days about which pain came in after the last putting off
 */
function isNews(
  before: typeof followState.$inferSelect | undefined,
  { action, fired }: FollowUp,
  came: readonly string[],
): boolean {
  if (!before || action === undefined || before.putOffTo === null) return false
  const former = (before.fired as { action?: FollowAction }[])[0]?.action
  if (former === undefined || followActions.indexOf(action) < followActions.indexOf(former)) return true
  return (
    action === 'backOff' &&
    fired.some((f) => f.action === action && f.evidence.days?.some((day) => came.includes(day)))
  )
}

/**
 * What a phone needs to hold the plan by itself until the practice is heard of again.
 * @returns undefined where no plan with days was ever kept
 */
export async function holdOf(db: Db, personId: string, now: Date): Promise<HoldLimits | undefined> {
  const plan = await newestPlan(db, personId)
  if (!plan?.days) return undefined
  const r = await practiceReferencesIn(db)
  const [state] = await db.select().from(followState).where(eq(followState.personId, personId))
  const decided = state?.planId === plan.id ? state.lastStepOn : undefined
  const { startsOn } = plan.days
  const today = dayjs(now).format('YYYY-MM-DD')
  const painAtVisit = await painToldAt(db, plan.visitId)
  const days = loggedDays(await entriesOf(db, personId, dayAfter(startsOn, -daysBefore)))
  const level = levelOf(days, { today, painAtVisit }, r).pain
  // a version's days are what somebody decided on the day it was made
  const from = [startsOn, plan.because?.from ?? plan.madeOn, decided ?? ''].sort().at(-1)!
  return holdLimits({ from, level, painAtVisit, growth: growthIn(plan, r) }, r)
}

/** What a plan grows by from week to week; those of before their pace was kept at the usual one. */
export const growthIn = ({ pace = 'usual' }: Pick<KeptPlan, 'pace'>, r: References): number =>
  growthOf(pace, r)

/** Where the phone holds a plan: what is decided begins from there, not from where the calendar has come to. */
export type Standing = Earned & { behind: number }

/** @returns undefined where today is no day of the plan */
export async function standsAt(
  db: Db,
  { personId, plan, now }: { personId: string; plan: KeptPlan; now: Date },
): Promise<Standing | undefined> {
  const hold = await holdOf(db, personId, now)
  if (!hold || !plan.days) return undefined
  const today = dayjs(now).format('YYYY-MM-DD')
  const days = plan.days.weeks.flatMap(({ week, days: ofWeek }) => ofWeek.map((day) => ({ ...day, week })))
  const log = loggedDays(await entriesOf(db, personId, plan.days.startsOn))
  const earned = earnedOn(days, log, today, hold)
  return earned && { ...earned, behind: days.find((d) => d.date === today)!.week - earned.week }
}

/** The worst pain of a visit, typed or on the map: the worse of the two. */
async function painToldAt(tx: Db, visitId: string): Promise<number | undefined> {
  const [row] = await tx
    .select({ id: visit.id, contentId: visit.contentId })
    .from(visit)
    .where(eq(visit.id, visitId))
  return row && worstPainOf((await visitContents(tx, row)).fields)
}

/**
 * What the rules say of a person today; kept beside the log so that lists never read logs. Called in the same
 * transaction as whatever changed.
 * @returns undefined where no plan with days was ever kept
 */
export async function refreshFollow(tx: Db, personId: string, now: Date): Promise<Followed | undefined> {
  const plan = await newestPlan(tx, personId)
  const planned = plan && plannedOf(plan)
  const last = planned?.at(-1)
  if (!plan?.days || !planned || !last) return undefined
  const today = dayjs(now).format('YYYY-MM-DD')
  const { startsOn } = plan.days
  const [before] = await tx.select().from(followState).where(eq(followState.personId, personId))
  const painAtVisit = await painToldAt(tx, plan.visitId)
  const lastStepOn = before?.planId === plan.id ? before.lastStepOn : plan.because ? plan.madeOn : startsOn
  const first = startsOn < today ? startsOn : today
  const input: FollowInput = {
    log: await entriesOf(tx, personId, dayAfter(first, -daysBefore)),
    planned,
    startsOn,
    today,
    lastStepOn,
    ...(painAtVisit !== undefined && { painAtVisit }),
  }
  const said = followUp(input, await practiceReferencesIn(tx))
  const decidedOn = before?.decidedOn ?? null
  const stop = said.fired.find((f) => f.action === 'stop')
  const state = {
    personId,
    planId: plan.id,
    visitId: plan.visitId,
    startsOn,
    endsOn: last.date,
    action: needsLook(said, decidedOn ?? undefined, today, await painSince(tx, personId, ['take', 'reopen']))
      ? said.action!
      : null,
    fired: said.fired.map((f) => ({ ...f })),
    proposal: { lanes: said.lanes, minutes: said.minutes, setsShare: said.setsShare },
    stopSince: stop?.evidence.days?.[0] ?? null,
    lastDay: said.lastDay ?? null,
    putOffTo: isNews(before, said, before?.putOffTo ? await painSince(tx, personId, ['putOff']) : [])
      ? null
      : (before?.putOffTo ?? null),
    reopenedAt: before?.reopenedAt ?? null,
    decidedOn,
    lastStepOn,
    ...(await toldState(tx, plan, before)),
    changed: now.toISOString(),
  }
  await tx.insert(followState).values(state).onConflictDoUpdate({ target: followState.personId, set: state })
  return { plan, state, followUp: said }
}

/** What is known of visits after a plan: another plan or another visit is worked out anew at the next look. */
async function toldState(
  tx: Db,
  plan: KeptPlan,
  before: typeof followState.$inferSelect | undefined,
): Promise<Pick<typeof followState.$inferSelect, 'toldKey' | 'isToldOpen' | 'waitsSince'>> {
  const key = toldKeyOf(plan, await visitsSince(tx, plan))
  if (before && before.toldKey === key) {
    const { toldKey, isToldOpen, waitsSince } = before
    return { toldKey, isToldOpen, waitsSince }
  }
  return { toldKey: '', isToldOpen: key !== '', waitsSince: null }
}
