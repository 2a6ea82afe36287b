import fc from 'fast-check'
import { referenceValues } from '../../groundwork/reference'
import { otherSide } from '../../groundwork/side'
import { neutralFoot, type FootShape } from '../../figure/footShape'
import { arbitraryFoot, chanceFrom, printPicture } from '../../madeUp/synthetic'
import { readFootprint, readFootprints, type FootprintReading } from './index'
import { cases } from '../../groundwork/testing/cases'

const references = referenceValues()
const prints = cases(40, 120)

function readOk(
  shape: FootShape,
  options: Parameters<typeof printPicture>[1],
  mmPerPx = 0.3,
): FootprintReading {
  const outcome = readFootprint(printPicture(shape, { ...options, mmPerPx }).image, mmPerPx, references)
  if (!outcome.ok) throw new Error(outcome.problem.code)
  return outcome.value
}

describe('forty made-up prints (120 with --long), from 0.15 to 0.6 mm a pixel, turned up to 12°', () => {
  const off = Array.from({ length: prints }, (_, i) => {
    const seed = i + 1
    const chance = chanceFrom(seed * 31 + 7)
    const mmPerPx = chance.between(0.15, 0.6)
    const turnDeg = chance.between(-12, 12)
    const { image, truth, shape } = printPicture(arbitraryFoot(seed), {
      seed,
      mmPerPx,
      turnDeg,
      mess: chance.between(0.5, 1.6),
    })
    const outcome = readFootprint(image, mmPerPx, references)
    if (!outcome.ok) throw new Error(`print ${seed}: ${outcome.problem.code}`)
    const read = outcome.value
    return {
      archIndex: Math.abs(read.archIndex.value - truth.archIndex),
      lengthPct: Math.abs(read.lengthMm.value / truth.lengthMm - 1) * 100,
      chippauxSmirakPct: Math.abs(read.chippauxSmirakPct.value - truth.chippauxSmirakPct),
      staheliIndex: Math.abs(read.staheliIndex.value - truth.staheliIndex),
      angleDeg: read.footprintAngleDeg ? Math.abs(read.footprintAngleDeg.value - truth.footprintAngleDeg) : 0,
      wrongKind: read.printKind === truth.kind ? 0 : 1,
      wrongSide: read.side === shape.side ? 0 : 1,
      hasAngle: read.footprintAngleDeg ? 1 : 0,
    }
  })
  const sorted = (key: keyof (typeof off)[number]) => off.map((o) => o[key]).sort((a, b) => a - b)
  const worst = (key: keyof (typeof off)[number]) => sorted(key)[prints - 1]!
  const sum = (key: keyof (typeof off)[number]) => sorted(key).reduce((a, b) => a + b, 0)

  test('the arch index is within 0.012 in 95 of 100, and never off by more than 0.03', () => {
    expect(sorted('archIndex')[Math.floor(prints * 0.95)]).toBeLessThanOrEqual(0.012)
    expect(worst('archIndex')).toBeLessThanOrEqual(0.03)
  })
  test('every length is within 1.5 %', () => expect(worst('lengthPct')).toBeLessThanOrEqual(1.5))
  test('every Chippaux–Smirak index is within 4', () =>
    expect(worst('chippauxSmirakPct')).toBeLessThanOrEqual(4))
  test('every Staheli index is within 0.06', () => expect(worst('staheliIndex')).toBeLessThanOrEqual(0.06))
  test('every footprint angle is within 4°, and nearly all have one', () => {
    expect(worst('angleDeg')).toBeLessThanOrEqual(4)
    expect(sum('hasAngle')).toBeGreaterThan(prints * 0.95)
  })
  test('kind and side are right in 99 of 100', () => {
    expect(sum('wrongKind')).toBeLessThanOrEqual(Math.max(1, prints * 0.01))
    expect(sum('wrongSide')).toBeLessThanOrEqual(prints * 0.01)
  })
})

describe('what may not change a measure', () => {
  const seeds = fc.integer({ min: 1, max: 400 })
  const runs = { numRuns: cases(4, 8), seed: 2026 }

  test('a mirrored foot measures the same', () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const foot = arbitraryFoot(seed)
        const one = readOk(foot, { seed, mess: 0.6 })
        const other = readOk({ ...foot, side: otherSide(foot.side) }, { seed, mess: 0.6 })
        expect(other.side).toBe(otherSide(one.side))
        expect(other.archIndex.value).toBeCloseTo(one.archIndex.value, 1.8)
        expect(Math.abs(other.lengthMm.value - one.lengthMm.value)).toBeLessThan(1.5)
        expect(Math.abs(other.ballWidthMm - one.ballWidthMm)).toBeLessThan(1.5)
      }),
      runs,
    )
  })

  test('turning the foot on the sheet moves nothing beyond the pixel error', () => {
    fc.assert(
      fc.property(seeds, fc.double({ min: -12, max: 12, noNaN: true }), (seed, turnDeg) => {
        const foot = arbitraryFoot(seed)
        const straight = readOk(foot, { seed, mess: 0.6 })
        const turned = readOk(foot, { seed, mess: 0.6, turnDeg })
        expect(Math.abs(turned.archIndex.value - straight.archIndex.value)).toBeLessThan(0.02)
        expect(Math.abs(turned.lengthMm.value - straight.lengthMm.value)).toBeLessThan(3)
      }),
      runs,
    )
  })

  test('twice the scale gives twice the lengths and the same indices', () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const { image } = printPicture(arbitraryFoot(seed, { lengthMm: 230 }), {
          seed,
          mmPerPx: 0.3,
          mess: 0.6,
        })
        const one = readFootprint(image, 0.3, references)
        const wide = readFootprint(image, 0.36, references)
        if (!one.ok || !wide.ok) throw new Error('unreadable')
        expect(wide.value.lengthMm.value / one.value.lengthMm.value).toBeCloseTo(1.2, 1)
        expect(wide.value.archIndex.value).toBeCloseTo(one.value.archIndex.value, 1)
      }),
      runs,
    )
  })
})

