import { neutralFoot } from '../../figure/footShape'
import { arbitraryFoot, chanceFrom, printPicture, printTruth, contactShape, toeTipsMm } from './index'
import { cases } from '../../groundwork/testing/cases'

const feet = Array.from({ length: 400 }, (_, i) => arbitraryFoot(i + 1))

test('the generator reaches every print kind, both sides, touching and lifted toes', () => {
  for (const kind of ['interrupted', 'bridged', 'full'])
    expect(feet.filter((f) => f.kind === kind).length).toBeGreaterThan(30)
  for (const side of ['left', 'right'])
    expect(feet.filter((f) => f.side === side).length).toBeGreaterThan(100)
  expect(feet.filter((f) => f.touchingToes.length > 0).length).toBeGreaterThan(60)
  expect(feet.filter((f) => f.liftedToes.length > 0).length).toBeGreaterThan(20)
})

test('arch indices spread over high, middle and low', () => {
  const indices = feet.slice(0, cases(150, 400)).map((f) => printTruth(f, contactShape(f)).archIndex)
  expect(indices.filter((ai) => ai <= 0.21).length).toBeGreaterThan(indices.length / 20)
  expect(indices.filter((ai) => ai > 0.21 && ai < 0.26).length).toBeGreaterThan(indices.length / 20)
  expect(indices.filter((ai) => ai >= 0.26).length).toBeGreaterThan(indices.length / 20)
})

test('a wider waist is a larger arch index', () => {
  const truth = (isthmus: number) =>
    printTruth(
      { ...neutralFoot, side: 'left', isthmus },
      contactShape({ ...neutralFoot, side: 'left', isthmus }),
    ).archIndex
  expect(truth(0.2)).toBeLessThan(truth(0.35))
  expect(truth(0.35)).toBeLessThan(truth(0.55))
})

test('the second toe tip lies on the axis, the big toe on its medial side', () => {
  const tips = toeTipsMm({ ...neutralFoot, side: 'right' })
  expect(tips[1]!.x).toBeCloseTo(0, 9)
  expect(tips[0]!.x).toBeGreaterThan(0)
  expect(tips[4]!.x).toBeLessThan(0)
})

test('same seed, same picture; another seed, another', () => {
  const draw = (seed: number) =>
    printPicture({ ...neutralFoot, side: 'left' }, { seed, mmPerPx: 0.6 }).image.data
  expect(draw(5)).toEqual(draw(5))
  expect(draw(5)).not.toEqual(draw(6))
})

test('chance is even, normal and within its limits', () => {
  const chance = chanceFrom(9)
  const units = Array.from({ length: 4000 }, () => chance.unit())
  expect(units.reduce((a, b) => a + b, 0) / 4000).toBeCloseTo(0.5, 1)
  const normals = Array.from({ length: 4000 }, () => chance.normal(10, 2))
  const mean = normals.reduce((a, b) => a + b, 0) / 4000
  expect(mean).toBeCloseTo(10, 0)
  expect(Math.sqrt(normals.reduce((sum, v) => sum + (v - mean) ** 2, 0) / 4000)).toBeCloseTo(2, 0)
  expect(new Set(Array.from({ length: 200 }, () => chance.integer(1, 3)))).toEqual(new Set([1, 2, 3]))
})
