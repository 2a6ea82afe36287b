import { svgPath } from '@sturvo/core/drawing'
import {
  fromShoe,
  overhangShapes,
  worstOf,
  type FitFoot,
  type FitReading,
  type InsoleShape,
  type NeededShoe,
} from '@sturvo/core/fit'
import { boundsOf, closedCurve, type Point } from '@sturvo/core/geometry'
import { medialSignImage, type Side } from '@sturvo/core/side'
import { node, type SvgNode } from '../feetPage/svgNode'
import { paper, text, wrapped } from '../feetPage/pageParts'
import { neededLines, num, placeName } from '@sturvo/words'

/** Upright sheets at true size, millimetres. */
export const fitPapers = {
  a4: { widthMm: 210, heightMm: 297 },
  letter: { widthMm: 215.9, heightMm: 279.4 },
} as const
export type FitPaper = keyof typeof fitPapers
export const ptPerMm = 72 / 25.4

export type FitPageInput = {
  paper: FitPaper
  fonts: { text: string; heading: string }
  practice: string
  client: string
  on: string
  shoe: string
  side: Side
  foot: FitFoot
  insole: InsoleShape
  fit: FitReading
  needed: NeededShoe | undefined
}

const edgeMm = 7 // printers leave a rim white
const overlapMm = 12 // of two sheets that are glued together
const columnMm = 72
const checkMm = 100
const drawnPerSpan = 4 // a stored line has corners where it was thinned; it is drawn smooth through the same points

/**
 * One foot over the inside of one shoe at true size; on two sheets where it is longer than the paper.
 * @returns one drawing a sheet, in points: 72 to the inch
 */
export function fitPages(input: FitPageInput): SvgNode[] {
  const { widthMm, heightMm } = fitPapers[input.paper]
  const sign = medialSignImage(input.side)
  const laid = input.insole.pointsMm.map(fromShoe(input.fit.placing))
  const outside = overhangShapes(input.foot.outlineFootMm, laid)
  const box = boundsOf([...input.foot.outlineFootMm, ...laid].map((p) => ({ x: p.x * sign, y: p.y })))
  const tall = box.maxY - box.minY
  const usable = heightMm - 2 * edgeMm
  const sheets = tall <= usable ? 1 : Math.ceil((tall - overlapMm) / (usable - overlapMm))
  const left = edgeMm + 14
  return Array.from({ length: sheets }, (_, sheet) => {
    const down = sheet * (usable - overlapMm)
    const place = (p: Point): Point => ({
      x: (left + p.x * sign - box.minX) * ptPerMm,
      y: (edgeMm + box.maxY - p.y - down) * ptPerMm,
    })
    const columnX = (widthMm - edgeMm - columnMm) * ptPerMm
    return node(
      'svg',
      {
        xmlns: 'http://www.w3.org/2000/svg',
        viewBox: `0 0 ${round(widthMm * ptPerMm)} ${round(heightMm * ptPerMm)}`,
        'font-family': input.fonts.text,
        role: 'img',
      },
      node('title', {}, `${input.shoe} under the ${input.side} foot of ${input.client}, true size`),
      node('rect', {
        x: 0,
        y: 0,
        width: round(widthMm * ptPerMm),
        height: round(heightMm * ptPerMm),
        fill: '#FFFFFF',
      }),
      ...outside.map((shape) =>
        node('path', {
          d: svgPath(shape.map(place)),
          fill: '#EBC9BD',
          stroke: paper.oxide,
          'stroke-width': 0.5,
        }),
      ),
      node('path', {
        d: svgPath(closedCurve(laid, drawnPerSpan).map(place)),
        fill: 'none',
        stroke: paper.soft,
        'stroke-width': 1,
        'stroke-dasharray': '6 4',
      }),
      node('path', {
        d: svgPath(closedCurve(input.foot.outlineFootMm, drawnPerSpan).map(place)),
        fill: 'none',
        stroke: paper[input.side],
        'stroke-width': 1.4,
      }),
      ...labels(input, place, sign),
      ...(sheet === 0 ? column(input, columnX) : []),
      ...(sheets > 1 ? seam({ sheet, sheets, usable, widthMm }) : []),
    )
  })
}

function labels({ fit }: FitPageInput, place: (p: Point) => Point, sign: 1 | -1): SvgNode[] {
  return fit.regions.flatMap((part) => {
    if (!part.atFootMm || part.mostMm < 1 || part.isGuessed) return []
    const at = place(part.atFootMm)
    // inside the shoe, where the paper is white
    const inwards = (part.edge === 'inner' ? -1 : 1) * sign
    return [
      text(at.x + inwards * (part.mostMm + 5) * ptPerMm, at.y + 3, `${num(part.mostMm)} mm out`, {
        size: 8,
        fill: paper.oxide,
        anchor: inwards > 0 ? 'start' : 'end',
      }),
    ]
  })
}

