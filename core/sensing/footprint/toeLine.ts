import { solveLinear, type Point } from '../../groundwork/geometry'
import type { FootRaster, ToeLine } from './types'

/**
 * Finds the line between the toes and the body of the print. Columns with a gap between a pad and the ball show
 * it; the rest of the front edge is fitted through them, so that a toe that runs into the ball is cut where its
 * neighbours say the ball ends. Where all toes run together the line is guessed from the usual shape of the ball.
 */
export function findToeLine(raster: FootRaster, toes: 'auto' | 'none'): ToeLine {
  if (toes === 'none') return { pointsFootMm: [], from: 'none' }
  const lengthMm = raster.originYMm + raster.rows * raster.cellMm
  const columns = frontEdges(raster, lengthMm)
  const ball = ballOf(raster, lengthMm)
  const gaps = columns.filter((c) => c.gap !== undefined)
  const gapShare = (gaps.length * raster.cellMm) / ball.widthMm
  if (gapShare < fewestGapColumns) {
    return hasToes(raster, lengthMm) ? guessedLine(ball, lengthMm) : { pointsFootMm: [], from: 'none' }
  }
  const edge = fitEdge(columns, ball)
  const pointsFootMm = knotXs(ball).map((x) => ({ x, y: lineAt(x, columns, edge, raster.cellMm) }))
  return { pointsFootMm, from: gapShare > mostGapColumns ? 'found' : 'partly' }
}

const fewestGapColumns = 0.12 // part of the ball width that must show a gap before the line counts as seen
const mostGapColumns = 0.45
// a print without toes is at most about 2.6 times as long as its ball is wide, and its ball lies far in front
const withToesLengthToWidth = 2.54
const withToesBallAlong = 0.72
const lengthToWidthStep = 0.06
const ballAlongStep = 0.02
const toesFromShare = 0.64 // toes lie in front of this part of the print's length
const shortestGapMm = 0.9
const knotCount = 9

type Edge = { xMm: number; bodyFrontMm: number; gap?: { rearMm: number; frontMm: number } }
type Ball = { medialXMm: number; lateralXMm: number; widthMm: number }

/** For each column, where the body ends in front, and the gap to a toe pad if there is one. */
function frontEdges(raster: FootRaster, lengthMm: number): Edge[] {
  const { columns, rows, cellMm, originXMm, originYMm, cells } = raster
  const edges: Edge[] = []
  const lowest = Math.floor((lengthMm * toesFromShare - originYMm) / cellMm)
  for (let col = 0; col < columns; col++) {
    const runs: { from: number; to: number }[] = []
    let start = -1
    for (let row = lowest; row <= rows; row++) {
      const isSet = row < rows && cells[row * columns + col] === 1
      if (isSet && start < 0) start = row
      if (!isSet && start >= 0) {
        if ((row - start) * cellMm > 1) runs.push({ from: start, to: row })
        start = -1
      }
    }
    if (runs.length === 0) continue
    const toMm = (row: number) => originYMm + row * cellMm
    const xMm = originXMm + (col + 0.5) * cellMm
    let gap: Edge['gap']
    for (let i = 0; i + 1 < runs.length; i++) {
      const found = { rearMm: toMm(runs[i]!.to), frontMm: toMm(runs[i + 1]!.from) }
      const size = found.frontMm - found.rearMm
      if (size >= shortestGapMm && (!gap || size > gap.frontMm - gap.rearMm)) gap = found
    }
    const isBodyRun = runs[0]!.from <= lowest + 1
    if (gap && isBodyRun) edges.push({ xMm, bodyFrontMm: gap.rearMm, gap })
    else if (isBodyRun) edges.push({ xMm, bodyFrontMm: toMm(runs[runs.length - 1]!.to) })
  }
  return edges
}

/** The widest part of the forefoot. */
export function ballOf(raster: FootRaster, lengthMm: number): Ball {
  const { columns, cellMm, originXMm, originYMm, cells } = raster
  let best: Ball = { medialXMm: 0, lateralXMm: 0, widthMm: 0 }
  for (
    let row = Math.floor((lengthMm * 0.52 - originYMm) / cellMm);
    row < (lengthMm * 0.76 - originYMm) / cellMm;
    row++
  ) {
    let first = -1
    let last = -1
    for (let col = 0; col < columns; col++)
      if (cells[row * columns + col] === 1) {
        if (first < 0) first = col
        last = col
      }
    const widthMm = first < 0 ? 0 : (last + 1 - first) * cellMm
    if (widthMm > best.widthMm)
      best = { widthMm, lateralXMm: originXMm + first * cellMm, medialXMm: originXMm + (last + 1) * cellMm }
  }
  return best
}

/**
 * Whether a print without gaps has toes that run into the ball, or none at all: by how long it is for its width, and
 * by where along it is widest. Either alone is wrong for narrow and for broad feet.
 */
