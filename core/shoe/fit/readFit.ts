import { crossingsAt, type Point } from '../../groundwork/geometry'
import type { Shoe } from '../footwear'
import type { References } from '../../groundwork/reference'
import { radToDeg } from '../../groundwork/units'
import { bigToeOf, bigToePush, type BigToe, type BigToePush } from './bigToePush'
import { distanceField, type DistanceField } from './distanceField'
import type { InsoleShape } from './insoleShape'
import {
  footRows,
  fromShoe,
  overhang,
  toShoe,
  type FitRegion,
  type FootRows,
  type Overhang,
  type Placing,
} from './overhang'
import { spacedOutline, type SpacerWidths } from './spacedOutline'

export const fitActivities = ['walk', 'run'] as const
export type FitActivity = (typeof fitActivities)[number]

/** How far somebody moved and turned the shoe from where the rule puts it, foot frame. */
export type FitNudge = { xMm: number; yMm: number; turnDeg: number }

/** What the room in front of the toes is judged for. */
export function activityOf(shoe: Pick<Shoe, 'use'>): FitActivity {
  return shoe.use === 'run' ? 'run' : 'walk'
}

/** Own outline of a foot, standing. */
export type FitFoot = {
  outlineFootMm: readonly Point[]
  /** traced on a photo, or drawn from measured widths and lengths */
  from: 'traced' | 'drawn'
}

/** Width of the shoe less that of the foot at one level, mm; − is narrower. Stretch is not counted. */
export type WidthMargin = { innerMm: number; outerMm: number; allMm: number; atFootMm: number }

export type FitReading = {
  placing: Placing
  activity: FitActivity
  regions: Overhang[]
  /** in front of the longest toe along the axis, mm; negative: the toe lies so far outside; undefined where the length is guessed */
  roomMm: number | undefined
  room: 'short' | 'fits' | 'long' | undefined
  longestToeFootMm: Point
  ball: WidthMargin | undefined
  toes: WidthMargin | undefined
  /** how much the edges of the toe box lean to the middle, degrees from the axis */
  taper: { innerDeg: number; outerDeg: number } | undefined
  push: BigToePush | undefined
  /** standard error of a distance at the edge, mm */
  errorMm: number
}

export type FitInput = {
  foot: FitFoot
  insole: InsoleShape
  nudge?: FitNudge | undefined
  stretchMm: number
  gapMm: number
  activity: FitActivity
}

/** A foot over one shoe, ready to be judged for any place of the shoe: what does not change while it is moved. */
export type FitTable = {
  input: FitInput
  /** degrees the rule turns the shoe about the heel before anybody nudges it */
  ruleDeg: number
  rows: FootRows
  field: DistanceField
  bigToe: BigToe | undefined
}

export function fitTable(
  input: FitInput,
  references: References,
  field = distanceField(input.insole.pointsMm),
): FitTable {
  const { outlineFootMm } = input.foot
  return {
    input,
    ruleDeg: input.insole.from === 'numbers' ? ballUnderBallDeg(input, references) : 0,
    rows: footRows(outlineFootMm),
    field,
    bigToe: bigToeOf(outlineFootMm, references),
  }
}

/**
 * The foot over the inside of the shoe.
 * @param table foot, shoe and the allowances, mm
 * @param nudge from where the rule puts the shoe; left out: that of the table
 * @returns mm, mm² and degrees; regions behind a guessed width are still computed, their error is larger
 * @source spec of shoes: fit on the outline
 */
export function readFit(table: FitTable, references: References, nudge = table.input.nudge): FitReading {
  const { foot, insole, stretchMm, gapMm, activity } = table.input
  const placing = {
    gapMm,
    xMm: nudge?.xMm ?? 0,
    yMm: nudge?.yMm ?? 0,
    turnDeg: table.ruleDeg + (nudge?.turnDeg ?? 0),
  }
  const errorMm = fitErrorMm(foot, insole, references)
  const laid = insole.pointsMm.map(fromShoe(placing))
  const longest = foot.outlineFootMm.reduce((a, p) => (p.y > a.y ? p : a))
  const roomMm = insole.guessed.includes('length') ? undefined : roomAt(longest, laid, table.field, placing)
  const l = table.rows.lengthMm
  return {
    placing,
    activity,
    regions: overhang(
      { foot: table.rows, field: table.field, placing, stretchMm, guessed: guessedRegions(insole) },
      references,
    ),
    roomMm,
    room: roomMm === undefined ? undefined : roomOf(roomMm, activity, references),
    longestToeFootMm: longest,
    ball: marginAt(foot.outlineFootMm, laid, references.fitBallAt * l),
    toes: marginAt(foot.outlineFootMm, laid, references.fitToesAt * l),
    taper: taperOf(insole.pointsMm, references),
    push:
      table.bigToe &&
      bigToePush(table.bigToe, { field: table.field, placing, stretchMm, errorMm }, references),
    errorMm,
  }
}

