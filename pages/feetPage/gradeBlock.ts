import { gradeFloor, gradeParts, type GradePart, type PartGrade } from '@sturvo/core/deformity'
import type { GradesReading } from '@sturvo/core/reading'
import { gradeAxis } from '@sturvo/core/drawing'
import { sides, type BySide, type Side } from '@sturvo/core/side'
import { gradeVerdict, num, partName } from '@sturvo/words'
import { paper, round, sideMark, text, type Box } from './pageParts'
import { node, type SvgNode } from './svgNode'

const ends = ['rest', 'active', 'passive'] as const
export const rowPt = 52

/** The parts that are shown: arch and heel always, the others once somebody looked. */
export function shownParts(grades: BySide<GradesReading>): GradePart[] {
  return gradeParts.filter(
    (part) =>
      part === 'arch' ||
      part === 'heel' ||
      sides.some((side) => {
        const floor = gradeFloor(grades[side][part])
        return floor !== undefined && floor > 0
      }),
  )
}

/** A strip for each part and side: rest on the left, target on the right, open for the client, ringed for hands. */
export function gradeBlock(grades: BySide<GradesReading>, box: Box): SvgNode[] {
  const most = Math.floor(box.height / rowPt)
  const parts = shownParts(grades)
  const width = box.width / 2 - 6
  return [
    ...parts.slice(0, most).flatMap((part, i) =>
      sides.flatMap((side) =>
        strip(side, grades[side][part], {
          x: box.x + (side === 'left' ? 0 : width + 12),
          y: box.y + i * rowPt,
          width,
          height: rowPt,
        }),
      ),
    ),
    ...(parts.length > most
      ? [
          text(box.x, box.y + most * rowPt + 6, `and ${parts.slice(most).map(partName).join(', ')}`, {
            size: 9,
          }),
        ]
      : []),
  ]
}

function strip(side: Side, grade: PartGrade, box: Box): SvgNode[] {
  const colour = paper[side]
  const verdict = gradeVerdict(grade, true)
  const head = [text(box.x, box.y + 8, partName(grade.part), { size: 9.5, bold: true, fill: colour })]
  const verdictAt = (y: number) => text(box.x, y, verdict, { size: 9 })
  const { target, tolerance, marks, direction, unit } = grade
  if (target === undefined || !marks.rest) {
    const chances = grade.chances
      .map((c, g) => (c >= 0.005 ? `${g}: ${num(c * 100, 0)} %` : ''))
      .filter(Boolean)
    const words = grade.testNext === 'rest' ? '' : `from words · ${chances.join(' · ')}`
    return [...head, verdictAt(box.y + 20), text(box.x, box.y + 31, words, { size: 8.5, fill: paper.soft })]
  }
  const { x } = gradeAxis({ tolerance, marks, direction, target }, [box.x + 5, box.x + box.width - 5])
  const y = box.y + 20
  const band = [x(target - tolerance), x(target + tolerance)].sort((a, b) => a - b)
  return [
    ...head,
    node('rect', {
      x: round(band[0]!),
      y: y - 6,
      width: round(band[1]! - band[0]!),
      height: 12,
      fill: colour,
      'fill-opacity': 0.14,
    }),
    node('line', { x1: box.x, x2: box.x + box.width, y1: y, y2: y, stroke: paper.line }),
    ...ends.flatMap((end): SvgNode[] => {
      const mark = marks[end]
      if (!mark) return []
      const at = x(mark.value)
      return [
        node('line', {
          x1: round(x(mark.value - mark.error)),
          x2: round(x(mark.value + mark.error)),
          y1: y,
          y2: y,
          stroke: colour,
          'stroke-width': 3,
          'stroke-opacity': 0.3,
        }),
        sideMark(side, at, y, 3.4, end === 'rest' ? colour : '#FFFFFF', colour),
        ...(end === 'passive' ? [sideMark(side, at, y, 1.2, colour, colour)] : []),
      ]
    }),
    text(
      box.x + box.width,
      box.y + 8,
      `${ends.map((end) => (marks[end] ? num(marks[end].value) : '–')).join(' → ')}, to ${num(target)}${unit === '°' ? '°' : ` ${unit}`}`,
      { size: 8.5, fill: paper.soft, anchor: 'end' },
    ),
    verdictAt(y + 17),
  ]
}
