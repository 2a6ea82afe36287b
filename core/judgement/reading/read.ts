import { readCautions, type CautionReading } from '../../plan/cautions'
import type { ShelfReading } from '../../shoe/footwear'
import type { FootValues } from '../../foot/measures'
import type { References } from '../../groundwork/reference'
import { bySide, sides, type BySide } from '../../groundwork/side'
import { spacedShoes, spacingOf } from './spacingOf'
import { widenedByMm, type SpacingPlan } from '../../plan/spacing'
import { missingAt, readTraining, type TrainingReading } from './readTraining'
import type { OwnDrill } from '../../plan/training'
import { bigToeGoalOf } from './bigToeGoal'
import type { PracticeSettings, VisitFacts } from './facts'
import type { Finding } from './finding'
import { findingWeight } from './findingWeight'
import { pressureSummary, type PressureSummary } from './pressureFacts'
import { readDriving, type DrivingReading } from './readDriving'
import { readGrades, type GradesReading } from './readGrades'
import { readLoad, type LoadReading } from './readLoad'
import { readLook, type LookReading } from './readLook'
import { readMove } from './readMove'
import { newShoe } from './newShoe'
import { readTransition, type TransitionReading } from './readTransition'
import { readShoes, type ShoeOnFeet, type ShoesReading } from './readShoes'
import { relevance } from './relevance'
import { signsOf } from './signs'
import { testsNext, type TestNext } from './testsNext'

/** Everything the values of one visit say; computed each time, stored never. */
export type VisitReading = TrainingReading & {
  cautions: CautionReading
  look: BySide<LookReading>
  mat: PressureSummary
  load: LoadReading
  driving: DrivingReading
  grades: BySide<GradesReading>
  shelf: ShelfReading
  shoes: ShoesReading
  /** the shoe in which the new minutes of the transition are walked */
  newShoe: ShoeOnFeet | undefined
  spacing: SpacingPlan
  transition: TransitionReading | undefined
  /** most telling first */
  findings: Finding[]
  testNext: TestNext[]
  valueCount: number
}

/**
 * Every finding of a visit.
 * @param asMeasured values of the visit, mm, degrees, seconds, kg
 * @param references the table in force
 * @param own drills the practice made itself
 * @returns findings, plan and what would make it surer
 */
export function read(
  asMeasured: VisitFacts,
  references: References,
  settings: PracticeSettings,
  own: readonly OwnDrill[] = [],
): VisitReading {
  const facts = { ...asMeasured, feet: bySide((side) => withShinAngle(asMeasured.feet[side], references)) }
  const bigToeGoalDeg = bigToeGoalOf(settings, references)
  const look = bySide((side) =>
    readLook(
      { foot: facts.feet[side], print: facts.prints[side], side, bodyMassKg: facts.bodyMassKg },
      references,
    ),
  )
  const mat = pressureSummary(facts.recordings, settings.matTrials)
  const load = readLoad(
    { feet: facts.feet, stance: mat.stance, method: facts.loadMethod, target: settings.loadTarget },
    references,
  )
  const move = readMove(facts.feet, bigToeGoalDeg, references)
  const grades = bySide((side) =>
    readGrades(
      {
        foot: facts.feet[side],
        lengthMm: look[side].lengthMm,
        side,
        isArchFound: isArchFound(look[side]),
        view: settings.archSupport,
        isSore: facts.soreSides.includes(side),
        earlier: facts.earlier?.[side],
      },
      references,
    ),
  )
  // read late, since grades and what was seen raise cautions too; everything after asks for their effects
  const cautions = readCautions({
    answers: facts.cautionAnswers,
    signs: signsOf(facts, look, grades, references),
    dealtWith: facts.dealtWith,
    hasLicensedLead: settings.licence !== 'coach',
    isAgeKnown: facts.ageYears !== undefined,
  })
  const spacing = spacingOf(facts, cautions, references)
  const shoes = readShoes(
    {
      facts,
      planSpacersMm: widenedByMm(spacing),
      look,
      grades,
      supportStays: cautions.effects.has('supportStays'),
      isHealing: (['passiveOnly', 'noStrengthYet', 'noBalanceYet'] as const).some((effect) =>
        cautions.effects.has(effect),
      ),
      view: settings.archSupport,
    },
    references,
  )
  const driving = readDriving(
    {
      feet: facts.feet,
      mat,
      m1Missing: bySide((side) => missingAt(load.tripods[side])),
      kneeComesIn: facts.kneeComesIn,
      shelf: {
        narrowShare: shoes.shelf.narrow.value,
        dropMm: shoes.shelf.drop.value,
        scorePct: shoes.shelf.score.value,
      },
    },
    references,
  )
  const thinShoe = newShoe(shoes.shoes, references)
  const transition = cautions.block
    ? undefined
    : readTransition(
        { facts, cautions, look, grades, settings, shoes: shoes.shoes, newShoe: thinShoe },
        references,
      )
  const training = readTraining(
    { facts, look, load, grades, driving, cautions, bigToeGoalDeg, settings, own, transition },
    references,
  )
  return {
    cautions,
    look,
    mat,
    load,
    driving,
    grades,
    shelf: shoes.shelf,
    shoes,
    newShoe: thinShoe,
    ...training,
    spacing: spacing.use === 'start' ? { ...spacing, shoes: spacedShoes(shoes.shoes) } : spacing,
    transition,
    findings: [
      ...sides.flatMap((s) => look[s].findings),
      ...load.findings,
      ...move,
      ...driving.findings,
      ...sides.flatMap((s) => grades[s].findings),
      ...shoes.findings,
    ]
      .map((f) => ({ ...f, weight: findingWeight(f) * relevance(f, facts, references) }))
      .sort((a, b) => b.weight - a.weight),
    testNext: testsNext(facts, grades, look, references),
    valueCount: countValues(asMeasured),
  }
}

/** Who measured the angle of the shin instead of the distance to the wall said the same in other units. */
function withShinAngle(foot: FootValues, references: References): FootValues {
  const { kneeToWall, shinAngle } = foot.numbers
  if (kneeToWall !== undefined || shinAngle === undefined || foot.states.kneeToWall === 'cannot') return foot
  return { ...foot, numbers: { ...foot.numbers, kneeToWall: shinAngle / references.shinPerMm } }
}

/** Whether there is an arch collapse to grade at all; undefined until position and motion are both known. */
function isArchFound({ position, motion }: LookReading): boolean | undefined {
  if (!position || !motion.kind) return undefined
  return position.kind === 'low' || motion.kind === 'much'
}

function countValues(facts: VisitFacts): number {
  const perFoot = sides.reduce((sum, side) => {
    const { numbers, words, states } = facts.feet[side]
    return (
      sum +
      [numbers, words, states].reduce((n, part) => n + Object.keys(part).length, 0) -
      Object.keys(facts.carried?.[side] ?? {}).length +
      (facts.prints[side] ? 1 : 0)
    )
  }, 0)
  return perFoot + facts.shoes.length + facts.recordings.length
}
