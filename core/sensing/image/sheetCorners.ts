import {
  convexHull,
  crossingOf,
  distance,
  fitLine,
  lineDistance,
  polygonArea,
  type Line,
  type Point,
} from '../../groundwork/geometry'
import { bilinear } from './bilinear'
import { thresholdMask } from './bitMask'
import { labelRuns, type LabelledRuns } from './components'
import type { GreyImage } from './grey'
import type { RasterImage } from './rasterImage'
import { whiteness } from './whiteness'

/** Where a sheet lies on a picture, and how far the find may be trusted. */
export type SheetFind = {
  /** top left, top right, bottom right, bottom left, picture pixels */
  cornersImagePx: Point[]
  /** how far the seen edges stray from straight lines, root mean square, picture pixels */
  residualPx: number
  /** part of the four sides along which an edge was seen, the weakest side, 0..1 */
  support: number
  /** false: please look at the corners before measuring */
  isSure: boolean
}

const lookedAtPx = 480 // candidates are found as well on a small picture
const refinedAtPx = 1400 // edges are sharpened on a larger one
const thresholds = [70, 85, 100, 115, 130, 140, 150, 160, 168, 176, 184, 192, 200, 210, 220, 230]
const smallestShare = 0.12 // a lighter patch smaller than this part of the picture is no sheet
const fillsShare = 0.985 // a sheet that reaches this far each way fills the scan
const sureSupport = 0.62
const sureResidual = 1.1 // pixels of the larger picture
const sureContrast = 10 // grey levels between the sheet and what lies beside it

/**
 * Finds a light sheet on any darker ground: tries many thresholds, keeps the four-cornered patch whose sides are the
 * best edges, and sharpens its sides by straight lines. A scan of nothing but the sheet gives its own corners.
 * @returns undefined where no sheet stands out; a doubtful find says so (isSure false), it is never silent
 */
export function findSheet(image: RasterImage): SheetFind | undefined {
  const { widthPx, heightPx } = image
  const longer = Math.max(widthPx, heightPx)
  const factor = Math.max(1, Math.ceil(longer / lookedAtPx))
  const small = whiteness(image, factor)
  const candidates = thresholds.flatMap((threshold) => quadsAt(small, threshold))
  const scored = candidates
    .map((quad) => ({ quad, ...sidesOf(small, quad, 5) }))
    .filter((c) => c.lines)
    .sort((a, b) => b.score - a.score)
  const best = scored[0]
  if (!best) return wholePicture(small, widthPx, heightPx)
  const fineFactor = Math.max(1, Math.ceil(longer / refinedAtPx))
  const fine = fineFactor === factor ? small : whiteness(image, fineFactor)
  const rough = cornersOf(best.lines!) ?? best.quad
  const inFine = rough.map((p) => ({ x: (p.x * factor) / fineFactor, y: (p.y * factor) / fineFactor }))
  const sharpened = sidesOf(fine, inFine, Math.max(4, (1.6 * factor) / fineFactor))
  const corners = sharpened.lines && cornersOf(sharpened.lines)
  if (!corners) return undefined
  const cornersImagePx = inOrder(corners.map((p) => ({ x: p.x * fineFactor, y: p.y * fineFactor })))
  const margin = 0.004 * longer
  const isInside = cornersImagePx.every(
    (p) => p.x > -margin && p.y > -margin && p.x < widthPx + margin && p.y < heightPx + margin,
  )
  const whole = wholePicture(small, widthPx, heightPx)
  if (whole && polygonArea(cornersImagePx) < 0.9 * widthPx * heightPx && sharpened.support < sureSupport)
    return whole
  return {
    cornersImagePx,
    residualPx: sharpened.rms * fineFactor,
    support: sharpened.support,
    isSure:
      isInside &&
      sharpened.support >= sureSupport &&
      sharpened.rms <= sureResidual &&
      sharpened.contrast >= sureContrast &&
      isSheetLike(cornersImagePx),
  }
}

/** Corners only, for a sheet that is told to be there. */
export function sheetCorners(image: RasterImage): Point[] | undefined {
  return findSheet(image)?.cornersImagePx
}

