import { crossingsAt, type Point } from '../geometry'
import { dropMm, type Shoe } from '../footwear'
import type { References } from '../reference'
import { sides, type BySide } from '../side'
import { radToDeg } from '../units'
import type { DepthPart } from './depthBudget'
import type { FitActivity, FitFoot } from './readFit'
import { spacedOutline, type SpacerWidths } from './spacedOutline'

export const shoePriorities = ['lowStackFirst', 'zeroDropFirst'] as const
/** Where practitioners disagree: which of the two comes down first. */
export type ShoePriority = (typeof shoePriorities)[number]

/** The smallest inner measures that fit both feet, and how the sole should be; mm and degrees. */
export type NeededShoe = {
  innerLengthMm: number
  innerWidthBallMm: number
  innerWidthToesMm: number
  innerWidthHeelMm: number
  /** at most */
  taperInnerDeg: number
  taperOuterDeg: number
  stackMostMm: number
  dropMostMm: number
  bendMost: number
  depthForefootMm: number | undefined
}

/**
 * Asked the other way round: what a shoe must measure inside for these feet, these spacers and this activity.
 * @param feet own outlines, foot frame, mm; the one that needs more decides each measure
 * @returns undefined while no outline is known
 * @source spec of shoes; a shoe drawn from these measures shows no overhang at ball and toes
 */
export function neededShoe(
  input: {
    feet: BySide<FitFoot | undefined>
    spacersMm: SpacerWidths
    activity: FitActivity
    priority: ShoePriority
    /** height of the forefoot, sock and insert together, mm */
    forefootStackMm?: number | undefined
    stretchMm: number
  },
  references: References,
): NeededShoe | undefined {
  const outlines = sides.flatMap((side) => {
    const foot = input.feet[side]
    return foot ? [spacedOutline(foot.outlineFootMm, input.spacersMm, references)] : []
  })
  if (outlines.length === 0) return undefined
  const roomMm = input.activity === 'run' ? references.roomRunLow : references.roomWalkLow
  const needs = outlines.map((outline) =>
    needOf(outline, roomMm + references.fitGap, input.stretchMm, references),
  )
  const most = (of: (n: OneNeed) => number) => Math.max(...needs.map(of))
  const [ballInner, ballOuter] = [most((n) => n.ball.medial), most((n) => n.ball.lateral)]
  const [toesInner, toesOuter] = [most((n) => n.toes.medial), most((n) => n.toes.lateral)]
  const innerLengthMm = most((n) => n.lengthMm)
  const along = (references.fitToesAt - references.fitBallAt) * innerLengthMm
  const isLow = input.priority === 'lowStackFirst'
  return {
    innerLengthMm,
    innerWidthBallMm: ballInner + ballOuter,
    innerWidthToesMm: toesInner + toesOuter,
    innerWidthHeelMm: most((n) => n.heel.medial + n.heel.lateral),
    taperInnerDeg: radToDeg(Math.atan2(Math.max(0, ballInner - toesInner), along)),
    taperOuterDeg: radToDeg(Math.atan2(Math.max(0, ballOuter - toesOuter), along)),
    stackMostMm: isLow ? references.wantedStackMm : references.wantedStackZero,
    dropMostMm: isLow ? references.wantedDropMm : references.wantedDropZero,
    bendMost: references.wantedBend,
    depthForefootMm: input.forefootStackMm,
  }
}

type Reach = { medial: number; lateral: number }
type OneNeed = { lengthMm: number; heel: Reach; ball: Reach; toes: Reach }

