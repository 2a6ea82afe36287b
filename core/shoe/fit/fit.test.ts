import fc from 'fast-check'
import polygonClipping from 'polygon-clipping'
import {
  crossingsAt,
  distanceToLine,
  isInside,
  polygonArea,
  turn,
  type Point,
} from '../../groundwork/geometry'
import { referenceValues } from '../../groundwork/reference'
import { footOutline, neutralFoot } from '../../figure/footShape'
import { arbitraryFoot, arbitraryInsole, insoleOutline } from '../../madeUp/synthetic'
import { distanceField } from './distanceField'
import { insoleOfNumbers } from './insoleShape'
import { fromShoe, toShoe, fitEdges, fitRegions } from './overhang'
import { fitTable, readFit, withSpacers, worstOf, type FitInput, type FitReading } from './readFit'
import { cases } from '../../groundwork/testing/cases'

const references = referenceValues()
const inputOf = (foot: readonly Point[], insole: readonly Point[], stretchMm = 0): FitInput => ({
  foot: { outlineFootMm: foot, from: 'traced' },
  insole: { pointsMm: insole, from: 'photo', guessed: [] },
  stretchMm,
  gapMm: 3,
  activity: 'walk',
})
const fitOf = (foot: readonly Point[], insole: readonly Point[], stretchMm = 0, nudge?: FitInput['nudge']) =>
  readFit(fitTable(inputOf(foot, insole, stretchMm), references), references, nudge)
const partOf = (fit: FitReading, region: string, edge: string) =>
  fit.regions.find((part) => part.region === region && part.edge === edge)!
const pair = (seed: number) => ({
  foot: footOutline(arbitraryFoot(seed)).outlineFootMm,
  insole: insoleOutline(arbitraryInsole(seed + 1000)),
})
type Ring = [number, number][]
const ringOf = (points: readonly Point[]): Ring => points.map((p) => [p.x, p.y])
const pointsOf = (ring: readonly (readonly [number, number])[]): Point[] => ring.map(([x, y]) => ({ x, y }))
const bounds = {
  heel: [-50, references.fitHeelTo],
  waist: [references.fitHeelTo, references.fitWaistTo],
  ball: [references.fitWaistTo, references.fitBallTo],
  toes: [references.fitBallTo, 50],
} as const

/** The same by exact polygons: the clipping library cuts, and every point of what is outside is measured to the edge. */
function exact(
  foot: readonly Point[],
  laid: readonly Point[],
  region: keyof typeof bounds,
  edge: 'inner' | 'outer',
) {
  const l = Math.max(...foot.map((p) => p.y)) - Math.min(...foot.map((p) => p.y))
  const [low, high] = bounds[region].map((share) => share * l) as [number, number]
  const [left, right] = edge === 'inner' ? [0, 400] : [-400, 0]
  const box: Ring = [
    [left, low],
    [right, low],
    [right, high],
    [left, high],
  ]
  const part = polygonClipping.intersection(polygonClipping.difference([ringOf(foot)], [ringOf(laid)]), [box])
  const corners = part.flatMap((shape) => shape[0]!.slice(0, -1))
  return {
    areaMm2: part.reduce(
      (sum, shape) =>
        sum + shape.reduce((a, ring, i) => a + (i === 0 ? 1 : -1) * polygonArea(pointsOf(ring)), 0),
      0,
    ),
    mostMm: Math.max(
      0,
      ...pointsOf(corners).map((p) => (isInside(p, laid) ? 0 : distanceToLine(p, laid, true))),
    ),
  }
}

// five hundred pairs are measured in bench/fit.ts; every seventeenth of them keeps the figures here
test('overhang and room agree with exact polygons', () => {
  for (let seed = 1; seed <= 500; seed += cases(51, 17)) {
    const { foot, insole } = pair(seed)
    const nudge = { xMm: (seed % 9) - 4, yMm: (seed % 5) - 2, turnDeg: (seed % 7) - 3 }
    const fit = fitOf(foot, insole, 0, nudge)
    const laid = insole.map(fromShoe(fit.placing))
    let [own, wanted] = [0, 0]
    for (const region of fitRegions)
      for (const edge of fitEdges) {
        const truth = exact(foot, laid, region, edge)
        const found = partOf(fit, region, edge)
        expect(Math.abs(found.mostMm - truth.mostMm)).toBeLessThan(0.5)
        // the row that holds the border of a region falls to one of the two
        expect(Math.abs(found.areaMm2 - truth.areaMm2)).toBeLessThan(Math.max(0.01 * truth.areaMm2, 6))
        own += found.areaMm2
        wanted += truth.areaMm2
      }
    expect(Math.abs(own - wanted)).toBeLessThan(Math.max(0.01 * wanted, 0.5))
    const tip = fit.longestToeFootMm
    const room = isInside(tip, laid)
      ? Math.min(
          ...crossingsAt(
            laid.map((p) => ({ x: p.y, y: p.x })),
            tip.x,
          ).filter((y) => y > tip.y),
        ) - tip.y
      : -distanceToLine(tip, laid, true)
    expect(Math.abs(fit.roomMm! - room)).toBeLessThan(0.5)
  }
})

