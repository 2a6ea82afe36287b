import type {
  Capacity,
  Dose,
  Evidence,
  Exercise,
  Gate,
  GateId,
  LeftOutBecause,
  LineId,
  PainPlace,
  Pick,
  Price,
  Relax,
  SettingId,
  Stage,
  TrainingPlan,
} from '@sturvo/core/training'
import { stopQuestions, type CautionQuestion, type PlanBlock } from '@sturvo/core/cautions'
import type { SpacingStart } from '@sturvo/core/spacing'
import type { GroundSurface, TransitionFactor } from '@sturvo/core/transition'
import { cautionText, effectText } from './cautionText'
import { kitText } from './kitText'
import { num } from './rich'
import { settingText } from './settingText'

/** Phases in the client's words. */
export const clientStageText: Record<Stage, string> = {
  wake: 'Wake the feet',
  build: 'Build strength',
  joinUp: 'Join it up',
  load: 'Carry load',
}
export const stageText: Record<Stage, string> = {
  wake: 'Wake',
  build: 'Build',
  joinUp: 'Join up',
  load: 'Load',
}
export const capacityText: Record<Capacity, string> = {
  arch: 'arch',
  toeSpread: 'toe spread',
  bigToeControl: 'big-toe control',
  bigToeExtension: 'big-toe bend',
  toeDexterity: 'toe dexterity',
  toeGrip: 'toe grip',
  ankleBend: 'ankle bend',
  shinLift: 'shin lift',
  outerAnkle: 'outer ankle',
  insideAnkle: 'inner ankle',
  calf: 'calf',
  yield: 'yielding',
  delay: 'holding',
  balance: 'balance',
  hipKnee: 'hip and knee line',
  comfort: 'tissue comfort',
  bounce: 'bounce',
}

const n = (value: Evidence['value'], decimals = 0) =>
  typeof value === 'number' ? num(value, decimals) : value
const goal = (e: Evidence, unit = '', decimals = 0) =>
  e.goal === undefined ? '' : `, goal ${num(e.goal, decimals)}${unit}`
export const painPlaceText: Record<PainPlace, string> = {
  heel: 'heel',
  arch: 'arch',
  ball: 'ball of the foot',
  insideAnkle: 'inner ankle',
  achilles: 'back of the heel',
  top: 'top of the foot',
}
const goalText: Record<string, string> = {
  lessPain: 'less pain',
  walkLonger: 'walk longer',
  run: 'run',
  barefoot: 'go barefoot',
  thinnerShoes: 'thinner shoes',
  balance: 'steadier',
  toeShape: 'shape of the toes',
  check: 'just a check',
}

