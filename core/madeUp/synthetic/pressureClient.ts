import type { Point } from '../../groundwork/geometry'
import { bySide, sides, type BySide, type Side } from '../../groundwork/side'
import { weightN } from '../../groundwork/units'
import { contactShape } from './contact'
import { neutralFoot, type FootShape } from '../../figure/footShape'
import {
  pressedFoot,
  pressInto,
  solveLoads,
  type PressedFoot,
  type PressureGrid,
  type SourceLoads,
} from './pressedFoot'
import { chanceFrom, type Chance } from './random'

export const pressureTasks = ['stance', 'single', 'squat', 'walk'] as const
export type PressureTask = (typeof pressureTasks)[number]

/** Everything about a made-up client that shows on a mat. Lengths mm, times s, pressures kPa. */
export type PressureClient = {
  shapes: BySide<FootShape>
  bodyMassKg: number
  /** the left foot's part of the weight, standing on both */
  leftShare: number
  /** where the load stands on each foot at rest, foot frame */
  copFootMm: BySide<Point>
  /** root mean square of the sway of one foot */
  swayMm: { across: number; along: number }
  /** eyes shut: how many times wider the sway becomes */
  eyesShutFactor: number
  toesLifted: readonly number[]
  /** squat: how deep, and the depth from which the foot rolls in; lateral for a squat that is never lost */
  squat: { reps: number; repS: number; bottomPct: number; lostAtPct: BySide<number> }
  /** walking: outward bulge of the load's path, and when and how far it goes inward again */
  walk: BySide<{
    excursionMm: number
    medialPeakAt: number
    medialMm: number
    stanceS: number
    toeOutDeg: number
  }>
}

export type PressureFaults = {
  noiseKpa: number
  /** what a cell must feel to answer at all */
  floorKpa: number
  deadCells: readonly number[]
  /** stretches without a frame, s */
  dropOutsS: readonly (readonly [from: number, to: number])[]
}

export const usualPressureFaults: PressureFaults = {
  noiseKpa: 0.3,
  floorKpa: 1,
  deadCells: [],
  dropOutsS: [],
}

export function defaultPressureClient(change: Partial<PressureClient> = {}): PressureClient {
  const shapes = change.shapes ?? bySide((side) => ({ ...neutralFoot, side }))
  return {
    shapes,
    bodyMassKg: 72,
    leftShare: 0.5,
    copFootMm: bySide((side) => ({ x: -4, y: shapes[side].lengthMm * 0.4 })),
    swayMm: { across: 1.6, along: 3.4 },
    eyesShutFactor: 1.5,
    toesLifted: [],
    squat: { reps: 3, repS: 5, bottomPct: 90, lostAtPct: { left: 60, right: 200 } },
    walk: bySide(() => ({
      excursionMm: 9,
      medialPeakAt: 0.42,
      medialMm: 5,
      stanceS: 0.64,
      toeOutDeg: 6,
    })),
    ...change,
  }
}

/** Standing grid of two feet side by side, and the square one for one foot or walking. */
export const twoFootGrid: PressureGrid = { rows: 48, cols: 96, pitchMm: 7 }
export const squareGrid: PressureGrid = { rows: 64, cols: 64, pitchMm: 7 }

type Step = { foot: PressedFoot; side: Side; startS: number; stanceS: number }

/** A client on a mat: the pressure at any moment, and what is true of it. */
export type PressureScene = {
  grid: PressureGrid
  durationS: number
  feet: BySide<PressedFoot> | undefined
  steps: readonly Step[]
  /** true load, its centre and the depth of the squat */
  truthAt: (tS: number) => BySide<{ loadN: number; copFootMm: Point; copMatMm: Point } | undefined> & {
    depthPct: number
  }
  /** newtons on each source of a standing foot, in the order of its sources */
  loadsAt: (tS: number, side: Side) => Float64Array | undefined
  /** the plain pressure, without faults, added into a frame of zeros */
  press: (tS: number, frame: Float32Array) => void
}

export type SceneOptions = {
  task: PressureTask
  /** which foot, for one leg; both otherwise */
  side?: Side | undefined
  eyesShut?: boolean
  seconds: number
  seed: number
  grid?: PressureGrid
  stepsASide?: number
  /** a walk along a long mat instead of single steps one after the other */
  along?: WalkAlong
}

