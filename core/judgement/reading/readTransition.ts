import type { CautionReading } from '../../plan/cautions'
import type { References } from '../../groundwork/reference'
import { sides, type BySide } from '../../groundwork/side'
import {
  allowedEnds,
  exposureOf,
  isLikeTarget,
  meanStackMm,
  noImpactEffects,
  onFeetMin,
  planTransition,
  proposedEnd,
  soleOf,
  targetMinutes,
  transitionFactors,
  type Exposure,
  type SoleSpec,
  type Target,
  type Transition,
  type TransitionEnd,
  type TransitionFactor,
  type TransitionInput,
} from '../../plan/transition'
import { isWorn } from '../../shoe/footwear'
import { gradeFloor } from '../../foot/deformity'
import type { MotionChances } from '../../foot/arch'
import type { PracticeSettings, VisitFacts } from './facts'
import type { GradesReading } from './readGrades'
import type { LookReading } from './readLook'
import type { ShoeOnFeet } from './readShoes'
import { shelfThen, type ShelfPart } from './shelfThen'

/** A shoe that is not owned, in numbers, and the week by which it is needed. */
export type ToBuy = { week: number; sole: SoleSpec }
/** A shoe to let go of; undefined week: as soon as there is another. */
export type ToLetGo = { id: string; name: string; week: number | undefined }

/** The way from today's shoes to others, with what it is made from: whoever asks "what if" asks with another input. */
export type TransitionReading = Transition & {
  input: TransitionInput
  from: Exposure
  to: Target
  /** as nobody corrected it */
  measured: Exposure
  proposed: TransitionEnd
  /** what share and goal would ask for; more than the target where the tissues leave no room for it */
  wishedMinutes: number
  allowed: TransitionEnd[]
  /** why the shoes stay as they are, where that is no caution's doing */
  keptFor: ShoesKeptFor | undefined
  /** under the heel by the hours on the feet, today and at the end, mm */
  stackMm: { now: number; end: number }
  buy: ToBuy[]
  letGo: ToLetGo[]
  /** minutes a week by shoe, today and at the end */
  shelf: { now: ShelfPart[]; then: ShelfPart[] }
}

/** What keeps the shoes as they are, before any wish. @source footwear transition: grade and device decide the end */
export type ShoesKeptFor = 'grade' | 'device' | 'supportFirst'

/** What keeps the shoes as they are, whatever is wished. @source footwear transition: grade, device, setting */
export function shoesKeptFor({
  facts,
  grades,
  settings,
}: {
  facts: VisitFacts
  grades: BySide<GradesReading>
  settings: Pick<PracticeSettings, 'archSupport'>
}): ShoesKeptFor | undefined {
  if (sides.some((side) => (gradeFloor(grades[side].arch) ?? 0) >= 2)) return 'grade'
  if (facts.orthoses.some(({ kind, hoursPerDay = 0 }) => kind !== 'cushion' && hoursPerDay > 0))
    return 'device'
  return settings.archSupport === 'supportFirst' ? 'supportFirst' : undefined
}

/** Weeks for which pain holds the shoes as they are: to the check where it is much. @source training plan: pain as a gate */
function heldByPain({ worstPain = 0 }: VisitFacts, r: References): number {
  if (worstPain >= r.painUnloadedFrom) return r.painNotBegunWeeks
  return worstPain >= r.painLowDoseFrom ? r.painHeldWeeks : 0
}

/**
 * The change of shoes of one visit.
 * @param newShoe the owned shoe in which the new minutes are walked
 * @returns undefined while nothing is known of the hours on the feet
 */
