import dayjs from 'dayjs'
import { and, eq, gte } from 'drizzle-orm'
import {
  adjustedWeeks,
  dayAfter,
  emptied,
  followActions,
  loggedDays,
  movedPhases,
  reopening,
  restartShare,
} from '@sturvo/core/followup'
import type { FollowAction, FollowUp } from '@sturvo/core/followup'
import type { Handout } from '@sturvo/pages/handout'
import { movedHandout } from '@sturvo/pages/moved'
import type { FollowDecision, KeptPlan } from '@sturvo/schema'
import type { Database, Db } from '../data/database'
import { followDecision, followState, logEntry } from '../data/tables'
import { fault, notFound } from '../http/faults'
import { clearedFor } from '../inForce/inForceOf'
import { newId } from '../data/ids'
import { insertPlan } from '../plans/keptPlans'
import {
  entriesOf,
  growthIn,
  hasStops,
  plannedOf,
  practiceReferencesIn,
  refreshFollow,
  standsAt,
} from './followState'

type Deciding = {
  personId: string
  decision: FollowDecision
  by: { accountId: string; name: string }
  now: Date
}

/**
 * Keeps what a practitioner decided about a proposal. Taking one that changes the days makes the next version of the
 * plan, with the reason in it; nothing of the version before is changed. Sent twice it is decided once.
 * @throws Fault 409 where the plan is no longer the newest, where the log has come to say something more careful since,
 *   or where a stop sign came that was not seen
 */
export async function decideFollow(
  database: Database,
  { personId, decision, by, now }: Deciding,
): Promise<void> {
  const today = dayjs(now).format('YYYY-MM-DD')
  await database.write(async (tx) => {
    const [same] = await tx.select().from(followDecision).where(eq(followDecision.id, decision.id))
    if (same) {
      if (same.personId !== personId) throw fault('planKept', 'id')
      return
    }
    const followed = await refreshFollow(tx, personId, now)
    if (!followed) throw notFound('plan')
    const { plan, state, followUp } = followed
    const references = await practiceReferencesIn(tx)
    if (decision.kind === 'putOff' && decision.toDay > dayAfter(today, references.putOffMostDays))
      throw fault('putOffTooFar', 'toDay')
    if (decision.kind !== 'putOff' && decision.planId !== plan.id)
      throw fault('planKept', 'planId', { number: plan.number })
    if (decision.kind !== 'reopen') await clearedFor(tx, personId, now)
    if (decision.kind === 'reopen' && state.stopSince === null) throw fault('noStopNow', 'kind')
    if (decision.kind === 'reopen' && (await hasUnseen(tx, personId, decision.seenUpTo)))
      throw fault('logMoved', 'seenUpTo')
    if (decision.kind === 'take' && isLessCareful(decision.action, followUp.action))
      throw fault('logMoved', 'action')
    if (decision.kind === 'take' && isMore(decision, followUp)) throw fault('logMoved', 'minutes')
    // by the clock of the write itself: entries that wait in line behind it come later
    const decidedAt = new Date().toISOString()
    await tx.insert(followDecision).values({
      id: decision.id,
      personId,
      day: today,
      kind: decision.kind,
      rule: decision.rule,
      words: decision.words,
      toDay: decision.kind === 'putOff' ? decision.toDay : null,
      planId: plan.id,
      byAccount: by.accountId,
      created: decidedAt,
    })
    if (decision.kind === 'putOff') {
      await tx.update(followState).set({ putOffTo: decision.toDay }).where(eq(followState.personId, personId))
      return
    }
    const action = decision.kind === 'reopen' ? ('restart' as const) : decision.action
    const again =
      decision.kind === 'reopen' && plan.days
        ? reopening(
            {
              days: loggedDays(await entriesOf(tx, personId)),
              planned: plannedOf(plan),
              startsOn: plan.days.startsOn,
              today,
            },
            references,
          )
        : undefined
    const stands = await standsAt(tx, { personId, plan, now })
    if (again?.how === 'anew') {
      await insertPlan(
        tx,
        untilPlannedAnew(plan, { today, by: by.name, words: decision.words }),
        by.accountId,
        now,
      )
    } else if (action !== 'advance' || (stands !== undefined && stands.why !== 'asPlanned')) {
      const next = adjustedPlan(plan, {
        action,
        ...(stands && stands.behind > 0 && { standsAt: stands.week }),
        rule: decision.rule,
        words: decision.words,
        // never more than the phone has come to: what it stepped back from grows back week by week
        setsShare: Math.min(
          stands?.share ?? 1,
          decision.kind === 'take' ? decision.setsShare : restartShare(references),
        ),
        minutes: decision.kind === 'take' ? decision.minutes : (again?.minutes ?? {}),
        growth: growthIn(plan, references),
        today,
        by: by.name,
      })
      if (!next) throw fault('planOver', 'planId')
      await insertPlan(tx, next, by.accountId, now)
    }
    await tx
      .update(followState)
      .set({
        putOffTo: null,
        decidedOn: today,
        lastStepOn: today,
        ...(decision.kind === 'reopen' && { reopenedAt: decidedAt }),
      })
      .where(eq(followState.personId, personId))
    await refreshFollow(tx, personId, now)
  })
}

