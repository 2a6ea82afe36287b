import { fitTable, insoleOfNumbers, readFit } from '@sturvo/core/fit'
import { referenceValues } from '@sturvo/core/reference'
import { footOutline, neutralFoot } from '@sturvo/core/footShape'
import type { SvgNode } from '../feetPage'
import { fitPages, fitPapers, ptPerMm, type FitPaper } from './fitPage'

const references = referenceValues()
const pagesOf = (lengthMm: number, paper: FitPaper, side: 'left' | 'right' = 'left') => {
  const foot = {
    outlineFootMm: footOutline({ ...neutralFoot, side, lengthMm }).outlineFootMm,
    from: 'traced' as const,
  }
  const insole = insoleOfNumbers(
    { innerLengthMm: lengthMm + 12, innerWidthBallMm: 88 },
    undefined,
    references,
  )!
  const fit = readFit(
    fitTable({ foot, insole, stretchMm: 2, gapMm: 3, activity: 'walk' }, references),
    references,
  )
  return fitPages({
    paper,
    fonts: { text: 'Text', heading: 'Heading' },
    practice: 'Tideway Foot Room',
    client: 'Oda Fennick',
    on: '4 May 2026',
    shoe: 'Town shoes',
    side,
    foot,
    insole,
    fit,
    needed: undefined,
  })
}
function all(node: SvgNode, tag: string): SvgNode[] {
  return [
    ...(node.tag === tag ? [node] : []),
    ...node.children.flatMap((child) => (typeof child === 'string' ? [] : all(child, tag))),
  ]
}
const ysOf = (path: SvgNode) =>
  [...String(path.attributes.d).matchAll(/[ML]([\d.-]+) ([\d.-]+)/g)].map((m) => Number(m[2]))
const outlineOf = (page: SvgNode) => all(page, 'path').find((p) => p.attributes['stroke-width'] === 1.4)!

test('one unit is a point: the foot is as long on paper as it is, and so is the line to check with', () => {
  const [page, ...more] = pagesOf(245, 'a4')
  expect(more).toHaveLength(0)
  const ys = ysOf(outlineOf(page!))
  expect(Math.abs((Math.max(...ys) - Math.min(...ys)) / ptPerMm - 245)).toBeLessThan(0.5)
  const upright = all(page!, 'line').find((l) => l.attributes.x1 === l.attributes.x2)!
  expect(Number(upright.attributes.y2) - Number(upright.attributes.y1)).toBeCloseTo(100 * ptPerMm, 2)
})

test('a long foot on a short paper goes over two sheets that overlap', () => {
  const pages = pagesOf(286, 'letter')
  expect(pages).toHaveLength(2)
  const [first, second] = pages.map((page) => ysOf(outlineOf(page)))
  // the same line, moved up by what the first sheet could hold
  const moved = first![0]! - second![0]!
  expect(moved / ptPerMm).toBeCloseTo(fitPapers.letter.heightMm - 2 * 7 - 12, 1)
})

test('left is left: the big toe of the left foot points to the right of the sheet', () => {
  const xOfTip = (side: 'left' | 'right') => {
    const points = [
      ...String(outlineOf(pagesOf(245, 'a4', side)[0]!).attributes.d).matchAll(/[ML]([\d.-]+) ([\d.-]+)/g),
    ]
    const xs = points.map((m) => Number(m[1]))
    const tip = points.reduce((a, m) => (Number(m[2]) < Number(a[2]) ? m : a))
    return (Number(tip[1]) - Math.min(...xs)) / (Math.max(...xs) - Math.min(...xs))
  }
  expect(xOfTip('left')).toBeGreaterThan(0.5)
  expect(xOfTip('right')).toBeLessThan(0.5)
})
