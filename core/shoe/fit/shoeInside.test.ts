import fc from 'fast-check'
import { crossingsAt, polygonArea, type Point } from '../../groundwork/geometry'
import { referenceValues } from '../../groundwork/reference'
import { footOutline } from '../../figure/footShape'
import { arbitraryFoot } from '../../madeUp/synthetic'
import { depthBudget, insertThickness } from './depthBudget'
import { insoleOf, insoleOfNumbers } from './insoleShape'
import { nearestShoes, neededShoe } from './neededShoe'
import { overhangShapes } from './overhangShapes'
import { fitTable, readFit } from './readFit'
import { cases } from '../../groundwork/testing/cases'

const references = referenceValues()
const widthAt = (points: readonly Point[], y: number) => {
  const xs = crossingsAt(points, y)
  return Math.max(...xs) - Math.min(...xs)
}

describe('the inside from inner measures', () => {
  test('has the widths it was asked for where they are measured', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 220, max: 300 }),
        fc.integer({ min: 78, max: 112 }),
        fc.double({ min: 0.7, max: 1, noNaN: true }),
        fc.double({ min: 0.6, max: 0.75, noNaN: true }),
        (innerLengthMm, innerWidthBallMm, toes, heel) => {
          const innerWidthToesMm = innerWidthBallMm * toes
          const innerWidthHeelMm = innerWidthBallMm * heel
          const { pointsMm, guessed } = insoleOfNumbers(
            { innerLengthMm, innerWidthBallMm, innerWidthToesMm, innerWidthHeelMm },
            undefined,
            references,
          )!
          expect(guessed).toEqual(['taper'])
          expect(Math.max(...pointsMm.map((p) => p.y))).toBeCloseTo(innerLengthMm, 1)
          expect(widthAt(pointsMm, 0.7 * innerLengthMm)).toBeCloseTo(innerWidthBallMm, 0)
          expect(widthAt(pointsMm, 0.9 * innerLengthMm)).toBeCloseTo(innerWidthToesMm, 0)
          expect(widthAt(pointsMm, 0.15 * innerLengthMm)).toBeCloseTo(innerWidthHeelMm, 0)
        },
      ),
      { numRuns: 40 },
    )
  })
  test('half its numbers missing: what was guessed is named, and nothing at all draws nothing', () => {
    const half = insoleOfNumbers({ innerWidthToesMm: 92 }, 250, references)!
    expect(half.guessed).toEqual(['length', 'ball', 'taper', 'heel'])
    expect(insoleOfNumbers({ innerLengthMm: 270 }, 250, references)).toBeUndefined()
    expect(insoleOfNumbers({ innerWidthBallMm: 100 }, undefined, references)).toBeUndefined()
  })
  test('a traced inside stands over the numbers', () => {
    const points = [
      { x: -40, y: 0 },
      { x: 50, y: 20 },
      { x: 0, y: 265 },
    ]
    expect(insoleOf({ insole: { points, from: 'photo' }, innerWidthBallMm: 100 }, 250, references)).toEqual({
      pointsMm: points,
      from: 'photo',
      guessed: [],
    })
  })
  test('a line that is no inside of a shoe is not laid under a foot: the numbers stand, or nothing does', () => {
    const tiny = [
      { x: 0, y: 0 },
      { x: 3, y: 0 },
      { x: 0, y: 4 },
    ]
    expect(insoleOf({ insole: { points: tiny, from: 'file' } }, 250, references)).toBeUndefined()
    expect(
      insoleOf({ insole: { points: tiny, from: 'file' }, innerWidthBallMm: 100 }, 250, references)?.from,
    ).toBe('numbers')
  })
})

describe('depth', () => {
  const foot = { lengthMm: 250, archMm: 60 }
  test('foot, sock and insert against the inside, hand-worked', () => {
    const insert = insertThickness({ kind: 'support', archMm: 12 }, references)
    const [forefoot, arch, heel] = depthBudget(
      { depthForefootMm: 40, depthArchMm: 70 },
      foot,
      insert,
      references,
    )
    // 40 − 25 guessed − 2 sock − 2 insert; 70 − 60 − 2 − 12
    expect(forefoot).toMatchObject({ leftMm: 11, verdict: 'fits', isFootGuessed: true })
    expect(arch).toMatchObject({ leftMm: -4, verdict: 'no', isFootGuessed: false })
    expect(heel).toMatchObject({ leftMm: undefined, verdict: 'unknown' })
  })
  test('no insert takes no room; a thicker one never leaves more', () => {
    expect(insertThickness(undefined, references)).toEqual({ forefoot: 0, arch: 0, heel: 0 })
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 30, noNaN: true }),
        fc.double({ min: 0, max: 30, noNaN: true }),
        (a, b) => {
          const left = (mm: number) =>
            depthBudget({ depthArchMm: 80 }, foot, { forefoot: 0, arch: mm, heel: 0 }, references)[1]!.leftMm!
          expect(left(Math.max(a, b))).toBeLessThanOrEqual(left(Math.min(a, b)))
        },
      ),
    )
  })
})

