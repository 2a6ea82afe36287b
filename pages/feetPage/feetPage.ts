import type { References } from '@sturvo/core/reference'
import type { PracticeSettings, VisitFacts, VisitReading } from '@sturvo/core/reading'
import { sides, type BySide } from '@sturvo/core/side'
import { footShapeOf } from '@sturvo/core/footShape'
import type { Point } from '@sturvo/core/geometry'
import { gradeFloor } from '@sturvo/core/deformity'
import { driverText, effectLines, findingWords, partName, plain, profileWords } from '@sturvo/words'
import { feetBlock } from './feetBlock'
import { gradeBlock, rowPt, shownParts } from './gradeBlock'
import { mapBlock } from './mapBlock'
import { heading, paper, text, wrapped, type Box } from './pageParts'
import { node, type SvgNode } from './svgNode'

/** Landscape, points. */
export const papers = { a4: { width: 842, height: 595 }, letter: { width: 792, height: 612 } } as const
export type Paper = keyof typeof papers

export type FeetPageInput = {
  paper: Paper
  fonts: { text: string; heading: string }
  practice: string
  client: string
  on: string
  settings: PracticeSettings
  references: References
  facts: Pick<VisitFacts, 'feet' | 'prints'>
  traced: BySide<readonly Point[] | undefined>
  reading: VisitReading
}

const margin = 30
const gutter = 22

/**
 * "Where the feet stand": feet with their three points, arch map, grades, profile and what drives it on one page. Made
 * once, as elements: the screen, the file and the print show the same.
 */
export function feetPage(input: FeetPageInput): SvgNode {
  const { width, height } = papers[input.paper]
  const { reading, fonts } = input
  const inner = width - 2 * margin
  const column = (inner - 2 * gutter) / 3
  const top = 76
  const low = 372
  const at = (i: number): number => margin + i * (column + gutter)
  const feet: Box = { x: at(0), y: top + 8, width: column, height: low - top - 30 }
  const map: Box = { x: at(1), y: top + 10, width: column, height: low - top - 26 }
  const shown = shownParts(reading.grades).length
  const grades: Box = { x: at(2), y: top + 10, width: column, height: height - top - 130 }
  const changesAt = Math.min(grades.y + shown * rowPt, grades.y + grades.height) + 20
  const shapes = {
    left: footShapeOf({
      side: 'left',
      foot: input.facts.feet.left,
      print: input.facts.prints.left,
      ballWidthMm: reading.look.left.ballWidthMm,
    }),
    right: footShapeOf({
      side: 'right',
      foot: input.facts.feet.right,
      print: input.facts.prints.right,
      ballWidthMm: reading.look.right.ballWidthMm,
    }),
  }
  return node(
    'svg',
    {
      xmlns: 'http://www.w3.org/2000/svg',
      viewBox: `0 0 ${width} ${height}`,
      'font-family': fonts.text,
      role: 'img',
    },
    node('title', {}, `Where the feet of ${input.client} stand, ${input.on}`),
    node('rect', { x: 0, y: 0, width, height, fill: '#FFFFFF' }),
    text(margin, 38, input.practice, { size: 9.5, fill: paper.act, bold: true }),
    text(width - margin, 38, input.on, { size: 9.5, fill: paper.soft, anchor: 'end' }),
    text(margin, 58, `Where the feet stand: ${input.client}`, {
      size: 18,
      bold: true,
      family: fonts.heading,
    }),
    ...heading({ x: at(0), y: top + 2 }, 'From above', 'three points · tripod', fonts.heading),
    ...feetBlock({ shapes, traced: input.traced, reading, points: input.settings.tripodPoints }, feet),
    ...heading({ x: at(1), y: top + 2 }, 'Arch map', 'position and motion', fonts.heading),
    ...mapBlock({ left: reading.look.left.map, right: reading.look.right.map }, map),
    ...heading({ x: at(2), y: top + 2 }, 'Grades', 'rest → alone → by hand', fonts.heading),
    ...gradeBlock(reading.grades, grades),
    ...effectBlock(input, { x: at(2), y: changesAt, width: column, height: height - changesAt - 34 }),
    ...profileBlock(input, { x: at(0), y: low + 22, width: column, height: height - low - 60 }),
    ...driverBlock(input, { x: at(1), y: low + 22, width: column, height: height - low - 60 }),
    text(
      width / 2,
      height - 16,
      `Numbers carry an error of measuring; nothing here is a diagnosis. Made with Sturvo.`,
      {
        size: 8.5,
        fill: paper.soft,
        anchor: 'middle',
      },
    ),
  )
}

