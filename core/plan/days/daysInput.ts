import type { References } from '../../groundwork/reference'
import type { SpacingPlan } from '../spacing'
import type { Transition } from '../transition'
import {
  phaseFrames,
  tissues,
  type Dose,
  type Exercise,
  type PlanInput,
  type Pick,
  type Tissue,
  type TrainingPlan,
} from '../training'
import type { Check, DayDrill, DayPhase, DaysInput } from './days'
import type { Horizon, WeekWishes } from './wishes'
import type { DayText } from '../../groundwork/calendar'

/** A device whose hours are to become fewer. */
export type FadeStep = { device: string; fromWeek: number; hoursPerDay: number }

/**
 * What the days are planned from: the chosen drills with the loads of one session, spacers, shoes and everything that
 * has to be looked at again.
 * @param input plan and question it answers; fade steps of devices that may be faded
 */
export function daysInputOf(input: {
  plan: TrainingPlan
  asked: PlanInput
  spacing: SpacingPlan
  transition: Transition | undefined
  fade: readonly FadeStep[]
  startsOn: DayText
  weeks: Horizon
  wishes: WeekWishes
}): DaysInput {
  const { plan, asked, spacing, transition, fade, startsOn, weeks, wishes } = input
  const { references: r } = asked
  const frames = phaseFrames(asked)
  const phases = plan.phases.map((phase, p): DayPhase => {
    const before = p === 0 ? asked.inForce : doneIn(plan.phases[p - 1]!.picks)
    return {
      stage: phase.stage,
      fromWeek: phase.fromWeek,
      weeks: phase.weeks,
      drills: onceEach(phase.picks.flatMap((pick) => dayDrill(pick, before, r))),
      ceilings: Object.fromEntries(
        // as many days as heavy drills have carry a week's load
        tissues.map((t) => [t, frames[p]!.ceilings[t] / r.heavyPerWeekMost]),
      ) as Record<Tissue, number>,
    }
  })
  return {
    startsOn,
    weeks,
    phases,
    minutesPerSession: asked.minutesPerSession,
    sessionsPerWeek: asked.sessionsPerWeek,
    spacing: spacing.use === 'start' ? spacing : undefined,
    shoes: transition?.weeks ?? [],
    checks: checksOf({ plan, spacing, transition, fade, weeks, references: r }),
    wishes,
    references: r,
  }
}

/** What stands in for two gated drills is done once. */
function onceEach(drills: readonly DayDrill[]): DayDrill[] {
  return drills.filter((drill, i) => drills.findIndex((d) => d.id === drill.id) === i)
}

const doneIn = (picks: readonly Pick[]) =>
  picks.map((p) => (p.gate ? p.fallback?.exercise.id : p.exercise.id) ?? '')

/** What is done: the drill, or what stands in for it until its gate opens. */
function dayDrill(pick: Pick, before: readonly string[], r: References): DayDrill[] {
  const done = pick.gate ? pick.fallback : pick
  if (!done) return []
  const { exercise, dose } = done
  const sets = dose.sets / exercise.sets
  return [
    {
      id: exercise.id,
      minutes: dose.minutes,
      perWeek: dose.perWeek,
      isHeavy: exercise.traits.includes('heavy'),
      needsKit: exercise.kit.length > 0,
      isNew: !before.includes(exercise.id),
      standsFor: pick.gate ? pick.exercise.id : undefined,
      raises: raisesOf(exercise, dose),
      load: Object.fromEntries(
        Object.entries(exercise.load).map(([tissue, load]) => [tissue, (load * sets) / r.fullWeekSessions]),
      ),
    },
  ]
}

/** Rises on the balls of the feet, on both legs or on one. */
function raisesOf({ bound, traits, sides }: Exercise, { sets, work, extraSets }: Dose): DayDrill['raises'] {
  const isRaise = bound === 'heelRaises' || traits.includes('heavy')
  if (!isRaise || !('reps' in work)) return undefined
  const more = Math.max(extraSets.left, extraSets.right)
  return { sets: sets + more, perSet: work.reps * (sides === 'each' ? 2 : 1) }
}

/** Everything that has to be looked at again, in the order of weeks. */
function checksOf(input: {
  plan: TrainingPlan
  spacing: SpacingPlan
  transition: Transition | undefined
  fade: readonly FadeStep[]
  weeks: number
  references: References
}): Check[] {
  const { plan, spacing, transition, fade, weeks, references: r } = input
  const check = (kind: Check['kind'], week: number, about?: string, amount?: number): Check => ({
    kind,
    week,
    about,
    amount,
  })
  const gates = plan.phases.flatMap(({ fromWeek, picks }) =>
    picks.flatMap(({ gate }) => (gate ? [{ id: gate.id, week: Math.max(1, fromWeek - 1) }] : [])),
  )
  const firstOf = new Map<string, number>()
  for (const { id, week } of gates) firstOf.set(id, Math.min(week, firstOf.get(id) ?? week))
  const isTraining = plan.phases.length > 0
  return [
    ...(isTraining
      ? [
          check('firstCheck', r.firstCheckWeeks),
          check('judge', r.judgeWeeks),
          check('judge', 2 * r.judgeWeeks),
        ]
      : []),
    ...[...firstOf].map(([id, week]) => check('gate', week, id)),
    ...(spacing.use === 'start' ? [check('gaps', spacing.remeasureWeek)] : []),
    // no step before its gate: the date is the earliest, not the day it happens
    ...fade.filter((s) => s.fromWeek > 0).map((s) => check('fade', s.fromWeek, s.device, s.hoursPerDay)),
    // the ground gets harder, or the new shoes have come to stay: the feet are looked at again
    ...shoeChanges(transition).map((week) => check('shoes', week)),
    check('end', weeks),
  ]
    .filter((c) => c.week <= weeks)
    .sort((a, b) => a.week - b.week)
}

/** Weeks in which the new shoes come on to harder ground, and the one in which their hours are reached. */
function shoeChanges(transition: Transition | undefined): number[] {
  if (!transition) return []
  const { weeks, reachedWeek } = transition
  const harder = weeks.flatMap(({ week, surface }, i) =>
    i > 0 && surface !== weeks[i - 1]!.surface ? [week] : [],
  )
  return [...new Set([...harder, ...(reachedWeek === undefined ? [] : [reachedWeek])])]
}
