import { toldSigns, type CautionSign } from '../../plan/cautions'
import type { References } from '../../groundwork/reference'
import { sides, type BySide } from '../../groundwork/side'
import type { VisitFacts } from './facts'
import type { GradesReading } from './readGrades'
import type { LookReading } from './readLook'

/** What the values of a visit say by themselves, for the caution rules. @source cautions of the practice */
export function signsOf(
  facts: VisitFacts,
  look: BySide<LookReading>,
  grades: BySide<GradesReading>,
  references: References,
): CautionSign[] {
  const { ageYears, events, feet, marks, medicines } = facts
  const told = toldSigns(
    {
      ageYears,
      events,
      pains: marks.filter((m) => m.kind === 'pain'),
      medicines,
      swelling: sides.map((s) => feet[s].words.swelling),
    },
    references,
  )
  const seen: Partial<Record<CautionSign, boolean>> = {
    thinFatPadSeen: sides.some(
      (s) => feet[s].words.fatPadHeel === 'thin' || feet[s].words.fatPadBall === 'thin',
    ),
    // flat and not even liftable by hand: structure, not strength
    fixedFlatFound: sides.some((s) => grades[s].arch.grade === 3 && look[s].position?.kind === 'low'),
  }
  return [...told, ...(Object.keys(seen) as CautionSign[]).filter((sign) => seen[sign])]
}
