import {
  canWords,
  gradeOf,
  type CanWord,
  type GradeEvidence,
  type GradeReading,
  type RestEvidence,
} from '../deformity'
import type { FootValues } from '../measures'
import type { References } from '../reference'
import type { Side } from '../side'
import type { Finding } from './finding'

export type GradesReading = {
  arch: GradeReading
  heel: GradeReading
  archTargetMm: number | undefined
  findings: Finding[]
}

/**
 * Grades of arch collapse and heel eversion on one foot. Numbers go before words.
 * @param input lengthMm: foot length for the arch's target height; words alone need none
 */
export function readGrades(
  input: {
    foot: FootValues
    lengthMm: number | undefined
    side: Side
    /** false where position and motion are both known and the arch neither sits low nor moves much */
    isArchFound?: boolean | undefined
  },
  references: References,
): GradesReading {
  const { foot, lengthMm, side } = input
  const { numbers, words } = foot
  const truncatedMm = numbers.truncatedLength ?? (lengthMm ? lengthMm * references.truncatedShare : undefined)
  // the client's own unloaded height is where the arch wants to be; the usual height of other feet only stands in for it
  const usualMm = truncatedMm === undefined ? undefined : truncatedMm * references.navicularTargetNnh
  const archTargetMm = numbers.navicularSit ?? usualMm
  const height = (value: number | undefined) => (archTargetMm === undefined ? undefined : value)
  const arch = gradeOf({
    // every arch comes down a little under weight; only one that collapses has something to correct
    rest:
      input.isArchFound === false
        ? { word: 'even' }
        : restOf(height(numbers.navicularStand), words.archRestWord),
    active: evidenceOf(height(numbers.navicularActive), words.archActiveWord),
    passive: evidenceOf(height(numbers.navicularPassive), words.archPassiveWord),
    target: archTargetMm ?? 0,
    tolerance: references.archTolerance,
    error: references.semNavicular,
    direction: -1,
    references,
  })
  const heel = gradeOf({
    rest: restOf(numbers.heelRest, words.heelRestWord),
    active: evidenceOf(numbers.heelActive, words.heelActiveWord),
    passive: evidenceOf(numbers.heelPassive, words.heelPassiveWord),
    target: references.heelTarget,
    tolerance: references.heelTolerance,
    error: references.semHeelAngle,
    direction: 1,
    references,
  })
  const findings = (['arch', 'heel'] as const).flatMap((part) =>
    gradeFinding(side, part, part === 'arch' ? arch : heel),
  )
  return { arch, heel, archTargetMm, findings }
}

function restOf(value: number | undefined, word: string | undefined): RestEvidence {
  if (value !== undefined) return { value }
  return word === undefined ? undefined : { word: word === 'even' ? 'even' : 'off' }
}

function evidenceOf(value: number | undefined, word: string | undefined): GradeEvidence {
  if (value !== undefined) return { value }
  return isCanWord(word) ? { word } : undefined
}

function isCanWord(word: string | undefined): word is CanWord {
  return canWords.some((w) => w === word)
}

function gradeFinding(side: Side, part: 'arch' | 'heel', grade: GradeReading): Finding[] {
  if (grade.testNext === 'rest') return []
  const worstLikely = grade.grade ?? grade.open.grades[0] ?? 0
  const concern = worstLikely === 0 ? 'fine' : worstLikely === 1 ? 'watch' : 'work'
  const sure = grade.grade === undefined ? undefined : grade.chances[grade.grade]
  return [
    {
      kind: 'grade',
      side,
      part,
      grade,
      id: `grade.${part}.${side}`,
      step: 'grade',
      concern,
      weight: 0.3 + 0.2 * worstLikely,
      sure,
    },
  ]
}
