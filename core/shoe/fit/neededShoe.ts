import { crossingsAt, type Point } from '../../groundwork/geometry'
import { dropMm, type Shoe } from '../footwear'
import type { References } from '../../groundwork/reference'
import { sides, type BySide } from '../../groundwork/side'
import { radToDeg } from '../../groundwork/units'
import type { DepthPart } from './depthBudget'
import { insoleOfNumbers } from './insoleShape'
import type { FitRegion } from './overhang'
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
  const needs = outlines.map((outline) => needOf(outline, roomMm + references.fitGapMm, references))
  const most = (of: (n: OneNeed) => number) => Math.max(...needs.map(of))
  const isLow = input.priority === 'lowStackFirst'
  const least: Inside = {
    lengthMm: most((n) => n.lengthMm),
    heelMm: most((n) => n.heelMm),
    ballMm: most((n) => n.ballMm),
    toesMm: most((n) => n.toesMm),
    innerLeanMm: most((n) => n.ballMedialMm) - most((n) => n.toesMedialMm),
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
  let inside = least
  for (let round = 0; round < rounds; round++) {
    const fits = tables(inside).map((table) => readFit(table, references))
    const grown = grownBy(inside, { least, fits, roomMm }, references)
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

/** The inside of a shoe, mm; the lean is how far its inner edge comes in from the ball to the toes. */
type Inside = { lengthMm: number; heelMm: number; ballMm: number; toesMm: number; innerLeanMm: number }

function measuresOf({ lengthMm, heelMm, ballMm, toesMm, innerLeanMm }: Inside, references: References) {
  const along = (references.fitToesAt - references.fitBallAt) * lengthMm
  const lean = (inwardsMm: number) => radToDeg(Math.atan2(inwardsMm, along))
  return {
    innerLengthMm: lengthMm,
    innerWidthBallMm: ballMm,
    innerWidthToesMm: toesMm,
    innerWidthHeelMm: heelMm,
    taperInnerDeg: lean(innerLeanMm),
    taperOuterDeg: lean(ballMm - toesMm - innerLeanMm),
  }
}

/**
 * The inside grown where a foot still reaches out or has no room, each row by what is out in its own region, and never
 * by more than a margin somebody would leave by hand; undefined where nothing is to be grown.
 */
function grownBy(
  inside: Inside,
  { least, fits, roomMm }: { least: Inside; fits: readonly FitReading[]; roomMm: number },
  references: References,
): Inside | undefined {
  const out = (region: FitRegion) =>
    Math.max(...fits.flatMap((fit) => fit.regions.filter((p) => p.region === region).map((p) => p.mostMm)))
  const wider = (width: 'heelMm' | 'ballMm' | 'toesMm', region: FitRegion) => {
    const wanted = out(region)
    if (wanted < closeEnoughMm) return inside[width]
    return Math.min(least[width] + references.wantedMarginMostMm, inside[width] + wanted)
  }
  const short = Math.max(0, ...fits.map((fit) => (fit.roomMm === undefined ? 0 : roomMm - fit.roomMm)))
  const grown = {
    ...inside,
    lengthMm: inside.lengthMm + (short < closeEnoughMm ? 0 : short * 0.6),
    heelMm: wider('heelMm', 'heel'),
    ballMm: wider('ballMm', 'ball'),
    toesMm: wider('toesMm', 'toes'),
  }
  const isSame = (Object.keys(grown) as (keyof Inside)[]).every((key) => grown[key] === inside[key])
  return isSame ? undefined : grown
}

type OneNeed = {
  lengthMm: number
  heelMm: number
  ballMm: number
  toesMm: number
  /** how far the foot reaches to the inner side of its axis there */
  ballMedialMm: number
  toesMedialMm: number
}

/** What a tape across one foot would say at the rows where a shoe is measured. */
function needOf(outline: readonly Point[], spareMm: number, references: References): OneNeed {
  const footMm = Math.max(...outline.map((p) => p.y))
  const across = (from: number, to: number) => {
    let [widthMm, medialMm] = [0, 0]
    for (let y = from * footMm; y <= to * footMm; y += 1) {
      const xs = crossingsAt(outline, y)
      if (xs.length < 2) continue
      widthMm = Math.max(widthMm, Math.max(...xs) - Math.min(...xs))
      medialMm = Math.max(medialMm, Math.max(...xs))
    }
    return { widthMm, medialMm }
  }
  const ball = across(references.fitWaistTo, references.fitBallTo)
  const toes = across(references.fitBallTo + toesAfterShare, 1)
  return {
    lengthMm: footMm + spareMm,
    heelMm: across(heelRows.from, heelRows.to).widthMm,
    ballMm: ball.widthMm,
    toesMm: toes.widthMm,
    ballMedialMm: ball.medialMm,
    toesMedialMm: toes.medialMm,
  }
}

const heelRows = { from: 0.1, to: 0.2 }
const toesAfterShare = 0.04 // right behind the ball the little toe is still as wide as the ball

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
