import {
  errorKindOf,
  errorOf,
  toeActiveWordMeasures,
  toeBendActiveMeasures,
  toeBendMeasures,
  toeBendPassiveMeasures,
  toeMeasures,
  type FootValues,
  type NumberMeasureId,
  type WordMeasureId,
} from '../measures'
import type { References } from '../../groundwork/reference'
import {
  canWords,
  gradeOf,
  type CanWord,
  type GradeEnd,
  type GradeEvidence,
  type GradeNumber,
  type GradeReading,
  type RestEvidence,
} from './gradeOf'

export const gradeParts = [
  'arch',
  'heel',
  'bigToe',
  'fifthToe',
  'toe1',
  'toe2',
  'toe3',
  'toe4',
  'toe5',
] as const
/** A deformity that is graded: collapse, roll, lean, or the bend of one toe. */
export type GradePart = (typeof gradeParts)[number]

/** Rows of a part, by the moment they belong to. */
export type PartRows = {
  rest: NumberMeasureId
  active: NumberMeasureId
  passive: NumberMeasureId
  /** the same in words, where there are any */
  words: { rest?: WordMeasureId; active: WordMeasureId; passive?: WordMeasureId }
}

const toeRows = (i: number): PartRows => ({
  rest: toeBendMeasures[i]!,
  active: toeBendActiveMeasures[i]!,
  passive: toeBendPassiveMeasures[i]!,
  // "straight", "bent, soft" and "bent, fixed" say both how a toe lies and what hands can do
  words: { rest: toeMeasures[i]!, active: toeActiveWordMeasures[i]!, passive: toeMeasures[i]! },
})

export const rowsOfPart: Record<GradePart, PartRows> = {
  arch: {
    rest: 'navicularStand',
    active: 'navicularActive',
    passive: 'navicularPassive',
    words: { rest: 'archRestWord', active: 'archActiveWord', passive: 'archPassiveWord' },
  },
  heel: {
    rest: 'heelRest',
    active: 'heelActive',
    passive: 'heelPassive',
    words: { rest: 'heelRestWord', active: 'heelActiveWord', passive: 'heelPassiveWord' },
  },
  bigToe: {
    rest: 'halluxAngle',
    active: 'halluxActive',
    passive: 'halluxPassive',
    words: { active: 'halluxActiveWord', passive: 'halluxPassiveWord' },
  },
  fifthToe: {
    rest: 'fifthToeAngle',
    active: 'fifthActive',
    passive: 'fifthPassive',
    words: { active: 'fifthActiveWord', passive: 'fifthPassiveWord' },
  },
  toe1: toeRows(0),
  toe2: toeRows(1),
  toe3: toeRows(2),
  toe4: toeRows(3),
  toe5: toeRows(4),
}

/** One mark of the strip, in the unit of the part. */
export type GradeMark = { value: number; error: number; trials: number }

export type PartGrade = GradeReading & {
  part: GradePart
  /** heels roll either way */
  leans: 'in' | 'out' | undefined
  unit: 'mm' | '°'
  /** undefined where only words were given and nothing says where the target lies */
  target: number | undefined
  targetError: number
  tolerance: number
  direction: 1 | -1
  marks: Partial<Record<Exclude<GradeEnd, 'target'>, GradeMark>>
}

type Target = { target: number | undefined; targetError: number; targetTrials?: number; tolerance: number }

/**
 * The grade of one part of one foot; numbers go before words, and both may be mixed.
 * @param input lengthMm of the foot, for an arch whose sitting height is unknown; isArchFound false where position and
 *   motion are both known and there is nothing to correct
 */
