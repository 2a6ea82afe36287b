import { node, type SvgNode } from './svgNode'

/** Colours of paper: the page is printed, so it is light whatever the screen is. */
export const paper = {
  ink: '#1F2B2A',
  soft: '#5B6664',
  line: '#D9D4C5',
  grid: '#ECE8DB',
  skin: '#FFFDF8',
  left: '#8A3B5E',
  right: '#17657A',
  act: '#23524A',
  oxide: '#A23B1E',
} as const

export type Box = { x: number; y: number; width: number; height: number }
export type TextStyle = {
  size?: number
  fill?: string
  bold?: boolean
  anchor?: 'start' | 'middle' | 'end'
  family?: string
}

export function text(x: number, y: number, words: string, style: TextStyle = {}): SvgNode {
  const { size = 10, fill = paper.ink, bold = false, anchor = 'start', family } = style
  return node(
    'text',
    {
      x: round(x),
      y: round(y),
      'font-size': size,
      fill,
      'text-anchor': anchor,
      ...(bold ? { 'font-weight': 700 } : {}),
      ...(family ? { 'font-family': family } : {}),
    },
    words,
  )
}

const meanGlyph = 0.5 // width of a letter of the text face, in parts of its size

/** Words in lines no wider than given; the last line that fits ends in an ellipsis where more would follow. */
export function wrapped(words: string, widthPt: number, size: number, most = 9): string[] {
  const fits = Math.max(6, Math.floor(widthPt / (size * meanGlyph)))
  const lines: string[] = []
  let line = ''
  for (const word of words.split(' ')) {
    const longer = line === '' ? word : `${line} ${word}`
    if (longer.length <= fits) line = longer
    else {
      lines.push(line)
      line = word
    }
  }
  lines.push(line)
  if (lines.length <= most) return lines
  const kept = lines.slice(0, most)
  kept[most - 1] = `${kept[most - 1]!.slice(0, fits - 1).trimEnd()}…`
  return kept
}

export function heading(box: Pick<Box, 'x' | 'y'>, words: string, term: string, family: string): SvgNode[] {
  return [
    text(box.x, box.y, words, { size: headingPt, bold: true, fill: paper.act, family }),
    text(box.x + headingWidth(words) + 8, box.y, term, { size: 9, fill: paper.soft }),
  ]
}

const headingPt = 12.5
const narrow = /[ iljtfr.,]/

/** Width of a heading in its own face, near enough to put a term behind it. */
function headingWidth(words: string): number {
  return [...words].reduce((sum, letter) => sum + (narrow.test(letter) ? 0.36 : 0.6) * headingPt, 0)
}

/** Round for left, square for right. */
export function sideMark(
  side: 'left' | 'right',
  x: number,
  y: number,
  r: number,
  fill: string,
  stroke: string,
): SvgNode {
  const look = { fill, stroke, 'stroke-width': 1.4 }
  return side === 'left'
    ? node('circle', { cx: round(x), cy: round(y), r, ...look })
    : node('rect', { x: round(x - r), y: round(y - r), width: r * 2, height: r * 2, ...look })
}

export function round(value: number): number {
  return Math.round(value * 100) / 100
}
