import type { CautionReading } from '../../plan/cautions'
import { gradeFloor } from '../../foot/deformity'
import { dexterityMeasures, gapSpreadMeasures, toeGroundMeasures } from '../../foot/measures'
import type { References } from '../../groundwork/reference'
import { bySide, sides, type BySide, type Side } from '../../groundwork/side'
import type { TripodReading } from '../../sensing/tripod'
import { regionOf, type BodyMark } from '../../plan/story'
import { tissueRoom, type Transition } from '../../plan/transition'
import {
  painPlaces,
  readDeficits,
  readPriorities,
  readSurer,
  type Capacity,
  type Surer,
  type Tissue,
  type FootFacts,
  type Measured,
  type OwnDrill,
  type PainPlace,
  type PlanInput,
  type Priorities,
} from '../../plan/training'
import type { PracticeSettings, VisitFacts } from './facts'
import type { DrivingReading } from './readDriving'
import type { GradesReading } from './readGrades'
import type { LoadReading } from './readLoad'
import type { LookReading } from './readLook'
import { triedNumber } from './readMove'
import { freshSides } from './signs'

type Gathered = {
  facts: VisitFacts
  look: BySide<LookReading>
  load: LoadReading
  grades: BySide<GradesReading>
  driving: DrivingReading
  cautions: CautionReading
  bigToeGoalDeg: number
  settings: PracticeSettings
  /** drills the practice made itself */
  own: readonly OwnDrill[]
  /** shares the tissues of the training */
  transition: Transition | undefined
}

export type TrainingReading = {
  priorities: Priorities
  /** by need, the tests that were not done and bear on it */
  surer: Record<Capacity, Surer[]>
  /** what the chooser is asked; undefined while no plan may be made */
  planInput: PlanInput | undefined
  /** the same, whether a plan may be made or not: what was decided earlier is held against it */
  known: PlanInput
}

/** What is short, what counts, and what the chooser is asked, from everything measured, said and feared. */
export function readTraining(input: Gathered, references: References): TrainingReading {
  const { facts, cautions, settings, own, transition } = input
  const places = bySide((side) => painPlacesOf(facts.marks, side, references))
  const pain = bySide((side) => painOf(facts, side))
  const locked = bySide((side) => isLocked(input, side, references))
  const feet = bySide((side) => footFacts(input, side, pain[side]))
  const deficits = readDeficits(feet, references, input.bigToeGoalDeg)
  if (settings.precision === 'symmetry')
    for (const deficit of Object.values(deficits)) {
      const gap = Math.abs(deficit.left - deficit.right) * references.deficitSymmetry
      const weaker = deficit.left > deficit.right ? 'left' : 'right'
      deficit[weaker] = Math.min(1, deficit[weaker] + gap)
    }
  const priorities = readPriorities(
    {
      deficits,
      goal: facts.goal,
      painPlaces: places,
      pain,
      drivers: bySide((side) => likeliestDriver(input.driving, side)),
      pronation: settings.pronation,
      correction: settings.correction,
      isLocked: locked,
      raised: facts.plan.raised,
      lowered: facts.plan.lowered,
    },
    references,
  )
  const known: PlanInput = {
    priorities,
    minutesPerSession: facts.plan.minutesPerSession,
    sessionsPerWeek: facts.plan.sessionsPerWeek,
    kit: facts.plan.kit,
    effects: [...cautions.effects],
    settings: {
      toeCurl: settings.toeCurl,
      plantarFascia: settings.plantarFascia,
      hipDrills: settings.hipDrills,
      pressureTools: settings.pressureTools,
      correction: settings.correction,
      pronation: settings.pronation,
      barefoot: settings.barefoot,
      licence: settings.licence,
    },
    painPlaces: places,
    pain,
    hasPinch: sides.some((s) => facts.feet[s].words.kneeToWallFeel === 'pinch in front'),
    measured: measuredOf(
      facts,
      sides.some((s) => locked[s]),
      references,
    ),
    isCheckOnly: facts.goal === 'check',
    pinned: facts.plan.pinned,
    banned: facts.plan.banned,
    inForce: facts.plan.inForce,
    liked: facts.plan.liked,
    disliked: facts.plan.disliked,
    doses: facts.plan.doses,
    own,
    shoeRoom: transition && shoeRoom(transition, references),
    references,
  }
  return { priorities, surer: readSurer(feet), planInput: cautions.block ? undefined : known, known }
}

