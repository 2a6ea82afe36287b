import { archMapPlace } from '@sturvo/core/drawing'
import { motionKinds, positionKinds, type ArchMapPlace } from '@sturvo/core/arch'
import { sides, type BySide } from '@sturvo/core/side'
import { chancePct } from '@sturvo/words'
import { paper, round, sideMark, text, type Box } from './pageParts'
import { node, type SvgNode } from './svgNode'

/** Nine cells, position by motion, each foot with one error either way. */
export function mapBlock(places: BySide<ArchMapPlace | undefined>, box: Box): SvgNode[] {
  const left = box.x + 36
  const size = Math.min(box.width - 38, box.height - 52)
  const cell = size / 3
  const place = (z: number) => archMapPlace(z) * size
  // from one error below to one above; the map ends at its edge, so the cloud does too
  const reachOf = (z: number, error: number) => Math.max(3, (place(z + error) - place(z - error)) / 2)
  const x = (z: number) => left + place(z)
  const y = (z: number) => box.y + size - place(z)
  const lines = [-1, 1].flatMap((z) => [
    node('line', { x1: round(x(z)), x2: round(x(z)), y1: box.y, y2: box.y + size, stroke: paper.line }),
    node('line', { x1: left, x2: left + size, y1: round(y(z)), y2: round(y(z)), stroke: paper.line }),
  ])
  return [
    node('rect', { x: left, y: box.y, width: size, height: size, fill: '#FBFAF5', stroke: paper.line }),
    ...lines,
    ...positionKinds.map((kind, i) =>
      text(left - 5, box.y + (i + 0.5) * cell + 3, kind, { size: 9, anchor: 'end', fill: paper.soft }),
    ),
    ...motionKinds.map((kind, i) =>
      text(left + (i + 0.5) * cell, box.y + size + 10, kind, { size: 9, anchor: 'middle', fill: paper.soft }),
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
