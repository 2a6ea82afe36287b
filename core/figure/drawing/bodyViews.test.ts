import fc from 'fast-check'
import { markViews, regionOf } from '../../plan/story'
import { referenceValues } from '../../groundwork/reference'
import { neutralFoot } from '../footShape'
import { arbitraryFoot } from '../../madeUp/synthetic'
import { bodyView } from './index'

const sides = ['left', 'right'] as const
const place = fc.record({
  across: fc.double({ min: -0.45, max: 0.45, noNaN: true }),
  along: fc.double({ min: 0.02, max: 0.95, noNaN: true }),
})

test('a place drawn and read back is the same place, in every view and on either side', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...markViews),
      fc.constantFrom(...sides),
      place,
      fc.integer({ min: 1, max: 90 }),
      (view, side, p, seed) => {
        const drawn = bodyView(view, { ...arbitraryFoot(seed), side })
        const back = drawn.toPlace(drawn.toDrawing(p))
        expect(back.across).toBeCloseTo(p.across, 9)
        expect(back.along).toBeCloseTo(p.along, 9)
      },
    ),
  )
})

test.each(markViews)('the %s of the right foot is the left one in a mirror', (view) => {
  const [left, right] = sides.map((side) => bodyView(view, { ...neutralFoot, side }))
  expect(right!.widthMm).toBeCloseTo(left!.widthMm, 6)
  left!.skin.forEach((ring, r) =>
    ring.forEach((p, i) => {
      const q = right!.skin[r]![i]!
      expect(q.x).toBeCloseTo(left!.widthMm - p.x, 6)
      expect(q.y).toBeCloseTo(p.y, 6)
    }),
  )
})

test.each(markViews)('the %s is drawn within its box', (view) => {
  for (const side of sides) {
    const drawn = bodyView(view, { ...neutralFoot, side })
    const points = [...drawn.skin.flat(), ...drawn.lines.flatMap((line) => line.points)]
    const isIn = (at: number, most: number) => at >= -0.5 && at <= most + 0.5
    expect(points.filter((p) => !isIn(p.x, drawn.widthMm) || !isIn(p.y, drawn.heightMm))).toEqual([])
  }
})

test('medial borders face each other: the inner side of a left foot points right, its outer side left', () => {
  const tip = (view: 'inner' | 'outer' | 'sole') => {
    const drawn = bodyView(view, { ...neutralFoot, side: 'left' })
    return drawn.toDrawing({ across: 0.05, along: 1 }).x - drawn.toDrawing({ across: 0.05, along: 0 }).x
  }
  expect(tip('inner')).toBeGreaterThan(100)
  expect(tip('outer')).toBeLessThan(-100)
  const sole = bodyView('sole', { ...neutralFoot, side: 'left' })
  expect(sole.toDrawing({ across: 0.3, along: 0.7 }).x).toBeGreaterThan(
    sole.toDrawing({ across: -0.3, along: 0.7 }).x,
  )
})

test.each([
  ['sole', 0.1, 'heel'],
  ['sole', 0.4, 'arch'],
  ['top', 0.7, 'ball'],
  ['inner', 0.95, 'toes'],
  ['back', 0.2, 'heel'],
  ['back', 0.6, 'ankle'],
  ['leg', 0.1, 'leg'],
] as const)('a mark on the %s at %s lies on the %s', (view, along, region) =>
  expect(regionOf({ view, along }, referenceValues())).toBe(region),
)
