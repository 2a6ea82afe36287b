import { footToDrawing, svgPath } from '@sturvo/core/drawing'
import type { Point } from '@sturvo/core/geometry'
import type { VisitReading } from '@sturvo/core/reading'
import { sides, type BySide, type Side } from '@sturvo/core/side'
import { footOutline, type FootShape } from '@sturvo/core/footShape'
import { copOf, tripodPoints } from '@sturvo/core/tripod'
import { num } from '@sturvo/words'
import { paper, round, text, type Box } from './pageParts'
import { node, type SvgNode } from './svgNode'

export type FeetBlockInput = {
  shapes: BySide<FootShape>
  traced: BySide<readonly Point[] | undefined>
  reading: VisitReading
  points: 'heads' | 'pads'
}
const discMm = 24 // radius of a disc that carries the whole foot

/** Both feet from above to one scale, with the three points and how much each carries. */
export function feetBlock(input: FeetBlockInput, box: Box): SvgNode[] {
  const longest = Math.max(...sides.map((side) => input.shapes[side].lengthMm))
  const scale = Math.min((box.height - 58) / longest, box.width / 2 / 118)
  return sides.flatMap((side) => {
    const middle = box.x + box.width * (side === 'left' ? 0.27 : 0.73)
    const put = (p: Point): Point => {
      const d = footToDrawing(p, side)
      return { x: middle + d.x * scale, y: box.y + box.height - 48 + d.y * scale }
    }
    const shape = input.shapes[side]
    const drawn = footOutline(shape)
    const traced = input.traced[side]
    const thin = { fill: 'none', stroke: paper.soft, 'stroke-width': 0.5 }
    return [
      node('path', {
        d: svgPath((traced ?? drawn.outlineFootMm).map(put)),
        fill: paper.skin,
        stroke: paper.ink,
        'stroke-width': 1.1,
        'stroke-linejoin': 'round',
      }),
      ...(traced
        ? []
        : drawn.nailsFootMm.map((nail) => node('path', { d: svgPath(nail.map(put)), ...thin }))),
      ...(traced
        ? []
        : drawn.creasesFootMm.map((crease) => node('path', { d: svgPath(crease.map(put), false), ...thin }))),
      ...tripod(input, side, put, scale),
      ...captions(input, side, middle, box),
    ]
  })
}

function tripod(
  { shapes, reading, points }: FeetBlockInput,
  side: Side,
  put: (p: Point) => Point,
  scale: number,
): SvgNode[] {
  const found = reading.load.tripods[side]
  if (!found) return []
  const tri = tripodPoints(shapes[side], points)
  const at = { h: put(tri.heelFootMm), m1: put(tri.m1FootMm), m5: put(tri.m5FootMm) }
  const cop = put(copOf(tri, found.shares))
  const colour = paper[side]
  return [
    node('path', {
      d: svgPath([at.h, at.m1, at.m5]),
      fill: 'none',
      stroke: colour,
      'stroke-width': 0.8,
    }),
    ...(['h', 'm1', 'm5'] as const).flatMap((leg) => {
      const share = Math.max(0, found.shares[leg])
      return [
        node('circle', {
          cx: round(at[leg].x),
          cy: round(at[leg].y),
          r: round(discMm * Math.sqrt(share) * scale),
          fill: colour,
          'fill-opacity': 0.28,
          stroke: colour,
          'stroke-width': 0.8,
        }),
        text(at[leg].x, at[leg].y + 3, num(found.shares[leg] * 100, 0), {
          size: 9.5,
          anchor: 'middle',
          bold: true,
        }),
      ]
    }),
    node('path', {
      d: `M${round(cop.x - 4)} ${round(cop.y)}h8M${round(cop.x)} ${round(cop.y - 4)}v8`,
      stroke: paper.ink,
      'stroke-width': 1,
    }),
  ]
}

function captions({ shapes, reading }: FeetBlockInput, side: Side, x: number, box: Box): SvgNode[] {
  const { position, motion, lengthMm } = reading.look[side]
  const name = side === 'left' ? '● left' : '■ right'
  const load = reading.load.tripods[side]
  const lines = [
    [
      lengthMm === undefined ? '' : `${num(shapes[side].lengthMm, 0)} mm`,
      position ? `arch ${position.kind}` : '',
    ],
    [motion.travelMm === undefined ? '' : `travel ${num(motion.travelMm)} mm`],
    [
      load
        ? `load ${load.kind}${load.method === 'felt' ? ', as felt' : ''} (% of this foot)`
        : 'load not tested',
    ],
  ]
    .map((parts) => parts.filter(Boolean).join(' · '))
    .filter(Boolean)
  const top = box.y + box.height - 32
  return [
    text(x, top, name, { anchor: 'middle', bold: true, fill: paper[side], size: 10 }),
    ...lines.map((line, i) => text(x, top + 12 + i * 11, line, { anchor: 'middle', size: 9 })),
  ]
}