/** How far one foot reaches to both sides of its axis around the rows where a shoe is measured, less the stretch. */
function needOf(
  outline: readonly Point[],
  spareMm: number,
  stretchMm: number,
  references: References,
): OneNeed {
  const ys = outline.map((p) => p.y)
  const lengthMm = Math.max(...ys) + spareMm
  const reach = (from: number, to: number): Reach => {
    let found: Reach = { medial: 0, lateral: 0 }
    for (let y = from * lengthMm; y <= to * lengthMm; y += 1) {
      // the shoe begins behind the heel by the gap
      const xs = crossingsAt(outline, y - references.fitGap)
      if (xs.length < 2) continue
      found = {
        medial: Math.max(found.medial, Math.max(...xs) - stretchMm),
        lateral: Math.max(found.lateral, -Math.min(...xs) - stretchMm),
      }
    }
    return found
  }
  return {
    lengthMm,
    heel: reach(0.1, 0.2),
    ball: reach(references.fitWaistTo, references.fitBallTo),
    toes: reach(references.fitBallTo + 0.04, 1),
  }
}

export const shortfallKinds = ['length', 'ball', 'toes', 'heel', 'stack', 'drop', 'bend', 'depth'] as const
export type ShortfallKind = (typeof shortfallKinds)[number]
/** What a shoe is short of, in the unit of its measure: mm, or steps of stiffness. */
export type Shortfall = { kind: ShortfallKind; by: number }

export type Candidate<T> = {
  shoe: T
  shortfalls: Shortfall[]
  /** measures that are not known; nothing is held against the shoe for them */
  unknown: ShortfallKind[]
  /** sum of what is short, each in parts of a tolerable step */
  away: number
}

/** what counts as one step away, in the unit of the measure */
function stepsOf(references: References): Record<ShortfallKind, number> {
  return {
    length: references.stepLength,
    ball: references.stepWidth,
    toes: references.stepWidth,
    heel: references.stepWidth,
    stack: references.stepStack,
    drop: references.stepDrop,
    bend: references.stepBend,
    depth: references.stepDepth,
  }
}
const counted = 0.05 // of a step: less is rounding

/**
 * Which of several shoes comes nearest to what is needed, each with its reasons.
 * @returns nearest first; a shoe with unknown measures stands behind one that is known to be as near
 */
export function nearestShoes<T extends Shoe>(
  shoes: readonly T[],
  needed: NeededShoe,
  references: References,
  depths: ReadonlyMap<string, readonly DepthPart[]> = new Map(),
): Candidate<T>[] {
  const stepOf = stepsOf(references)
  return shoes
    .map((shoe): Candidate<T> => {
      const drop = dropMm(shoe)
      const forefoot = depths.get(shoe.id)?.find((part) => part.place === 'forefoot')
      const short: Record<ShortfallKind, number | undefined> = {
        length: less(needed.innerLengthMm, shoe.innerLengthMm),
        ball: less(needed.innerWidthBallMm, shoe.innerWidthBallMm),
        toes: less(needed.innerWidthToesMm, shoe.innerWidthToesMm),
        heel: less(needed.innerWidthHeelMm, shoe.innerWidthHeelMm),
        stack: less(shoe.stackHeelMm, needed.stackMostMm),
        drop: less(drop, needed.dropMostMm),
        bend: less(shoe.bendStiffness, needed.bendMost),
        depth: forefoot?.leftMm === undefined ? undefined : -forefoot.leftMm,
      }
      const known = shortfallKinds.filter((kind) => short[kind] !== undefined)
      const shortfalls = known
        .map((kind) => ({ kind, by: short[kind]! }))
        .filter(({ kind, by }) => by > counted * stepOf[kind])
        .sort((a, b) => b.by / stepOf[b.kind] - a.by / stepOf[a.kind])
      return {
        shoe,
        shortfalls,
        unknown: shortfallKinds.filter((kind) => !known.includes(kind)),
        away: shortfalls.reduce((sum, s) => sum + s.by / stepOf[s.kind], 0),
      }
    })
    .sort((a, b) => a.away - b.away || a.unknown.length - b.unknown.length)
}

function less(needed: number | undefined, has: number | undefined): number | undefined {
  return needed === undefined || has === undefined ? undefined : needed - has
}
