import { boundsOf, insideOf, type Point } from '../../groundwork/geometry'
import { contactShape } from './contact'
import type { FootShape } from '../../figure/footShape'

/** A mat's cells: row 0 nearest the heels, column 0 at the client's left. */
export type PressureGrid = { rows: number; cols: number; pitchMm: number }

/** Where a foot stands on the mat: its heel point in the mat frame, and how far its toes turn out. */
export type FootPlace = { heelMatMm: Point; toeOutDeg: number }

export const sourceNames = [
  'heelBack',
  'heelFront',
  'midfoot',
  'm1',
  'm2',
  'm3',
  'm4',
  'm5',
  'toe1',
  'toe2',
  'toe3',
  'toe4',
  'toe5',
] as const
export type SourceName = (typeof sourceNames)[number]

/** One part of the sole that presses: what each cell feels of one newton on it. */
export type LoadSource = {
  name: SourceName
  cells: Int32Array
  kpaPerN: Float32Array
  centreFootMm: Point
  centreMatMm: Point
  contactMm2: number
}

export type PressedFoot = {
  shape: FootShape
  place: FootPlace
  sources: LoadSource[]
  /** where this foot really stands on its three points, foot frame */
  pointsFootMm: { heel: Point; m1: Point; m5: Point }
  toMat: (pFootMm: Point) => Point
  toFoot: (pMatMm: Point) => Point
  /** where the last solution lay, a good place to start the next: it changes how fast, never what */
  tilt: Point
}

const samplesAcross = 4 // samples a cell and direction: finer than any edge the mat can show
const domeFloor = 0.25 // a toe presses a quarter as hard at its rim as in its middle

/** Lays a made-up foot on a mat and works out how each part of its sole spreads its load over the cells. */
export function pressedFoot(shape: FootShape, place: FootPlace, grid: PressureGrid): PressedFoot {
  const contact = contactShape(shape)
  const spots = bodySpots(shape, contact.toelessLengthMm)
  const { toMat, toFoot } = framesOf(shape, place)
  const gathered = new Map(sourceNames.map((name) => [name, new Gathered()]))
  const curves = [...contact.body, ...contact.toePads.filter((pad) => pad !== null)]
  const box = boundsOf(curves.flat().map(toMat))
  const step = grid.pitchMm / samplesAcross
  const cellFrom = (mm: number) => Math.max(0, Math.floor(mm / grid.pitchMm))
  const bodies = contact.body.map(insideOf)
  const pads = contact.toePads.map((pad) => pad && { isOn: insideOf(pad), box: boundsOf(pad) })
  for (let row = cellFrom(box.minY); row <= Math.min(grid.rows - 1, cellFrom(box.maxY)); row++)
    for (let col = cellFrom(box.minX); col <= Math.min(grid.cols - 1, cellFrom(box.maxX)); col++)
      for (let k = 0; k < samplesAcross * samplesAcross; k++) {
        const mat = {
          x: col * grid.pitchMm + ((k % samplesAcross) + 0.5) * step,
          y: row * grid.pitchMm + (Math.floor(k / samplesAcross) + 0.5) * step,
        }
        const foot = toFoot(mat)
        const cell = row * grid.cols + col
        if (bodies.some((isOn) => isOn(foot)))
          for (const spot of spots)
            gathered
              .get(spot.name)!
              .add(
                cell,
                foot,
                mat,
                Math.max(
                  spot.least,
                  Math.exp(-(((foot.x - spot.x) / spot.sx) ** 2 + ((foot.y - spot.y) / spot.sy) ** 2) / 2),
                ),
              )
        pads.forEach((toe, i) => {
          if (!toe || !toe.isOn(foot)) return
          const { minX, maxX, minY, maxY } = toe.box
          const r2 =
            ((foot.x - (minX + maxX) / 2) / ((maxX - minX) / 2)) ** 2 +
            ((foot.y - (minY + maxY) / 2) / ((maxY - minY) / 2)) ** 2
          gathered.get(toeNames[i]!)!.add(cell, foot, mat, domeFloor + (1 - domeFloor) * Math.max(0, 1 - r2))
        })
      }
  const spotOf = (name: SourceName) => spots.find((s) => s.name === name)!
  const [back, front] = [spotOf('heelBack'), spotOf('heelFront')]
  return {
    shape,
    place,
    toMat,
    toFoot,
    tilt: { x: 0, y: 0 },
    sources: sourceNames.flatMap((name) => gathered.get(name)!.source(name, step, grid.pitchMm)),
    pointsFootMm: {
      heel: { x: (back.x + front.x) / 2, y: (back.y + front.y) / 2 },
      m1: { x: spotOf('m1').x, y: spotOf('m1').y },
      m5: { x: spotOf('m5').x, y: spotOf('m5').y },
    },
  }
}

