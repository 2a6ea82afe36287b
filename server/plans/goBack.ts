import dayjs from 'dayjs'
import { desc, eq } from 'drizzle-orm'
import { adjustedWeeks, dayAfter, goneBack, movedPhases } from '@sturvo/core/followup'
import type { PlanInput } from '@sturvo/core/training'
import type { Handout } from '@sturvo/pages/handout'
import { movedHandout } from '@sturvo/pages/moved'
import { keptPlanSchema, type BackToPlan, type KeptPlan } from '@sturvo/schema'
import type { Database } from '../data/database'
import { visit } from '../data/tables'
import { growthIn, practiceReferencesIn, refreshFollow, standsAt, type Standing } from '../follow/followState'
import { fault, notFound } from '../http/faults'
import { clearedFor } from '../inForce/inForceOf'
import { visitSources } from '../visits/readVisit'
import type { Work } from '../work/pool'
import { insertPlan, keptPlanText, planAnsweredBefore } from './keptPlans'

/**
 * Takes up an earlier version as the next one. Nothing is overwritten. It may not bring back what a caution of today
 * forbids, nor more than the log allows, and minutes grow from those of now.
 * @returns the text the new version is kept as
 * @throws Fault 404 for a version of nobody or somebody else; 409 where a stop sign is open, the log asks for less, a
 *   caution came up since, the version's days are over, or somebody kept one meanwhile
 */
export async function goBackTo(
  database: Database,
  work: Work,
  input: { personId: string; wish: BackToPlan; by: { accountId: string; name: string }; now: Date },
): Promise<string> {
  const { personId, wish, by, now } = input
  const { document, personId: whose } = await keptPlanText(database.db, wish.to)
  const parsed = keptPlanSchema.safeParse(JSON.parse(document))
  if (whose !== personId || !parsed.success) throw notFound('plan')
  const earlier = parsed.data
  await assertMayTakeUp(database, work, personId, earlier)
  return database.write(async (tx) => {
    const answered = await planAnsweredBefore(tx, personId, {
      id: wish.id,
      visitId: earlier.visitId,
      visitVersion: earlier.visitVersion,
      after: wish.after,
    })
    if (answered !== undefined) return answered
    const followed = await refreshFollow(tx, personId, now)
    if (!followed?.plan.days || !earlier.days) throw fault('planOver', 'to')
    await clearedFor(tx, personId, now)
    const { action } = followed.followUp
    if (action === 'backOff' || action === 'restart') throw fault('logAsksLess', 'to')
    const today = dayjs(now).format('YYYY-MM-DD')
    const from = dayAfter(today, 1)
    const references = await practiceReferencesIn(tx)
    const stands = await standsAt(tx, { personId, plan: followed.plan, now })
    const growth = growthIn(earlier, references)
    const laid = asFarAs(earlier, stands, { from, growth })
    const weeks = goneBack(laid.weeks, followed.plan.days.weeks, {
      from,
      growth,
      newMost: references.newDrillsPerWeek,
    })
    if (!weeks) throw fault('planOver', 'to')
    const { papers, why: _, ...rest } = earlier
    const next: KeptPlan = {
      ...rest,
      id: wish.id,
      number: wish.after + 1,
      madeOn: today,
      by: by.name,
      days: { ...earlier.days, weeks },
      plan: { ...earlier.plan, phases: laid.phases },
      because: {
        action: 'back',
        rule: '',
        from,
        words: wish.words,
        before: followed.plan.id,
        to: earlier.number,
      },
    }
    const withPage = papers
      ? { ...next, papers: { handout: movedHandout(next, papers.handout as Handout) } }
      : next
    const text = await insertPlan(tx, withPage, by.accountId, now)
    await refreshFollow(tx, personId, now)
    return text
  })
}

/** The weeks of an earlier version as far as its client has come: behind the calendar where the phone held the plan. */
function asFarAs(
  { days, plan: { phases } }: KeptPlan,
  stands: Standing | undefined,
  { from, growth }: { from: string; growth: number },
): { weeks: NonNullable<KeptPlan['days']>['weeks']; phases: KeptPlan['plan']['phases'] } {
  const weeks = days?.weeks ?? []
  const here = weeks.find((week) => week.days.some((d) => d.date === dayAfter(from, -1)))
  if (
    !here ||
    !stands ||
    stands.why === 'asPlanned' ||
    !weeks.some((w) => w.days.some((d) => d.date === from))
  )
    return { weeks, phases }
  const week = Math.max(weeks[0]!.week, here.week - stands.behind)
  const moved = adjustedWeeks(weeks, {
    action: 'advance',
    standsAt: week,
    from,
    minutes: {},
    setsShare: stands.share,
    growth,
  })
  return { weeks: moved.weeks, phases: movedPhases(phases, moved) }
}

/** What the newest visit says against what the earlier version was made from. */
async function assertMayTakeUp(
  database: Database,
  work: Work,
  personId: string,
  earlier: KeptPlan,
): Promise<void> {
  const [newest] = await database.db
    .select({ id: visit.id })
    .from(visit)
    .where(eq(visit.personId, personId))
    .orderBy(desc(visit.startedOn), desc(visit.created))
    .limit(1)
  const sources = await visitSources(database, newest?.id ?? earlier.visitId)
  // written by this program, whose type it has
  const then = earlier.inputs as unknown as PlanInput
  const may = await work.run('mayTakeUp', { sources, then })
  if (may === undefined) throw fault('planBlocked', 'to')
  if (!may) throw fault('cautionSince', 'to')
}
