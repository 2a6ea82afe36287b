import { crossingsAt, type Point } from '../../groundwork/geometry'
import { dropMm, type Shoe } from '../footwear'
import type { References } from '../../groundwork/reference'
import { sides, type BySide } from '../../groundwork/side'
import { radToDeg } from '../../groundwork/units'
import type { DepthPart } from './depthBudget'
import { insoleOfNumbers } from './insoleShape'
import type { FitEdge, Overhang } from './overhang'
import { fitTable, readFit, type FitActivity, type FitFoot, type FitReading } from './readFit'
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
  const roomMm = input.activity === 'run' ? references.roomRunLowMm : references.roomWalkLowMm
  const needs = outlines.map((outline) =>
    needOf(outline, roomMm + references.fitGapMm, input.stretchMm, references),
  )
  const most = (of: (n: OneNeed) => number) => Math.max(...needs.map(of))
  const isLow = input.priority === 'lowStackFirst'
  const first: Inside = {
    lengthMm: most((n) => n.lengthMm),
    heelMm: most((n) => n.heel.medial + n.heel.lateral),
    ball: { medial: most((n) => n.ball.medial), lateral: most((n) => n.ball.lateral) },
    toes: { medial: most((n) => n.toes.medial), lateral: most((n) => n.toes.lateral) },
  }
  const tables = (inside: Inside) =>
    outlines.map((outlineFootMm) => {
      const insole = insoleOfNumbers(measuresOf(inside, references), undefined, references)!
      return fitTable(
        {
          foot: { outlineFootMm, from: 'traced' },
          insole,
          stretchMm: input.stretchMm,
          gapMm: references.fitGapMm,
          activity: input.activity,
        },
        references,
      )
    })
  let inside = first
  for (let round = 0; round < rounds; round++) {
    const grown = grownBy(
      inside,
      tables(inside).map((table) => readFit(table, references)),
      roomMm,
      references,
    )
    if (!grown) break
    inside = grown
  }
  return {
    ...measuresOf(inside, references),
    stackMostMm: isLow ? references.wantedStackMm : references.wantedStackZeroMm,
    dropMostMm: isLow ? references.wantedDropMm : references.wantedDropZeroMm,
    bendMost: references.wantedBend,
    depthForefootMm: input.forefootStackMm,
  }
}

const rounds = 16 // each leaves a part of what was still out; more change less than a tape can measure
const closeEnoughMm = 0.4

/** How far the inside reaches to both sides, mm. */
type Inside = { lengthMm: number; heelMm: number; ball: Reach; toes: Reach }

function measuresOf({ lengthMm, heelMm, ball, toes }: Inside, references: References) {
  const along = (references.fitToesAt - references.fitBallAt) * lengthMm
  const lean = (from: number, to: number) => radToDeg(Math.atan2(from - to, along))
  return {
    innerLengthMm: lengthMm,
    innerWidthBallMm: ball.medial + ball.lateral,
    innerWidthToesMm: toes.medial + toes.lateral,
    innerWidthHeelMm: heelMm,
    taperInnerDeg: lean(ball.medial, toes.medial),
    taperOuterDeg: lean(ball.lateral, toes.lateral),
  }
}

/** The inside grown where a foot still reaches out or has no room; undefined where both feet fit. */
function grownBy(
  inside: Inside,
  fits: readonly FitReading[],
  roomMm: number,
  references: References,
): Inside | undefined {
  const parts = (edge: FitEdge, isOf: (part: Overhang, share: number) => boolean) =>
    Math.max(
      0,
      ...fits.flatMap((fit) =>
        fit.regions
          .filter((p) => p.edge === edge && isOf(p, (p.atFootMm?.y ?? 0) / fit.longestToeFootMm.y))
          .map((p) => p.mostMm),
      ),
    )
  const isHeel = (p: Overhang) => p.region === 'heel'
  // the little toe lies nearer to the row of the ball than to that of the toes
  const isBall = (p: Overhang, share: number) =>
    p.region === 'ball' || (p.region === 'toes' && share < halfway)
  const isToes = (p: Overhang, share: number) => p.region === 'toes' && share >= halfway
  const halfway = (references.fitBallAt + references.fitToesAt) / 2 + 0.05
  const short = Math.max(...fits.map((fit) => (fit.roomMm === undefined ? 0 : roomMm - fit.roomMm)))
  const heel = Math.max(parts('inner', isHeel), parts('outer', isHeel))
  const [ballIn, ballOut] = [parts('inner', isBall), parts('outer', isBall)]
  const [toesIn, toesOut] = [parts('inner', isToes), parts('outer', isToes)]
  if (Math.max(short, heel, ballIn, ballOut, toesIn, toesOut) < closeEnoughMm) return undefined
  return {
    // the rounded front bites into the toes beside the longest one
    lengthMm: inside.lengthMm + Math.max(0, short) * 0.6 + Math.max(toesIn, toesOut) * 0.3,
    heelMm: inside.heelMm + heel,
    ball: { medial: inside.ball.medial + ballIn, lateral: inside.ball.lateral + ballOut },
    toes: { medial: inside.toes.medial + toesIn, lateral: inside.toes.lateral + toesOut },
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
      const xs = crossingsAt(outline, y - references.fitGapMm)
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
    length: references.stepLengthMm,
    ball: references.stepWidthMm,
    toes: references.stepWidthMm,
    heel: references.stepWidthMm,
    stack: references.stepStackMm,
    drop: references.stepDropMm,
    bend: references.stepBend,
    depth: references.stepDepthMm,
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
