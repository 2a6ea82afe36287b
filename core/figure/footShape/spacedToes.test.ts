import { bySide, sides } from '../../groundwork/side'
import { neutralFoot, spacedToes } from './index'

const shapes = bySide((side) => ({ ...neutralFoot, side }))
const middle = (points: readonly { x: number }[]) => points.reduce((sum, p) => sum + p.x, 0) / points.length

test('nothing opened is the foot as it is; the second toe never moves', () => {
  for (const side of sides) {
    const still = spacedToes(shapes[side], [0, 0, 0, 0])
    const open = spacedToes(shapes[side], [3, 2, 1, 4])
    expect(open.toes[1]).toEqual(still.toes[1])
    expect(open.body).toEqual(still.body)
  }
})

test('the big toe gives way inwards, the others outwards, the little one most', () => {
  const still = spacedToes(shapes.left, [0, 0, 0, 0])
  const open = spacedToes(shapes.left, [3, 2, 1, 4])
  const by = open.toes.map((toe, i) => middle(toe) - middle(still.toes[i]!))
  expect(by[0]).toBeGreaterThan(0)
  expect(by[2]).toBeLessThan(0)
  expect(by[3]).toBeLessThan(by[2]!)
  expect(by[4]).toBeLessThan(by[3]!)
})

test('gaps lie between their toes, from the big one on', () => {
  const { gaps } = spacedToes(shapes.right, [2, 2, 2, 2])
  expect(gaps.map((g) => g.x)).toEqual([...gaps.map((g) => g.x)].sort((a, b) => b - a))
})
