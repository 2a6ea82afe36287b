import {
  injuryStage,
  isFreshInjury,
  toldSigns,
  type CautionSign,
  type InjuryStage,
} from '../../plan/cautions'
import type { References } from '../../groundwork/reference'
import { otherSide, sides, type BySide, type Side } from '../../groundwork/side'
import type { VisitFacts } from './facts'
import type { GradesReading } from './readGrades'
import type { LookReading } from './readLook'
import { triedNumber } from './readMove'

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
  const stages = freshSides(facts, references).map((side) => stageOf(facts, side, references))
  // the side that has come least far leads: a drill is done with both feet
  const isAt = (stage: InjuryStage, before: readonly InjuryStage[]) =>
    stages.includes(stage) && !stages.some((s) => before.includes(s))
  const seen: Partial<Record<CautionSign, boolean>> = {
    thinFatPadSeen: sides.some(
      (s) => feet[s].words.fatPadHeel === 'thin' || feet[s].words.fatPadBall === 'thin',
    ),
    injuryAtPassive: isAt('passiveRange', []),
    injuryAtRange: isAt('activeRange', ['passiveRange']),
    injuryAtStrength: isAt('strength', ['passiveRange', 'activeRange']),
    // flat and not even liftable by hand: structure, not strength
    fixedFlatFound: sides.some((s) => grades[s].arch.grade === 3 && look[s].position?.kind === 'low'),
  }
  return [...told, ...(Object.keys(seen) as CautionSign[]).filter((sign) => seen[sign])]
}

/** Sides with a sprain or strain that is fresh, or still swollen. */
export function freshSides({ events, feet }: Pick<VisitFacts, 'events' | 'feet'>, r: References): Side[] {
  return sides.filter((side) =>
    events.some(
      (event) =>
        (event.side === side || event.side === 'both') && isFreshInjury(event, feet[side].words.swelling, r),
    ),
  )
}

function stageOf(facts: VisitFacts, side: Side, r: References): InjuryStage {
  const of = (s: Side) => {
    const { words, numbers } = facts.feet[s]
    return {
      swelling: words.swelling,
      rangeMm: numbers.kneeToWall,
      raises: triedNumber(facts.feet[s], 'heelRaises')?.value,
    }
  }
  return injuryStage(of(side), of(otherSide(side)), facts.worstPain, r)
}