export function readPart(
  part: GradePart,
  input: { foot: FootValues; lengthMm: number | undefined; isArchFound?: boolean | undefined },
  references: References,
): PartGrade {
  const { foot } = input
  const rows = rowsOfPart[part]
  const leans = part === 'heel' ? heelLeans(foot, references) : undefined
  const direction = part === 'arch' || leans === 'out' ? -1 : 1
  const at = targetOf(part, input, leans, references)
  const numberOf = (id: NumberMeasureId): GradeMark | undefined => {
    const value = foot.numbers[id]
    if (value === undefined || at.target === undefined) return undefined
    return { value, error: errorOf(foot, id, references), trials: foot.trials?.[id] ?? 1 }
  }
  const marks = { rest: numberOf(rows.rest), active: numberOf(rows.active), passive: numberOf(rows.passive) }
  const kind = errorKindOf(rows.rest)
  const reading = gradeOf({
    // every arch comes down a little under weight; only one that collapses has something to correct
    rest:
      part === 'arch' && input.isArchFound === false
        ? { word: 'even', isInferred: true }
        : restEvidence(marks.rest, rows.words.rest && foot.words[rows.words.rest]),
    active: evidence(marks.active, foot.words[rows.words.active]),
    passive: evidence(marks.passive, passiveWord(rows.words.passive && foot.words[rows.words.passive])),
    ...at,
    target: at.target ?? 0,
    error: kind === undefined ? 1 : references[kind],
    direction,
    references,
  })
  const given = Object.entries(marks).filter((mark): mark is [string, GradeMark] => mark[1] !== undefined)
  return {
    ...reading,
    part,
    leans,
    unit: part === 'arch' ? 'mm' : '°',
    target: at.target,
    targetError: at.targetError,
    tolerance: at.tolerance,
    direction,
    marks: Object.fromEntries(given),
  }
}

/** A heel is asked about in the direction it has gone; one in the middle of what is usual counts as inwards. */
function heelLeans({ numbers, words }: FootValues, references: References): 'in' | 'out' {
  const { heelRest } = numbers
  if (heelRest !== undefined)
    return heelRest < (references.heelTargetDeg + references.heelTargetOutDeg) / 2 ? 'out' : 'in'
  return words.heelRestWord === 'rolled out' ? 'out' : 'in'
}

function targetOf(
  part: GradePart,
  input: { foot: FootValues; lengthMm: number | undefined },
  leans: 'in' | 'out' | undefined,
  r: References,
): Target {
  switch (part) {
    case 'arch': {
      const { foot, lengthMm } = input
      // the client's own unloaded height is where the arch wants to be; the usual height of other feet only stands in
      const own = foot.numbers.navicularSit
      const truncatedMm = foot.numbers.truncatedLength ?? (lengthMm ? lengthMm * r.truncatedShare : undefined)
      const tolerance = r.archToleranceMm
      if (own !== undefined)
        return {
          target: own,
          targetError: errorOf(foot, 'navicularSit', r),
          targetTrials: foot.trials?.navicularSit ?? 1,
          tolerance,
        }
      return {
        target: truncatedMm === undefined ? undefined : truncatedMm * r.navicularTargetNnh,
        targetError: 0,
        tolerance,
      }
    }
    case 'heel':
      return {
        target: leans === 'out' ? r.heelTargetOutDeg : r.heelTargetDeg,
        targetError: 0,
        tolerance: r.heelToleranceDeg,
      }
    case 'bigToe':
      return { target: r.halluxTargetDeg, targetError: 0, tolerance: r.halluxToleranceDeg }
    case 'fifthToe':
      return { target: r.fifthTargetDeg, targetError: 0, tolerance: r.fifthToleranceDeg }
    default:
      return { target: r.toeBendTargetDeg, targetError: 0, tolerance: r.toeBendToleranceDeg }
  }
}

function restEvidence(mark: GradeMark | undefined, word: string | undefined): RestEvidence {
  if (mark) return mark
  if (word === undefined) return undefined
  return { word: word === 'even' || word === 'straight' ? 'even' : 'off' }
}

function evidence(number: GradeNumber | undefined, word: string | undefined): GradeEvidence {
  if (number) return number
  return isCanWord(word) ? { word } : undefined
}

/** How a toe lies says what hands can do with it. */
function passiveWord(word: string | undefined): string | undefined {
  return word === 'bent, soft' ? 'can' : word === 'bent, fixed' ? 'cannot' : word
}

function isCanWord(word: string | undefined): word is CanWord {
  return canWords.some((w) => w === word)
}
