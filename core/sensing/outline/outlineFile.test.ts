import { footOutline, neutralFoot } from '../../figure/footShape'
import { boundsOf } from '../../groundwork/geometry'
import { readOutlineFile } from './outlineFile'

const foot = footOutline({ ...neutralFoot, side: 'left' }).outlineFootMm
const json = (points: readonly { x: number; y: number }[], more: object = {}) =>
  JSON.stringify({ side: 'left', points: points.map((p) => [p.x, p.y]), ...more })
const path = (points: readonly { x: number; y: number }[], factor = 1) =>
  `M${points.map((p) => `${(p.x + 80) * factor} ${(300 - p.y) * factor}`).join('L')}Z`
const reason = (text: string) => {
  const outcome = readOutlineFile(text)
  return outcome.ok
    ? 'fine'
    : outcome.problem.code === 'badOutline'
      ? outcome.problem.reason
      : outcome.problem.code
}
const lengthOf = (text: string) => {
  const outcome = readOutlineFile(text)
  if (!outcome.ok) throw new Error(outcome.problem.code)
  const { minY, maxY } = boundsOf(outcome.value.seenMm)
  return maxY - minY
}

test('the same foot from JSON and from SVG, in mm, in cm of paper and in units of a view box', () => {
  const wanted = lengthOf(json(foot))
  expect(wanted).toBeCloseTo(252, 0)
  expect(lengthOf(`<svg><path d="${path(foot)}"/></svg>`)).toBeCloseTo(wanted, 0)
  expect(
    lengthOf(
      `<svg width="40cm" height="40cm" viewBox="0 0 800 800"><g><path d="${path(foot, 2)}"/></g></svg>`,
    ),
  ).toBeCloseTo(wanted, 0)
  expect(readOutlineFile(json(foot))).toMatchObject({ value: { side: 'left' } })
  expect(readOutlineFile(`<svg data-side="right"><path d="${path(foot)}"/></svg>`)).toMatchObject({
    value: { side: 'right' },
  })
})

test('curves are followed: a circle from arcs and from Bézier spans is as wide as it is tall', () => {
  const arcs = 'M0 100A100 100 0 1 1 200 100A100 100 0 1 1 0 100Z'
  const outcome = readOutlineFile(`<svg><path d="${arcs}"/></svg>`)
  if (!outcome.ok) throw new Error('not read')
  const box = boundsOf(outcome.value.seenMm)
  expect(box.maxX - box.minX).toBeCloseTo(200, 0)
  expect(box.maxY - box.minY).toBeCloseTo(200, 0)
})

test.each([
  ['not a file at all', 'hello', 'unreadable'],
  ['broken XML', '<svg><path d="M0 0"', 'unreadable'],
  ['a drawing without a path', '<svg><rect/></svg>', 'noPath'],
  ['two paths', `<svg><path d="${path(foot)}"/><path d="${path(foot)}"/></svg>`, 'severalPaths'],
  ['two lines in one path', `<svg><path d="${path(foot)}M0 0L1 1Z"/></svg>`, 'severalPaths'],
  ['too few points', json(foot.slice(0, 3)), 'points'],
  ['words for numbers', JSON.stringify({ points: Array.from({ length: 9 }, () => ['a', 'b']) }), 'points'],
  ['an open outline', json(foot.slice(0, Math.floor(foot.length * 0.7))), 'open'],
  ['a foot of 25 mm', json(foot.map((p) => ({ x: p.x / 10, y: p.y / 10 }))), 'unit'],
  ['a foot of 2.5 m', json(foot.map((p) => ({ x: p.x * 10, y: p.y * 10 }))), 'unit'],
  ['a side nobody has', json(foot, { side: 'middle' }), 'side'],
])('%s is refused', (_, text, why) => {
  expect(reason(text)).toBe(why)
})

test('an outline that crosses itself is refused', () => {
  const eight = Array.from({ length: 60 }, (_, i) => {
    const t = (i / 60) * 2 * Math.PI
    return { x: 50 * Math.sin(2 * t), y: 130 + 130 * Math.cos(t) }
  })
  expect(reason(json(eight))).toBe('crossing')
})
