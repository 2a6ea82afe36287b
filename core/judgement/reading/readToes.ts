import {
  gapRestMeasures,
  gapSpreadMeasures,
  toeGroundMeasures,
  toeMeasures,
  type FootValues,
} from '../../foot/measures'
import type { References } from '../../groundwork/reference'
import type { Side } from '../../groundwork/side'
import { chanceBetween } from '../../groundwork/statistics'
import { fanClass, halluxClass, halluxClasses, type ToeGap } from '../../foot/toes'
import type { Concern, Found } from './finding'

/** Outline, toes, outer and cross arch of one foot; nothing here enters the position or motion class. */
export function readToes(input: { foot: FootValues; side: Side }, references: References): Found[] {
  const { foot, side } = input
  const { numbers } = foot
  const found: Found[] = []
  const base = (
    id: string,
    concern: Concern,
    sure?: number,
  ): Pick<Found, 'id' | 'step' | 'concern' | 'sure'> => ({
    id: `${id}.${side}`,
    step: 'look',
    concern,
    sure,
  })
  if (numbers.halluxAngle !== undefined) {
    const { lean, chance } = halluxClass(numbers.halluxAngle, references)
    const level = halluxClasses.indexOf(lean)
    const concern = level === 0 ? 'fine' : level === 1 ? 'watch' : 'work'
    found.push({
      kind: 'hallux',
      side,
      angleDeg: numbers.halluxAngle,
      lean,
      ...base('hallux', concern, chance),
    })
  }
  if (numbers.fifthToeAngle !== undefined && numbers.fifthToeAngle > references.fifthToeInDeg) {
    const chance = chanceBetween({
      mean: numbers.fifthToeAngle,
      sd: references.semFifthDeg,
      low: references.fifthToeInDeg,
      high: Infinity,
    })
    found.push({
      kind: 'fifthToe',
      side,
      angleDeg: numbers.fifthToeAngle,
      ...base('fifthToe', 'watch', chance),
    })
  }
  if (numbers.toeWidth !== undefined && numbers.ballWidth) {
    const ratio = numbers.toeWidth / numbers.ballWidth
    const { fan, chance } = fanClass(ratio, references)
    found.push({
      kind: 'fan',
      side,
      ratio,
      fan,
      ...base('fan', fan === 'tapered' ? 'watch' : 'fine', chance),
    })
  }
  const narrowest = narrowestGap(foot)
  if (narrowest) {
    const isShort = narrowest.spreadMm < references.toeGapGoalMm
    found.push({
      kind: 'toeRoom',
      side,
      narrowest,
      goalMm: references.toeGapGoalMm,
      ...base('toeRoom', isShort ? 'watch' : 'fine'),
    })
  }
  const [fixed, soft] = (['bent, fixed', 'bent, soft'] as const).map((word) => toesWith(foot, word))
  if (fixed!.length + soft!.length > 0)
    found.push({
      kind: 'toes',
      side,
      fixed: fixed!,
      soft: soft!,
      ...base('toes', fixed!.length > 0 ? 'work' : 'watch'),
    })
  const off = toeGroundMeasures.flatMap((id, i) => (foot.words[id] === 'lifts' ? [i + 1] : []))
  if (off.length > 0) found.push({ kind: 'toesOff', side, toes: off, ...base('toesOff', 'watch') })
  const cross = crossArch(foot, references)
  if (cross) found.push({ kind: 'crossArch', side, ...cross, ...base('crossArch', 'watch') })
  if (foot.words.outerArch === 'none') found.push({ kind: 'outerArch', side, ...base('outerArch', 'watch') })
  const { eversionRange } = numbers
  if (eversionRange !== undefined && eversionRange < references.eversionLittleDeg) {
    const chance = chanceBetween({
      mean: eversionRange,
      sd: references.semEversionDeg,
      low: -Infinity,
      high: references.eversionLittleDeg,
    })
    found.push({
      kind: 'noRollIn',
      side,
      rangeDeg: eversionRange,
      chance,
      ...base('noRollIn', 'work', chance),
    })
  }
  const swelling = foot.words.swelling
  if (swelling === 'some' || swelling === 'clear')
    found.push({
      kind: 'swelling',
      side,
      amount: swelling,
      ...base('swelling', swelling === 'clear' ? 'work' : 'watch'),
    })
  return found
}

function toesWith(foot: FootValues, word: 'bent, fixed' | 'bent, soft'): number[] {
  return toeMeasures.flatMap((id, i) => (foot.words[id] === word ? [i + 1] : []))
}

function narrowestGap({ numbers }: FootValues): ToeGap | undefined {
  const gaps = gapSpreadMeasures.flatMap((id, i): ToeGap[] => {
    const spreadMm = numbers[id]
    return spreadMm === undefined ? [] : [{ gap: i + 1, spreadMm, restMm: numbers[gapRestMeasures[i]!] }]
  })
  return gaps.length === 0 ? undefined : gaps.reduce((a, b) => (b.spreadMm < a.spreadMm ? b : a))
}

function crossArch(
  { numbers, words }: FootValues,
  references: References,
): { spreadMm: number | undefined; load: boolean; cannotLighten: boolean } | undefined {
  const spreadMm =
    numbers.ballWidth !== undefined && numbers.ballWidthSit !== undefined
      ? numbers.ballWidth - numbers.ballWidthSit
      : undefined
  const load = words.crossLoad === 'much'
  const cannotLighten = words.crossLighten === 'no'
  const isWide = spreadMm !== undefined && spreadMm > references.ballSpreadMuchMm
  return isWide || load || cannotLighten ? { spreadMm, load, cannotLighten } : undefined
}