/** Steps along a long mat: each comes down before the one before has left. Lengths mm, times s. */
export type WalkAlong = {
  steps: number
  /** from one heel to the next of the other foot, along the way */
  stepMm: number
  /** between the heels, across the way */
  widthMm: number
  overlapS: number
  /** way against the long side of the mat, + to the client's right, degrees */
  turnDeg: number
}

/** A mat long and wide enough for a walk along it. */
export function longGrid({ steps, stepMm, turnDeg }: WalkAlong): PressureGrid {
  const wayMm = (steps - 1) * stepMm
  const turn = (Math.abs(turnDeg) * Math.PI) / 180
  return {
    rows: Math.ceil((wayMm * Math.cos(turn) + 400) / 7),
    cols: Math.ceil((wayMm * Math.sin(turn) + 420) / 7),
    pitchMm: 7,
  }
}

/** Builds the scene of one task from a seed: same seed, same sway. */
export function pressureScene(client: PressureClient, options: SceneOptions): PressureScene {
  return options.task === 'walk' ? walkScene(client, options) : standScene(client, options)
}

function standScene(client: PressureClient, options: SceneOptions): PressureScene {
  const grid = options.grid ?? twoFootGrid
  const chance = chanceFrom(options.seed * 7919 + 101)
  const midX = (grid.cols * grid.pitchMm) / 2
  const half = options.task === 'single' ? 0 : Math.min(95, grid.cols * grid.pitchMm * 0.24)
  const feet = bySide((side) =>
    pressedFoot(
      client.shapes[side],
      {
        heelMatMm: {
          x: midX + (side === 'left' ? -half : half) + chance.between(-4, 4),
          y: chance.between(14, 30),
        },
        toeOutDeg: chance.between(2, 9),
      },
      grid,
    ),
  )
  const sway = bySide(() => ({ across: waves(chance), along: waves(chance) }))
  const shareWave = waves(chance)
  const factor = options.eyesShut ? client.eyesShutFactor : 1
  const oneLeg = options.task === 'single' ? 1.9 : 1
  const bodyN = weightN(client.bodyMassKg)
  const bias: SourceLoads = Object.fromEntries(client.toesLifted.map((t) => [`toe${t + 1}`, 0.001]))
  const depthAt = (tS: number) => (options.task === 'squat' ? squatDepth(tS, client.squat) : 0)
  const standing = options.task === 'single' ? [options.side ?? 'left'] : sides
  const stateOf = (side: Side, tS: number) => {
    if (!standing.includes(side)) return undefined
    const depth = depthAt(tS)
    const lost = Math.max(0, depth - client.squat.lostAtPct[side])
    const share =
      standing.length === 1
        ? 1
        : (side === 'left' ? client.leftShare : 1 - client.leftShare) +
          (side === 'left' ? 1 : -1) * 0.012 * factor * shareWave(tS)
    const rest = client.copFootMm[side]
    return {
      loadN: bodyN * share,
      lost,
      wanted: {
        x:
          rest.x + client.swayMm.across * factor * oneLeg * sway[side].across(tS) + Math.min(16, lost * 0.55),
        y: rest.y + client.swayMm.along * factor * oneLeg * sway[side].along(tS) + depth * 0.12,
      },
    }
  }
  const solved = (side: Side, tS: number) => {
    const state = stateOf(side, tS)
    return (
      state &&
      solveLoads(feet[side], {
        loadN: state.loadN,
        copFootMm: state.wanted,
        bias: state.lost > 0 ? { ...bias, midfoot: 1 + Math.min(1.5, state.lost / 20) } : bias,
      })
    )
  }
  return {
    grid,
    durationS: options.seconds,
    feet,
    steps: [],
    truthAt: (tS) => ({
      ...bySide((side) => {
        const answer = solved(side, tS)
        if (!answer) return undefined
        return {
          loadN: answer.loadsN.reduce((s, v) => s + v, 0),
          copFootMm: answer.copFootMm,
          copMatMm: feet[side].toMat(answer.copFootMm),
        }
      }),
      depthPct: depthAt(tS),
    }),
    loadsAt: (tS, side) => solved(side, tS)?.loadsN,
    press: (tS, frame) => {
      for (const side of standing) pressInto(frame, feet[side], solved(side, tS)!.loadsN)
    },
  }
}

const stillS = 2.5 // a squat begins after quiet standing

