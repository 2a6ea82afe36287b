import {
  errorKindOf,
  isNumberMeasure,
  measureTable,
  type ErrorKindId,
  type MeasureId,
} from '@sturvo/core/measures'
import { sides } from '@sturvo/core/side'
import { chanceFrom } from '@sturvo/core/synthetic'
import type { Pair } from './madeUpClient'

type Change = { path: string; value: number }

/** What the practitioner measures twice, and how far apart two readings of hers lie (one standard deviation). */
const repeats: Partial<Record<ErrorKindId, number>> = {
  semNavicularMm: 1.2,
  semHeelAngleDeg: 1.9,
  semKneeToWallMm: 6,
  semBigToeDeg: 4.2,
  semHalluxDeg: 1.8,
}
/** How the assistant reads beside her: always a little more, and less steadily. */
const besides: Partial<Record<ErrorKindId, { more: number; sd: number }>> = {
  semNavicularMm: { more: 1.3, sd: 1.7 },
  semKneeToWallMm: { more: -2, sd: 9 },
}
/** One figure typed wrongly, so that there is something to check. */
const slip = { visitId: 'demolioearlier2', measure: 'kneeToWall', side: 'right', value: 69 }

/** Second trials of a made-up visit: her own, and the assistant's where both measured. */
export function trialsAgain(input: {
  measures: Partial<Record<MeasureId, Pair>>
  visitId: string
  seed: number
  secondRater: string | undefined
}): { own: Change[]; second: Change[] } {
  const chance = chanceFrom(input.seed * 977 + input.visitId.length)
  const own: Change[] = []
  const second: Change[] = []
  for (const [id, pair] of Object.entries(input.measures) as [MeasureId, Pair][]) {
    const kind = isNumberMeasure(id) ? errorKindOf(id) : undefined
    if (!kind || !isNumberMeasure(id)) continue
    const beside = input.secondRater === undefined ? undefined : besides[kind]
    const repeat = repeats[kind]
    if (!beside && repeat === undefined) continue
    const { step } = measureTable[id]
    sides.forEach((side, i) => {
      const value = pair[i]
      if (typeof value !== 'number') return
      const path = (trial: number) => `measure.${id}.${side}.${trial}`
      const rounded = (v: number) => Math.round(v / (step / 4)) * (step / 4)
      if (beside)
        second.push({ path: path(2), value: rounded(value + beside.more + chance.normal(0, beside.sd)) })
      else if (isSlip(input.visitId, id, side)) own.push({ path: path(2), value: slip.value })
      else {
        // apart by the error of two readings, about the value the story is made for
        const apart = chance.normal(0, repeat!) / 2
        own.push(
          { path: path(1), value: rounded(value + apart) },
          { path: path(2), value: rounded(value - apart) },
        )
      }
    })
  }
  return { own, second }
}

function isSlip(visitId: string, measure: string, side: string): boolean {
  return visitId === slip.visitId && measure === slip.measure && side === slip.side
}