/** Each fact in the words of who measured it; a fact without words does not compile. */
const evidenceText: Record<Evidence['measure'], (e: Evidence) => string> = {
  kneeToWallMm: (e) => `${e.side} knee-to-wall ${n(e.value)} mm${goal(e)}`,
  bigToeExtensionDeg: (e) => `${e.side} big toe bends ${n(e.value)}°${goal(e, '°')}`,
  singleLegOpenS: (e) => `${e.side} leg holds ${n(e.value)} s${goal(e)}`,
  singleLegShutS: (e) => `${e.side} leg, eyes shut, ${n(e.value)} s${goal(e)}`,
  heelRaises: (e) => `${e.side} heel raises ${n(e.value)}${goal(e)}`,
  halluxAngleDeg: (e) => `${e.side} big toe leans ${n(e.value)}°`,
  fifthToeDeg: (e) => `${e.side} little toe leans in ${n(e.value)}°`,
  narrowestSpreadMm: (e) => `${e.side} toes spread ${n(e.value)} mm at the narrowest${goal(e)}`,
  archIndex: (e) => `${e.side} arch index ${n(e.value, 2)}`,
  travelMm: (e) => `${e.side} arch travels ${n(e.value, 1)} mm, usual up to ${num(e.goal ?? 0, 0)}`,
  archGrade: (e) => `${e.side} arch grade ${n(e.value)}`,
  heelGrade: (e) => `${e.side} heel grade ${n(e.value)}`,
  halluxGrade: (e) => `${e.side} big-toe grade ${n(e.value)}`,
  m1Missing: (e) =>
    `${e.side} big-toe ball is ${typeof e.value === 'number' ? num(e.value * 100, 0) : e.value} % light`,
  eversionRangeDeg: (e) => `${e.side} heel rolls in ${n(e.value)}°${goal(e, '°')}`,
  inversionStrength: (e) => `${e.side} turning in ${n(e.value)} of 5`,
  forefootLifts: (e) => `${e.side} forefoot lifts ${n(e.value)}${goal(e)}`,
  toeGripN: (e) => `${e.side} toe grip ${n(e.value)} N${goal(e)}`,
  squatLostAtPct: (e) => `${e.side} foot lost at ${n(e.value)} % of the squat`,
  lungeLostAtPct: (e) => `${e.side} foot lost at ${n(e.value)} % of the lunge`,
  dexterityShare: (e) =>
    `${e.side} toe tasks ${typeof e.value === 'number' ? num(e.value * 100, 0) : e.value} %`,
  lockedChance: (e) => `${e.side} arch is high and moves little`,
  pain: (e) => `${e.side} sore, ${n(e.value)} of 10`,
  archHold: (e) => `${e.side} arch ${e.value} when held`,
  toesUp: (e) => `${e.side} arch ${e.value} with toes up`,
  toeGrip: (e) => `${e.side} toe grip ${e.value}`,
  raisePath: (e) => `${e.side} heel raise ${e.value}`,
  squatFirst: (e) => `squat: ${e.value} first on the ${e.side}`,
  walkLatePush: (e) => `${e.side} late push-off, ${e.value}`,
  walkToesUp: (e) => `${e.side} toes pull up in walking, ${e.value}`,
  kneesOut: (e) => `${e.side}: ${e.value} when the knees go out`,
  timing: (e) => `${e.side} rolls in ${e.value}`,
  kneeComesIn: (e) => `${e.side} knee comes in`,
  toesOff: (e) => `${e.side}: ${n(e.value)} toes off the ground`,
  hadSprain: (e) => `${e.side} ankle was sprained`,
  goal: (e) => `goal: ${goalText[e.value] ?? e.value}`,
  painPlace: (e) => `${e.side} ${painPlaceText[e.value as PainPlace]} is sore`,
  raised: () => 'raised by you',
}

type Test = Exclude<Evidence['measure'], 'goal' | 'painPlace' | 'raised'>
/** What to measure to know a fact, and the step it is measured in. */
export const testOfFact: Record<Test, { name: string; step: 'story' | 'look' | 'load' | 'move' | 'grade' }> =
  {
    kneeToWallMm: { name: 'knee to wall', step: 'move' },
    bigToeExtensionDeg: { name: 'big-toe bend', step: 'move' },
    singleLegOpenS: { name: 'one leg, eyes open', step: 'move' },
    singleLegShutS: { name: 'one leg, eyes shut', step: 'move' },
    heelRaises: { name: 'heel raises', step: 'move' },
    halluxAngleDeg: { name: 'big-toe lean', step: 'look' },
    fifthToeDeg: { name: 'little-toe lean', step: 'look' },
    narrowestSpreadMm: { name: 'gaps at active spread', step: 'look' },
    archIndex: { name: 'footprint', step: 'look' },
    travelMm: { name: 'navicular sitting and standing', step: 'look' },
    archGrade: { name: 'grade of the arch', step: 'grade' },
    heelGrade: { name: 'grade of the heel', step: 'grade' },
    halluxGrade: { name: 'grade of the big toe', step: 'grade' },
    m1Missing: { name: 'the three points', step: 'load' },
    eversionRangeDeg: { name: 'how far the heel rolls in', step: 'move' },
    inversionStrength: { name: 'strength of turning in', step: 'move' },
    forefootLifts: { name: 'forefoot lifts', step: 'move' },
    toeGripN: { name: 'toe grip in newtons', step: 'move' },
    squatLostAtPct: { name: 'squat on the mat', step: 'load' },
    lungeLostAtPct: { name: 'lunge on the mat', step: 'load' },
    dexterityShare: { name: 'five toe tasks', step: 'move' },
    lockedChance: { name: 'arch position and motion', step: 'look' },
    pain: { name: 'worst pain', step: 'story' },
    archHold: { name: 'arch held standing', step: 'move' },
    toesUp: { name: 'toes up', step: 'move' },
    toeGrip: { name: 'toe grip by hand', step: 'move' },
    raisePath: { name: 'path of the heel raise', step: 'move' },
    squatFirst: { name: 'what moves first in the squat', step: 'move' },
    walkLatePush: { name: 'push-off in walking', step: 'move' },
    walkToesUp: { name: 'toes in walking', step: 'move' },
    kneesOut: { name: 'knees out', step: 'move' },
    timing: { name: 'when the foot rolls in', step: 'move' },
    kneeComesIn: { name: 'knee in the squat', step: 'move' },
    toesOff: { name: 'toes on the ground', step: 'look' },
    hadSprain: { name: 'history', step: 'story' },
  }

