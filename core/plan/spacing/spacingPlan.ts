import type { References } from '../../groundwork/reference'
import { bySide, sides, type BySide } from '../../groundwork/side'
import type { CautionEffect } from '../cautions'
import { spacingStart, type SpacingStart, type ToeState } from './spacingStart'

export const gapNumbers = [1, 2, 3, 4] as const
/** 1 between big and second toe, 4 between fourth and little toe. */
export type GapNumber = (typeof gapNumbers)[number]
/** Why a gap has a spacer, and why another has none. */
export type GapReason = 'leanBig' | 'leanLittle' | 'touching' | 'bentToes'
export type GapLeft = 'open' | 'stiff' | 'notMeasured'

/** One gap between two toes, mm. */
export type GapPlan = {
  gap: GapNumber
  restMm: number | undefined
  /** as far as the toes open without discomfort */
  reachMm: number | undefined
  /** of the first spacer; undefined where there is none */
  widthMm: number | undefined
  /** where growing ends: never beyond what the toes reach */
  goalMm: number | undefined
  because: GapReason | undefined
  leftOut: GapLeft | undefined
}

/** A shoe with these spacers in it. */
export type SpacedShoe = {
  name: string
  room: 'yes' | 'no' | 'unknown'
  /** by how much it is too narrow, mm; 0 unless there is no room */
  shortMm: number
}

export type SpacingPlan =
  | Extract<SpacingStart, { use: 'notNow' }>
  | (Extract<SpacingStart, { use: 'start' }> & {
      gaps: BySide<GapPlan[]>
      /** width of one step, and days at the ceiling before the next */
      stepMm: number
      widerAfterDays: number
      /** a mark that lasts longer stops the growth; one that lasts still longer stops the spacers, minutes */
      markMin: number
      stopMarkMin: number
      remeasureWeek: number
      /** empty until the fit is known */
      shoes: SpacedShoe[]
    })

export type SpacingFoot = {
  restMm: readonly (number | undefined)[]
  reachMm: readonly (number | undefined)[]
  halluxAngleDeg: number | undefined
  fifthToeAngleDeg: number | undefined
}

/**
 * Whether spacers are worn, in which gaps, how wide and for how long.
 * @param input gaps from big to little toe in mm at rest and spread; leans in degrees; the stiffest toe of both feet
 * @returns a width is the gap at rest and one step, never more than the gap the toes reach; a gap that was not measured
 *   spread has none. No promise that a lean goes back
 * @source toe spacing, practice defaults
 */
export function spacingPlan(
  input: {
    feet: BySide<SpacingFoot>
    toeState: ToeState | undefined
    effects: ReadonlySet<CautionEffect>
    isBlocked: boolean
    shoes: readonly SpacedShoe[]
  },
  references: References,
): SpacingPlan {
  const { feet, toeState, effects, isBlocked } = input
  const leans = sides.map((side) => feet[side].halluxAngleDeg).filter((deg) => deg !== undefined)
  const start = spacingStart(
    { halluxAngleDeg: leans.length === 0 ? undefined : Math.max(...leans), toeState, effects, isBlocked },
    references,
  )
  if (start.use === 'notNow') return start
  return {
    ...start,
    gaps: bySide((side) => gapNumbers.map((gap) => gapPlan(gap, feet[side], toeState, references))),
    stepMm: references.spacingStepMm,
    widerAfterDays: references.spacingWiderDays,
    markMin: references.spacingMarkMin,
    stopMarkMin: references.spacingStopMarkMin,
    remeasureWeek: references.spacingRemeasureWeeks,
    shoes: [...input.shoes],
  }
}

function gapPlan(gap: GapNumber, foot: SpacingFoot, toeState: ToeState | undefined, r: References): GapPlan {
  const [restMm, reachMm] = [foot.restMm[gap - 1], foot.reachMm[gap - 1]]
  const because = reasonOf(gap, foot, toeState, r)
  const none = (leftOut: GapLeft): GapPlan => ({
    gap,
    restMm,
    reachMm,
    widthMm: undefined,
    goalMm: undefined,
    because: undefined,
    leftOut,
  })
  if (!because) return none(restMm === undefined ? 'notMeasured' : 'open')
  if (restMm === undefined || reachMm === undefined) return none('notMeasured')
  // toes that do not open are not opened by force
  if (reachMm <= restMm) return none('stiff')
  return {
    gap,
    restMm,
    reachMm,
    widthMm: Math.min(restMm + r.spacingStepMm, reachMm),
    goalMm: reachMm,
    because,
    leftOut: undefined,
  }
}

function reasonOf(
  gap: GapNumber,
  { halluxAngleDeg, fifthToeAngleDeg, restMm }: SpacingFoot,
  toeState: ToeState | undefined,
  r: References,
): GapReason | undefined {
  if (gap === 1 && (halluxAngleDeg ?? 0) >= r.spacingHalluxFromDeg) return 'leanBig'
  if (gap === 4 && (fifthToeAngleDeg ?? 0) >= r.spacingFifthFromDeg) return 'leanLittle'
  const rest = restMm[gap - 1]
  if (rest !== undefined && rest <= r.spacingTouchMm) return 'touching'
  return toeState === 'bent, soft' && rest !== undefined && rest <= r.spacingBentMm ? 'bentToes' : undefined
}

/** Toes as they are, with the first spacers, and where their growth ends. */
export const spacingStates = ['now', 'first', 'goal'] as const
export type SpacingState = (typeof spacingStates)[number]

/** How wide a gap is in a state, mm; undefined where that is not known or there is no spacer. */
export function gapWidthMm({ restMm, widthMm, goalMm }: GapPlan, state: SpacingState): number | undefined {
  return state === 'now' ? restMm : state === 'goal' ? goalMm : widthMm
}

/** How much wider than at rest a gap is in a state, mm ≥ 0. */
export function openedMm(gap: GapPlan, state: SpacingState): number {
  return Math.max(0, (gapWidthMm(gap, state) ?? 0) - (gap.restMm ?? 0))
}

/** How much wider than at rest the gaps are with the first spacers, the wider of both feet, mm ≥ 0. */
export function widenedByMm(plan: SpacingPlan): readonly [number, number, number, number] {
  if (plan.use === 'notNow') return [0, 0, 0, 0]
  const more = (gap: GapNumber) =>
    Math.max(...sides.map((side) => openedMm(plan.gaps[side][gap - 1]!, 'first')))
  return [more(1), more(2), more(3), more(4)]
}
