import { measurePhoto, planeOf, type LandmarkId } from '../../sensing/photo'
import { distance } from '../../groundwork/geometry'
import { outcomeOf } from '../../groundwork/problem'
import type { ErrorKindId, NumberMeasureId } from '../../foot/measures'
import type { EyeAnswer, EyeQuestion, PointsAsk } from './question'

export type Scored = {
  /** answer less truth in the unit of the kind; how far off where there is no direction */
  error: number
  /** of placed points: how far off each lies, mm */
  points: Partial<Record<LandmarkId, number>>
  /** the measure made from the placed points, where it is one that has an error of its own */
  derived: { kind: ErrorKindId; error: number } | undefined
}

const derivedOf: Partial<Record<PointsAsk['view'], { measure: NumberMeasureId; kind: ErrorKindId }>> = {
  rear: { measure: 'heelRest', kind: 'semHeelAngleDeg' },
  inner: { measure: 'navicularStand', kind: 'semNavicularMm' },
  top: { measure: 'halluxAngle', kind: 'semHalluxDeg' },
}

/**
 * How far an answer lies from the truth. @returns undefined where the answer does not fit the question or is not whole
 */
export function scoreAnswer(question: EyeQuestion, answer: EyeAnswer): Scored | undefined {
  const { asks } = question
  const plain = (error: number): Scored => ({ error, points: {}, derived: undefined })
  if (asks.ask === 'number' && answer.kind === 'number') return plain(answer.value - asks.truth)
  if (asks.ask === 'choice' && answer.kind === 'choice') {
    const cost = asks.costs[answer.option]
    return cost === undefined ? undefined : plain(cost)
  }
  if (asks.ask === 'which' && answer.kind === 'which')
    // the wrong shoe misses the whole push
    return plain(answer.option === asks.truth.option ? answer.mm - asks.truth.mm : -asks.truth.mm)
  if (asks.ask === 'points' && answer.kind === 'points') return scorePoints(question, asks, answer.placed)
  return undefined
}

function scorePoints(
  question: EyeQuestion,
  asks: PointsAsk,
  placed: Extract<EyeAnswer, { kind: 'points' }>['placed'],
): Scored | undefined {
  const toPlane = planeOf(asks.scale)
  const points: Scored['points'] = {}
  for (const id of asks.ids) {
    const [mine, truth] = [placed[id], asks.truth[id]]
    if (!mine || !truth) return undefined
    points[id] = distance(toPlane(mine), toPlane(truth))
  }
  const sizes = Object.values(points)
  const derived = derivedOf[asks.view]
  // points that lie on one another make no measure, but each is still so far off
  const measured = (landmarksImagePx: typeof placed) => {
    if (!derived) return undefined
    const outcome = outcomeOf(() =>
      measurePhoto({ view: asks.view, side: question.side, landmarksImagePx }, toPlane),
    )
    return outcome.ok ? outcome.value[derived.measure] : undefined
  }
  const [mine, truth] = [measured(placed), measured(asks.truth)]
  return {
    error: sizes.reduce((sum, mm) => sum + mm, 0) / sizes.length,
    points,
    derived:
      derived && mine !== undefined && truth !== undefined
        ? { kind: derived.kind, error: mine - truth }
        : undefined,
  }
}