/** What the new shoes leave of the shared ceiling in each phase, in full weeks of training. */
function shoeRoom({ weeks }: Transition, r: References): Record<Tissue, number>[] | undefined {
  if (weeks.length === 0) return undefined
  const lengths = [r.wakeWeeks, r.buildWeeks, r.joinWeeks, r.loadWeeks]
  return lengths.map((length, phase) => {
    const from = lengths.slice(0, phase).reduce((sum, n) => sum + n, 0)
    const these = weeks.slice(from, from + length)
    // what was reached goes on
    return tissueRoom(these.length > 0 ? these : weeks.slice(-1), r)
  })
}

/** Where one side hurts, as far as it changes what is trained. */
export function painPlacesOf(marks: readonly BodyMark[], side: Side, r: References): PainPlace[] {
  const here = marks.filter((m) => m.kind === 'pain' && m.side === side)
  const places = new Set(here.map((mark) => placeOf(mark, r)))
  return painPlaces.filter((place) => places.has(place))
}

function placeOf(mark: BodyMark, r: References): PainPlace | undefined {
  const region = regionOf(mark, r)
  if (mark.view === 'back') return 'achilles'
  if (mark.view === 'inner' && (region === 'heel' || region === 'arch')) return 'insideAnkle'
  if (mark.view === 'top') return region === 'toes' ? 'ball' : 'top'
  if (region === 'heel' || region === 'arch') return region
  return region === 'ball' || region === 'toes' ? 'ball' : undefined
}

/** The worst pain of one side; a number typed without a mark may be either side's. */
function painOf(facts: VisitFacts, side: Side): number {
  const pains = facts.marks.filter((m) => m.kind === 'pain')
  const here = pains.filter((m) => m.side === side)
  if (here.length === 0) return pains.length === 0 ? (facts.worstPain ?? 0) : 0
  // a mark without a number hurts as much as the worst that was said
  return Math.max(...here.map((m) => m.worst ?? facts.worstPain ?? 0))
}

function isLocked({ facts, look }: Gathered, side: Side, r: References): boolean {
  const { eversionRange } = facts.feet[side].numbers
  const cannotRollIn = eversionRange !== undefined && eversionRange < r.eversionLittleDeg
  const chance = lockedChance(look[side])
  return cannotRollIn || (chance !== undefined && chance >= r.lockedFrom)
}

/** Low, moves as usual, with something left: height by itself is no reason to act, on the map and in the plan alike. */
function isLowAndWorks({ map, motion }: LookReading): boolean {
  return map?.best.position === 'low' && map.best.motion === 'usual' && !motion.hasNoReserve
}

function lockedChance({ position, motion }: LookReading): number | undefined {
  if (!position || !motion.motion) return undefined
  return position.chances.high * motion.motion.little
}

function likeliestDriver({ drivers }: DrivingReading, side: Side): string | undefined {
  return drivers[side].chains[0]?.id
}