export function readTransition(
  input: {
    facts: VisitFacts
    cautions: CautionReading
    look: BySide<LookReading>
    grades: BySide<GradesReading>
    settings: Pick<PracticeSettings, 'barefoot' | 'archSupport'>
    shoes: readonly ShoeOnFeet[]
    newShoe: ShoeOnFeet | undefined
  },
  references: References,
): TransitionReading | undefined {
  const { facts, cautions, settings, newShoe } = input
  const { effects } = cautions
  const wish = facts.plan.transition
  const keptFor = shoesKeptFor(input)
  const asked = { goal: facts.goal, barefoot: settings.barefoot, effects, isKept: keptFor !== undefined }
  const allowed = allowedEnds(effects, asked.isKept)
  const proposed = proposedEnd(asked)
  const end = wish.end && allowed.includes(wish.end) ? wish.end : proposed
  const worn = facts.shoes.filter(isWorn)
  const told = {
    stand: facts.hoursStanding ?? 0,
    walk: facts.hoursWalking ?? 0,
    train: facts.hoursTraining ?? 0,
    runs: facts.runs,
  }
  // what counts as new depends on the sole that is aimed at, which depends on what is worn otherwise
  const thin = { stackMm: references.thinStackMm, dropMm: 0, bend: references.thinBend }
  const rough = exposureOf({ shoes: worn, week: facts.week, told, target: thin }, references)
  const owned = end === 'thinPart' || end === 'mostThin' ? soleOfShoe(newShoe, references) : undefined
  const least = effects.has('keepCushion') ? references.cushionLeastMm : 0
  // the shoe that is there is walked in before another is bought; one that a caution finds too thin is not
  const sole = owned && owned.stackMm >= least ? owned : soleOf(end, rough.usual, effects, references)
  // shoes that fit with the sole as it is are no new exposure: what is worn thin is still told; and whoever walks in
  // thin soles is used to most of what bare feet bring
  const like = end === 'fits' || end === 'barefootTraining' ? thin : sole
  const measured = exposureOf({ shoes: worn, week: facts.week, told, target: like }, references)
  const from = corrected(measured, wish.from, references)
  const onFeet = onFeetMin(from.minutes)
  if (onFeet <= 0) return undefined
  const minutes = targetMinutes(
    end,
    { ...asked, runs: facts.runs, chosenHours: wish.hours },
    { onFeetMin: onFeet, trainMin: from.minutes.train, alreadyMin: from.newMinutes },
    references,
  )
  const to: Target = { end, sole, minutes }
  const asking: TransitionInput = {
    from,
    to,
    pace: facts.plan.pace,
    factors: factorsOf(input, references),
    softStart: effects.has('softGround'),
    staysInside: effects.has('noBarefootOutside'),
    noImpact: noImpactEffects.some((effect) => effects.has(effect)),
    isCautious: settings.barefoot === 'cautious',
    trainingMinAWeek: facts.plan.minutesPerSession * facts.plan.sessionsPerWeek,
    heldWeeks: heldByPain(facts, references),
    away: [],
    edits: wish.edits,
  }
  const whole = planTransition(asking, references)
  // where nobody chose the hours, those are proposed that the tissues and a half year leave room for
  const isCut = wish.hours === undefined && whole.smaller !== undefined
  const planned = isCut ? { ...asking, to: { ...to, minutes: whole.smaller!.targetMinutes } } : asking
  const transition = isCut ? planTransition(planned, references) : whole
  const isLetGo = ({ reading: { shoe }, verdict }: ShoeOnFeet) =>
    isWorn(shoe) && (shoe.ownVerdict?.choice ?? verdict.choice) === 'letGo'
  const letGo = input.shoes.filter(isLetGo).map(({ reading: { shoe } }) => shoe)
  const isBarefoot = end === 'barefootTraining'
  const isOwned = owned === sole || end === 'fits' || end === 'barefootTraining'
  return {
    ...transition,
    input: planned,
    from,
    to: planned.to,
    wishedMinutes: minutes,
    measured,
    proposed,
    allowed,
    keptFor,
    stackMm: {
      now: meanStackMm(from, sole, from.newMinutes),
      end: meanStackMm(from, sole, planned.to.minutes),
    },
    buy: isOwned ? [] : [{ week: 1, sole }],
    letGo: letGo.map(({ id, name }) => ({ id, name, week: transition.reachedWeek })),
    shelf: shelfThen({
      shoes: worn.map((shoe) => ({
        ...shoe,
        isNew: isLikeTarget(shoe, like, references),
        isLetGo: letGo.some(({ id }) => id === shoe.id),
      })),
      change: {
        moreMin: Math.max(
          0,
          transition.targetMinutes -
            from.newMinutes +
            Math.max(0, transition.runTargetMinutes - from.newRunMinutes),
        ),
        barefootMin: from.barefootMin,
        isBarefoot,
      },
      buy: isOwned ? undefined : sole,
      walkedIn: owned === sole ? newShoe?.reading.shoe.id : undefined,
    }),
  }
}

