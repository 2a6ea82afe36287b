import { motionKinds, positionKinds, type ArchMapPlace } from '@sturvo/core/arch'
import { sides, type BySide } from '@sturvo/core/side'
import { chancePct } from '../words'
import { paper, round, sideMark, text, type Box } from './pageParts'
import { node, type SvgNode } from './svgNode'

const reachZ = 2.6
const mostZ = 2.4 // a mark further out stands at the edge

/** Nine cells, position by motion, each foot with one error either way. */
export function mapBlock(places: BySide<ArchMapPlace | undefined>, box: Box): SvgNode[] {
  const left = box.x + 36
  const size = Math.min(box.width - 38, box.height - 52)
  const cell = size / 3
  const reachOf = (at: number, error: number) =>
    // the cloud stays in the square, as wide as it may be there
    Math.max(3, Math.min((error / (2 * reachZ)) * size, place(at) + 1, size - place(at) + 1, cell * 1.2))
  const place = (z: number) => ((Math.max(-mostZ, Math.min(mostZ, z)) + reachZ) / (2 * reachZ)) * size
  const x = (z: number) => left + place(z)
  const y = (z: number) => box.y + size - place(z)
  // the limits of the classes lie at −1 and +1, not at thirds of the square
  const lines = [-1, 1].flatMap((z) => [
    node('line', { x1: round(x(z)), x2: round(x(z)), y1: box.y, y2: box.y + size, stroke: paper.line }),
    node('line', { x1: left, x2: left + size, y1: round(y(z)), y2: round(y(z)), stroke: paper.line }),
  ])
  const middles = [-(reachZ + 1) / 2, 0, (reachZ + 1) / 2]
  return [
    node('rect', { x: left, y: box.y, width: size, height: size, fill: '#FBFAF5', stroke: paper.line }),
    ...lines,
    ...positionKinds.map((kind, i) =>
      text(left - 5, y(middles[2 - i]!) + 3, kind, { size: 9, anchor: 'end', fill: paper.soft }),
    ),
    ...motionKinds.map((kind, i) =>
      text(x(middles[i]!), box.y + size + 10, kind, { size: 9, anchor: 'middle', fill: paper.soft }),
    ),
    text(left + size / 2, box.y + size + 21, 'across: how it moves · up: where it stands', {
      size: 8.5,
      anchor: 'middle',
      fill: paper.soft,
    }),
    ...sides.flatMap((side): SvgNode[] => {
      const at = places[side]
      if (!at) return []
      const [cx, cy] = [x(at.motionZ), y(at.positionZ)]
      return [
        node('ellipse', {
          cx: round(cx),
          cy: round(cy),
          rx: round(reachOf(at.motionZ, at.motionErrorZ)),
          ry: round(reachOf(at.positionZ, at.positionErrorZ)),
          fill: paper[side],
          'fill-opacity': 0.16,
          stroke: paper[side],
          'stroke-width': 0.6,
        }),
        sideMark(side, cx, cy, 3.4, paper[side], paper[side]),
      ]
    }),
    ...sides.map((side, i) => {
      const at = places[side]
      const words = at
        ? `${side}: ${at.best.position}, moves ${at.best.motion}, ${chancePct(at.chance)} sure`
        : `${side}: open, position or motion is missing`
      return text(left, box.y + size + 36 + i * 12, words, { size: 9.5, fill: paper[side], bold: true })
    }),
  ]
}