/** Beside the outline: whose it is, the line to check the print with, and what to look for. */
function column(input: FitPageInput, x: number): SvgNode[] {
  const { fit, fonts } = input
  const width = columnMm * ptPerMm
  const worst = worstOf(fit)
  const said = [
    worst.mostMm >= 1
      ? `${num(worst.mostMm)} mm out at most: ${placeName(worst)}`
      : 'the foot lies inside the shoe',
    fit.roomMm === undefined
      ? ''
      : fit.roomMm < 0
        ? 'no room in front: the toes lie outside'
        : `${num(fit.roomMm, 0)} mm in front of the longest toe`,
    fit.push && fit.push.extraDeg >= 1 ? `pushes the big toe by ${num(fit.push.extraDeg, 0)}°` : '',
    `± ${num(fit.errorMm)} mm`,
  ].filter(Boolean)
  let y = 20
  const line = (words: string, style: Parameters<typeof text>[3] = {}) =>
    wrapped(words, width, style.size ?? 9, 4).map((row) => {
      y += (style.size ?? 9) * 1.3
      return text(x, y, row, { size: 9, ...style })
    })
  const head = [
    ...line(input.practice, { size: 8.5, fill: paper.act, bold: true }),
    ...line(input.client, { size: 15, bold: true, family: fonts.heading }),
    ...line(`${input.side} foot · ${input.on}`, {
      fill: paper[input.side],
      bold: true,
    }),
    ...line(`over: ${input.shoe} (dashed)`, { fill: paper.soft }),
  ]
  y += 8
  const found = said.flatMap((words) => line(words))
  y += 14
  const check = checkLine(x, y, width)
  y += checkMm * ptPerMm + 26
  const look = input.needed
    ? [
        ...line('What to look for', { size: 11.5, bold: true, fill: paper.act, family: fonts.heading }),
        ...neededLines(input.needed).flatMap((words) => line(words)),
      ]
    : []
  y += 8
  const use = line(
    'Cut along the coloured line and lay it into the next shoe: it must lie flat with room in front.',
    {
      size: 8.5,
      fill: paper.soft,
    },
  )
  return [...head, ...found, ...check, ...look, ...use]
}

function checkLine(x: number, y: number, width: number): SvgNode[] {
  const stroke = { stroke: paper.ink, 'stroke-width': 0.8 }
  const lineX = round(x + 6)
  return [
    node('line', { x1: lineX, y1: round(y), x2: lineX, y2: round(y + checkMm * ptPerMm), ...stroke }),
    ...Array.from({ length: checkMm / 10 + 1 }, (_, i) => {
      const at = round(y + i * 10 * ptPerMm)
      const half = i % 5 === 0 ? 6 : 3
      return node('line', { x1: lineX - half, y1: at, x2: lineX + half, y2: at, ...stroke })
    }),
    ...wrapped(
      'This line must measure 100 mm. Print at 100 %, never "fit to page"; otherwise the paper lies.',
      width - 24,
      9,
      6,
    ).map((row, i) => text(x + 20, y + 14 + i * 12, row, { size: 9, bold: i === 0 })),
  ]
}

/** Where two sheets are laid over one another. */
function seam({
  sheet,
  sheets,
  usable,
  widthMm,
}: {
  sheet: number
  sheets: number
  usable: number
  widthMm: number
}): SvgNode[] {
  const lines: SvgNode[] = []
  const across = (yMm: number, words: string) => {
    const y = round(yMm * ptPerMm)
    lines.push(
      node('line', {
        x1: round(edgeMm * ptPerMm),
        y1: y,
        x2: round((widthMm - edgeMm) * ptPerMm),
        y2: y,
        stroke: paper.soft,
        'stroke-width': 0.5,
        'stroke-dasharray': '2 3',
      }),
      text(edgeMm * ptPerMm, y - 3, words, { size: 7.5, fill: paper.soft }),
    )
  }
  if (sheet + 1 < sheets) across(edgeMm + usable - overlapMm, `lay sheet ${sheet + 2} up to this line`)
  if (sheet > 0) across(edgeMm, `sheet ${sheet + 1}: top edge of the outline to the line of sheet ${sheet}`)
  return lines
}

function round(value: number): number {
  return Math.round(value * 1000) / 1000
}