const mostEvidence = 3
export function becauseText(evidence: readonly Evidence[], most = mostEvidence): string {
  return [...new Set(evidence.map((e) => evidenceText[e.measure](e)))].slice(0, most).join('; ')
}

/** Sets, work, days: what is written on the fridge. @example doseText(dose, 'each') // '3 × 8 each side, 5 a week' */
/** What a drill begins with, before anybody is measured. */
export function startDoseText({ sets, start }: Exercise): string {
  return `${sets} × ${'holdS' in start ? holdText(start.holdS) : `${start.reps}`}`
}

export function doseText({ sets, work, extraSets, perWeek }: Dose, sides: Exercise['sides']): string {
  const once = 'holdS' in work ? holdText(work.holdS) : `${work.reps}`
  const more =
    extraSets.left > 0 && extraSets.right > 0
      ? 'either side'
      : extraSets.left > 0
        ? 'the left'
        : extraSets.right > 0
          ? 'the right'
          : undefined
  const each = sides === 'each' ? ' each side' : ''
  return `${sets} × ${once}${each}${more ? `, one set more on ${more}` : ''}, ${perWeek} days a week`
}

/** The dose of a kept plan, from the plain data it is kept as. */
export function keptDoseText({
  holdS,
  reps,
  secondsPerRep,
  sides,
  ...dose
}: {
  sets: number
  extraSets: { left?: number | undefined; right?: number | undefined }
  holdS?: number | undefined
  reps?: number | undefined
  secondsPerRep?: number | undefined
  perWeek: number
  minutes: number
  sides: string
}): string {
  const { left = 0, right = 0 } = dose.extraSets
  const work = holdS === undefined ? { reps: reps ?? 0, secondsPerRep: secondsPerRep ?? 0 } : { holdS }
  return doseText({ ...dose, extraSets: { left, right }, work }, sides === 'each' ? 'each' : 'both')
}

function holdText(seconds: number): string {
  return seconds >= 60 && seconds % 60 === 0 ? `${seconds / 60} min` : `${seconds} s`
}

export const lineText: Record<LineId, string> = {
  holdSteady: 'A hand on something steady.',
  besideSupport: 'Keep something steady within reach.',
  easierFirst: 'Begin with the easier form.',
  cushion: 'On a mat or in a cushioned shoe.',
  comfortOnly: 'Only as far as it is comfortable.',
  midRange: 'Stay in the middle of the range.',
  lightly: 'Lightly over sore spots.',
  besideSpot: 'Beside the sore spot, never on it.',
  secondDay: 'Every second day.',
  softGround: 'On soft ground.',
  indoors: 'Indoors, on a clean floor, never barefoot outside.',
  cramp: 'A cramp is usual at first: pause, do fewer.',
}

/** What a hand chose of a dose, where what was measured allows less. @example heldDownText(12, dose) */
export function heldDownText(wanted: number | undefined, { work }: Dose): string {
  const is = 'holdS' in work ? work.holdS : work.reps
  if (wanted === undefined || is >= wanted) return ''
  return `Held down to ${is}${'holdS' in work ? ' s' : ''}: no more is within what was measured, or what the drill is for.`
}

/** What a change moved in a plan; empty where nothing did. */
export function movedText(
  { came, went, dosed }: { came: readonly string[]; went: readonly string[]; dosed: readonly string[] },
  nameOf: (id: string) => string,
): string {
  const list = (ids: readonly string[]) => ids.map(nameOf).join(', ')
  return [
    came.length > 0 ? `In: ${list(came)}.` : '',
    went.length > 0 ? `Out: ${list(went)}.` : '',
    dosed.length > 0 ? `In another dose: ${list(dosed)}.` : '',
  ]
    .filter((part) => part !== '')
    .join(' ')
}