/** Down and up again, each repetition the same; quiet standing before. */
export function squatDepth(tS: number, squat: PressureClient['squat']): number {
  const into = tS - stillS
  if (into < 0 || into > squat.reps * squat.repS) return 0
  return squat.bottomPct * 0.5 * (1 - Math.cos((2 * Math.PI * into) / squat.repS))
}

/** True moments at which the foot rolls in, one a repetition. */
export function squatLossesS(squat: PressureClient['squat'], side: Side): number[] {
  const lostAt = squat.lostAtPct[side]
  if (lostAt >= squat.bottomPct) return []
  const into = (Math.acos(1 - (2 * lostAt) / squat.bottomPct) / (2 * Math.PI)) * squat.repS
  return Array.from({ length: squat.reps }, (_, k) => stillS + k * squat.repS + into)
}

function walkScene(client: PressureClient, options: SceneOptions): PressureScene {
  const grid = options.grid ?? squareGrid
  const chance = chanceFrom(options.seed * 7919 + 211)
  const { along } = options
  const count = along?.steps ?? (options.stepsASide ?? 3) * 2
  const betweenS = along ? -along.overlapS : 1.1
  const steps: Step[] = []
  let at = 0.6
  for (let k = 0; k < count; k++) {
    const side: Side = k % 2 === 0 ? 'left' : 'right'
    const walk = client.walk[side]
    const stanceS = walk.stanceS * chance.between(0.97, 1.03)
    const heelMatMm = along
      ? heelAlong(along, k, side, grid)
      : {
          x: (grid.cols * grid.pitchMm) / 2 + chance.between(-25, 25),
          y: 30 + chance.between(0, Math.max(1, grid.rows * grid.pitchMm - 330 - 40)),
        }
    // a left foot's toes turn out to the left, a way to the right takes them back
    const turnDeg = (along?.turnDeg ?? 0) * (side === 'left' ? -1 : 1)
    const toeOutDeg = walk.toeOutDeg + chance.between(-1.5, 1.5) + turnDeg
    steps.push({
      foot: pressedFoot(client.shapes[side], { heelMatMm, toeOutDeg }, grid),
      side,
      startS: at,
      stanceS,
    })
    at += stanceS + betweenS
  }
  if (along) at += along.overlapS + 0.4
  const bodyN = weightN(client.bodyMassKg)
  const solvedStep = (step: Step, tS: number) => {
    const s = (tS - step.startS) / step.stanceS
    const copFootMm = stepCop(client, step.side, s)
    return { step, ...solveLoads(step.foot, { loadN: bodyN * stepLoad(s), copFootMm }) }
  }
  const standing = (tS: number) => steps.filter((s) => tS > s.startS && tS < s.startS + s.stanceS)
  const solved = (tS: number) => {
    const step = standing(tS)[0]
    return step && solvedStep(step, tS)
  }
  return {
    grid,
    durationS: at,
    feet: undefined,
    steps,
    truthAt: (tS) => {
      const now = solved(tS)
      return {
        ...bySide((side) =>
          now?.step.side === side
            ? {
                loadN: now.loadsN.reduce((a, b) => a + b, 0),
                copFootMm: now.copFootMm,
                copMatMm: now.step.foot.toMat(now.copFootMm),
              }
            : undefined,
        ),
        depthPct: 0,
      }
    },
    loadsAt: (tS, side) => {
      const now = solved(tS)
      return now?.step.side === side ? now.loadsN : undefined
    },
    press: (tS, frame) => {
      for (const step of standing(tS)) pressInto(frame, step.foot, solvedStep(step, tS).loadsN)
    },
  }
}

/** Where the k-th heel comes down: from the end of the mat onward, turned about the first. */
function heelAlong(along: WalkAlong, k: number, side: Side, grid: PressureGrid): Point {
  const turn = (along.turnDeg * Math.PI) / 180
  const across = (side === 'left' ? -0.5 : 0.5) * along.widthMm
  const way = k * along.stepMm
  const wideMm = (along.steps - 1) * along.stepMm * Math.sin(turn)
  return {
    x: (grid.cols * grid.pitchMm - wideMm) / 2 + across * Math.cos(turn) + way * Math.sin(turn),
    y: 40 - across * Math.sin(turn) + way * Math.cos(turn),
  }
}

/** Part of body weight on the ground through a step, with its two humps. */
function stepLoad(s: number): number {
  return 1.12 * Math.pow(Math.sin(Math.PI * s), 0.45) * (1 - 0.24 * Math.sin(Math.PI * s) ** 6)
}