const toeNames = ['toe1', 'toe2', 'toe3', 'toe4', 'toe5'] as const

/** x medial is the client's right for a left foot; toes out turns a left foot to the left. */
function framesOf(shape: FootShape, place: FootPlace) {
  const sign = shape.side === 'left' ? 1 : -1
  const a = (place.toeOutDeg * Math.PI) / 180
  const [c, s] = [Math.cos(a), Math.sin(a)]
  return {
    toMat: (p: Point): Point => ({
      x: place.heelMatMm.x + sign * (p.x * c - p.y * s),
      y: place.heelMatMm.y + p.x * s + p.y * c,
    }),
    toFoot: (m: Point): Point => {
      const u = sign * (m.x - place.heelMatMm.x)
      const v = m.y - place.heelMatMm.y
      return { x: u * c + v * s, y: -u * s + v * c }
    },
  }
}

/** Middle and spread of a pad, mm; whatever touches at all carries the least. */
type Spot = { name: SourceName; x: number; y: number; sx: number; sy: number; least: number }

/** Where the sole presses: pads under heel and joint heads, a lateral band between them. */
function bodySpots(shape: FootShape, lengthMm: number): Spot[] {
  const ball = shape.ballWidthMm * 0.91
  const heel = shape.heelWidthMm
  const head = (name: SourceName, across: number, along: number): Spot => ({
    name,
    x: across * ball,
    y: along * lengthMm,
    sx: ball * 0.105,
    sy: lengthMm * 0.05,
    least: 0,
  })
  return [
    { name: 'heelBack', x: 0, y: 0.085 * lengthMm, sx: heel * 0.24, sy: lengthMm * 0.05, least: 0 },
    { name: 'heelFront', x: 0, y: 0.185 * lengthMm, sx: heel * 0.24, sy: lengthMm * 0.06, least: 0 },
    { name: 'midfoot', x: -0.3 * ball, y: 0.47 * lengthMm, sx: ball * 0.17, sy: lengthMm * 0.13, least: 0.3 },
    head('m1', 0.25, 0.855),
    head('m2', 0.08, 0.895),
    head('m3', -0.09, 0.88),
    head('m4', -0.26, 0.84),
    head('m5', -0.41, 0.77),
  ]
}

/** What one part of the sole touches, cell by cell, in weights that are scaled to one newton at the end. */
class Gathered {
  private readonly byCell = new Map<number, number>()
  private total = 0
  private samples = 0
  private foot = { x: 0, y: 0 }
  private mat = { x: 0, y: 0 }

  add(cell: number, foot: Point, mat: Point, weight: number): void {
    if (weight < 1e-4) return // a pad presses no wider than it is
    this.byCell.set(cell, (this.byCell.get(cell) ?? 0) + weight)
    this.total += weight
    this.samples += weight > 0.1 ? 1 : 0
    this.foot = { x: this.foot.x + foot.x * weight, y: this.foot.y + foot.y * weight }
    this.mat = { x: this.mat.x + mat.x * weight, y: this.mat.y + mat.y * weight }
  }

