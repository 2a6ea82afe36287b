import { boundsOf, closedCurve, type Point } from '../../groundwork/geometry'
import type { Shoe } from '../footwear'
import type { References } from '../../groundwork/reference'
import { degToRad } from '../../groundwork/units'

export const innerMeasures = ['length', 'ball', 'toes', 'heel', 'taper'] as const
export type InnerMeasure = (typeof innerMeasures)[number]

/** The inside of a shoe in its own frame: mm, x medial, y forward, back of the heel at y = 0. */
export type InsoleShape = {
  pointsMm: readonly Point[]
  from: 'photo' | 'file' | 'numbers'
  /** inner measures that were guessed from the others or from the foot; nothing is concluded from them */
  guessed: readonly InnerMeasure[]
}

type Inner = Pick<
  Shoe,
  | 'innerLengthMm'
  | 'innerWidthBallMm'
  | 'innerWidthToesMm'
  | 'innerWidthHeelMm'
  | 'taperInnerDeg'
  | 'taperOuterDeg'
>

const perSpan = 14

/**
 * The inside of a shoe drawn from its inner measures as one smooth closed curve; the widths lie at 15, 70 and 90 % of
 * the inner length.
 * @param inner mm and degrees; what is missing is guessed and named
 * @param footLengthMm to guess the length from, where that is missing
 * @returns undefined where no width is known at all
 */
export function insoleOfNumbers(
  inner: Inner,
  footLengthMm: number | undefined,
  references: References,
): InsoleShape | undefined {
  const guessed: InnerMeasure[] = []
  const or = (value: number | undefined, measure: InnerMeasure, guess: number): number => {
    if (value !== undefined) return value
    guessed.push(measure)
    return guess
  }
  const anyBall =
    inner.innerWidthBallMm ?? (inner.innerWidthToesMm && inner.innerWidthToesMm / references.usualToesShare)
  if (anyBall === undefined) return undefined
  const roomMm = (references.roomWalkLowMm + references.roomWalkHighMm) / 2 + references.fitGapMm
  if (inner.innerLengthMm === undefined && footLengthMm === undefined) return undefined
  const l = or(inner.innerLengthMm, 'length', (footLengthMm ?? 0) + roomMm)
  const ball = or(inner.innerWidthBallMm, 'ball', anyBall)
  const edges = toeEdges(inner, ball, l, references)
  if (edges.isGuessed) guessed.push('toes')
  if (edges.isTaperGuessed) guessed.push('taper')
  const heel = or(inner.innerWidthHeelMm, 'heel', ball * references.usualHeelShare)
  const middleBall = -references.insoleAxisShare * ball
  const medial = middleBall + ball / 2
  const lateral = middleBall - ball / 2
  const at = (x: number, share: number): Point => ({ x, y: share * l })
  const waistMedial = Math.min(medial, heel / 2) - 0.03 * ball
  // the outer border runs nearly straight from heel to ball
  const waistLateral = -heel / 2 + (lateral + heel / 2) * 0.62
  const front = (edges.medial + edges.lateral) / 2 + 0.12 * (edges.medial - edges.lateral)
  return {
    pointsMm: closedCurve(
      [
        at(0, 0),
        at(heel * 0.33, 0.018),
        at(heel * 0.47, 0.07),
        at(heel / 2, references.fitHeelAt),
        at(waistMedial, 0.4),
        at(medial - 0.035 * ball, 0.58),
        at(medial, references.fitBallAt),
        at((medial + edges.medial) / 2 + 0.01 * ball, 0.8),
        at(edges.medial, references.fitToesAt),
        at(front + (edges.medial - front) * 0.62, 0.972),
        at(front, 1),
        at(front + (edges.lateral - front) * 0.62, 0.968),
        at(edges.lateral, references.fitToesAt),
        at((lateral + edges.lateral) / 2 - 0.015 * ball, 0.8),
        at(lateral, references.fitBallAt),
        at(lateral + 0.03 * ball, 0.58),
        at(waistLateral, 0.4),
        at(-heel / 2, references.fitHeelAt),
        at(-heel * 0.47, 0.07),
        at(-heel * 0.33, 0.018),
      ],
      perSpan,
    ),
    from: 'numbers',
    guessed,
  }
}

/** Inner and outer edge at the toes: from the width there, shared by the tapers; or from the tapers alone. */
function toeEdges(inner: Inner, ball: number, l: number, references: References) {
  const { taperInnerDeg, taperOuterDeg, innerWidthToesMm } = inner
  const reach = (references.fitToesAt - references.fitBallAt) * l
  const middle = -references.insoleAxisShare * ball
  const [medial, lateral] = [middle + ball / 2, middle - ball / 2]
  const inwards = (deg: number | undefined) =>
    deg === undefined ? undefined : reach * Math.tan(degToRad(deg))
  const [a, b] = [inwards(taperInnerDeg), inwards(taperOuterDeg)]
  if (innerWidthToesMm === undefined && a !== undefined && b !== undefined)
    return { medial: medial - a, lateral: lateral + b, isGuessed: false, isTaperGuessed: false }
  const narrowing = ball - (innerWidthToesMm ?? references.usualToesShare * ball)
  const byInner = a ?? (b === undefined ? narrowing * references.usualInnerTaper : narrowing - b)
  return {
    medial: medial - byInner,
    lateral: lateral + narrowing - byInner,
    isGuessed: innerWidthToesMm === undefined,
    isTaperGuessed: a === undefined && b === undefined,
  }
}

/** Least and most of width and length, mm, that a closed line may have to be taken for the thing. */
export type RingBox = { widthMm: readonly [number, number]; lengthMm: readonly [number, number] }
export const footBoxMm: RingBox = { widthMm: [25, 200], lengthMm: [80, 400] }
export const insideBoxMm: RingBox = { widthMm: [30, 220], lengthMm: [100, 450] }

/** Whether points make a closed line of a believable size: laying anything else under a foot says nothing, slowly. */
export function isRing(points: readonly Point[], { widthMm, lengthMm }: RingBox): boolean {
  if (points.length < 3) return false
  const { minX, maxX, minY, maxY } = boundsOf(points)
  const fits = (mm: number, [low, high]: readonly [number, number]) => mm >= low && mm <= high
  return fits(maxX - minX, widthMm) && fits(maxY - minY, lengthMm)
}

/** The inside of a shoe: traced where somebody traced it, drawn from its measures otherwise. */
export function insoleOf(
  shoe: Pick<Shoe, 'insole'> & Inner,
  footLengthMm: number | undefined,
  references: References,
): InsoleShape | undefined {
  return shoe.insole && isRing(shoe.insole.points, insideBoxMm)
    ? { pointsMm: shoe.insole.points, from: shoe.insole.from, guessed: [] }
    : insoleOfNumbers(shoe, footLengthMm, references)
}

/** Whether a length can be the inside of a shoe, mm; what is shorter or longer was scaled or traced wrongly. */
export function isInsideLength(lengthMm: number, references: References): boolean {
  return lengthMm > references.insideLeastMm && lengthMm < references.insideMostMm
}