/** What the grades change: one line for both feet where it is the same. */
function effectBlock({ reading, fonts }: FeetPageInput, box: Box): SvgNode[] {
  const lines = shownParts(reading.grades).flatMap((part) => {
    const of = sides.map((side) => {
      const effects = reading.grades[side].effects[part]
      const grade = gradeFloor(reading.grades[side][part])
      return effects && grade ? effectLines(effects, part).map((line) => line.words) : []
    })
    return [...new Set(of.flat())].map((line) => {
      const on = sides.filter((_, i) => of[i]!.includes(line))
      return `${on.length === 2 ? 'Both' : upper(on[0]!)}, ${partName(part)}: ${line}`
    })
  })
  return [
    ...heading(box, 'What they change', '', fonts.heading),
    ...bullets(lines.length > 0 ? lines : ['Nothing: no grade above 0.'], box, box.y + 17, box.y + box.height)
      .nodes,
  ]
}

function upper(word: string): string {
  return word.charAt(0).toUpperCase() + word.slice(1)
}

const answerNames = { amount: 'How much', available: 'Can it', timing: 'When', control: 'Holds it' } as const

function profileBlock({ reading, settings, fonts }: FeetPageInput, box: Box): SvgNode[] {
  const words = sides.map((side) => profileWords(reading.driving.profiles[side], settings.pronation))
  return [
    ...heading(box, 'Rolls in', 'pronation profile', fonts.heading),
    ...(Object.keys(answerNames) as (keyof typeof answerNames)[]).flatMap((key, i) => [
      text(box.x, box.y + 20 + i * 31, answerNames[key], { size: 9.5, fill: paper.soft }),
      ...sides.flatMap((side, k) =>
        wrapped(words[k]![key].word, box.width / 2 - 34, 9.5, 2).map((line, row) =>
          text(box.x + 54 + k * (box.width / 2 - 24), box.y + 20 + i * 31 + row * 11, line, {
            size: 9.5,
            bold: true,
            fill: paper[side],
          }),
        ),
      ),
    ]),
  ]
}

const linePt = 12

function driverBlock({ reading, references, fonts }: FeetPageInput, box: Box): SvgNode[] {
  const seen = new Set<string>()
  const drivers = reading.findings.flatMap((f) => {
    if (f.kind !== 'driver' || seen.has(`${f.chain.id}`)) return []
    seen.add(f.chain.id)
    return [`${driverText[f.chain.id].name}, ${f.side}`]
  })
  const telling = reading.findings
    .filter((f) => f.kind !== 'driver' && f.kind !== 'grade' && f.concern !== 'fine')
    .slice(0, 4)
    .map((f) => plain(findingWords(f, references).sentence))
  const bottom = box.y + box.height
  const first = bullets(
    drivers.length > 0 ? drivers.slice(0, 3) : ['Nothing measured yet points to a cause.'],
    box,
    box.y + 18,
    bottom,
  )
  const second = bullets(telling, box, first.end + 28, bottom)
  return [
    ...heading(box, 'What drives it', 'most likely first', fonts.heading),
    ...first.nodes,
    ...(telling.length > 0 ? heading({ x: box.x, y: first.end + 12 }, 'Also seen', '', fonts.heading) : []),
    ...second.nodes,
  ]
}

/** Sentences under one another, as many as there is room for. */
function bullets(
  sentences: readonly string[],
  box: Box,
  from: number,
  room: number,
): { nodes: SvgNode[]; end: number } {
  let y = from
  const nodes: SvgNode[] = []
  for (const sentence of sentences)
    for (const [i, line] of wrapped(sentence, box.width - 10, 9.5, 3).entries()) {
      if (y > room) return { nodes, end: y }
      if (i === 0) nodes.push(text(box.x, y, '·', { size: 9.5, bold: true }))
      nodes.push(text(box.x + 8, y, line, { size: 9.5 }))
      y += linePt
    }
  return { nodes, end: y }
}