function footFacts({ facts, look, load, grades, driving }: Gathered, side: Side, pain: number): FootFacts {
  const foot = facts.feet[side]
  const { numbers, words } = foot
  const spreads = gapSpreadMeasures.map((id) => numbers[id]).filter((v) => v !== undefined)
  const tasks = dexterityMeasures.map((id) => numbers[id]).filter((v) => v !== undefined)
  const ground = toeGroundMeasures.map((id) => words[id]).filter((w) => w !== undefined)
  const mostADexterityTask = 2
  return {
    kneeToWallMm: numbers.kneeToWall,
    bigToeExtensionDeg: numbers.bigToeExtension ?? numbers.bigToeStanding,
    singleLegOpenS: triedNumber(foot, 'singleLegOpen')?.value,
    singleLegShutS: triedNumber(foot, 'singleLegShut')?.value,
    heelRaises: triedNumber(foot, 'heelRaises')?.value,
    halluxAngleDeg: numbers.halluxAngle,
    fifthToeDeg: numbers.fifthToeAngle,
    narrowestSpreadMm: spreads.length > 0 ? Math.min(...spreads) : undefined,
    archIndex: isLowAndWorks(look[side]) ? undefined : facts.prints[side]?.archIndex.value,
    travelMm: look[side].motion.travelScaledMm,
    archGrade: gradeFloor(grades[side].arch),
    // what is trained lifts a heel that rolls in; one that rolled out is short of something else
    heelGrade: grades[side].heel.leans === 'in' ? gradeFloor(grades[side].heel) : undefined,
    m1Missing: missingAt(load.tripods[side]),
    eversionRangeDeg: numbers.eversionRange,
    inversionStrength: numbers.inversionStrength,
    forefootLifts: triedNumber(foot, 'forefootLift')?.value,
    toeGripN: numbers.toeGripForce,
    squatLostAtPct: numbers.squatLostAt,
    lungeLostAtPct: numbers.lungeLostAt,
    dexterityShare:
      tasks.length > 0
        ? tasks.reduce((sum, v) => sum + v, 0) / (tasks.length * mostADexterityTask)
        : undefined,
    lockedChance: lockedChance(look[side]),
    pain,
    archHold: words.archHold,
    toesUp: words.toesUp,
    toeGrip: words.toeGrip,
    raisePath: words.raisePath,
    squatFirst: words.squatFirst,
    walkLatePush: words.walkLatePush,
    walkToesUp: words.walkToesUp,
    kneesOut: words.kneesOut,
    timing: driving.profiles[side].timing?.kind,
    kneeComesIn: facts.kneeComesIn ? 'yes' : undefined,
    toesOff: ground.length > 0 ? ground.filter((w) => w === 'lifts').length : undefined,
    hadSprain: facts.events.some((e) => e.kind === 'sprain' && (e.side === side || e.side === 'both'))
      ? 'yes'
      : undefined,
  }
}

/** Target less share under the big-toe ball; + light. */
export function missingAt(tripod: TripodReading | undefined): number | undefined {
  return tripod ? tripod.target.m1 - tripod.shares.m1 : undefined
}

/** Values of the weaker side; where one side was not measured, nobody knows that it is not the weaker one. */
function measuredOf(facts: VisitFacts, isAnyLocked: boolean, references: References): Measured {
  const weaker = (of: (side: Side) => number | undefined) => {
    const values = sides.map(of)
    return values.some((v) => v === undefined) ? undefined : Math.min(...values.map((v) => v ?? 0))
  }
  // held down by whatever is known: a dose is cut by one weak side even while the other is not measured
  const least = (of: (side: Side) => number | undefined) => {
    const values = sides.map(of).filter((v) => v !== undefined)
    return values.length > 0 ? Math.min(...values) : undefined
  }
  const tried = (id: 'singleLegOpen' | 'singleLegShut' | 'heelRaises') => (side: Side) =>
    triedNumber(facts.feet[side], id)?.value
  const fresh = freshSides(facts, references)
  // no dose of an injured side from the sound one
  const best = (of: (side: Side) => number | undefined) =>
    fresh.some((side) => of(side) === undefined) ? undefined : least(of)
  return {
    kneeToWallMm: weaker((s) => facts.feet[s].numbers.kneeToWall),
    bigToeExtensionDeg: weaker((s) => facts.feet[s].numbers.bigToeExtension),
    singleLegOpenS: weaker(tried('singleLegOpen')),
    heelRaises: weaker(tried('heelRaises')),
    best: {
      singleLegOpen: best(tried('singleLegOpen')),
      singleLegShut: best(tried('singleLegShut')),
      heelRaises: best(tried('heelRaises')),
    },
    worstPain: facts.worstPain,
    kneeComesIn: facts.kneeComesIn,
    isLocked: isAnyLocked,
    fresh,
  }
}