/** What has to be kept in mind with one drill, as it goes on screen, paper and phone. */
export function linesText(lines: readonly LineId[]): string {
  return lines.map((id) => lineText[id]).join(' ')
}

const gateText: Record<GateId, (gate: Gate) => string> = {
  ankleBend: (g) => `opens when the knee reaches ${num(g.need, 0)} mm to the wall on both sides`,
  bigToeBend: (g) => `opens when both big toes bend ${num(g.need, 0)}°`,
  eyesOpenFirst: (g) => `opens at ${num(g.need, 0)} s on one leg, eyes open`,
  bounce: (g) =>
    `opens at ${num(g.need, 0)} heel raises on either leg alone, and pain of ${num(g.painMost ?? 0, 0)} or less`,
  yieldFirst: () => 'opens when the heel can roll in',
}
const gateNow: Record<GateId, (value: number, gate: Gate) => string> = {
  ankleBend: (v) => `${num(v, 0)} mm now`,
  bigToeBend: (v) => `${num(v, 0)}° now`,
  eyesOpenFirst: (v) => `${num(v, 0)} s now`,
  bounce: (v, { isShutByPain, pain }) =>
    `${num(v, 0)} raises${isShutByPain ? (pain === undefined ? ', pain not known,' : `, pain ${num(pain, 0)}`) : ''} now`,
  yieldFirst: () => 'not yet',
}

/** What lies behind a gate. */
export const behindGateText: Record<GateId, string> = {
  ankleBend: 'Deep squats',
  bigToeBend: 'Pushing off over the toe',
  eyesOpenFirst: 'Balance with eyes shut',
  bounce: 'Hops and jumps',
  yieldFirst: 'Holding the arch back',
}

/** That a gate is open, and by what. */
export function gateOpenSentence(gate: Gate): string {
  return gate.id === 'yieldFirst' || gate.value === undefined
    ? 'Open.'
    : `Open: ${gateNow[gate.id](gate.value, gate)}.`
}

/** Why a gate is closed, and which measurement opens it. */
export function gateSentence(gate: Gate): string {
  const now =
    gate.id === 'yieldFirst'
      ? ''
      : gate.value === undefined
        ? ' (not measured)'
        : ` (${gateNow[gate.id](gate.value, gate)})`
  return `Gate: ${gateText[gate.id](gate)}${now}.`
}

/** What is done until then, for the practitioner and for the client. */
export function fallbackText({ fallback }: Pick): string {
  return fallback
    ? `Until then: ${fallback.exercise.name}, ${doseText(fallback.dose, fallback.exercise.sides)}.`
    : 'Until then: leave it out.'
}

export function leftOutText(because: LeftOutBecause): string {
  switch (because.why) {
    case 'kit':
      return `needs a ${kitText[because.kit]}`
    case 'caution':
      return `caution: ${effectText[because.effect]}`
    case 'setting':
      return `setting: ${settingName(because.setting)}`
    case 'pain':
      return `not with a sore ${painPlaceText[because.place]}`
    case 'cannotYet':
      return 'not one repetition is within what was measured'
    case 'atVisit':
      return 'done by your hands at the visit: never homework'
    case 'notSore':
      return 'soothes places that do not hurt'
    case 'painFirst':
      return `waits until the ${painPlaceText[because.place]} hurts less`
    case 'pinch':
      return 'not with a pinch in front of the ankle: joint glide, or someone licensed looks at it'
    case 'gate':
      return because.gate.isShutByPain
        ? `not until pain is known and ${num(because.gate.painMost ?? 0, 0)} of 10 or less, and the calf is ready`
        : gateSentence(because.gate)
    case 'banned':
      return 'taken out by you'
    case 'nothingShort':
      return 'nothing it trains is short'
    case 'others':
      return 'others fill the same needs in less time'
  }
}

function settingName(id: SettingId): string {
  return settingText[id].name.toLowerCase()
}