/** A picture that is light all round its border is a scan of the sheet itself. */
function wholePicture(grey: GreyImage, widthPx: number, heightPx: number): SheetFind | undefined {
  const border: number[] = []
  for (let x = 0; x < grey.widthPx; x += 2)
    border.push(grey.data[x]!, grey.data[(grey.heightPx - 1) * grey.widthPx + x]!)
  for (let y = 0; y < grey.heightPx; y += 2)
    border.push(grey.data[y * grey.widthPx]!, grey.data[(y + 1) * grey.widthPx - 1]!)
  const light = border.filter((value) => value > scanPaper).length / border.length
  if (light < fillsShare) return undefined
  const corners = [
    { x: 0, y: 0 },
    { x: widthPx, y: 0 },
    { x: widthPx, y: heightPx },
    { x: 0, y: heightPx },
  ]
  return { cornersImagePx: corners, residualPx: 0, support: 1, isSure: true }
}
const scanPaper = 165 // least light of the paper of a scan

/** Four-cornered hulls of the large light patches at one threshold. */
function quadsAt(grey: GreyImage, threshold: number): Point[][] {
  const labelled = labelRuns(thresholdMask(grey, threshold, false), 8)
  const area = grey.widthPx * grey.heightPx
  return labelled.components.flatMap((component, label) => {
    if (component.areaPx < smallestShare * area) return []
    const hull = convexHull(runEnds(labelled, label))
    const quad = fourSided(hull)
    return quad && polygonArea(hull) > 0.86 * polygonArea(quad) ? [quad] : []
  })
}

function runEnds(labelled: LabelledRuns, label: number): Point[] {
  const ends: Point[] = []
  for (let i = 0; i < labelled.labelOf.length; i++) {
    if (labelled.labelOf[i] !== label) continue
    const y = labelled.rowOf[i]!
    ends.push(
      { x: labelled.startOf[i]!, y },
      { x: labelled.endOf[i]!, y },
      { x: labelled.startOf[i]!, y: y + 1 },
      { x: labelled.endOf[i]!, y: y + 1 },
    )
  }
  return ends
}

/** Takes away the side whose loss adds least area, until four are left. */
function fourSided(hull: Point[]): Point[] | undefined {
  let ring = hull
  while (ring.length > 4) {
    let best: { at: number; corner: Point; added: number } | undefined
    for (let i = 0; i < ring.length; i++) {
      const [a, b, c, d] = [0, 1, 2, 3].map((k) => ring[(i + k) % ring.length]!) as [
        Point,
        Point,
        Point,
        Point,
      ]
      const corner = crossingOf(
        { at: a, direction: { x: b.x - a.x, y: b.y - a.y } },
        { at: d, direction: { x: c.x - d.x, y: c.y - d.y } },
      )
      // the two sides must meet beyond b and c
      if (!corner || distance(corner, a) < distance(a, b) || distance(corner, d) < distance(c, d)) continue
      const added = polygonArea([b, corner, c])
      if (!best || added < best.added) best = { at: i, corner, added }
    }
    if (!best) return undefined
    const gone = [(best.at + 1) % ring.length, (best.at + 2) % ring.length]
    const { at, corner } = best
    ring = ring.flatMap((p, i) => (i === gone[0] ? [corner] : i === gone[1] ? [] : [p]))
    if (at < 0) return undefined
  }
  return ring.length === 4 ? ring : undefined
}

type Sides = { lines: Line[] | undefined; support: number; rms: number; contrast: number; score: number }

/** Looks for the edge across each side, light inside, and lays a line through what is seen. */
function sidesOf(grey: GreyImage, quad: readonly Point[], reachPx: number): Sides {
  const none: Sides = { lines: undefined, support: 0, rms: Infinity, contrast: 0, score: 0 }
  const middle = { x: quad.reduce((s, p) => s + p.x, 0) / 4, y: quad.reduce((s, p) => s + p.y, 0) / 4 }
  const lines: Line[] = []
  let support = 1
  let squares = 0
  let contrast = Infinity
  for (let i = 0; i < 4; i++) {
    const a = quad[i]!
    const b = quad[(i + 1) % 4]!
    const length = distance(a, b)
    if (length < 20) return none
    const along = { x: (b.x - a.x) / length, y: (b.y - a.y) / length }
    let out = { x: -along.y, y: along.x }
    if ((a.x - middle.x) * out.x + (a.y - middle.y) * out.y < 0) out = { x: -out.x, y: -out.y }
    const seen: { p: Point; step: number }[] = []
    const samples = 72
    for (let k = 0; k < samples; k++) {
      const t = 0.04 + (0.92 * (k + 0.5)) / samples
      const edge = edgeAcross(
        grey,
        { x: a.x + along.x * length * t, y: a.y + along.y * length * t },
        out,
        reachPx,
      )
      if (edge) seen.push(edge)
    }
    const fit = trimmedLine(seen.map((s) => s.p))
    if (!fit) return none
    lines.push(fit)
    support = Math.min(support, fit.inliers / samples)
    squares += fit.rms * fit.rms
    const steps = seen.map((s) => s.step).sort((p, q) => p - q)
    contrast = Math.min(contrast, steps[steps.length >> 1]!)
  }
  const rms = Math.sqrt(squares / 4)
  return {
    lines,
    support,
    rms,
    contrast,
    score: (support * Math.min(60, contrast) * Math.sqrt(polygonArea(quad))) / (1 + rms),
  }
}