test('with stretch, the area is that beyond a shoe grown all round by it', () => {
  const stretch = 2
  for (const seed of [21]) {
    const foot = footOutline(arbitraryFoot(seed)).outlineFootMm
    const insole = insoleOutline({ ...arbitraryInsole(seed + 1000), ballWidthMm: 82, heelWidthMm: 55 })
    const fit = fitOf(foot, insole, stretch)
    const laid = insole.map(fromShoe(fit.placing))
    // grown by a disc at every step along the edge
    const discs = laid.flatMap((a, i) => {
      const b = laid[(i + 1) % laid.length]!
      const steps = Math.ceil(Math.hypot(b.x - a.x, b.y - a.y) / 0.8)
      return Array.from({ length: steps }, (_, k): [Ring] => {
        const c = { x: a.x + ((b.x - a.x) * k) / steps, y: a.y + ((b.y - a.y) * k) / steps }
        return [
          Array.from({ length: 24 }, (_, t): [number, number] => [
            c.x + stretch * Math.cos((t * Math.PI) / 12),
            c.y + stretch * Math.sin((t * Math.PI) / 12),
          ]),
        ]
      })
    })
    const grown = polygonClipping.union([ringOf(laid)], ...discs)
    const beyond = polygonClipping
      .difference([ringOf(foot)], grown)
      .reduce((sum, shape) => sum + polygonArea(pointsOf(shape[0]!)), 0)
    const own = fit.regions.reduce((sum, part) => sum + part.areaMm2, 0)
    expect(Math.abs(own - beyond)).toBeLessThan(Math.max(0.03 * beyond, 1))
  }
})

test('the distance field agrees with the plain distance, inside and outside', () => {
  const ring = insoleOutline(arbitraryInsole(5))
  const field = distanceField(ring)
  fc.assert(
    fc.property(
      fc.double({ min: -90, max: 90, noNaN: true }),
      fc.double({ min: -30, max: 320, noNaN: true }),
      (x, y) => {
        const far = distanceToLine({ x, y }, ring, true)
        const isIn = isInside({ x, y }, ring)
        // deep inside and far away the field is a limit only
        if (isIn ? far < 11 : far < 58)
          expect(Math.abs(field.at(x, y) - (isIn ? -far : far))).toBeLessThan(0.25)
        else expect(isIn ? -field.at(x, y) : field.at(x, y)).toBeGreaterThan(isIn ? 9 : 50)
      },
    ),
    { numRuns: 300 },
  )
})

describe('whatever lies under the foot', () => {
  const seeds = fc.integer({ min: 1, max: 400 })
  const round = (fit: FitReading) => fit.regions.map((part) => part.mostMm)
  test('moving foot and shoe together changes nothing', () => {
    fc.assert(
      fc.property(seeds, fc.integer({ min: -20, max: 20 }), (seed, by) => {
        const { foot, insole } = pair(seed)
        // foot and shoe shifted across by the same way; the axis that parts inner from outer moves along
        const plain = fitOf(foot, insole)
        const moved = fitOf(
          foot.map((p) => ({ x: p.x, y: p.y + by })),
          insole,
          0,
          { xMm: 0, yMm: by, turnDeg: 0 },
        )
        const low = Math.min(...foot.map((p) => p.y))
        // regions are parts of the foot's length from its own heel
        if (low === 0 && by === 0) expect(round(moved)).toEqual(round(plain))
        const all = (fit: FitReading) => Math.max(...round(fit))
        expect(Math.abs(all(moved) - all(plain))).toBeLessThan(0.2)
      }),
      { numRuns: cases(5, 10) },
    )
  })
  test('a mirrored foot in a mirrored shoe has the mirrored answer', () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const { foot, insole } = pair(seed)
        const mirror = (points: readonly Point[]) => points.map((p) => ({ x: -p.x, y: p.y })).reverse()
        const plain = fitOf(foot, insole)
        const mirrored = fitOf(mirror(foot), mirror(insole))
        for (const region of fitRegions) {
          expect(partOf(mirrored, region, 'outer').mostMm).toBeCloseTo(
            partOf(plain, region, 'inner').mostMm,
            0,
          )
          expect(
            Math.abs(partOf(mirrored, region, 'inner').areaMm2 - partOf(plain, region, 'outer').areaMm2),
          ).toBeLessThan(1 + 0.01 * partOf(plain, region, 'outer').areaMm2)
        }
      }),
      { numRuns: cases(5, 10) },
    )
  })
  test('widening the shoe never makes more reach out', () => {
    fc.assert(
      fc.property(seeds, fc.double({ min: 1, max: 1.25, noNaN: true }), (seed, wider) => {
        const { foot, insole } = pair(seed)
        const narrow = fitOf(foot, insole)
        const wide = fitOf(
          foot,
          insole.map((p) => ({ x: p.x * wider, y: p.y })),
        )
        const area = (fit: FitReading) => fit.regions.reduce((sum, part) => sum + part.areaMm2, 0)
        expect(area(wide)).toBeLessThan(area(narrow) + 1)
      }),
      { numRuns: cases(5, 10) },
    )
  })
  test('more stretch never makes more reach out, and there and back is where one was', () => {
    fc.assert(
      fc.property(seeds, fc.double({ min: 0, max: 6, noNaN: true }), (seed, stretch) => {
        const { foot, insole } = pair(seed)
        const plain = fitOf(foot, insole)
        fitOf(foot, insole, stretch).regions.forEach((part, i) =>
          expect(part.mostMm).toBeLessThanOrEqual(plain.regions[i]!.mostMm + 1e-6),
        )
        const placing = { gapMm: 3, xMm: stretch, yMm: -stretch, turnDeg: stretch * 3 }
        const p = { x: 12, y: 200 }
        const back = toShoe(placing)(fromShoe(placing)(p))
        expect(Math.hypot(back.x - p.x, back.y - p.y)).toBeLessThan(1e-9)
      }),
      { numRuns: cases(5, 10) },
    )
  })
})

