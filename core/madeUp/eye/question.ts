import type { Grade, PartGrade } from '../../foot/deformity'
import type { Point } from '../../groundwork/geometry'
import type { RasterImage } from '../../sensing/image'
import type { LandmarkId, PhotoScale, PhotoView } from '../../sensing/photo'
import type { Side } from '../../groundwork/side'
import type { EyeKindId, EyeLevel } from './eyeKinds'
import type { EyeScene } from './scene'

/** A number is read off, in the unit of its kind. */
export type NumberAsk = { ask: 'number'; low: number; high: number; step: number; truth: number }
/** What can be chosen; the words are made at the edge. */
export type EyeOption =
  | 'clearlyLow'
  | 'ratherLow'
  | 'middle'
  | 'ratherHigh'
  | 'clearlyHigh'
  | 'h'
  | 'm1'
  | 'm5'
  | 'even'
  | `toe${1 | 2 | 3 | 4 | 5}`
  | 'allTouch'
  | `grade${Grade}`
  | 'A'
  | 'B'
  | 'C'

/** One of several; `costs` is the error of choosing each, 0 for the right one. */
export type ChoiceAsk = {
  ask: 'choice'
  options: readonly EyeOption[]
  truth: number
  costs: readonly number[]
}
/** Which one, and by how much. */
export type WhichAsk = {
  ask: 'which'
  options: readonly EyeOption[]
  truth: { option: number; mm: number }
  high: number
}
export type PointsAsk = {
  ask: 'points'
  view: PhotoView
  ids: readonly LandmarkId[]
  truth: Partial<Record<LandmarkId, Point>>
  scale: PhotoScale
  mmPerPx: number
}

/** Moments of a mat under one foot, in a loop. */
export type PressureClip = {
  rows: number
  cols: number
  pitchMm: number
  framesKpa: Float32Array[]
  rateHz: number
  /** outline of the foot on the mat, mat frame, for which way is forward */
  outlineMatMm: Point[]
  legsMatMm: Record<'h' | 'm1' | 'm5', Point>
}
/** A squat seen from behind, 0 to 1 of the way down. */
export type SquatClip = { poses: { depthPct: number; skin: Point[] }[]; box: EyeScene['box'] }

export type EyeQuestion = { kind: EyeKindId; level: EyeLevel; seed: number; side: Side } & (
  | {
      shown: 'scene'
      scene: EyeScene
      asks: NumberAsk | ChoiceAsk | WhichAsk
      truthLines: Point[][]
      lineAt?: LineAt
    }
  | { shown: 'mat'; clip: PressureClip; asks: ChoiceAsk }
  | { shown: 'squat'; clip: SquatClip; tone: number; asks: NumberAsk }
  | { shown: 'strip'; strip: StripShown; asks: ChoiceAsk }
  | { shown: 'photo'; image: RasterImage; asks: PointsAsk }
)
export type StripShown = Pick<PartGrade, 'target' | 'tolerance' | 'direction' | 'marks' | 'unit'>
/** What an answer looks like in the scene: about this point, at the answer's angle or height. */
export type LineAt =
  | { as: 'angle'; about: Point; zero: Point; sign: 1 | -1; lengthMm: number }
  | { as: 'height'; from: Point; to: Point; up: Point }

export type EyeAnswer =
  | { kind: 'number'; value: number }
  | { kind: 'choice'; option: number }
  | { kind: 'which'; option: number; mm: number }
  | { kind: 'points'; placed: Partial<Record<LandmarkId, Point>> }
