import { isWorn } from '@sturvo/core/footwear'
import type {
  DepthPlace,
  FitEdge,
  FitRegion,
  InnerMeasure,
  NeededShoe,
  Overhang,
  ShortfallKind,
} from '@sturvo/core/fit'
import type {
  InsertKind,
  ProfileMeasure,
  ScoreItem,
  ShoeUse,
  SoleZone,
  SupportFeatureId,
  VerdictChoice,
  WearActivity,
  WearHint,
  WearSurface,
  ShelfMean,
} from '@sturvo/core/footwear'
import type { ShoeVerdict, VerdictGap, VerdictReason, VisitReading } from '@sturvo/core/reading'
import { num, pct } from './rich'

const regionText: Record<FitRegion, string> = { heel: 'heel', waist: 'waist', ball: 'ball', toes: 'toes' }
const edgeText: Record<FitEdge, string> = { inner: 'inner edge', outer: 'outer edge' }

/** Where a foot reaches beyond the shoe, as one says it. */
export function placeName({ region, edge }: Pick<Overhang, 'region' | 'edge'>): string {
  if (region === 'toes') return edge === 'inner' ? 'big-toe side' : 'little-toe side'
  return `${regionText[region]}, ${edgeText[edge]}`
}

export const verdictText: Record<VerdictChoice, string> = {
  keep: 'Keep',
  limit: 'Limit',
  insert: 'Change the insert',
  letGo: 'Let go',
}

/** The verdict as a heading: "Limit to 4 h a week". */
export function verdictSentence(verdict: {
  choice: VerdictChoice
  hoursPerWeek?: number | undefined
}): string {
  const hours = verdict.hoursPerWeek
  switch (verdict.choice) {
    case 'limit':
      return hours === undefined ? 'Limit its hours' : `Limit to ${num(hours, 0)} h a week`
    case 'letGo':
      return hours === undefined ? 'Let go' : `Let go, or at most ${num(hours, 0)} h a week`
    default:
      return verdictText[verdict.choice]
  }
}

export const depthPlaceText: Record<DepthPlace, string> = { forefoot: 'forefoot', arch: 'arch', heel: 'heel' }

/** One reason for or against a shoe. */
export function reasonText(reason: VerdictReason): string {
  switch (reason.kind) {
    case 'outside':
      return `${upper(reason.side)} foot reaches ${num(reason.part.mostMm)} mm out, ${placeName(reason.part)}`
    case 'pushesToe':
      return `pushes the ${reason.side} big toe ${num(reason.extraDeg, 0)}° further (± ${num(reason.errorDeg, 0)}°)`
    case 'short':
      return reason.roomMm < 0
        ? `no room in front: the ${reason.side} toes lie outside`
        : `only ${num(reason.roomMm, 0)} mm in front of the ${reason.side} toes`
    case 'long':
      return `${num(reason.roomMm, 0)} mm in front of the ${reason.side} toes: long`
    case 'narrow':
      return `inner width ${num(reason.mm, 0)} mm narrower than the foot`
    case 'insertTooHigh':
      return `its insert is ${num(-reason.mm, 0)} mm too high at the ${depthPlaceText[reason.place]}`
    case 'noDepth':
      return `${num(-reason.mm, 0)} mm too low for the foot at the ${depthPlaceText[reason.place]}, even without an insert`
    case 'noBase':
      return reason.hasInsert
        ? `the insert cannot hold: on the ${reason.side} nothing is beneath it for ${num(-reason.marginMm, 0)} mm`
        : `the ${reason.side} leg stands ${num(-reason.marginMm, 0)} mm beside the base`
    case 'tallLever':
      return `${num(reason.stackMm, 0)} mm tall with ${num(reason.dropMm, 0)} mm drop: little ground feel, tall lever`
    case 'tipsEasily':
      return `tips sideways from ${num(reason.deg, 0)}°`
    case 'mostWorn':
      return `worn ${pct(reason.share)} of the hours, more than all others together`
    case 'room':
      return `room for ball and toes, ${num(reason.leastMm, 0)} mm to spare`
    case 'roomInFront':
      return 'room in front of the toes as wanted'
    case 'thin':
      return `${num(reason.stackMm, 0)} mm under the heel, drop ${num(reason.dropMm, 0)} mm`
    case 'bends':
      return 'bends with the foot'
    case 'baseHolds':
      return `holds the ${reason.side} leg, ${num(reason.marginMm, 0)} mm of base to spare`
    case 'keepsOut':
      return 'keeps stones out on rough ground'
    case 'littleWorn':
      return `worn only ${num(reason.hours, 0)} h a week`
    case 'stiffToe':
      return 'stiff in front, kind to a big toe that hardly bends'
    case 'thinPad':
      return 'some cushion under a thin fat pad'
  }
}

