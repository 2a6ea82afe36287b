import { capacities, type Capacity } from './capacities'
import type { Pick, TrainingPlan } from './choosePlan'
import type { PlanInput } from './programme'
import type { Priorities } from './priorities'

/** Capacities that count in a plan, the weightiest first, and those of which nothing is short. */
export function inOrderOfWeight({ rows }: Priorities): { counted: Capacity[]; rest: Capacity[] } {
  const total = (c: Capacity) => rows[c].weight.left + rows[c].weight.right
  return {
    counted: capacities.filter((c) => total(c) > 0).sort((a, b) => total(b) - total(a)),
    rest: capacities.filter((c) => total(c) === 0),
  }
}

/** Drills that stand in no phase and could take a drill's place: nothing forbids them, and they share a target. */
export function alternativesTo(pick: Pick, plan: TrainingPlan): string[] {
  const wanted = new Set(pick.exercise.targets.map(([capacity]) => capacity))
  return plan.leftOut
    .filter(
      ({ exercise, because }) =>
        because.why === 'others' && exercise.targets.some(([capacity]) => wanted.has(capacity)),
    )
    .map(({ exercise }) => exercise.id)
}

/** The same question without a drill: what another would cost in its place. */
export function without(input: PlanInput, id: string): PlanInput {
  return { ...input, banned: [...input.banned, id], pinned: input.pinned.filter((pin) => pin !== id) }
}

export const otherWishes = ['shorter', 'longer', 'school', 'bandless'] as const
export type OtherWish = (typeof otherWishes)[number]

/** The same question with one thing other: minutes, the school for a sore fascia, or no band. */
export function withOther(input: PlanInput, other: OtherWish): PlanInput {
  const { compareShortMin, compareLongMin } = input.references
  const { settings } = input
  switch (other) {
    case 'shorter':
      return { ...input, minutesPerSession: compareShortMin }
    case 'longer':
      return { ...input, minutesPerSession: compareLongMin }
    case 'school': {
      const plantarFascia = settings.plantarFascia === 'strengthen' ? 'lengthen' : 'strengthen'
      return { ...input, settings: { ...settings, plantarFascia } }
    }
    case 'bandless':
      return { ...input, kit: input.kit.filter((item) => item !== 'band' && item !== 'loopBand') }
  }
}

/** What a change did to a plan: drills that came in, went out, and those that are done in another dose now. */
export function movedBetween(
  before: TrainingPlan,
  after: TrainingPlan,
): { came: string[]; went: string[]; dosed: string[] } {
  const { gained, lost } = comparePlans(before, after)
  const doses = (plan: TrainingPlan) => {
    const all = new Map<string, string>()
    for (const phase of plan.phases)
      for (const { exercise, dose } of phase.picks)
        all.set(exercise.id, `${all.get(exercise.id) ?? ''}${JSON.stringify(dose)}`)
    return all
  }
  const [a, b] = [doses(before), doses(after)]
  return {
    came: gained,
    went: lost,
    dosed: [...b.keys()].filter((id) => a.has(id) && a.get(id) !== b.get(id)),
  }
}

/** What a second plan has that the first has not, and the other way round; and how much each fills. */
export function comparePlans(
  first: TrainingPlan,
  second: TrainingPlan,
): { gained: string[]; lost: string[]; filled: readonly [first: number, second: number] } {
  const idsOf = (plan: TrainingPlan) =>
    new Set(plan.phases.flatMap((phase) => phase.picks.map((pick) => pick.exercise.id)))
  const [a, b] = [idsOf(first), idsOf(second)]
  return {
    gained: [...b].filter((id) => !a.has(id)),
    lost: [...a].filter((id) => !b.has(id)),
    filled: [first.filledShare, second.filledShare],
  }
}
