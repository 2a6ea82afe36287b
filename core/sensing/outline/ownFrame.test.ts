import fc from 'fast-check'
import { distance, turn } from '../../groundwork/geometry'
import { referenceValues } from '../../groundwork/reference'
import { medialSignImage } from '../../groundwork/side'
import { footOutline } from '../../figure/footShape'
import { arbitraryFoot } from '../../madeUp/synthetic'
import { inOwnFrame } from './outlineFrame'
import { readOutline } from './outlineBorders'
import { cases } from '../../groundwork/testing/cases'

const references = referenceValues()
const seeds = Array.from({ length: cases(80, 200) }, (_, i) => i + 1)

test('lengths, widths and angles of made-up outlines, laid down at any slant', () => {
  const errors: Record<string, number[]> = { length: [], ball: [], hallux: [], fifth: [], heel: [] }
  for (const seed of seeds) {
    const shape = arbitraryFoot(seed)
    const sign = medialSignImage(shape.side)
    const seen = footOutline(shape).outlineFootMm.map((p) => {
      const q = turn({ x: p.x * sign, y: p.y }, ((seed % 41) - 20) / 60)
      return { x: q.x + 37, y: q.y - 110 }
    })
    const reading = readOutline(inOwnFrame(seen, shape.side, 'foot', references), references)!
    errors.length!.push(Math.abs(reading.footLengthMm - shape.lengthMm))
    errors.hallux!.push(Math.abs(reading.halluxAngleDeg! - shape.halluxAngleDeg))
    errors.fifth!.push(Math.abs(reading.fifthToeAngleDeg! - shape.fifthToeAngleDeg))
    errors.heel!.push(Math.abs(reading.heelWidthMm - shape.heelWidthMm * 1.03))
    errors.ball!.push(Math.abs(reading.ballWidthMm - shape.ballWidthMm))
  }
  const most = Object.fromEntries(
    Object.entries(errors).map(([key, all]) => [
      key,
      [...all].sort((a, b) => a - b)[Math.floor(all.length * 0.95)]!,
    ]),
  )
  expect(most.length).toBeLessThan(4)
  expect(most.hallux).toBeLessThan(2)
  // a little toe that is pulled in hides behind its ball: an outline sees less of it
  expect(most.fifth).toBeLessThan(4.5)
  expect(most.heel).toBeLessThan(2)
  expect(most.ball).toBeLessThan(3)
})

test('a mirrored foot measures the same; turning and shifting change nothing', () => {
  const seen = footOutline(arbitraryFoot(11)).outlineFootMm
  const own = inOwnFrame(seen, 'left', 'foot', references)
  fc.assert(
    fc.property(
      fc.double({ min: -0.5, max: 0.5, noNaN: true }),
      fc.double({ min: -300, max: 300, noNaN: true }),
      fc.boolean(),
      (angle, by, isMirrored) => {
        const moved = seen.map((p) => {
          const q = turn(isMirrored ? { x: -p.x, y: p.y } : p, angle)
          return { x: q.x + by, y: q.y - by }
        })
        const again = inOwnFrame(moved, isMirrored ? 'right' : 'left', 'foot', references)
        expect(Math.max(...again.map((p, i) => distance(p, own[i]!)))).toBeLessThan(0.5)
      },
    ),
    { numRuns: 30 },
  )
})

test('a shoe lies along its own axis; too few points and a line without length give no reading', () => {
  const box = [
    { x: -40, y: 0 },
    { x: 40, y: 0 },
    { x: 40, y: 280 },
    { x: -40, y: 280 },
  ]
  const own = inOwnFrame(box, 'left', 'shoe', references)
  expect(Math.min(...own.map((p) => p.y))).toBeCloseTo(0, 6)
  expect(readOutline(box, references)).toBeUndefined()
  expect(
    readOutline(
      Array.from({ length: 9 }, () => ({ x: 1, y: 2 })),
      references,
    ),
  ).toBeUndefined()
})