/** A line for each shoe that is worn: what was decided, or what the numbers say. */
export function shoeVerdicts(reading: Pick<VisitReading, 'shoes'>): string[] {
  return reading.shoes.shoes.flatMap(({ reading: { shoe }, verdict }) => {
    if (!isWorn(shoe)) return []
    if (!shoe.ownVerdict) return verdict.isOpen ? [] : [verdictLine(shoe.name, verdict)]
    const note = shoe.ownVerdict.note?.trim()
    return [`${shoe.name}: ${verdictSentence(shoe.ownVerdict)}${note ? ` (${note})` : ''}`]
  })
}

const clientChoiceText: Record<VerdictChoice, (hours: number | undefined) => string> = {
  keep: () => 'keep wearing them',
  limit: (hours) => (hours === undefined ? 'wear them less' : `at most ${num(hours)} hours a week`),
  insert: () => 'change what lies inside them',
  letGo: (hours) =>
    hours === undefined ? 'best left off' : `best left off, at most ${num(hours)} hours a week`,
}

/** Why, as the one who wears them would say it; the millimetres stay with the practitioner. */
function clientReason(reason: VerdictReason): string | undefined {
  switch (reason.kind) {
    case 'outside':
    case 'narrow':
      return 'too narrow for your foot'
    case 'pushesToe':
      return 'they push your big toe aside'
    case 'short':
      return 'too short'
    case 'long':
      return 'too long'
    case 'insertTooHigh':
      return 'too tight with what lies inside them'
    case 'noDepth':
      return 'too low over your foot'
    case 'noBase':
      return 'you stand over their inner edge'
    case 'tallLever':
      return 'a tall sole that tips'
    case 'tipsEasily':
      return 'they tip easily'
    default:
      return undefined
  }
}

/** A line for each shoe that is worn, in the client's words. Two shoes of one name are told apart by their order. */
export function clientShoeLines(reading: Pick<VisitReading, 'shoes'>): string[] {
  return reading.shoes.shoes.flatMap(({ reading: { shoe }, verdict }) => {
    if (!isWorn(shoe)) return []
    const own = shoe.ownVerdict
    if (!own && verdict.isOpen) return []
    const { choice, hoursPerWeek } = own ?? verdict
    const why =
      choice === 'keep' ? [] : verdict.against.map(clientReason).filter((text) => text !== undefined)
    const note = own?.note?.trim()
    const because = note ? [note] : [...new Set(why)].slice(0, 2)
    return [
      `${shoe.name}: ${clientChoiceText[choice](hoursPerWeek)}${because.length > 0 ? ` (${because.join('; ')})` : ''}`,
    ]
  })
}

/** All that speaks for and against, on one line for letter and hand-out. */
function verdictLine(name: string, verdict: ShoeVerdict): string {
  const reasons = verdict.choice === 'keep' ? verdict.inFavour : verdict.against
  const said = reasons.slice(0, 2).map(reasonText).join('; ')
  return `${name}: ${verdictSentence(verdict)}${said === '' ? '' : ` (${said})`}`
}

export const wearHintText: Record<WearHint, string> = {
  usual: 'Worn at the outer heel only: usual.',
  rollsInLate: 'Inner heel or waist and inner ball: rolls in late and stays there.',
  rollsInEarly: 'Inner heel before the outer one: lands rolled in.',
  staysOutside: 'Outer heel and outer edge: stays on the outside.',
  dragsToes: 'All the toes: drags its front.',
  loadsMiddle: 'Middle of the ball: the first joint takes little.',
  pushesBigToe: 'Under the big toe alone: pushes off over it.',
}
export const wearHintNote = 'A hint, never a finding alone.'

export const useText: Record<ShoeUse, string> = {
  work: 'work',
  home: 'home',
  town: 'town',
  walk: 'walking',
  run: 'running',
  sport: 'sport',
  other: 'other',
}
export const wearActivityText: Record<WearActivity, string> = {
  sit: 'sitting',
  stand: 'standing',
  walk: 'walking',
  run: 'running',
  train: 'training',
}
export const wearSurfaceText: Record<WearSurface, string> = {
  soft: 'soft ground',
  hard: 'hard floor',
  rough: 'rough ground',
}
export const supportText: Record<SupportFeatureId, string> = {
  raisedArch: 'raised arch',
  firmHeelCup: 'firm heel cup',
  rocker: 'rocker',
  plate: 'plate',
  posting: 'wedge in the sole',
  flaredSole: 'flared sole',
}
export const insertText: Record<InsertKind, string> = {
  none: 'none',
  flat: 'flat',
  cushion: 'soft cushion',
  support: 'arch support',
  custom: 'custom made',
}
export const zoneText: Record<SoleZone, string> = {
  innerHeel: 'inner heel',
  outerHeel: 'outer heel',
  innerWaist: 'inner waist',
  outerWaist: 'outer waist',
  innerBall: 'inner ball',
  middleBall: 'middle of the ball',
  outerBall: 'outer ball',
  bigToe: 'big toe',
  smallToes: 'small toes',
}
export const innerText: Record<InnerMeasure, string> = {
  length: 'length',
  ball: 'width at the ball',
  toes: 'width at the toes',
  heel: 'width at the heel',
  taper: 'taper',
}
export const scoreItemText: Record<ScoreItem, string> = {
  weight: 'weight',
  stack: 'stack at the heel',
  drop: 'drop',
  support: 'support features',
  flexibility: 'bend and twist',
}
export const profileText: Record<ProfileMeasure, { name: string; unit: string; low: string; high: string }> =
  {
    stack: { name: 'Stack', unit: ' mm', low: 'thin', high: 'tall' },
    drop: { name: 'Drop', unit: ' mm', low: 'level', high: 'steep' },
    bend: { name: 'Bend', unit: ' of 5', low: 'bends', high: 'stiff' },
    toeRoom: { name: 'Room at the toes', unit: ' mm', low: 'narrow', high: 'wide' },
  }

