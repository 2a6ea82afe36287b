import {
  gradeEffects,
  gradeFloor,
  gradeParts,
  readPart,
  rowsOfPart,
  type ArchSupportView,
  type GradeEffects,
  type GradePart,
  type PartGrade,
} from '../../foot/deformity'
import { errorKindOf, type FootValues } from '../../foot/measures'
import type { References } from '../../groundwork/reference'
import type { Side } from '../../groundwork/side'
import { changeError, judgeChange } from '../../groundwork/statistics'
import type { EarlierFoot } from './facts'
import type { Found } from './finding'

export type GradesReading = Record<GradePart, PartGrade> & {
  archTargetMm: number | undefined
  /** what each grade changes; nothing for a part that nobody looked at */
  effects: Partial<Record<GradePart, GradeEffects>>
  findings: Found[]
}

/**
 * Grades of everything on one foot that is graded. Numbers go before words.
 * @param input lengthMm: foot length for the arch's target height; words alone need none. earlier: the last visit's
 *   values, against which a rapid change shows
 */
export function readGrades(
  input: {
    foot: FootValues
    lengthMm: number | undefined
    side: Side
    /** false where position and motion are both known and the arch neither sits low nor moves much */
    isArchFound?: boolean | undefined
    view: ArchSupportView
    isSore: boolean
    earlier?: EarlierFoot | undefined
  },
  references: References,
): GradesReading {
  const { foot, lengthMm, side, isArchFound } = input
  const parts = Object.fromEntries(
    gradeParts.map((part) => [part, readPart(part, { foot, lengthMm, isArchFound }, references)]),
  ) as Record<GradePart, PartGrade>
  const effects = Object.fromEntries(
    gradeParts.flatMap((part) => {
      const found = gradeEffects(
        parts[part],
        {
          view: input.view,
          isSore: input.isSore,
          isRapid: isRapidlyWorse(parts[part], foot, input.earlier, references),
        },
        references,
      )
      return found ? [[part, found]] : []
    }),
  ) as GradesReading['effects']
  return {
    ...parts,
    archTargetMm: parts.arch.target,
    effects,
    findings: gradeParts.flatMap((part) => gradeFinding(side, parts[part], effects[part])),
  }
}

/** Really further from the target at rest than a short while ago, measured the same way. */
function isRapidlyWorse(
  { part, direction }: PartGrade,
  foot: FootValues,
  earlier: EarlierFoot | undefined,
  references: References,
): boolean {
  const { rest } = rowsOfPart[part]
  const kind = errorKindOf(rest)
  const [before, after] = [earlier?.numbers[rest], foot.numbers[rest]]
  if (!earlier || kind === undefined || before === undefined || after === undefined) return false
  if (earlier.weeksAgo > references.rapidWeeks) return false
  const change = judgeChange(
    { value: before, trials: earlier.trials?.[rest] },
    { value: after, trials: foot.trials?.[rest] },
    changeError(kind, references),
  )
  return change.judged === 'real' && direction * change.difference > 0
}

function gradeFinding(side: Side, grade: PartGrade, effects: GradeEffects | undefined): Found[] {
  const floor = gradeFloor(grade)
  if (floor === undefined) return []
  // arch and heel are graded in everybody; a toe only once it is known how far it comes back
  const isEverybodys = grade.part === 'arch' || grade.part === 'heel'
  if (!isEverybodys && !grade.grade) return []
  const concern = floor === 0 ? 'fine' : floor === 1 ? 'watch' : 'work'
  const sure = grade.grade === undefined ? undefined : grade.chances[grade.grade]
  return [
    {
      kind: 'grade',
      side,
      part: grade.part,
      grade,
      effects,
      id: `grade.${grade.part}.${side}`,
      step: 'grade',
      concern,
      sure,
    },
  ]
}
