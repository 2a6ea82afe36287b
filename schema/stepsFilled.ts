import { cautionQuestions } from '@sturvo/core/cautions'
import type { MeasureId } from '@sturvo/core/measures'
import { steps, type Step } from '@sturvo/core/reading'
import { sides } from '@sturvo/core/side'
import { shoesOf } from './factsOf'
import type { Fields } from './visit'

const measuresOf: Partial<Record<Step, readonly MeasureId[]>> = {
  look: ['navicularSit', 'navicularStand', 'navicularSingle', 'navicularActive', 'archSeen'],
  move: ['kneeToWall', 'bigToeExtension', 'singleLegOpen', 'heelRaises'],
}
const storyKeys = ['goal', 'complaint', 'worstPain', 'hoursStanding', 'hoursWalking']

/** How far each step is filled, 0 to 1, for the Trail. A step is full when the usual things are there. */
export function stepsFilled(fields: Fields): Record<Step, number> {
  const has = (path: string) => fields[path] !== undefined && fields[path] !== null
  const share = (paths: string[]) => paths.filter(has).length / paths.length
  const both = (ids: readonly MeasureId[]) =>
    ids.flatMap((id) => sides.map((side) => `measure.${id}.${side}.1`))
  const loads = (['scale', 'felt'] as const).map((kind) =>
    share(both([`${kind}Heel`, `${kind}Inner`, `${kind}Outer`])),
  )
  const grade = Math.max(
    share(both(['navicularStand', 'navicularActive', 'heelRest', 'heelActive'])),
    share(both(['archRestWord', 'archActiveWord', 'heelRestWord', 'heelActiveWord'])),
  )
  const filled: Record<Step, number> = {
    story: share(
      [...storyKeys, ...cautionQuestions.map((q) => `caution:${q}`)].map((key) => `answer.${key}`),
    ),
    look: share([...both(measuresOf.look ?? []), 'print.left', 'print.right']),
    load: Math.max(...loads),
    move: share(both(measuresOf.move ?? [])),
    grade,
    shoes: shoesOf(fields).some((shoe) => shoe.hoursPerWeek !== undefined)
      ? 1
      : shoesOf(fields).length > 0
        ? 0.5
        : 0,
    plan: share(['answer.planMinutes', 'answer.planSessions', 'answer.planKit']),
    handover: 0,
  }
  filled.handover = filled.plan === 1 && filled.story > 0.5 ? 1 : 0
  return filled
}

export function countFilled(fields: Fields): number {
  const filled = stepsFilled(fields)
  return steps.filter((step) => filled[step] >= 0.5).length
}
