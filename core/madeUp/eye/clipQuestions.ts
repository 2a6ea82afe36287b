import { boundsOf, type Point } from '../../groundwork/geometry'
import { referenceTable } from '../../groundwork/reference'
import { medialSignImage } from '../../groundwork/side'
import { footOutline, rearDrawing } from '../../figure/footShape'
import {
  arbitraryFoot,
  arbitrarySide,
  chanceFrom,
  innerScene,
  pressedFoot,
  photoPicture,
  pressInto,
  rearScene,
  solveLoads,
  topScene,
} from '../synthetic'
import type { LandmarkId, PhotoView } from '../../sensing/photo'
import type { EyeKindId, EyeLevel } from './eyeKinds'
import type { EyeQuestion, PressureClip } from './question'

type Made = { kind: EyeKindId; level: EyeLevel; seed: number }
type Of<S extends EyeQuestion['shown']> = Extract<EyeQuestion, { shown: S }>

const legOptions = ['h', 'm1', 'm5', 'even'] as const
// the approach and the limits that ship: a question is the same whatever the practice has set
const { targetHeelHalfHeel, targetHeelHalfInner, tripodEven, heelTargetDeg, heelToleranceDeg } =
  referenceTable
const targets = [
  targetHeelHalfHeel.value,
  targetHeelHalfInner.value,
  1 - targetHeelHalfHeel.value - targetHeelHalfInner.value,
]
const evenPoints = tripodEven.value * 100
const clipHz = 8
const clipFrames = 16
const loadN = 380

/** A foot on the mat, swaying: which of its three points is light against half, quarter, quarter. */
export function tripod(made: Made): Of<'mat'> {
  const chance = chanceFrom(made.seed * 7717 + 3)
  const foot = arbitraryFoot(made.seed * 5 + 1, { liftedToes: [], touchingToes: [], kind: 'bridged' })
  const grid = { rows: 44, cols: 22, pitchMm: 7 }
  const placed = pressedFoot(foot, { heelMatMm: { x: 78, y: 14 }, toeOutDeg: chance.between(0, 5) }, grid)
  const { heel, m1, m5 } = placed.pointsFootMm
  const truth = chance.integer(0, 3)
  const missing = truth === 3 ? 0 : chance.between(...missingAt[made.level - 1]!)
  const shares = targets.map((target, i) => {
    if (truth === 3) return target
    return i === truth ? target - missing : target + (missing * target) / (1 - targets[truth]!)
  })
  const middle = {
    x: shares[0]! * heel.x + shares[1]! * m1.x + shares[2]! * m5.x,
    y: shares[0]! * heel.y + shares[1]! * m1.y + shares[2]! * m5.y,
  }
  const framesKpa = Array.from({ length: clipFrames }, (_, i) => {
    const phase = (2 * Math.PI * i) / clipFrames
    const cop = { x: middle.x + 1.1 * Math.sin(phase), y: middle.y + 2.4 * Math.cos(2 * phase) }
    const frame = new Float32Array(grid.rows * grid.cols)
    pressInto(frame, placed, solveLoads(placed, { loadN, copFootMm: cop }).loadsN)
    return frame
  })
  const short = targets.map((target, i) => (target - shares[i]!) * 100)
  const worst = Math.max(0, ...short)
  const clip: PressureClip = {
    ...grid,
    framesKpa,
    rateHz: clipHz,
    outlineMatMm: footOutline(foot).outlineFootMm.map(placed.toMat),
    legsMatMm: { h: placed.toMat(heel), m1: placed.toMat(m1), m5: placed.toMat(m5) },
  }
  return {
    ...made,
    side: foot.side,
    shown: 'mat',
    clip,
    asks: {
      ask: 'choice',
      options: legOptions,
      truth,
      // what is missed by looking at the wrong point; seeing a lightness that is not there costs the limit of even
      costs: legOptions.map((_, i) =>
        i === truth ? 0 : truth === 3 ? evenPoints : i === 3 ? worst : worst - short[i]!,
      ),
    },
  }
}
const missingAt: readonly (readonly [low: number, high: number])[] = [
  [0.17, 0.22],
  [0.13, 0.18],
  [0.11, 0.15],
  [0.09, 0.12],
]

