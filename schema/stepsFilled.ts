import { cautionQuestions } from '@sturvo/core/cautions'
import type { MeasureId } from '@sturvo/core/measures'
import { steps, type Step } from '@sturvo/core/reading'
import { sides } from '@sturvo/core/side'
import { marksOf, recordingsOf, shoesOf } from './factsOf'
import type { Fields } from './visit'

const measuresOf: Partial<Record<Step, readonly MeasureId[]>> = {
  look: ['navicularSit', 'navicularStand', 'navicularSingle', 'navicularActive', 'archSeen'],
  move: ['kneeToWall', 'bigToeExtension', 'singleLegOpen', 'heelRaises'],
}
// the question about a limping child is not asked of everybody, so it cannot be needed to fill the step
const askedOfAll = cautionQuestions.filter((question) => question !== 'childLimping')

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
    story: storyFilled(fields, has),
    look: share([...both(measuresOf.look ?? []), 'print.left', 'print.right']),
    load: recordingsOf(fields).some((r) => r.job === 'twoFeet' && !r.isLeftOut) ? 1 : Math.max(...loads),
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

/** Red flags and conditions weigh as much as the rest together; each of the others may be told in one of several ways. */
function storyFilled(fields: Fields, has: (path: string) => boolean): number {
  const asked = askedOfAll.filter((q) => has(`answer.caution:${q}`)).length / askedOfAll.length
  const any = (...paths: string[]) => paths.some(has)
  const told = [
    any('answer.goal', 'answer.goalKind'),
    has('answer.complaint'),
    any('answer.worstPain') || marksOf(fields).some((mark) => mark.kind === 'pain'),
    any('answer.week') || (has('answer.hoursStanding') && has('answer.hoursWalking')),
  ]
  return (asked + told.filter(Boolean).length / told.length) / 2
}
