import type { ArchSupportView } from '../../foot/deformity'
import type { References } from '../../groundwork/reference'
import type { OrthosisKind, OrthosisSource, Orthosis } from './orthosis'

/** What a device needs before anybody fades it. */
export type FadeBlock = 'gradeThree' | 'structurallyFlat' | 'custom' | 'stillHealing'
export type FadePlan =
  | { isOpen: true; steps: { fromWeek: number; hoursPerDay: number }[] }
  /** only together with who prescribed it */
  | { isOpen: false; because: FadeBlock }

export type FadeAsked = {
  grade: number | undefined
  isStructurallyFlat: boolean
  view: ArchSupportView
  /** a fresh injury has not come to balance yet: the brace stays until it has */
  isHealing: boolean
}

/**
 * Fewer hours a day as control returns; where support comes first, the first step waits longer.
 * @param device hours a day now; left out, the start of the table
 * @returns weeks from today; the last step has 0 hours
 * @source spec of shoes: fade plan, never for grade 3 or structurally flat without the prescriber; fresh injury: a brace
 * is a device that fades
 */
export function fadePlan(
  orthosis: Pick<Orthosis, 'kind' | 'hoursPerDay'>,
  input: FadeAsked,
  references: References,
): FadePlan {
  const isBrace = orthosis.kind === 'brace'
  if (isBrace && input.isHealing) return { isOpen: false, because: 'stillHealing' }
  // a brace holds an ankle that was hurt, not an arch
  if (!isBrace && input.grade !== undefined && input.grade >= references.gradeReferFrom)
    return { isOpen: false, because: 'gradeThree' }
  if (!isBrace && input.isStructurallyFlat) return { isOpen: false, because: 'structurallyFlat' }
  if (orthosis.kind === 'custom') return { isOpen: false, because: 'custom' }
  const from = orthosis.hoursPerDay ?? references.fadeFromH
  const wait = { trainFirst: 1, whileTraining: 2, supportFirst: 3 }[input.view] * references.fadeStepWeeks
  const count = Math.max(1, Math.ceil(from / references.fadeStepH))
  return {
    isOpen: true,
    steps: Array.from({ length: count + 1 }, (_, i) => ({
      fromWeek: i === 0 ? 0 : wait + (i - 1) * references.fadeStepWeeks,
      hoursPerDay: Math.max(0, from - i * references.fadeStepH),
    })),
  }
}

/** In which order devices are tried; a custom one always means a licensed prescriber. */
export function orthosisOrder(source: OrthosisSource): { kind: OrthosisKind; needsPrescriber: boolean }[] {
  const kinds: readonly OrthosisKind[] =
    source === 'shelfFirst' ? ['cushion', 'support', 'custom'] : ['custom', 'support', 'cushion']
  return kinds.map((kind) => ({ kind, needsPrescriber: kind === 'custom' }))
}
