import type { Point } from '../../groundwork/geometry'
import { footOutline, rearDrawing, sideDrawing, type FootShape } from '../../figure/footShape'
import {
  arbitraryFoot,
  arbitrarySide,
  chanceFrom,
  contactShape,
  printTruth,
  topScene,
  type Chance,
} from '../synthetic'
import { medialSignImage, type Side } from '../../groundwork/side'
import { degToRad } from '../../groundwork/units'
import type { EyeKindId, EyeLevel } from './eyeKinds'
import type { EyeQuestion, LineAt } from './question'
import { insoleWithRoom } from './insole'
import { difficulty, framed } from './scene'

type Made = { kind: EyeKindId; level: EyeLevel; seed: number }
type SceneQuestion = Extract<EyeQuestion, { shown: 'scene' }>

/** A drawn scene that asks something; what is true may be drawn over it. */
function asked(
  made: Made,
  side: Side,
  more: Pick<SceneQuestion, 'scene' | 'asks'> & Partial<Pick<SceneQuestion, 'truthLines' | 'lineAt'>>,
): SceneQuestion {
  return { ...made, side, shown: 'scene', truthLines: [], ...more }
}

function start({ kind, seed }: Made): { chance: Chance; foot: FootShape; side: Side } {
  const chance = chanceFrom(seed * 2654435 + kind.length * 97)
  const foot = arbitraryFoot(seed * 13 + 7, { liftedToes: [], touchingToes: [] })
  return { chance, foot, side: foot.side }
}
const flip =
  (side: Side) =>
  (p: Point): Point => ({ x: p.x * medialSignImage(side), y: p.y })

/** Arch from the inner side: how high does the bump stand. A ruler stands beside it. */
export function archInside(made: Made): SceneQuestion {
  const { chance, foot, side } = start(made)
  const shape = { ...arbitrarySide(made.seed, foot), heelAngleDeg: 0, legAngleDeg: 0 }
  const drawn = sideDrawing(shape)
  const seen = flip(side)
  const { helped } = difficulty(made.level, chance)
  const at = seen(drawn.navicularMm)
  const scene = framed(
    {
      skins: [drawn.skinMm.map(seen)],
      dots: helped ? [at] : [],
      lines: innerLines(shape.lengthMm, shape.navicularMm).map((line) => line.map(seen)),
      floor: [seen({ x: -20, y: 0 }), seen({ x: foot.lengthMm + 20, y: 0 })],
      ruler: { from: seen({ x: foot.lengthMm + 12, y: 0 }), mm: 50 },
    },
    { level: made.level, chance, isTurned: false, topMm: 176 },
  )
  const truth = Math.round(shape.navicularMm)
  const lineAt: LineAt = {
    as: 'height',
    from: { x: at.x - 40, y: 0 },
    to: { x: at.x + 40, y: 0 },
    up: { x: 0, y: -1 },
  }
  return asked(made, side, {
    scene,
    asks: { ask: 'number', low: 10, high: 75, step: 1, truth },
    lineAt,
  })
}

/** Ankle bone, the fold behind the big toe and the edge of the arch: what the eye holds on to from the inner side. */
function innerLines(lengthMm: number, navicularMm: number): Point[][] {
  const ankle = { x: 0.235 * lengthMm, y: Math.max(62, navicularMm + 26) }
  const malleolus = Array.from({ length: 15 }, (_, i) => {
    const angle = Math.PI * (1.08 + (0.86 * i) / 14)
    return { x: ankle.x + 13 * Math.cos(angle), y: ankle.y + 15 * Math.sin(angle) }
  })
  const toes = [
    { x: 0.8 * lengthMm, y: 20 },
    { x: 0.86 * lengthMm, y: 13 },
    { x: 0.9 * lengthMm, y: 11 },
  ]
  const nail = [
    { x: 0.955 * lengthMm, y: 17.5 },
    { x: 0.975 * lengthMm, y: 15.5 },
    { x: 0.988 * lengthMm, y: 11.5 },
  ]
  return [malleolus, toes, nail]
}

const steps = ['clearlyLow', 'ratherLow', 'middle', 'ratherHigh', 'clearlyHigh'] as const

