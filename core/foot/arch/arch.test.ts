import fc from 'fast-check'
import { referenceValues } from '../../groundwork/reference'
import { archClassFromIndex, archMap, archMotion, archPosition } from './index'

const references = referenceValues()

test('a print at the published quartiles is most likely middle, just', () => {
  expect(archClassFromIndex(0.235, references).middle).toBeGreaterThan(0.95)
  expect(archClassFromIndex(0.31, references).low).toBeGreaterThan(0.9)
  expect(archClassFromIndex(0.15, references).high).toBeGreaterThan(0.9)
})

test('classes always add up to one', () => {
  fc.assert(
    fc.property(fc.double({ min: 0, max: 0.6, noNaN: true }), (archIndex) => {
      const { low, middle, high } = archClassFromIndex(archIndex, references)
      expect(low + middle + high).toBeCloseTo(1, 9)
    }),
  )
})

describe('motion', () => {
  test('travel, reserve and recovery of a hand-worked foot', () => {
    const motion = archMotion(
      { sitMm: 42, standMm: 31, singleMm: 30.5, activeMm: 38, passiveMm: 42 },
      250,
      references,
    )
    expect(motion).toMatchObject({
      travelMm: 11,
      travelScaledMm: 11,
      reserveMm: 0.5,
      hasNoReserve: true,
      impossible: [],
    })
    expect(motion.recoveryActive).toBeCloseTo(7 / 11, 9)
    expect(motion.recoveryPassive).toBeCloseTo(1, 9)
    expect(motion.motion!.much).toBeGreaterThan(0.6)
  })
  test('travel is scaled to a foot of 250 mm', () => {
    expect(archMotion({ sitMm: 40, standMm: 30 }, 200, references).travelScaledMm).toBeCloseTo(12.5, 9)
  })
  test('no travel means no recovery, not a division by zero', () => {
    expect(
      archMotion({ sitMm: 40, standMm: 40, activeMm: 44 }, 250, references).recoveryActive,
    ).toBeUndefined()
  })
  test('an active height below standing is asked about', () => {
    expect(archMotion({ standMm: 38, activeMm: 30 }, 250, references).impossible).toEqual([
      { lower: 'standMm', higher: 'activeMm' },
    ])
    expect(archMotion({ standMm: 38, activeMm: 37.5 }, 250, references).impossible).toEqual([])
  })
  test('nothing measured gives nothing, never NaN', () => {
    const motion = archMotion({}, undefined, references)
    expect(motion).toMatchObject({
      travelMm: undefined,
      reserveMm: undefined,
      motion: undefined,
      hasNoReserve: false,
    })
  })
})

describe('position', () => {
  test('nothing measured, no class', () => expect(archPosition({}, references)).toBeUndefined())
  test('three sources agree on a low arch and make it surer than one', () => {
    const one = archPosition({ archIndex: 0.29 }, references)!
    const all = archPosition(
      { archIndex: 0.29, navicularStandMm: 38, truncatedLengthMm: 181, seen: 'none' },
      references,
    )!
    expect(all).toMatchObject({ kind: 'low', disagree: undefined })
    expect(all.errorZ).toBeLessThan(one.errorZ)
  })
  test('indices that disagree are named', () => {
    const position = archPosition(
      { archIndex: 0.3, navicularStandMm: 56, truncatedLengthMm: 181 },
      references,
    )!
    expect(position.disagree).toEqual(['archIndex', 'navicular'])
  })
  test('the class follows the height of the arch', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 15, max: 70, noNaN: true }),
        fc.double({ min: 0.1, max: 10, noNaN: true }),
        (mm, more) => {
          const z = (navicularStandMm: number) =>
            archPosition({ navicularStandMm, truncatedLengthMm: 181 }, references)!
          expect(z(mm + more).z).toBeGreaterThan(z(mm).z)
          expect(z(mm + more).chances.high).toBeGreaterThanOrEqual(z(mm).chances.high)
        },
      ),
    )
  })
})

describe('the two-way map', () => {
  const more = { dorsumSitMm: 66, dorsumStandMm: 62, truncatedLengthMm: 182, eversionRangeDeg: 12 }
  const z = fc.double({ min: -3, max: 3, noNaN: true })
  test('its nine chances add up to one, and the best cell is the likeliest of them', () => {
    fc.assert(
      fc.property(z, z, (height, drop) => {
        const position = archPosition(
          { navicularStandMm: (0.27 + 0.03 * height) * 182, truncatedLengthMm: 182 },
          references,
        )
        const motion = archMotion({ sitMm: 50, standMm: 50 - 7 - 3 * drop }, 250, references)
        const place = archMap(position, motion)!
        const sum = place.cells.reduce((total, c) => total + c.chance, 0)
        expect(sum).toBeCloseTo(1, 6)
        expect(place.chance).toBe(Math.max(...place.cells.map((c) => c.chance)))
        expect(place.best.position).toBe(position!.kind)
        expect(place.best.motion).toBe(motion.kind)
      }),
    )
  })
  test('without position or without motion there is no place on it', () => {
    const motion = archMotion({ sitMm: 50, standMm: 43 }, 250, references)
    expect(archMap(undefined, motion)).toBeUndefined()
    expect(
      archMap(archPosition({ archIndex: 0.24 }, references), archMotion({}, 250, references)),
    ).toBeUndefined()
  })
  test('position is never mistaken for motion: the height may change while the travel stays, and only the one class moves', () => {
    const at = (standMm: number) => archMotion({ sitMm: standMm + 7, standMm }, 250, references).z
    expect(at(60)).toBeCloseTo(at(30)!, 9)
    const heights = [30, 60].map(
      (navicularStandMm) => archPosition({ navicularStandMm, truncatedLengthMm: 182 }, references)!.kind,
    )
    expect(heights).toEqual(['low', 'high'])
  })
  test('rigidity and flexibility by hand', () => {
    const motion = archMotion({}, 250, references, { ...more, bodyMassKg: 80 })
    expect(motion.rigidity).toBeCloseTo(62 / 66, 9)
    // 4 mm over 0.4 × 80 × 9.80665 N
    expect(motion.flexibilityMmPerKn).toBeCloseTo(12.746, 2)
    expect(motion.kind).toBe('usual')
  })
  test('an arch that is used up is not pulled towards locked by its empty reserve', () => {
    const without = archMotion({ sitMm: 45, standMm: 32 }, 250, references)
    const used = archMotion({ sitMm: 45, standMm: 32, singleMm: 31.8 }, 250, references)
    expect(used.hasNoReserve).toBe(true)
    expect(used.z).toBe(without.z)
    const locked = archMotion({ sitMm: 45, standMm: 42, singleMm: 41.8 }, 250, references)
    expect(locked.parts.map((p) => p.source)).toContain('reserve')
  })
})