/** The same foot with spacers between its toes, in the same shoe. */
export function withSpacers(table: FitTable, spacersMm: SpacerWidths, references: References): FitTable {
  const outlineFootMm = spacedOutline(table.input.foot.outlineFootMm, spacersMm, references)
  return fitTable({ ...table.input, foot: { ...table.input.foot, outlineFootMm } }, references, table.field)
}

/**
 * A traced inside has an axis of its own. One drawn from widths has none that anybody measured, so it is turned about the
 * heel until the middle of its ball lies under that of the foot.
 */
function ballUnderBallDeg({ foot, insole, gapMm }: FitInput, references: References): number {
  const ys = foot.outlineFootMm.map((p) => p.y)
  const y = references.fitBallAt * (Math.max(...ys) - Math.min(...ys))
  const own = crossingsAt(foot.outlineFootMm, y)
  const inside = crossingsAt(insole.pointsMm, y + gapMm)
  if (own.length < 2 || inside.length < 2) return 0
  const middle = (xs: readonly number[]) => (Math.min(...xs) + Math.max(...xs)) / 2
  // + turns the toes of the shoe away from the medial side
  return -radToDeg(Math.atan2(middle(own) - middle(inside), y + gapMm))
}

/** The worst part of a fit whose edge of the shoe is known. */
export function worstOf(fit: Pick<FitReading, 'regions'>): Overhang {
  const known = fit.regions.filter((part) => !part.isGuessed)
  return (known.length > 0 ? known : fit.regions.map((part) => ({ ...part, mostMm: 0 }))).reduce(
    (worst, part) => (part.mostMm > worst.mostMm ? part : worst),
  )
}

/** Regions along which nobody measured the shoe. */
function guessedRegions({ from, guessed }: InsoleShape): FitRegion[] {
  if (from !== 'numbers') return []
  return [
    'waist',
    ...(guessed.includes('heel') ? (['heel'] as const) : []),
    ...(guessed.includes('ball') ? (['ball'] as const) : []),
    ...(guessed.includes('toes') ? (['toes'] as const) : []),
  ]
}

/** Along the axis from the tip of the toe to the front of the shoe; a tip outside the shoe has none. */
function roomAt(
  tip: Point,
  laid: readonly Point[],
  field: DistanceField,
  placing: Placing,
): number | undefined {
  const inShoe = toShoe(placing)(tip)
  const outsideMm = field.at(inShoe.x, inShoe.y)
  if (outsideMm > 0) return -outsideMm
  const fronts = reachesAt(laid, tip.x).filter((y) => y >= tip.y)
  return fronts.length === 0 ? undefined : Math.min(...fronts) - tip.y
}

function fitErrorMm(foot: FitFoot, insole: InsoleShape, references: References): number {
  const own = foot.from === 'traced' ? references.outlineErrorTracedMm : references.outlineErrorDrawnMm
  const guessed = insole.guessed.some((measure) => measure !== 'length' && measure !== 'taper')
  const shoe = guessed
    ? references.insoleErrorGuessedMm
    : insole.from === 'numbers'
      ? references.insoleErrorNumbersMm
      : references.insoleErrorPhotoMm
  return Math.hypot(own, shoe)
}

/** Least and most room wanted in front of the longest toe, mm. */
export function roomGoal(activity: FitActivity, references: References): readonly [number, number] {
  return activity === 'run'
    ? [references.roomRunLowMm, references.roomRunHighMm]
    : [references.roomWalkLowMm, references.roomWalkHighMm]
}

function roomOf(roomMm: number, activity: FitActivity, references: References): 'short' | 'fits' | 'long' {
  const [least, most] = roomGoal(activity, references)
  return roomMm < least ? 'short' : roomMm > most ? 'long' : 'fits'
}

/** Every y at which a closed line passes an x. */
function reachesAt(ring: readonly Point[], x: number): number[] {
  return crossingsAt(
    ring.map((p) => ({ x: p.y, y: p.x })),
    x,
  )
}

function marginAt(foot: readonly Point[], shoe: readonly Point[], y: number): WidthMargin | undefined {
  const own = crossingsAt(foot, y)
  const inside = crossingsAt(shoe, y)
  if (own.length < 2 || inside.length < 2) return undefined
  const innerMm = Math.max(...inside) - Math.max(...own)
  const outerMm = Math.min(...own) - Math.min(...inside)
  return { innerMm, outerMm, allMm: innerMm + outerMm, atFootMm: y }
}

/** Lean of both edges between the rows of ball and toes. */
function taperOf(insole: readonly Point[], references: References): FitReading['taper'] {
  const ys = insole.map((p) => p.y)
  const l = Math.max(...ys)
  const ball = crossingsAt(insole, references.fitBallAt * l)
  const toes = crossingsAt(insole, references.fitToesAt * l)
  if (ball.length < 2 || toes.length < 2) return undefined
  const along = (references.fitToesAt - references.fitBallAt) * l
  const lean = (by: number) => radToDeg(Math.atan2(by, along))
  return {
    innerDeg: lean(Math.max(...ball) - Math.max(...toes)),
    outerDeg: lean(Math.min(...toes) - Math.min(...ball)),
  }
}