/** Arch from above: a low arch fills the inner border out, a high one hollows it. */
export function archAbove(made: Made): SceneQuestion {
  const { chance, foot, side } = start(made)
  const truth = chance.integer(0, 4)
  const z = truth - 2
  const drawn = footOutline(foot)
  const l = foot.lengthMm
  // how far the border moves, and over which stretch, is the generator's own: nothing measures it
  const bulge = (p: Point): Point => {
    const share = (p.y / l - 0.2) / 0.38
    if (p.x < 0 || share <= 0 || share >= 1) return p
    return { x: p.x - z * 0.018 * l * Math.sin(Math.PI * share) ** 2, y: p.y }
  }
  const seen = flip(side)
  const scene = framed(
    {
      skins: [drawn.outlineFootMm.map((p) => seen(bulge(p)))],
      lines: [...drawn.nailsFootMm, ...drawn.creasesFootMm].map((line) => line.map(seen)),
    },
    { level: made.level, chance },
  )
  return asked(made, side, {
    scene,
    asks: { ask: 'choice', options: steps, truth, costs: steps.map((_, i) => i - truth) },
  })
}

/** Arch from a print: the arch index. */
export function archPrint(made: Made): SceneQuestion {
  const { chance, foot, side } = start(made)
  const contact = contactShape(foot)
  const seen = flip(side)
  const truth = printTruth(foot, contact)
  const curves = [...contact.body, ...contact.toePads.filter((pad) => pad !== null)]
  const { helped } = difficulty(made.level, chance)
  const l = truth.toelessLengthMm
  const half = foot.ballWidthMm * 0.62
  const thirds = [l / 3, (2 * l) / 3].map((y) => [seen({ x: -half, y }), seen({ x: half, y })])
  const scene = framed(
    { skins: [], prints: curves.map((curve) => curve.map(seen)), lines: helped ? thirds : [] },
    { level: made.level, chance },
  )
  return asked(made, side, {
    scene,
    asks: { ask: 'number', low: 0, high: 0.4, step: 0.01, truth: Math.round(truth.archIndex * 100) / 100 },
  })
}

/** Heel from behind: its angle against the vertical, everted is +. */
export function heel(made: Made): SceneQuestion {
  const { chance, foot, side } = start(made)
  const shape = arbitrarySide(made.seed, foot)
  const drawn = rearDrawing(shape)
  const seen = flip(side)
  const { helped } = difficulty(made.level, chance)
  const { heelLower, heelUpper } = drawn.dots
  const truth = Math.round(shape.heelAngleDeg)
  const scene = framed(
    {
      skins: [drawn.skinMm.map(seen)],
      lines: rearLines(shape.heelAngleDeg).map((line) => line.map(seen)),
      dots: helped ? [heelLower, heelUpper].map(seen) : [],
      floor: [seen({ x: -75, y: 0 }), seen({ x: 75, y: 0 })],
    },
    // the floor says what upright is: turning the picture would change the answer
    { level: made.level, chance, isTurned: false, topMm: 190 },
  )
  const about = seen(heelLower)
  return asked(made, side, {
    scene,
    asks: { ask: 'number', low: -12, high: 22, step: 1, truth },
    lineAt: {
      as: 'angle',
      about: { x: about.x, y: -about.y },
      zero: { x: 0, y: -1 },
      sign: medialSignImage(side) === 1 ? 1 : -1,
      lengthMm: 92,
    },
  })
}

/** The tendon above the heel and the skin fold round it: they lead the eye along the bones. */
function rearLines(heelDeg: number): Point[][] {
  const at = (across: number, height: number): Point => ({
    x: across + Math.tan(degToRad(heelDeg)) * Math.min(0, height - 66),
    y: height,
  })
  const tendon = [-7, 7].map((x) => [at(x, 150), at(x * 0.9, 110), at(x * 1.1, 74), at(x * 1.8, 52)])
  const fold = [at(-20, 9), at(-8, 6), at(8, 6), at(20, 9)]
  return [...tendon, fold]
}