describe('the practitioner repairs a stage', () => {
  const foot: FootShape = { ...neutralFoot, side: 'left' }
  const { image } = printPicture(foot, { seed: 4 })
  const read = (wishes: Parameters<typeof readFootprint>[3]) => {
    const outcome = readFootprint(image, 0.3, references, wishes)
    if (!outcome.ok) throw new Error(outcome.problem.code)
    return outcome.value
  }
  const plain = read({})

  test('a toe line dragged back takes area from the front third', () => {
    const moved = read({ toeLineFootMm: plain.toeLine.pointsFootMm.map((p) => ({ x: p.x, y: p.y - 12 })) })
    expect(moved.toelessLengthMm.value).toBeLessThan(plain.toelessLengthMm.value - 8)
    expect(moved.lengthMm.value).toBeCloseTo(plain.lengthMm.value, 0)
  })

  test('a lower threshold leaves less print', () => {
    expect(read({ thresholdNudge: -40 }).toelessAreaMm2.value).toBeLessThan(plain.toelessAreaMm2.value)
  })

  test('axis ends put by hand are kept', () => {
    const { heelImagePx, toeImagePx } = plain.axis
    const moved = read({ axis: { heelImagePx, toeImagePx: { x: toeImagePx.x + 60, y: toeImagePx.y } } })
    expect(moved.axis.toeFrom).toBe('practitioner')
    expect(Math.abs(moved.archIndex.value - plain.archIndex.value)).toBeGreaterThan(0.001)
  })

  test('a side that was told is not guessed', () => {
    expect(read({ side: 'right' })).toMatchObject({ side: 'right', sideFrom: 'told' })
  })

  test('without toes, the length and the toeless length are one', () => {
    const noToes = read({ toes: 'none' })
    expect(noToes.toelessLengthMm.value).toBeCloseTo(noToes.lengthMm.value, 6)
  })

  test('colour pictures read as grey ones do', () => {
    const colour = readFootprint(printPicture(foot, { seed: 4, channels: 4 }).image, 0.3, references)
    expect(colour.ok && colour.value.archIndex.value).toBeCloseTo(plain.archIndex.value, 2)
  })
})

describe('pictures that cannot be measured are named', () => {
  const flat = (widthPx: number, heightPx: number, value: number) => ({
    widthPx,
    heightPx,
    channels: 1 as const,
    data: new Uint8ClampedArray(widthPx * heightPx).fill(value),
  })
  const { image } = printPicture({ ...neutralFoot, side: 'left' }, { seed: 4 })
  const problemOf = (picture: typeof image, mmPerPx: number) => {
    const outcome = readFootprint(picture, mmPerPx, references)
    return outcome.ok ? 'none' : outcome.problem.code
  }
  test('one pixel', () => expect(problemOf(flat(1, 1, 200), 0.3)).toBe('imageTooSmall'))
  test('no pixel', () => expect(problemOf(flat(0, 0, 200), 0.3)).toBe('emptyImage'))
  test('a blank sheet', () => expect(problemOf(flat(400, 800, 230), 0.3)).toBe('blankSheet'))
  test('a black sheet', () => expect(problemOf(flat(400, 800, 3), 0.3)).toBe('blankSheet'))
  test.each([
    [300, 800],
    [420, 700],
    [500, 500],
    [600, 300],
  ])('a solid box of %i × %i pixels is no foot', (wide, high) => {
    const sheet = flat(900, 1200, 230)
    for (let y = 200; y < 200 + high; y++) sheet.data.fill(20, y * 900 + 200, y * 900 + 200 + wide)
    expect(problemOf(sheet, 0.3)).toBe('notAFoot')
  })
  test('no scale', () => expect(problemOf(image, NaN)).toBe('scaleMissing'))
  test.each([0, -0.3, Infinity, 40])('a scale of %p', (scale) =>
    expect(problemOf(image, scale)).toBe('scaleImpossible'),
  )
  test('two feet where one is expected are both read when asked for', () => {
    const right = printPicture({ ...neutralFoot, side: 'right' }, { seed: 5 }).image
    const heightPx = Math.max(image.heightPx, right.heightPx)
    const both = flat(image.widthPx + right.widthPx, heightPx, 228)
    for (const [picture, at] of [
      [image, 0],
      [right, image.widthPx],
    ] as const)
      for (let y = 0; y < picture.heightPx; y++)
        for (let x = 0; x < picture.widthPx; x++)
          both.data[y * both.widthPx + at + x] = picture.data[y * picture.widthPx + x]!
    expect(problemOf(both, 0.3)).toBe('tooManyPrints')
    const outcome = readFootprints(both, 0.3, references)
    expect(outcome.ok && outcome.value.map((r) => r.side)).toEqual(['left', 'right'])
  })
  test('a reading that is cancelled says so', () => {
    const stop = () => {
      throw new Error('stopped by the test')
    }
    expect(() => readFootprint(image, 0.3, references, {}, stop)).toThrow('stopped by the test')
  })
})