/** What forcing a drill in would cost, in drills and needs. */
export function priceText(price: Price, nameOf: (id: string) => string = (id) => id): string {
  if (price.objective === 0) return 'would fit as well: pin it'
  const out = price.pushedOut.length > 0 ? `would push out ${price.pushedOut.map(nameOf).join(' and ')}` : ''
  const less = price.filledLess
    .map((f) => `${capacityText[f.capacity]} filled ${num(f.share * 100, 0)} % less`)
    .join(', ')
  const said = [out, less].filter(Boolean).join('; ')
  return said === '' ? `costs ${num(price.share * 100, 0)} % of what its phase gives` : said
}

export function relaxText(wish: Relax, nameOf: (id: string) => string): string {
  switch (wish.wish) {
    case 'unpin':
      return `${wish.ids.map(nameOf).join(' and ')} ${wish.ids.length > 1 ? 'do' : 'does'} not fit beside what has to be in: unpin${wish.minutesInstead ? `, or allow ${wish.minutesInstead} minutes a session` : ''}.`
    case 'pinForbidden':
      return `${nameOf(wish.id)} is pinned and cannot be in: ${leftOutText(wish.because)}.`
    case 'noFoundation':
      return 'No foundation drill is open for this client: look at what keeps them out below.'
    case 'dose':
      return `The dose you chose for ${wish.ids.map(nameOf).join(' and ')} leaves no room for what has to be in: shorten it, or let it go.`
  }
}

const nothingText = {
  annualLook: 'Just a check, and nobody asked for more: there is no training plan, and none is needed.',
  nothingShort: 'Nothing that was measured is short, so there is nothing to train.',
} as const
export function noTrainingText(plan: TrainingPlan): string | undefined {
  return plan.nothing && nothingText[plan.nothing]
}

/** Why there is no plan of any kind. */
export function blockText({ openQuestions, isAgeUnknown, stops }: PlanBlock): string {
  const isFlag = (question: CautionQuestion) => stopQuestions.some((flag) => flag === question)
  const flags = openQuestions.filter(isFlag).length
  const parts = [
    ...(flags > 0 ? [`${flags} red-flag ${flags === 1 ? 'question' : 'questions'}`] : []),
    ...(openQuestions.length > flags ? ['conditions and medicines'] : []),
    ...(isAgeUnknown ? ['the year of birth'] : []),
  ]
  const open = parts.length > 0 ? `Not asked yet: ${parts.join(', ')}.` : ''
  const held = stops.length > 0 ? `In force: ${stops.map((id) => cautionText[id].name).join(', ')}.` : ''
  return [open, held].filter(Boolean).join(' ')
}

const notNowText = {
  caution: 'No spacers: a caution or an open question says so.',
  fixedToe: 'No spacers: a fixed toe is not spaced by force.',
  noReason: 'No spacers needed: the toes are straight.',
  unknown: 'Not decided: big-toe lean and the state of the toes are missing.',
} as const
export function spacingText(spacing: SpacingStart): string {
  if (spacing.use === 'notNow') return notNowText[spacing.because]
  return `Start with ${spacing.startMin} min a day at rest, ${spacing.growMin} min more every ${spacing.growEveryDays} wearing days with no mark after 10 min, up to ${spacing.ceilingMin} min. Take them off when numb, blue or white, sore or broken skin.`
}

/** For the client: what to do with spacers, or that there are none. What is not decided yet is not their business. */
export function clientSpacingText(spacing: SpacingStart): string | undefined {
  return spacing.use === 'notNow' && spacing.because === 'unknown' ? undefined : spacingText(spacing)
}

export const factorText: Record<TransitionFactor, string> = {
  age: 'age 60 or more',
  bone: 'bone history',
  stiffHigh: 'high stiff arch',
  noReserve: 'low arch without reserve',
  grade: 'grade 2 or more',
  sore: 'sore now',
  mass: 'body mass, with running',
}
export const surfaceText: Record<GroundSurface, string> = {
  mat: 'a mat',
  carpet: 'carpet, turf',
  rubber: 'rubber floors',
  wood: 'indoor floors',
  paving: 'paving, outside',
  rough: 'rough ground',
}
export const tooMuchText = [
  'pain above 3 of 10, or worse the next morning',
  'a sore spot on a bone, or swelling on top of the forefoot',
  'numb toes, or a change of colour',
] as const
