import type { References } from '../../groundwork/reference'
import type { GradePart, PartGrade } from './gradeParts'

export const archSupportViews = ['trainFirst', 'whileTraining', 'supportFirst'] as const
/** Where practitioners disagree: when an arch is held from below. */
export type ArchSupportView = (typeof archSupportViews)[number]

export const emphases = ['keep', 'control', 'strength', 'accommodate'] as const
export type Emphasis = (typeof emphases)[number]
export type ShoeCheck = 'base' | 'volume' | 'toeRoom' | 'depth'

/** What a grade changes in the plan; the words are made at the edge. */
export type GradeEffects = {
  emphasis: Emphasis
  /** none; while it trains, to fade; first, then train; stays: fixed feet keep what holds them */
  support: 'none' | 'whileTraining' | 'first' | 'stays'
  checks: readonly ShoeCheck[]
  /** longer transition, 1 = no change */
  paceFactor: number
  refer: false | 'fixed' | 'rapid'
}

/**
 * What the grade of one part changes. A grade still open counts with the lowest it can be.
 * @param input isSore where the client hurts on this side; isRapid where it got really worse in a short time
 * @returns undefined while nothing is known
 * @source grades and approach settings of the spec
 */
export function gradeEffects(
  reading: PartGrade,
  input: { view: ArchSupportView; isSore: boolean; isRapid: boolean },
  references: References,
): GradeEffects | undefined {
  const grade = gradeFloor(reading)
  if (grade === undefined) return undefined
  const isHeld = reading.part === 'arch' || (reading.part === 'heel' && reading.leans === 'in')
  return {
    emphasis: emphases[grade],
    support: isHeld ? supportOf(grade, input, references) : 'none',
    checks: grade === 0 ? [] : checksOf(reading.part, grade, references),
    paceFactor: isHeld && grade >= references.gradeShort ? references.factorGrade : 1,
    refer: input.isRapid ? 'rapid' : grade >= references.gradeReferFrom ? 'fixed' : false,
  }
}

/** The lowest grade that is still possible; undefined where rest is not known. */
export function gradeFloor(
  reading: Pick<PartGrade, 'grade' | 'open' | 'testNext'>,
): 0 | 1 | 2 | 3 | undefined {
  return reading.grade ?? (reading.testNext === 'rest' ? undefined : reading.open.grades[0])
}

function supportOf(
  grade: number,
  { view, isSore }: { view: ArchSupportView; isSore: boolean },
  references: References,
): GradeEffects['support'] {
  if (grade === 0) return 'none'
  if (grade >= references.gradeReferFrom) return 'stays'
  if (view === 'supportFirst') return 'first'
  if (view === 'whileTraining') return 'whileTraining'
  return grade >= references.gradeSupportFrom || isSore ? 'whileTraining' : 'none'
}

function checksOf(part: GradePart, grade: number, references: References): ShoeCheck[] {
  if (part === 'arch' || part === 'heel')
    return grade >= references.gradeSupportFrom ? ['base', 'volume'] : []
  return part === 'bigToe' || part === 'fifthToe' ? ['toeRoom'] : ['toeRoom', 'depth']
}