/** Big toe from above: its lean. */
export function hallux(made: Made): SceneQuestion {
  const { chance, foot: usual } = start(made)
  const foot = {
    ...usual,
    halluxAngleDeg: chance.between(0, [40, 34, 30, 28][made.level - 1]!),
    toeGapMm: 3,
  }
  const scene = topScene(foot, 'top')
  const drawn = footOutline(foot)
  const seen = flip(foot.side)
  const truth = Math.round(scene.truth.halluxAngle!)
  const m1 = scene.landmarks.m1!
  const edge = scene.landmarks.halluxEdge!
  const heel = scene.landmarks.heelMedial!
  const picture = framed(
    {
      skins: [drawn.outlineFootMm.map(seen)],
      lines: [...drawn.nailsFootMm, ...drawn.creasesFootMm].map((line) => line.map(seen)),
      dots: made.level === 1 ? [m1] : [],
    },
    { level: made.level, chance, isTurned: false },
  )
  const down = (p: Point): Point => ({ x: p.x, y: -p.y })
  const length = Math.hypot(m1.x - heel.x, m1.y - heel.y)
  return asked(made, foot.side, {
    scene: picture,
    asks: { ask: 'number', low: -5, high: 50, step: 1, truth },
    truthLines: [
      [down(heel), down(m1)],
      [down(m1), down(edge)],
    ],
    lineAt: {
      as: 'angle',
      about: down(m1),
      zero: { x: (m1.x - heel.x) / length, y: -(m1.y - heel.y) / length },
      // leaning outward turns away from the inner side
      sign: medialSignImage(foot.side) === 1 ? -1 : 1,
      lengthMm: 70,
    },
  })
}

const toes = ['toe1', 'toe2', 'toe3', 'toe4', 'toe5', 'allTouch'] as const

/** A print: which toe leaves no mark. */
export function toe(made: Made): SceneQuestion {
  const { chance, foot, side } = start(made)
  const truth = chance.integer(0, 5)
  const contact = contactShape({ ...foot, liftedToes: truth < 5 ? [truth] : [] })
  const seen = flip(side)
  // harder: the toes that touch do so lightly, so that their marks are small
  const shrink = [1, 0.85, 0.66, 0.5][made.level - 1]!
  const pads = contact.toePads.flatMap((pad) => {
    if (!pad) return []
    const middle = pad.reduce((a, p) => ({ x: a.x + p.x / pad.length, y: a.y + p.y / pad.length }), {
      x: 0,
      y: 0,
    })
    const size = shrink * chance.between(0.85, 1)
    return [
      pad.map((p) => ({ x: middle.x + (p.x - middle.x) * size, y: middle.y + (p.y - middle.y) * size })),
    ]
  })
  const scene = framed(
    { skins: [], prints: [...contact.body, ...pads].map((curve) => curve.map(seen)) },
    { level: made.level, chance },
  )
  return asked(made, side, {
    scene,
    asks: { ask: 'choice', options: toes, truth, costs: toes.map((_, i) => (i === truth ? 0 : 1)) },
  })
}

const shoeNames = ['A', 'B', 'C'] as const

/** Three shoes laid under one foot: which presses the big toe, and by how much. */
export function shoe(made: Made): SceneQuestion {
  const { chance, foot, side } = start(made)
  const drawn = footOutline(foot)
  const seen = flip(side)
  const pushMm = chance.integer([6, 4, 3, 2][made.level - 1]!, 12)
  const truth = chance.integer(0, 2)
  const toeRing = drawn.toesFootMm[0]!
  const apart = foot.ballWidthMm * 1.55
  const left =
    (i: number) =>
    (p: Point): Point => ({ x: seen(p).x + (i - 1) * apart, y: p.y })
  const insoles = shoeNames.map((_, i) => {
    const clear = i === truth ? -pushMm : chance.between(2.8, 6)
    return insoleWithRoom(drawn.outlineFootMm, toeRing, foot, clear)
  })
  const scene = framed(
    {
      skins: shoeNames.map((_, i) => drawn.outlineFootMm.map(left(i))),
      lines: shoeNames.flatMap((_, i) => drawn.nailsFootMm.map((nail) => nail.map(left(i)))),
      shoes: insoles.map((outline, i) => ({ name: shoeNames[i]!, outline: outline.map(left(i)) })),
      ruler: { from: { x: -apart * 1.5, y: 0 }, mm: 20 },
    },
    { level: made.level, chance, isTurned: false },
  )
  return asked(made, side, {
    scene,
    asks: { ask: 'which', options: shoeNames, truth: { option: truth, mm: pushMm }, high: 20 },
  })
}
