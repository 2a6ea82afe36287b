import { defaultSettings, read } from '@sturvo/core/reading'
import { referenceValues } from '@sturvo/core/reference'
import { factsOf, type Fields } from '@sturvo/schema'
import { feetPage, papers, svgText, type FeetPageInput, type SvgNode } from './index'
import { wrapped } from './pageParts'

const references = referenceValues()
const both = (id: string, left: unknown, right: unknown): Fields => ({
  [`measure.${id}.left.1`]: left,
  [`measure.${id}.right.1`]: right,
})
const full: Fields = {
  ...both('navicularSit', 40, 47),
  ...both('navicularStand', 29, 43),
  ...both('navicularActive', 31, 47),
  ...both('navicularPassive', 39, 48),
  ...both('heelRest', 13, 3),
  ...both('heelActive', 11, 2),
  ...both('heelPassive', 4, 2),
  ...both('halluxAngle', 26, 8),
  ...both('scaleHeel', 20, 18),
  ...both('scaleInner', 4, 9),
  ...both('scaleOuter', 10, 9),
}

function pageOf(fields: Fields, change: Partial<FeetPageInput> = {}): SvgNode {
  const facts = factsOf({ fields, birthYear: 1990, day: '2026-05-04', ownedKit: [], references })
  return feetPage({
    paper: 'a4',
    fonts: { text: 'Text', heading: 'Heading' },
    practice: 'Tideway Foot Room',
    client: 'Ansa & Rook',
    on: '4 May 2026',
    settings: defaultSettings,
    references,
    facts,
    traced: { left: undefined, right: undefined },
    reading: read(facts, references, defaultSettings),
    ...change,
  })
}

function all(node: SvgNode): SvgNode[] {
  return [node, ...node.children.flatMap((c) => (typeof c === 'string' ? [] : all(c)))]
}
const said = (node: SvgNode) => node.children.filter((c) => typeof c === 'string').join('')
const wordsOf = (node: SvgNode) =>
  all(node)
    .filter((n) => n.tag === 'text')
    .map((n) => said(n))

test('feet, map, grades, profile and causes stand on one page', () => {
  const words = wordsOf(pageOf(full)).join('\n')
  for (const part of ['From above', 'Arch map', 'Grades', 'Rolls in', 'What drives it', 'What they change'])
    expect(words).toContain(part)
  expect(words).toContain('grade 2')
  expect(words).toContain('29 → 31 → 39, to 40 mm')
  expect(words).toContain('left: ')
})

test('left is on the left: its foot, its mark, its strip', () => {
  const texts = all(pageOf(full)).filter((n) => n.tag === 'text')
  const xOf = (words: string) => Number(texts.find((n) => said(n) === words)!.attributes.x)
  expect(xOf('● left')).toBeLessThan(xOf('■ right'))
})

test.each(['a4', 'letter'] as const)('nothing of the words lies outside the %s paper', (paper) => {
  for (const fields of [{}, full]) {
    const { width, height } = papers[paper]
    const page = pageOf(fields, { paper })
    expect(page.attributes.viewBox).toBe(`0 0 ${width} ${height}`)
    for (const n of all(page).filter((each) => each.tag === 'text')) {
      expect(Number(n.attributes.x)).toBeGreaterThanOrEqual(0)
      expect(Number(n.attributes.x)).toBeLessThanOrEqual(width)
      expect(Number(n.attributes.y)).toBeLessThanOrEqual(height)
    }
  }
})

test('an empty visit says what is open instead of leaving holes', () => {
  const words = wordsOf(pageOf({})).join('\n')
  expect(words).toContain('load not tested')
  expect(words).toContain('left: open, position or motion is missing')
  expect(words).toContain('Nothing measured yet points to a cause.')
  expect(words).toContain('not tested yet')
})

test('as a file: well formed, and names cannot break it', () => {
  const text = svgText(pageOf(full, { client: '<b>"Rook" & Co</b>' }))
  expect(text.startsWith('<svg xmlns="http://www.w3.org/2000/svg"')).toBe(true)
  expect(text).toContain('&lt;b&gt;&quot;Rook&quot; &amp; Co&lt;/b&gt;')
  const opened = (text.match(/<[a-z]/g) ?? []).length - (text.match(/\/>/g) ?? []).length
  const closed = (text.match(/<\/[a-z]+>/g) ?? []).length
  expect(opened).toBe(closed)
  expect(text).not.toContain('NaN')
})

test('words are broken where they are too wide, and cut with an ellipsis where there are too many', () => {
  expect(wrapped('one two three', 30, 10, 9)).toEqual(['one', 'two', 'three'])
  expect(wrapped('one two three', 400, 10)).toEqual(['one two three'])
  expect(wrapped('one two three four five six', 60, 10, 2).at(-1)).toMatch(/…$/)
})
