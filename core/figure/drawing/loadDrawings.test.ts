import fc from 'fast-check'
import { postureMeasures } from '../../foot/measures'
import { postureFigure, rigidRear } from './index'

const lowest = (points: readonly { y: number }[]) => Math.min(...points.map((p) => p.y))

describe('the foot from behind', () => {
  const foot = { ballWidthMm: 96, heelWidthMm: 62, forefootDeg: 0, firstRayMm: 0, rollDeg: 0 }
  const centre = (heads: ReturnType<typeof rigidRear>['headsMm'], i: number) => heads[i]!.at
  test('stands on the floor with five heads, the first the largest, inner to outer', () => {
    const { headsMm, legMm, forefootMm } = rigidRear(foot)
    expect(headsMm).toHaveLength(5)
    for (let i = 1; i < 5; i++) {
      expect(centre(headsMm, i).x).toBeLessThan(centre(headsMm, i - 1).x)
      expect(headsMm[i]!.radiusMm).toBeLessThan(headsMm[0]!.radiusMm)
    }
    expect(Math.abs(lowest(legMm))).toBeLessThan(2)
    expect(Math.abs(lowest(forefootMm))).toBeLessThan(3)
  })
  test('an inner border that is up lifts the first head, an outer one the fifth', () => {
    const height = (forefootDeg: number, i: number) =>
      centre(rigidRear({ ...foot, forefootDeg }).headsMm, i).y
    expect(height(8, 0)).toBeGreaterThan(height(0, 0) + 8)
    expect(height(8, 4)).toBeLessThan(height(0, 4) + 2)
    expect(height(-8, 4)).toBeGreaterThan(height(0, 4) + 8)
  })
  test('rolling by the angle of the forefoot brings the ball down again, and the knee goes the same way', () => {
    fc.assert(
      fc.property(fc.double({ min: -10, max: 10, noNaN: true }), (deg) => {
        const { headsMm, kneeMm } = rigidRear({ ...foot, forefootDeg: deg, rollDeg: deg })
        const level = rigidRear(foot).headsMm
        headsMm.forEach(({ at }, i) => expect(at.y).toBeCloseTo(level[i]!.at.y, 6))
        if (Math.abs(deg) > 0.01) expect(Math.sign(kneeMm.x)).toBe(Math.sign(deg))
      }),
    )
  })
})

describe.each(postureMeasures)('%s', (item) => {
  const paths = (value: number) => JSON.stringify(postureFigure(item, value))
  test('looks different at each of its five values, and is drawn within the frame', () => {
    expect(new Set([-2, -1, 0, 1, 2].map(paths)).size).toBe(5)
    for (const value of [-2, 0, 2])
      expect(
        postureFigure(item, value)
          .flatMap((stroke) => stroke.points)
          .filter(({ x, y }) => !(x > -10 && x < 210 && y > -Infinity && y < 155)),
      ).toEqual([])
  })
})
test('drawn as a left foot from behind, an everted heel goes outward below, an inverted one inward', () => {
  const line = (value: number) =>
    postureFigure('postureHeel', value).filter((s) => s.role === 'move')[1]!.points
  const lean = (value: number) => line(value)[1]!.x - line(value)[0]!.x
  expect(lean(2)).toBeLessThan(0) // the lower end of an everted left heel goes outward, to the left
  expect(lean(-2)).toBeGreaterThan(0)
})
