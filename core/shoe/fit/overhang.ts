import type { Point } from '../../groundwork/geometry'
import type { References } from '../../groundwork/reference'
import { degToRad } from '../../groundwork/units'
import type { DistanceField } from './distanceField'

export const fitRegions = ['heel', 'waist', 'ball', 'toes'] as const
export type FitRegion = (typeof fitRegions)[number]
export const fitEdges = ['inner', 'outer'] as const
/** inner: the big-toe side of the axis */
export type FitEdge = (typeof fitEdges)[number]

/** How far one part of the foot reaches beyond the shoe and its stretch. */
export type Overhang = {
  region: FitRegion
  edge: FitEdge
  areaMm2: number
  /** greatest distance from the inside of the shoe less the stretch; 0 where nothing reaches out */
  mostMm: number
  /** where that is, foot frame, mm */
  atFootMm: Point | undefined
  /** the edge of the shoe was never measured here: nothing is concluded from it */
  isGuessed: boolean
}

/** Where the shoe lies under the foot: its heel back behind that of the foot, shifted, turned about the heel (+ toes outward). */
export type Placing = { gapMm: number; xMm: number; yMm: number; turnDeg: number }

/** Foot frame → frame of the shoe that lies under it. */
export function toShoe(placing: Placing): (p: Point) => Point {
  const { c, s, dx, dy } = motionOf(placing)
  return (p) => ({ x: (p.x - dx) * c - (p.y - dy) * s, y: (p.x - dx) * s + (p.y - dy) * c })
}

/** Frame of the shoe → foot frame. */
export function fromShoe(placing: Placing): (p: Point) => Point {
  const { c, s, dx, dy } = motionOf(placing)
  return (p) => ({ x: p.x * c + p.y * s + dx, y: -p.x * s + p.y * c + dy })
}

function motionOf({ gapMm, xMm, yMm, turnDeg }: Placing) {
  // turned outward: the toes of the shoe go away from the medial side
  const angle = degToRad(-turnDeg)
  return { c: Math.cos(angle), s: Math.sin(angle), dx: xMm, dy: yMm - gapMm }
}

/** Rows across a foot: where the outline enters and leaves, so that moving the shoe need not look for it again. */
export type FootRows = {
  lengthMm: number
  outlineFootMm: readonly Point[]
  rows: readonly { y: number; spans: readonly (readonly [from: number, to: number])[] }[]
}

const rowMm = 0.5
const sampleMm = 1
const cellSlack = 1 // mm: interpolated distances may be off by a part of a cell

/** Cuts a closed outline into rows half a millimetre apart. @param outlineFootMm foot frame, back of the heel at y = 0 */
export function footRows(outlineFootMm: readonly Point[]): FootRows {
  const ys = outlineFootMm.map((p) => p.y)
  const [low, high] = [Math.min(...ys), Math.max(...ys)]
  const count = Math.max(1, Math.ceil((high - low) / rowMm))
  // one pass over the edges, each put into the rows it crosses
  const crossings: number[][] = Array.from({ length: count }, () => [])
  const yOf = (i: number) => low + ((i + 0.5) * (high - low)) / count
  const indexAbove = (y: number) => Math.ceil(((y - low) * count) / (high - low) - 0.5)
  outlineFootMm.forEach((a, i) => {
    const b = outlineFootMm[(i + 1) % outlineFootMm.length]!
    const [bottom, top] = a.y < b.y ? [a, b] : [b, a]
    for (let row = Math.max(0, indexAbove(bottom.y)); row < count && yOf(row) < top.y; row++) {
      const y = yOf(row)
      if (y >= bottom.y)
        crossings[row]!.push(bottom.x + ((y - bottom.y) / (top.y - bottom.y)) * (top.x - bottom.x))
    }
  })
  return {
    lengthMm: high - low,
    outlineFootMm,
    rows: crossings.map((xs, i) => {
      xs.sort((p, q) => p - q)
      return {
        y: yOf(i),
        spans: Array.from(
          { length: Math.floor(xs.length / 2) },
          (_, k) => [xs[2 * k]!, xs[2 * k + 1]!] as const,
        ),
      }
    }),
  }
}

/**
 * Where and how far a foot reaches beyond the inside of a shoe after its stretch, by region and edge.
 * @param foot rows of the outline, foot frame, mm
 * @param field signed distance from the inside of the shoe, in its own frame
 * @param stretchMm how far the upper gives, ≥ 0
 * @returns eight entries; areas mm², distances mm, ≥ 0
 * @source spec of shoes: overhang by region and side of the axis
 */
export function overhang(
  input: {
    foot: FootRows
    field: DistanceField
    placing: Placing
    stretchMm: number
    guessed?: readonly FitRegion[]
  },
  references: References,
): Overhang[] {
  const { foot, field, placing, stretchMm } = input
  const { c, s, dx, dy } = motionOf(placing)
  const found = fitRegions.map(() =>
    fitEdges.map(() => ({ areaMm2: 0, mostMm: 0, at: undefined as Point | undefined })),
  )
  const regionAt = (y: number): number => {
    const share = y / foot.lengthMm
    return share < references.fitHeelTo
      ? 0
      : share < references.fitWaistTo
        ? 1
        : share < references.fitBallTo
          ? 2
          : 3
  }
  const beyond = (x: number, y: number) =>
    field.at((x - dx) * c - (y - dy) * s, (x - dx) * s + (y - dy) * c) - stretchMm
  const note = (x: number, y: number, mm: number, region: number, edge: number) => {
    const cell = found[region]![edge]!
    if (mm > cell.mostMm) {
      cell.mostMm = mm
      cell.at = { x, y }
    }
  }
  const rowHeight = foot.rows.length > 0 ? foot.lengthMm / foot.rows.length : 0
  for (const { y, spans } of foot.rows) {
    const region = regionAt(y)
    for (const [from, to] of spans) {
      // the axis parts inner from outer
      const parts =
        from < 0 && to > 0
          ? ([
              [from, 0],
              [0, to],
            ] as const)
          : ([[from, to]] as const)
      for (const [a, b] of parts) {
        const steps = Math.max(1, Math.ceil((b - a) / sampleMm))
        const step = (b - a) / steps
        const edge = (a + b) / 2 > 0 ? 0 : 1
        let before = beyond(a, y)
        note(a, y, before, region, edge)
        let length = 0
        for (let k = 0; k < steps;) {
          // the distance changes no faster than one walks: deep inside, the edge is not near
          const stride = before < 0 ? Math.max(1, Math.floor((-before - cellSlack) / step)) : 1
          const next = Math.min(steps, k + stride)
          const x = a + next * step
          const now = beyond(x, y)
          if (before > 0 && now > 0) length += step
          // crosses the edge of the shoe between the two
          else if (before > 0 !== now > 0) length += (step * Math.max(before, now)) / Math.abs(now - before)
          if (now > 0) note(x, y, now, region, edge)
          before = now
          k = next
        }
        found[region]![edge]!.areaMm2 += length * rowHeight
      }
    }
  }
  for (const p of foot.outlineFootMm) {
    const mm = beyond(p.x, p.y)
    if (mm > 0) note(p.x, p.y, mm, regionAt(p.y), p.x > 0 ? 0 : 1)
  }
  return fitRegions.flatMap((region, r) =>
    fitEdges.map((edge, e) => {
      const { areaMm2, mostMm, at } = found[r]![e]!
      return {
        region,
        edge,
        areaMm2,
        mostMm,
        atFootMm: at,
        isGuessed: input.guessed?.includes(region) ?? false,
      }
    }),
  )
}