const gapText: Record<VerdictGap, string> = {
  shoeWidths: 'its inner widths',
  footWidths: 'the widths of the feet',
  stacks: 'its stacks at heel and forefoot',
  bend: 'how it bends',
  leg: 'where the leg falls over it',
}

/** What is said of a shoe that nothing speaks for or against: from what, and what would tell. */
export function openVerdictText({ missing }: Pick<ShoeVerdict, 'missing'>): string {
  const said = 'Nothing that is known of it speaks for or against it.'
  return missing.length === 0 ? said : `${said} Not known: ${missing.map((gap) => gapText[gap]).join(', ')}.`
}

/**
 * A mean over the shelf with what it comes from: a number where at least half of the hours are known, else where it
 * can lie, else nothing.
 */
export function shelfMeanText(name: string, mean: ShelfMean, unit: string): string {
  const { value, knownShare, range } = mean
  const of = knownShare < 0.995 ? ` (known for ${pct(knownShare)} of the hours)` : ''
  if (value !== undefined) return `${name} ${num(value, 0)}\u00a0${unit}${of}`
  if (range && range.high - range.low < widestSaid)
    return `${name} between ${num(range.low, 0)} and ${num(range.high, 0)}\u00a0${unit}`
  return ''
}
// a score that may lie anywhere says nothing
const widestSaid = 60

/** How much of the hours is spent in shoes narrower than the foot, as far as widths are known. */
export function narrowHoursText({ value, knownShare, range }: ShelfMean): string {
  if (knownShare >= 0.995) return `${pct(value ?? 0)} of them in shoes narrower than the foot`
  const unknown = `widths known for ${pct(knownShare)} of the hours`
  return range && range.low > 0
    ? `at least ${pct(range.low)} of them in shoes narrower than the foot; ${unknown}`
    : unknown
}

const shortText: Record<ShortfallKind, (by: number) => string> = {
  length: (by) => `${num(by, 0)} mm too short`,
  ball: (by) => `${num(by, 0)} mm too narrow at the ball`,
  toes: (by) => `${num(by, 0)} mm too narrow at the toes`,
  heel: (by) => `${num(by, 0)} mm too narrow at the heel`,
  stack: (by) => `stack ${num(by, 0)} mm over`,
  drop: (by) => `drop ${num(by, 0)} mm over`,
  bend: (by) => `bend ${num(by, 0)} of 5 too stiff`,
  depth: (by) => `${num(by, 0)} mm too low at the forefoot`,
}
export function shortfallText({ kind, by }: { kind: ShortfallKind; by: number }): string {
  return shortText[kind](by)
}
export const shortfallName: Record<ShortfallKind, string> = {
  length: 'length',
  ball: 'width at the ball',
  toes: 'width at the toes',
  heel: 'width at the heel',
  stack: 'stack',
  drop: 'drop',
  bend: 'bend',
  depth: 'depth',
}

export const sizeNote = 'Sizes differ by maker: a hint, never a measure. EU = 1.5 × last length in cm.'

function upper(word: string): string {
  return word.charAt(0).toUpperCase() + word.slice(1)
}

/** "What to look for" in numbers, no brands. */
export function neededLines(needed: NeededShoe): string[] {
  return [
    `inside at least ${num(needed.innerLengthMm, 0)} mm long`,
    `at least ${num(needed.innerWidthBallMm, 0)} mm wide at the ball, ${num(needed.innerWidthToesMm, 0)} mm at the toes`,
    `inner edge of the toe box at most ${num(needed.taperInnerDeg, 0)}° inwards`,
    ...(needed.depthForefootMm === undefined
      ? []
      : [`at least ${num(needed.depthForefootMm, 0)} mm high over the toes`]),
    `stack at most ${num(needed.stackMostMm, 0)} mm, drop at most ${num(needed.dropMostMm, 0)} mm`,
    `bends at ${num(needed.bendMost, 0)} of 5 or easier`,
  ]
}
