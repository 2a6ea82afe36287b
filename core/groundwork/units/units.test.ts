import fc from 'fast-check'
import { chanceBetween, clamp, normalCdf } from '../statistics'
import { referenceTable, referenceValues } from '../reference'
import {
  degToRad,
  kgTo,
  lengthUnits,
  massUnits,
  mmTo,
  radToDeg,
  shoeSizes,
  toKg,
  toMm,
  weightN,
} from './index'

const value = fc.double({ min: 0.01, max: 5000, noNaN: true })

test('there and back is where we were', () => {
  fc.assert(
    fc.property(value, fc.constantFrom(...lengthUnits), fc.constantFrom(...massUnits), (v, length, mass) => {
      expect(toMm(mmTo(v, length), length)).toBeCloseTo(v, 8)
      expect(toKg(kgTo(v, mass), mass)).toBeCloseTo(v, 8)
      expect(radToDeg(degToRad(v))).toBeCloseTo(v, 8)
    }),
  )
})

test('known conversions', () => {
  expect(mmTo(25.4, 'in')).toBeCloseTo(1, 12)
  expect(kgTo(1, 'lb')).toBeCloseTo(2.2046, 4)
  expect(weightN(70)).toBeCloseTo(686.5, 1)
  expect(shoeSizes(270)).toEqual({ eu: 40.5, uk: 7, us: 8 })
})

test('the normal distribution at the values everyone knows', () => {
  expect(normalCdf(0)).toBeCloseTo(0.5, 6)
  expect(normalCdf(1.96)).toBeCloseTo(0.975, 3)
  expect(chanceBetween({ mean: 0, sd: 1, low: -Infinity, high: Infinity })).toBeCloseTo(1, 9)
  expect(chanceBetween({ mean: 5, sd: 0, low: 4, high: 6 })).toBe(1)
  expect(clamp(7, 0, 5)).toBe(5)
})

test('every reference value is a number with a source and a name of its own', () => {
  for (const [id, entry] of Object.entries(referenceTable)) {
    expect(Number.isFinite(entry.value)).toBe(true)
    expect(`${id}${entry.source}${entry.label}`.length).toBeGreaterThan(id.length + 8)
  }
  const labels = Object.values(referenceTable).map((e) => `${e.group} ${e.label}`)
  expect(new Set(labels).size).toBe(labels.length)
  expect(referenceValues({ balanceGoalS: 40 })).toMatchObject({ balanceGoalS: 40, heelRaiseGoal: 25 })
})