const leastStep = 6 // grey levels across an edge

function edgeAcross(
  grey: GreyImage,
  at: Point,
  out: Point,
  reachPx: number,
): { p: Point; step: number } | undefined {
  let best: { d: number; step: number } | undefined
  const half = 1.5
  const lightAt = (x: number, y: number) => bilinear(grey, x, y, (pixel) => grey.data[pixel]!)
  const stepAt = (d: number) =>
    lightAt(at.x + out.x * (d - half), at.y + out.y * (d - half)) -
    lightAt(at.x + out.x * (d + half), at.y + out.y * (d + half))
  for (let d = -reachPx; d <= reachPx; d += 0.5) {
    const step = stepAt(d)
    if (step > leastStep && (!best || step > best.step)) best = { d, step }
  }
  if (!best) return undefined
  // the top of the parabola through three steps
  const [l, m, r] = [stepAt(best.d - 0.5), best.step, stepAt(best.d + 0.5)]
  const bend = l - 2 * m + r
  const d = best.d + (bend < 0 ? Math.max(-0.5, Math.min(0.5, (0.25 * (l - r)) / bend)) : 0)
  return { p: { x: at.x + out.x * d, y: at.y + out.y * d }, step: best.step }
}

/** A line through most of the points: what strays is left out, round by round. */
function trimmedLine(points: Point[]): (Line & { rms: number; inliers: number }) | undefined {
  if (points.length < 8) return undefined
  let best: { line: Line; count: number } | undefined
  // lines through pairs far apart; the one most points agree with begins
  for (let k = 0; k < 24; k++) {
    const a = points[(k * 7) % (points.length >> 1)]!
    const b = points[points.length - 1 - ((k * 5) % (points.length >> 1))]!
    const line = { at: a, direction: { x: b.x - a.x, y: b.y - a.y } }
    if (line.direction.x === 0 && line.direction.y === 0) continue
    const count = points.filter((p) => lineDistance(p, line) < agreesPx).length
    if (!best || count > best.count) best = { line, count }
  }
  if (!best) return undefined
  let line: Line & { rms: number } = { ...best.line, rms: Infinity }
  let kept: Point[] = []
  for (let round = 0; round < 3; round++) {
    kept = points.filter((p) => lineDistance(p, line) < agreesPx)
    if (kept.length < 6) return undefined
    line = fitLine(kept)
  }
  return { ...line, inliers: kept.length }
}
const agreesPx = 1.6

function cornersOf(lines: readonly Line[]): Point[] | undefined {
  const corners = lines.map((line, i) => crossingOf(lines[(i + 3) % 4]!, line))
  return corners.every((p) => p !== undefined) ? corners : undefined
}

/** Top left first, then clockwise as seen. */
function inOrder(corners: Point[]): Point[] {
  const middle = { x: corners.reduce((s, p) => s + p.x, 0) / 4, y: corners.reduce((s, p) => s + p.y, 0) / 4 }
  const around = [...corners].sort(
    (a, b) => Math.atan2(a.y - middle.y, a.x - middle.x) - Math.atan2(b.y - middle.y, b.x - middle.x),
  )
  const first = around.reduce((best, p, i) => (p.x + p.y < around[best]!.x + around[best]!.y ? i : best), 0)
  return around.map((_, i) => around[(first + i) % 4]!)
}

/** Corners and sides as a sheet seen at up to a steep slant may have them. */
function isSheetLike(corners: readonly Point[]): boolean {
  const lengths = corners.map((p, i) => distance(p, corners[(i + 1) % 4]!))
  const alikeSides = (a: number, b: number) => Math.min(a, b) / Math.max(a, b)
  if (alikeSides(lengths[0]!, lengths[2]!) < 0.6 || alikeSides(lengths[1]!, lengths[3]!) < 0.6) return false
  const shape = (lengths[0]! + lengths[2]!) / (lengths[1]! + lengths[3]!)
  const turned = shape > 1 ? 1 / shape : shape
  return turned > 0.5 && turned < 0.95
}