describe('the push on the big toe', () => {
  const foot = footOutline({ ...neutralFoot, side: 'left', halluxAngleDeg: 6 }).outlineFootMm
  const shoe = (innerWidthToesMm: number, taperInnerDeg: number) =>
    insoleOfNumbers(
      { innerLengthMm: 268, innerWidthBallMm: 104, innerWidthToesMm, innerWidthHeelMm: 70, taperInnerDeg },
      undefined,
      references,
    )!
  test('a roomy toe box pushes nothing; the more its inner edge leans, the more it pushes', () => {
    const pushes = [-4, 10, 18, 26].map((taper) => {
      const input = { ...inputOf(foot, shoe(92, taper).pointsMm), stretchMm: 2 }
      return readFit(fitTable(input, references), references).push!.extraDeg
    })
    expect(pushes[0]).toBe(0)
    for (let i = 1; i < pushes.length; i++) expect(pushes[i]!).toBeGreaterThanOrEqual(pushes[i - 1]!)
    expect(pushes[3]!).toBeGreaterThan(4)
  })
  test('pushed by what it says, the toe lies inside', () => {
    const input = { ...inputOf(foot, shoe(80, 20).pointsMm), stretchMm: 0 }
    const table = fitTable(input, references)
    const { push } = readFit(table, references)
    const angle = (push!.extraDeg * Math.PI) / 180
    const out = table.bigToe!.borderFootMm.map((p) => {
      const q = turn({ x: p.x - push!.jointFootMm.x, y: p.y - push!.jointFootMm.y }, angle)
      const r = toShoe({ gapMm: 3, xMm: 0, yMm: 0, turnDeg: 0 })({
        x: q.x + push!.jointFootMm.x,
        y: q.y + push!.jointFootMm.y,
      })
      return table.field.at(r.x, r.y)
    })
    expect(Math.max(...out)).toBeLessThanOrEqual(0)
    expect(push!.inShoeDeg).toBeCloseTo(push!.standsDeg + push!.extraDeg, 9)
  })
})

describe('spacers', () => {
  test('toes that stand apart move apart by the spacers between them; the heel stays', () => {
    const shape = { ...neutralFoot, side: 'left' as const, toeGapMm: 4 }
    const foot = footOutline(shape).outlineFootMm
    const table = fitTable(inputOf(foot, insoleOutline(arbitraryInsole(2))), references)
    const spaced = withSpacers(table, [4, 3, 3, 2], references).input.foot.outlineFootMm
    const at = (points: readonly Point[], share: number) => crossingsAt(points, share * shape.lengthMm)
    expect(Math.max(...at(spaced, 0.93)) - Math.max(...at(foot, 0.93))).toBeCloseTo(4, 0)
    expect(Math.min(...at(foot, 0.78)) - Math.min(...at(spaced, 0.78))).toBeGreaterThan(5)
    expect(Math.min(...at(foot, 0.3)) - Math.min(...at(spaced, 0.3))).toBeCloseTo(0, 6)
  })
  test('toes that run together in the outline fan out', () => {
    const smooth = insoleOutline({ ...arbitraryInsole(4), lengthMm: 250 })
    const table = fitTable(inputOf(smooth, insoleOutline(arbitraryInsole(9))), references)
    const spaced = withSpacers(table, [5, 5, 5, 5], references).input.foot.outlineFootMm
    const width = (points: readonly Point[]) => {
      const xs = crossingsAt(points, 0.88 * 250)
      return Math.max(...xs) - Math.min(...xs)
    }
    expect(width(spaced) - width(smooth)).toBeGreaterThan(15)
    expect(spaced).toHaveLength(smooth.length)
  })
  test('with spacers a shoe never has more room', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 200 }), fc.integer({ min: 0, max: 8 }), (seed, mm) => {
        const { foot, insole } = pair(seed)
        const table = fitTable(inputOf(foot, insole, 2), references)
        const plain = worstOf(readFit(table, references)).mostMm
        const spaced = worstOf(readFit(withSpacers(table, [mm, mm, mm, mm], references), references)).mostMm
        expect(spaced).toBeGreaterThan(plain - 0.6)
      }),
      { numRuns: 8 },
    )
  })
})