/** The way of the load under a foot, heel to big toe, bulging outward, with a turn inward at its own time. */
function stepCop(client: PressureClient, side: Side, s: number): Point {
  const { lengthMm: l, ballWidthMm: w } = client.shapes[side]
  const { excursionMm, medialPeakAt, medialMm } = client.walk[side]
  const from = { x: 0, y: 0.13 * l }
  const to = { x: 0.12 * w, y: 0.84 * l }
  const onward = s - 0.11 * Math.sin(2 * Math.PI * s) * 0.8
  const bulge = Math.sin(Math.PI * onward)
  const inward = Math.exp(-(((s - medialPeakAt) / 0.07) ** 2) / 2)
  return {
    x: from.x + (to.x - from.x) * onward ** 1.5 - excursionMm * bulge + medialMm * inward,
    y: from.y + (to.y - from.y) * onward,
  }
}

/** Sum of slow and quick waves with a root mean square of one: smooth, never repeating within a recording. */
function waves(chance: Chance): (tS: number) => number {
  const parts = Array.from({ length: 18 }, (_, k) => {
    const hz = 0.06 * Math.pow(2.2 / 0.06, (k + chance.unit()) / 18)
    // a load's centre wanders a little slower than a random walk, whose size in bands of equal ratio falls with the root
    return { hz, phase: chance.between(0, 2 * Math.PI), size: Math.pow(hz, -0.6) }
  })
  const rms = Math.sqrt(parts.reduce((s, p) => s + p.size ** 2 / 2, 0))
  return (tS) => parts.reduce((s, p) => s + (p.size / rms) * Math.sin(2 * Math.PI * p.hz * tS + p.phase), 0)
}

/** One frame as a mat would send it: noise, a floor, dead cells; undefined where it drops out. */
export function sensedFrame(
  scene: PressureScene,
  tS: number,
  faults: PressureFaults,
  chance: Chance,
  into?: Float32Array,
): Float32Array | undefined {
  if (faults.dropOutsS.some(([from, to]) => tS >= from && tS < to)) return undefined
  const frame = into ?? new Float32Array(scene.grid.rows * scene.grid.cols)
  frame.fill(0)
  scene.press(tS, frame)
  for (let i = 0; i < frame.length; i++) {
    const felt = frame[i]!
    if (felt === 0) continue // a cell with nothing on it stays below the floor
    const noisy = felt + (chance.unit() + chance.unit() + chance.unit() - 1.5) * 2 * faults.noiseKpa
    frame[i] = noisy < faults.floorKpa ? 0 : noisy
  }
  for (const cell of faults.deadCells) frame[cell] = 0
  return frame
}

/** True measures of a standing scene, summed up moment by moment from what was put on the mat. */
export function standTruth(scene: PressureScene, rateHz: number) {
  const count = Math.round(scene.durationS * rateHz)
  return bySide((side) => {
    const foot = scene.feet?.[side]
    const points = Array.from({ length: count }, (_, i) => scene.truthAt(i / rateHz)[side])
    if (!foot || points.some((p) => p === undefined)) return undefined
    const cops = points.map((p) => p!.copMatMm)
    const feet = points.map((p) => p!.copFootMm)
    const meanOf = (list: readonly Point[]) => ({
      x: list.reduce((s, p) => s + p.x, 0) / count,
      y: list.reduce((s, p) => s + p.y, 0) / count,
    })
    const mean = meanOf(cops)
    let [xx, xy, yy, pathMm] = [0, 0, 0, 0]
    cops.forEach((p, i) => {
      xx += (p.x - mean.x) ** 2 / (count - 1)
      xy += ((p.x - mean.x) * (p.y - mean.y)) / (count - 1)
      yy += (p.y - mean.y) ** 2 / (count - 1)
      if (i > 0) pathMm += Math.hypot(p.x - cops[i - 1]!.x, p.y - cops[i - 1]!.y)
    })
    return {
      loadN: points.reduce((s, p) => s + p!.loadN, 0) / count,
      copMeanMatMm: mean,
      pathMm,
      ellipseMm2: Math.PI * 5.991 * Math.sqrt(Math.max(0, xx * yy - xy * xy)),
      tripod: leverShares(foot.pointsFootMm, meanOf(feet)),
    }
  })
}