/** Whether what is taken asks less care than what the log asks for now: it was seen before something came in. */
function isLessCareful(taken: FollowAction, asked: FollowAction | undefined): boolean {
  return asked !== undefined && followActions.indexOf(taken) > followActions.indexOf(asked)
}

/** Whether more is taken than the log asks for by now: less may always be chosen. */
function isMore(
  { action, minutes, setsShare }: Extract<FollowDecision, { kind: 'take' }>,
  asked: FollowUp,
): boolean {
  if (action !== asked.action) return false
  return (
    setsShare > asked.setsShare ||
    (['spacers', 'shoes'] as const).some((lane) => (minutes[lane] ?? 0) > (asked.minutes[lane] ?? Infinity))
  )
}

/** Whether an entry with a stop sign came in after the log was seen. */
async function hasUnseen(tx: Db, personId: string, seenUpTo: string): Promise<boolean> {
  const [unseen] = await tx
    .select({ id: logEntry.id })
    .from(logEntry)
    .where(
      and(
        eq(logEntry.personId, personId),
        gte(logEntry.receivedAt, new Date(seenUpTo).toISOString()),
        hasStops,
      ),
    )
    .limit(1)
  return unseen !== undefined
}

type Adjusting = {
  action: Exclude<FollowAction, 'stop'>
  /** week the client has come to; left out, the one of the calendar */
  standsAt?: number | undefined
  rule: string
  words: string
  setsShare: number
  growth: number
  minutes: { spacers?: number | undefined; shoes?: number | undefined }
  today: string
  by: string
}

/** The version of a plan that was left for too long: nothing more of it is done before another is made. */
function untilPlannedAnew(
  plan: KeptPlan,
  { today, by, words }: Pick<Adjusting, 'today' | 'by' | 'words'>,
): KeptPlan {
  const { papers: _papers, why: _why, days, ...rest } = plan
  const weeks = (days?.weeks ?? []).map((week) => ({
    ...week,
    days: week.days.map((day) => (day.date > today ? emptied(day, day.wish) : day)),
  }))
  return {
    ...rest,
    id: newId(),
    number: plan.number + 1,
    madeOn: today,
    by,
    ...(days && { days: { ...days, weeks } }),
    because: { action: 'anew', rule: 'missedLong', from: dayAfter(today, 1), words, before: plan.id },
  }
}

/** The next version of a plan from tomorrow on; before its first day, from that. @returns undefined where it is over */
export function adjustedPlan(
  plan: KeptPlan,
  { action, standsAt: week, rule, words, minutes, setsShare, growth, today, by }: Adjusting,
): KeptPlan | undefined {
  const { days } = plan
  if (!days) return undefined
  const tomorrow = dayAfter(today, 1)
  const from = tomorrow < days.startsOn ? days.startsOn : tomorrow
  if (!days.weeks.some((week) => week.days.some((d) => d.date === from))) return undefined
  const moved = adjustedWeeks(days.weeks, {
    action,
    standsAt: week,
    from,
    setsShare,
    growth,
    minutes: {
      ...(minutes.spacers !== undefined && { spacers: minutes.spacers }),
      ...(minutes.shoes !== undefined && { shoes: minutes.shoes }),
    },
  })
  // why the visit's version was made led to that one; this one has its own reason
  const { papers, why: _, ...rest } = plan
  const next: KeptPlan = {
    ...rest,
    id: newId(),
    number: plan.number + 1,
    madeOn: today,
    by,
    days: { ...days, weeks: moved.weeks },
    plan: { ...plan.plan, phases: movedPhases(plan.plan.phases, moved) },
    because: {
      action,
      rule,
      from,
      words,
      before: plan.id,
      setsShare,
      minutes,
      growth,
      ...(week !== undefined && { standsAt: week }),
    },
  }
  // the client's page goes on with the days as they are now; the practitioner's sheet was of what was decided then
  if (!papers) return next
  return { ...next, papers: { handout: movedHandout(next, papers.handout as Handout) } }
}