/** A squat from behind: at which depth the foot is lost. */
export function squat(made: Made): Of<'squat'> {
  const chance = chanceFrom(made.seed * 9241 + 5)
  const foot = arbitraryFoot(made.seed * 3 + 2)
  const shape = arbitrarySide(made.seed, foot)
  const rest = chance.between(1, 6)
  const truth = chance.integer(5, 17) * 5
  const turnDeg = [11, 8, 6, 4.5][made.level - 1]!
  const sign = medialSignImage(foot.side)
  const poses = Array.from({ length: 101 }, (_, depthPct) => {
    // gives way within a tenth of the way, and a little all along
    const lost = 1 / (1 + Math.exp(-(depthPct - truth - 4) / 1.6))
    const drawn = rearDrawing({
      ...shape,
      heelAngleDeg: rest + 0.02 * depthPct + turnDeg * lost,
      legAngleDeg: 1 + 0.05 * depthPct + turnDeg * 0.5 * lost,
    })
    return { depthPct, skin: drawn.skinMm.map((p): Point => ({ x: p.x * sign, y: -p.y })) }
  })
  const { minX, maxX, minY, maxY } = boundsOf(poses.flatMap((p) => p.skin))
  return {
    ...made,
    side: foot.side,
    shown: 'squat',
    tone: chance.integer(0, 4),
    clip: { poses, box: { x: minX - 16, y: minY + 24, width: maxX - minX + 32, height: maxY - minY - 8 } },
    asks: { ask: 'number', low: 0, high: 100, step: 5, truth },
  }
}

const gradeOptions = ['grade0', 'grade1', 'grade2', 'grade3'] as const

/** Rest, active and by hand on a strip: which grade. */
export function grade(made: Made): Of<'strip'> {
  const chance = chanceFrom(made.seed * 6121 + 9)
  const truth = chance.integer(0, 3)
  const [target, tolerance] = [heelTargetDeg.value, heelToleranceDeg.value]
  const error = [0.4, 0.7, 1, 1.3][made.level - 1]!
  // how far from the tolerance the nearest value may lie: close calls belong to the higher levels
  const clear = [2.5, 1.6, 0.9, 0.4][made.level - 1]!
  const outside = () => target + tolerance + clear + chance.between(0, 6)
  const inside = () => target + tolerance - clear - chance.between(0, 2)
  const rest = truth === 0 ? inside() : outside() + 1
  const active = truth <= 1 ? Math.min(rest, inside()) : Math.min(rest - 0.3, outside())
  const passive = truth <= 2 ? Math.min(active, inside()) : Math.min(active, outside())
  const mark = (value: number) => ({ value: Math.round(value * 2) / 2, error, trials: 1 })
  return {
    ...made,
    side: chance.unit() < 0.5 ? 'left' : 'right',
    shown: 'strip',
    strip: {
      target,
      tolerance,
      direction: 1,
      unit: '°',
      marks: { rest: mark(rest), active: mark(active), passive: mark(passive) },
    },
    asks: { ask: 'choice', options: gradeOptions, truth, costs: gradeOptions.map((_, i) => i - truth) },
  }
}

const asked: readonly { view: PhotoView; ids: readonly LandmarkId[] }[] = [
  { view: 'rear', ids: ['legUpper', 'legLower', 'heelUpper', 'heelLower'] },
  { view: 'inner', ids: ['floorHeel', 'floorBall', 'heelBack', 'firstJoint', 'navicular'] },
  { view: 'top', ids: ['heelMedial', 'm1', 'halluxEdge'] },
]
const photoPx = 440

/** A made-up photo: place the points a measure is made from. Pen dots only on the first level. */
export function landmarks(made: Made): Of<'photo'> {
  const chance = chanceFrom(made.seed * 3571 + 11)
  const foot = arbitraryFoot(made.seed * 11 + 3, { liftedToes: [], touchingToes: [], toeGapMm: 3 })
  const { view, ids } = chance.pick(asked)
  const side = arbitrarySide(made.seed, foot)
  const full = view === 'rear' ? rearScene(side) : view === 'inner' ? innerScene(side) : topScene(foot, 'top')
  const scene = made.level === 1 ? full : { ...full, dots: [] }
  const photo = photoPicture(scene, {
    seed: made.seed,
    sizePx: photoPx,
    tiltDeg: [3, 6, 9, 12][made.level - 1]!,
    mess: [0.3, 0.6, 0.9, 1.2][made.level - 1]!,
  })
  const corners = photo.cornersImagePx
  const [a, b] = [corners[0]!, corners[1]!]
  // a sheet that lies or stands across is wider than high
  const isAcross = Math.hypot(b.x - a.x, b.y - a.y) > Math.hypot(corners[2]!.x - b.x, corners[2]!.y - b.y)
  return {
    ...made,
    side: foot.side,
    shown: 'photo',
    image: photo.image,
    asks: {
      ask: 'points',
      view,
      ids,
      truth: Object.fromEntries(ids.map((id) => [id, photo.landmarksImagePx[id]!])),
      scale: { from: 'sheet', sheet: 'a4', corners },
      mmPerPx: (isAcross ? 297 : 210) / Math.hypot(b.x - a.x, b.y - a.y),
    },
  }
}