  /** Nothing where this part hardly touches, as the midfoot of a high arch. */
  source(name: SourceName, sampleMm: number, pitchMm: number): LoadSource[] {
    const contactMm2 = this.samples * sampleMm * sampleMm
    if (contactMm2 < 40) return []
    const cells = Int32Array.from(this.byCell.keys())
    const cellM2 = (pitchMm / 1000) ** 2
    return [
      {
        name,
        cells,
        kpaPerN: Float32Array.from(cells, (c) => this.byCell.get(c)! / this.total / cellM2 / 1000),
        centreFootMm: { x: this.foot.x / this.total, y: this.foot.y / this.total },
        centreMatMm: { x: this.mat.x / this.total, y: this.mat.y / this.total },
        contactMm2,
      },
    ]
  }
}

export type SourceLoads = Partial<Record<SourceName, number>>

const usualLoads: Record<SourceName, number> = {
  heelBack: 0.27,
  heelFront: 0.25,
  midfoot: 0.11,
  m1: 0.09,
  m2: 0.08,
  m3: 0.07,
  m4: 0.06,
  m5: 0.06,
  toe1: 0.025,
  toe2: 0.006,
  toe3: 0.004,
  toe4: 0.003,
  toe5: 0.002,
}

const steepest = 0.4

/**
 * Newtons on each source so that they carry the load with its centre at a given place: the usual pattern, tilted.
 * @param bias more or less of some sources than usual, as factors
 */
export function solveLoads(
  foot: PressedFoot,
  input: { loadN: number; copFootMm: Point; bias?: SourceLoads },
): { loadsN: Float64Array; copFootMm: Point } {
  const { sources } = foot
  const base = sources.map((s) => usualLoads[s.name] * (input.bias?.[s.name] ?? 1))
  let { x: bx, y: by } = foot.tilt
  const weights = new Float64Array(sources.length)
  let cop = { x: 0, y: 0 }
  for (let round = 0; round < 40; round++) {
    let [w, x, y, xx, xy, yy] = [0, 0, 0, 0, 0, 0]
    // against the largest exponent, so that no weight overflows and never all of them vanish
    let most = -Infinity
    for (const { centreFootMm: at } of sources)
      most = Math.max(most, bx * (at.x - input.copFootMm.x) + by * (at.y - input.copFootMm.y))
    sources.forEach((source, i) => {
      const dx = source.centreFootMm.x - input.copFootMm.x
      const dy = source.centreFootMm.y - input.copFootMm.y
      const weight = base[i]! * Math.exp(bx * dx + by * dy - most)
      weights[i] = weight
      w += weight
      x += weight * dx
      y += weight * dy
      xx += weight * dx * dx
      xy += weight * dx * dy
      yy += weight * dy * dy
    })
    cop = { x: input.copFootMm.x + x / w, y: input.copFootMm.y + y / w }
    if (Math.hypot(x / w, y / w) < 2e-3) break
    // Newton on the convex log of the sum; a damped step where the pattern is nearly spent
    const a = xx / w - (x / w) ** 2 + 2
    const b = xy / w - (x / w) * (y / w)
    const c = yy / w - (y / w) ** 2 + 2
    const det = a * c - b * b
    const stepX = ((x / w) * c - (y / w) * b) / det
    const stepY = ((y / w) * a - (x / w) * b) / det
    const size = Math.hypot(stepX, stepY)
    const damp = size > 0.1 ? 0.1 / size : 1
    // a place outside the foot is not reached by any tilt: the load then stands at the border nearest to it
    bx = Math.max(-steepest, Math.min(steepest, bx - stepX * damp))
    by = Math.max(-steepest, Math.min(steepest, by - stepY * damp))
  }
  foot.tilt.x = bx
  foot.tilt.y = by
  const sum = weights.reduce((s, v) => s + v, 0)
  return { loadsN: weights.map((v) => (v / sum) * input.loadN), copFootMm: cop }
}

/** Adds the pressure of a loaded foot to a frame, kPa. */
export function pressInto(frame: Float32Array, foot: PressedFoot, loadsN: ArrayLike<number>): void {
  foot.sources.forEach((source, i) => {
    const load = loadsN[i]!
    if (load <= 0) return
    const { cells, kpaPerN } = source
    for (let k = 0; k < cells.length; k++) frame[cells[k]!]! += kpaPerN[k]! * load
  })
}