function hasToes(raster: FootRaster, lengthMm: number): boolean {
  const { columns, rows, cellMm, originYMm, cells } = raster
  const widths: { yMm: number; widthMm: number }[] = []
  for (
    let row = Math.max(0, Math.floor((lengthMm * toesFromShare - originYMm) / cellMm));
    row < rows;
    row++
  ) {
    let [first, last] = [-1, -1]
    for (let col = 0; col < columns; col++)
      if (cells[row * columns + col] === 1) {
        if (first < 0) first = col
        last = col
      }
    if (first >= 0)
      widths.push({ yMm: originYMm + (row + 0.5) * cellMm, widthMm: (last + 1 - first) * cellMm })
  }
  const widestMm = Math.max(...widths.map((w) => w.widthMm))
  const broad = widths.filter((w) => w.widthMm >= widestMm * 0.975)
  const alongMm = broad.reduce((sum, w) => sum + w.yMm, 0) / broad.length
  return (
    (lengthMm / widestMm - withToesLengthToWidth) / lengthToWidthStep +
      (withToesBallAlong - alongMm / lengthMm) / ballAlongStep >
    0
  )
}

type Curve = { at: (xMm: number) => number }

/** The ball's front edge as a cubic, refitted without the columns where a toe runs into it. */
function fitEdge(columns: Edge[], ball: Ball): Curve {
  const middle = (ball.medialXMm + ball.lateralXMm) / 2
  const half = ball.widthMm / 2
  const u = (x: number) => (x - middle) / half
  let used = columns.filter((c) => c.gap)
  let coefficients = cubic(used, u)
  for (let round = 0; round < 6; round++) {
    const at = evaluator(coefficients, u)
    // a front edge without a gap joins in once it agrees with those that have one
    used = columns.filter(
      (c) => Math.abs(c.bodyFrontMm - at(c.xMm)) < (c.gap ? 7 : 3.5) && Math.abs(u(c.xMm)) < 1.02,
    )
    if (used.length < 8) break
    coefficients = cubic(used, u)
  }
  return { at: evaluator(coefficients, u) }
}

function evaluator(c: number[], u: (x: number) => number): (x: number) => number {
  return (x) => {
    const t = Math.min(1.05, Math.max(-1.05, u(x)))
    return c[0]! + t * (c[1]! + t * (c[2]! + t * c[3]!))
  }
}

/** Least squares with a light pull of the higher terms towards the usual, rounded front edge. */
function cubic(edges: Edge[], u: (x: number) => number): number[] {
  const rows = Array.from({ length: 4 }, () => Array.from({ length: 5 }, () => 0))
  for (const edge of edges) {
    const t = u(edge.xMm)
    const basis = [1, t, t * t, t * t * t]
    for (let i = 0; i < 4; i++) {
      for (let j = 0; j < 4; j++) rows[i]![j]! += basis[i]! * basis[j]!
      rows[i]![4]! += basis[i]! * edge.bodyFrontMm
    }
  }
  const pull = Math.max(1, edges.length) * 0.004
  usualFrontTermsMm.forEach((term, i) => {
    if (term === undefined) return
    rows[i]![i]! += pull
    rows[i]![4]! += pull * term
  })
  return solveLinear(rows) ?? [edges[0]?.bodyFrontMm ?? 0, 0, 0, 0]
}

// slope, bend and skew of a usual ball's front edge over half the ball width (medial +), practice default
const usualFrontTermsMm: (number | undefined)[] = [undefined, 14, -18, 4]

function lineAt(x: number, columns: Edge[], edge: Curve, cellMm: number): number {
  const fitted = edge.at(x)
  const near = columns.filter((c) => Math.abs(c.xMm - x) < Math.max(2.2, cellMm * 2))
  const gaps = near.filter((c) => c.gap && Math.abs(c.gap.rearMm - fitted) < 8).map((c) => c.gap!)
  // close in front of the body, so that a toe that touches adds next to nothing
  if (gaps.length > 0) {
    const rear = Math.max(...gaps.map((g) => g.rearMm))
    const front = Math.min(...gaps.map((g) => g.frontMm))
    return front > rear ? rear + Math.min(1.2, (front - rear) / 2) : fitted + 0.5
  }
  const free = near.filter((c) => Math.abs(c.bodyFrontMm - fitted) < 3.5).map((c) => c.bodyFrontMm)
  return free.length > 0 ? Math.max(...free) + 0.6 : fitted + 0.5
}

function knotXs(ball: Ball): number[] {
  const from = ball.lateralXMm - 2
  const to = ball.medialXMm + 2
  return Array.from({ length: knotCount }, (_, i) => from + ((to - from) * i) / (knotCount - 1))
}

function guessedLine(ball: Ball, lengthMm: number): ToeLine {
  // front edge of the ball as parts of the whole length, from lateral to medial, practice default
  const shares = [0.66, 0.715, 0.752, 0.778, 0.797, 0.808, 0.81, 0.8, 0.775]
  return { pointsFootMm: knotXs(ball).map((x, i) => ({ x, y: shares[i]! * lengthMm })), from: 'guessed' }
}

/** The toe line's height over any x: straight between its points, level beyond them. */
export function toeLineAt(line: ToeLine): ((xMm: number) => number) | undefined {
  const points: readonly Point[] = line.pointsFootMm
  if (points.length < 2) return undefined
  return (x) => {
    if (x <= points[0]!.x) return points[0]!.y
    for (let i = 1; i < points.length; i++) {
      const a = points[i - 1]!
      const b = points[i]!
      if (x <= b.x) return a.y + ((b.y - a.y) * (x - a.x)) / (b.x - a.x)
    }
    return points[points.length - 1]!.y
  }
}