/** Loads on three points by levers: each carries in proportion to the distance from the line of the other two. */
function leverShares(points: PressedFoot['pointsFootMm'], cop: Point) {
  const lever = (p: Point, a: Point, b: Point) => {
    const n = { x: -(b.y - a.y), y: b.x - a.x }
    return (p.x - a.x) * n.x + (p.y - a.y) * n.y
  }
  const { heel, m1, m5 } = points
  return {
    h: lever(cop, m1, m5) / lever(heel, m1, m5),
    m1: lever(cop, heel, m5) / lever(m1, heel, m5),
    m5: lever(cop, heel, m1) / lever(m5, heel, m1),
  }
}

/** True measures of one walking step: its excursion index from the path it was given. */
export function stepTruth(client: PressureClient, step: Step) {
  const n = 1000
  const path = Array.from({ length: n - 1 }, (_, i) => stepCop(client, step.side, (i + 1) / n))
  const contact = contactShape(step.foot.shape)
  const all = [...contact.body, ...contact.toePads.filter((p) => p !== null)].flat()
  const lengthMm = Math.max(...all.map((p) => p.y)) - Math.min(...all.map((p) => p.y))
  const yAt = Math.min(...all.map((p) => p.y)) + (lengthMm * 2) / 3
  const [first, last] = [path[0]!, path[path.length - 1]!]
  const lineX = (y: number) => first.x + ((last.x - first.x) * (y - first.y)) / (last.y - first.y)
  const at = path.reduce((a, b) => (Math.abs(b.y - yAt) < Math.abs(a.y - yAt) ? b : a))
  const xs = contact.body.flatMap((curve) =>
    curve.flatMap((a, i) => {
      const b = curve[(i + 1) % curve.length]!
      return a.y <= yAt !== b.y <= yAt ? [a.x + ((yAt - a.y) / (b.y - a.y)) * (b.x - a.x)] : []
    }),
  )
  const widthMm = Math.max(...xs) - Math.min(...xs)
  return { stanceS: step.stanceS, copExcursionPct: ((lineX(at.y) - at.x) / widthMm) * 100 }
}

const fineMm = 1

/**
 * True share of the load of each region of a standing foot, percent: the very sources laid on cells of a millimetre,
 * toes from their own sources, the rest by thirds of the length without toes.
 */
export function regionTruth(scene: PressureScene, side: Side, rateHz: number) {
  const foot = scene.feet?.[side]
  if (!foot) return undefined
  const { heelMatMm, toeOutDeg } = foot.place
  const reachMm = 360
  const middle = { x: reachMm / 2, y: 40 }
  const fine = pressedFoot(
    foot.shape,
    { heelMatMm: middle, toeOutDeg },
    { rows: reachMm / fineMm, cols: reachMm / fineMm, pitchMm: fineMm },
  )
  const thirdMm = contactShape(foot.shape).toelessLengthMm / 3
  const away = { x: heelMatMm.x - middle.x, y: heelMatMm.y - middle.y }
  const parts = fine.sources.map(({ name, cells, kpaPerN }) => {
    const shares = { heel: 0, midfoot: 0, forefoot: 0, toes: 0 }
    cells.forEach((cell, k) => {
      const at = foot.toFoot({
        x: ((cell % (reachMm / fineMm)) + 0.5) * fineMm + away.x,
        y: (Math.floor(cell / (reachMm / fineMm)) + 0.5) * fineMm + away.y,
      })
      const region = name.startsWith('toe')
        ? 'toes'
        : at.y < thirdMm
          ? 'heel'
          : at.y < 2 * thirdMm
            ? 'midfoot'
            : 'forefoot'
      shares[region] += kpaPerN[k]! * fineMm * fineMm * 1e-3
    })
    return shares
  })
  const sums = { heel: 0, midfoot: 0, forefoot: 0, toes: 0 }
  let all = 0
  const count = Math.round(scene.durationS * rateHz)
  for (let i = 0; i < count; i++) {
    const loadsN = scene.loadsAt(i / rateHz, side)
    loadsN?.forEach((load, s) => {
      all += load
      for (const region of ['heel', 'midfoot', 'forefoot', 'toes'] as const)
        sums[region] += load * parts[s]![region]
    })
  }
  const pct = (v: number) => (100 * v) / all
  return {
    heel: pct(sums.heel),
    midfoot: pct(sums.midfoot),
    forefoot: pct(sums.forefoot),
    toes: pct(sums.toes),
  }
}
