import { svgPath } from '../drawing/svgPath'
import type { Frame, SceneBox, ShapeRole } from './shape'

/** Colours of the roles; `none` leaves an area open. */
export type FigureColours = Record<ShapeRole, { line: string; fill: string }>
/** One path of a picture; coordinates are those of its view box, y down. */
export type FramePath = { d: string; fill: string; stroke: string; width: number; dash?: string }

// widths in parts of the width of the picture
const widthOf: Record<ShapeRole, number> = {
  skin: 0.0075,
  farSkin: 0.0058,
  cloth: 0.0075,
  farCloth: 0.0058,
  detail: 0.0052,
  farDetail: 0.0045,
  prop: 0.0075,
  soft: 0.0075,
  band: 0.016,
  ground: 0.0075,
  move: 0.0125,
  hand: 0.0075,
}

const thin = 0.001 // of a line laid under its own area a hair is lost at the edge

/** Black on white, for paper: greys keep their order when colour is lost. */
export const printColours: FigureColours = {
  skin: { line: '#1F2B2A', fill: '#FFFFFF' },
  farSkin: { line: '#7D8886', fill: '#FFFFFF' },
  cloth: { line: '#1F2B2A', fill: '#D5DBD9' },
  farCloth: { line: '#7D8886', fill: '#ECEFEE' },
  detail: { line: '#4C5856', fill: 'none' },
  farDetail: { line: '#98A19E', fill: 'none' },
  prop: { line: '#4A4436', fill: '#EFECE4' },
  soft: { line: '#4A4436', fill: '#F7F5F0' },
  band: { line: '#4A4436', fill: 'none' },
  ground: { line: '#8D8676', fill: 'none' },
  move: { line: '#23524A', fill: 'none' },
  hand: { line: '#4C5856', fill: '#F4F6F5' },
}

/**
 * A picture as paths, in the order in which they are painted. The parts of one body are drawn with their line first and
 * then all filled, so that no line runs where they overlap.
 * @param weight of the lines: a small picture needs heavier ones, a large one lighter
 */
export function framePaths(frame: Frame, colours: FigureColours, weight = 1): FramePath[] {
  const w = frame.box.width * weight
  const down = (points: readonly { x: number; y: number }[], isClosed: boolean) =>
    svgPath(
      points.map((p) => ({ x: p.x, y: -p.y })),
      isClosed,
    )
  return frame.shapes.flatMap(({ role, parts, closed }): FramePath[] => {
    const { line, fill } = colours[role]
    const width = widthOf[role] * w
    const drawn = parts.map((part) => down(part, closed))
    if (!closed || fill === 'none') return drawn.map((d) => ({ d, fill: 'none', stroke: line, width }))
    if (drawn.length === 1) return [{ d: drawn[0]!, fill, stroke: line, width }]
    // a line lies half inside its area: outlined parts carry it whole, so that the outside looks alike
    return [
      ...drawn.map((d) => ({ d, fill: 'none', stroke: line, width: width * 2 - thin * w })),
      ...drawn.map((d) => ({ d, fill, stroke: 'none', width: 0 })),
    ]
  })
}

export const viewBoxOf = ({ left, bottom, width, height }: SceneBox): string =>
  [left, -bottom - height, width, height].map((n) => Number(n.toFixed(1))).join(' ')

/** A picture as an SVG of its own, for paper. */
export function frameSvg(frame: Frame, colours: FigureColours = printColours): string {
  const paths = framePaths(frame, colours).map(
    (p) =>
      `<path d="${p.d}" fill="${p.fill}" stroke="${p.stroke}" stroke-width="${p.width.toFixed(2)}" stroke-linecap="round" stroke-linejoin="round"/>`,
  )
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${viewBoxOf(frame.box)}">${paths.join('')}</svg>`
}