describe('asked the other way round', () => {
  const feetOf = (seed: number) => ({
    left: { outlineFootMm: footOutline(arbitraryFoot(seed)).outlineFootMm, from: 'traced' as const },
    right: { outlineFootMm: footOutline(arbitraryFoot(seed + 1)).outlineFootMm, from: 'traced' as const },
  })
  const ask = (seed: number, spacers: readonly [number, number, number, number] = [0, 0, 0, 0]) =>
    neededShoe(
      { feet: feetOf(seed), spacersMm: spacers, activity: 'walk', priority: 'lowStackFirst', stretchMm: 2 },
      references,
    )!
  test('a shoe of the needed measures has room in front and nothing out at ball and toes', () => {
    for (let seed = 1; seed <= cases(14, 40); seed += 6) {
      const needed = ask(seed)
      const feet = feetOf(seed)
      const insole = insoleOfNumbers(needed, undefined, references)!
      for (const foot of [feet.left, feet.right]) {
        const input = { foot, insole, stretchMm: 2, gapMm: references.fitGapMm, activity: 'walk' as const }
        const fit = readFit(fitTable(input, references), references)
        expect(fit.roomMm!).toBeGreaterThan(references.roomWalkLowMm - 0.6)
        for (const part of fit.regions.filter((p) => p.region === 'ball' || p.region === 'toes'))
          expect(part.mostMm).toBeLessThan(references.fitOutsideMm)
      }
    }
  })
  test('what hands would say: ball at most 12 mm over the wider foot, toes no narrower than the toes', () => {
    // a tape across the outline, laid here apart from the rule
    const tape = (points: readonly Point[], from: number, to: number) => {
      const lengthMm = Math.max(...points.map((p) => p.y))
      return Math.max(
        ...Array.from({ length: 40 }, (_, i) => widthAt(points, (from + ((to - from) * i) / 39) * lengthMm)),
      )
    }
    for (let seed = 1; seed <= cases(30, 120); seed += 3) {
      const needed = ask(seed)
      const feet = Object.values(feetOf(seed)).map((foot) => foot.outlineFootMm)
      const over = (needs: number, from: number, to: number) =>
        needs - Math.max(...feet.map((foot) => tape(foot, from, to)))
      const ball = over(needed.innerWidthBallMm, 0.6, 0.8)
      const toes = over(needed.innerWidthToesMm, 0.84, 0.99)
      const heel = over(needed.innerWidthHeelMm, 0.1, 0.2)
      expect([seed, ball > -0.5 && ball < 12.5]).toEqual([seed, true])
      expect([seed, toes > -0.5 && toes < 12.5]).toEqual([seed, true])
      expect([seed, heel > -0.5 && heel < 12.5]).toEqual([seed, true])
    }
  })
  test('spacers and running ask for more, never less', () => {
    const plain = ask(7)
    expect(ask(7, [4, 4, 4, 4]).innerWidthToesMm).toBeGreaterThan(plain.innerWidthToesMm)
    const run = neededShoe(
      { feet: feetOf(7), spacersMm: [0, 0, 0, 0], activity: 'run', priority: 'zeroDropFirst', stretchMm: 2 },
      references,
    )!
    expect(run.innerLengthMm - plain.innerLengthMm).toBeGreaterThan(3)
    expect(run.dropMostMm).toBeLessThan(plain.dropMostMm)
  })
  test('no foot, no answer', () => {
    expect(
      neededShoe(
        {
          feet: { left: undefined, right: undefined },
          spacersMm: [0, 0, 0, 0],
          activity: 'walk',
          priority: 'lowStackFirst',
          stretchMm: 2,
        },
        references,
      ),
    ).toBeUndefined()
  })
  test('the nearest shoe comes first, each with what it is short of', () => {
    const needed = ask(3)
    const fits = {
      id: 'a',
      name: 'fits',
      ...needed,
      stackHeelMm: 8,
      stackForefootMm: 8,
      bendStiffness: 1,
    }
    const narrow = { ...fits, id: 'b', name: 'narrow', innerWidthToesMm: needed.innerWidthToesMm - 8 }
    const unknown = { id: 'c', name: 'nothing known' }
    const order = nearestShoes([narrow, unknown, fits], needed, references)
    expect(order.map((c) => c.shoe.name)).toEqual(['fits', 'nothing known', 'narrow'])
    expect(order[2]!.shortfalls).toEqual([{ kind: 'toes', by: expect.closeTo(8, 6) as number }])
    expect(order[1]!.unknown).toHaveLength(8)
  })
})

test('what lies outside is drawn as closed lines of the same area', () => {
  const square = (half: number, y: number): Point[] => [
    { x: -half, y },
    { x: half, y },
    { x: half, y: y + 100 },
    { x: -half, y: y + 100 },
  ]
  const shapes = overhangShapes(square(50, 0), square(45, 0))
  expect(shapes).toHaveLength(2)
  expect(shapes.reduce((sum, shape) => sum + polygonArea(shape), 0)).toBeCloseTo(1000, 6)
})
