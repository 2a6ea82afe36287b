import type { CautionSign } from '../../plan/cautions'
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
  const { ageYears, events, feet, marks } = facts
  const pains = marks.filter((m) => m.kind === 'pain')
  const sore = new Set(pains.map((m) => m.side))
  const happened = (...kinds: string[]) => events.some((e) => kinds.includes(e.kind))
  const holds: Record<CautionSign, boolean> = {
    ageChild: ageYears !== undefined && ageYears < references.childUnderAge,
    ageOld: ageYears !== undefined && ageYears >= references.supportFromAge,
    thinFatPadSeen: sides.some(
      (s) => feet[s].words.fatPadHeel === 'thin' || feet[s].words.fatPadBall === 'thin',
    ),
    // flat and not even liftable by hand: structure, not strength
    fixedFlatFound: sides.some((s) => grades[s].arch.grade === 3 && look[s].position?.kind === 'low'),
    operationLately: events.some((e) => e.kind === 'operation' && e.weeksAgo < references.operationWeeks),
    stressFractureNoted: happened('stressFracture'),
    injuryNoted: happened('sprain', 'brokenToe', 'otherInjury'),
    oneSidedPain: sore.size === 1,
    soreSpotMarked: pains.length > 0,
    nightPainMarked: pains.some((m) => m.when.includes('night')),
  }
  return (Object.keys(holds) as CautionSign[]).filter((sign) => holds[sign])
}