function soleOfShoe(shoe: ShoeOnFeet | undefined, r: References): SoleSpec | undefined {
  if (!shoe || shoe.reading.shoe.isGhost) return undefined
  const { stackHeelMm, stackForefootMm, bendStiffness } = shoe.reading.shoe
  if (stackHeelMm === undefined || stackForefootMm === undefined) return undefined
  return { stackMm: stackHeelMm, dropMm: stackHeelMm - stackForefootMm, bend: bendStiffness ?? r.thinBend }
}

/** What the practitioner knows better stands over what was added up. */
function corrected(
  measured: Exposure,
  by: VisitFacts['plan']['transition']['from'],
  r: References,
): Exposure {
  const minutes = {
    stand: by.standMin ?? measured.minutes.stand,
    walk: by.walkMin ?? measured.minutes.walk,
    train: by.trainMin ?? measured.minutes.train,
    run: by.runMin ?? measured.minutes.run,
  }
  const newMinutes = Math.min(onFeetMin(minutes), by.newMin ?? measured.newMinutes)
  const isChanged = by.newMin !== undefined
  return {
    ...measured,
    minutes,
    newMinutes,
    newRunMinutes: Math.min(minutes.run, by.newRunMin ?? measured.newRunMinutes),
    longestBoutMin:
      newMinutes === 0
        ? 0
        : isChanged && measured.longestBoutMin === 0
          ? newMinutes / r.wearingDays
          : measured.longestBoutMin,
    surface: newMinutes === 0 ? undefined : (measured.surface ?? (isChanged ? 'wood' : undefined)),
  }
}

function factorsOf(
  {
    facts,
    cautions,
    look,
    grades,
  }: {
    facts: VisitFacts
    cautions: CautionReading
    look: BySide<LookReading>
    grades: BySide<GradesReading>
  },
  references: References,
): TransitionFactor[] {
  const holds: Record<TransitionFactor, boolean> = {
    age: (facts.ageYears ?? 0) >= references.factorAgeFrom,
    bone: cautions.effects.has('longerTransition'),
    stiffHigh: sides.some((s) => look[s].position?.kind === 'high' && isStiff(look[s].motion.motion)),
    noReserve: sides.some((s) => look[s].position?.kind === 'low' && look[s].motion.hasNoReserve),
    grade: sides.some((s) => Object.values(grades[s].effects).some((e) => e.paceFactor > 1)),
    sore: facts.soreSides.length > 0 || (facts.worstPain ?? 0) > references.bouncePain,
    mass: facts.runs && isMassAgainst(facts, references),
  }
  return transitionFactors.filter((id) => holds[id])
}

/** Heavy, or clearly heavier than at the visit before: with running, bones get more than they are used to. */
function isMassAgainst({ bodyMassKg, earlierMassKg }: VisitFacts, references: References): boolean {
  if (bodyMassKg === undefined) return false
  const isHeavier =
    earlierMassKg !== undefined && bodyMassKg >= earlierMassKg * (1 + references.factorMassGain)
  return bodyMassKg >= references.factorMassKg || isHeavier
}

/** Little motion is likelier than either other class. */
function isStiff(motion: MotionChances | undefined): boolean {
  return motion !== undefined && motion.little > Math.max(motion.usual, motion.much)
}
