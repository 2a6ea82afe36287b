import type { GapNumber, GapPlan, SpacedShoe, SpacingPlan } from '@sturvo/core/spacing'
import { sides, type Side } from '@sturvo/core/side'
import { spacingText } from './planText'
import { num } from './rich'

export const gapName: Record<GapNumber, string> = {
  1: 'big and second toe',
  2: 'second and third toe',
  3: 'third and fourth toe',
  4: 'fourth and little toe',
}
const reasonText = {
  leanBig: 'the big toe leans',
  leanLittle: 'the little toe leans',
  touching: 'the toes touch',
  bentToes: 'beside soft bent toes',
} as const
const leftOutText = {
  open: 'open enough',
  stiff: 'does not open: not by force',
  notMeasured: 'not measured at rest and spread',
} as const

/** One gap: width now, with the first spacer, and where it ends. */
export function gapText(plan: GapPlan): string {
  if (plan.leftOut) return leftOutText[plan.leftOut]
  const { restMm = 0, widthMm = 0, goalMm = 0, because } = plan
  return `${num(restMm)} → ${num(widthMm)} mm, at most ${num(goalMm)} mm${because ? `: ${reasonText[because]}` : ''}`
}

export function spacedShoeText({ name, room, shortMm }: SpacedShoe): string {
  if (room === 'yes') return `${name}: room for them`
  if (room === 'unknown') return `${name}: not measured inside, so not in it`
  return `${name}: ${num(shortMm)} mm too narrow with them`
}

/** The plan of spacers in sentences, for the practitioner. */
export function spacingLines(plan: SpacingPlan): string[] {
  if (plan.use === 'notNow') return [spacingText(plan)]
  const { stepMm, widerAfterDays, ceilingMin, markMin, stopMarkMin, remeasureWeek, shoes } = plan
  const inShoes = shoes.filter((s) => s.room === 'yes').map((s) => s.name)
  return [
    spacingText(plan),
    `After ${num(widerAfterDays, 0)} days at ${ceilingMin} min: one step of ${num(stepMm)} mm wider, never beyond what the toes reach.`,
    `Places: at rest, then at home barefoot, then in a shoe${inShoes.length > 0 ? `: ${inShoes.join(', ')}` : ' only where there is room; none of these shoes has it yet'}.`,
    `A mark over ${markMin} min: do not grow. Numb, blue or white, a sore joint, broken skin or a mark over ${stopMarkMin} min: stop and call.`,
    `Spread drills in the same minutes. Measure the gaps again in week ${remeasureWeek}. For comfort, spread and control; no promise that a lean goes back.`,
  ]
}

/** Gaps with a spacer, by side, as a client reads them; empty while none was measured. */
export function spacedGaps(plan: SpacingPlan): { side: Side; text: string }[] {
  if (plan.use === 'notNow') return []
  return sides.flatMap((side) => {
    const worn = plan.gaps[side].filter((g) => g.widthMm !== undefined)
    return worn.length === 0
      ? []
      : [{ side, text: worn.map((g) => `${gapName[g.gap]} ${num(g.widthMm ?? 0)} mm`).join(', ') }]
  })
}
