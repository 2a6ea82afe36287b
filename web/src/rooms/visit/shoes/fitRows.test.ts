import type { FitReading } from '@sturvo/core/fit'
import { referenceValues } from '@sturvo/core/reference'
import { overhangRows, roomRows, spacedRow, type FitRow } from './fitRows'

const references = referenceValues()
const fit = (changed: Partial<FitReading> = {}): FitReading =>
  ({ regions: [], errorMm: 1, roomMm: 9, room: 'fits', ...changed }) as FitReading
const part = (mostMm: number, changed: object = {}) =>
  ({
    region: 'ball',
    edge: 'inner',
    areaMm2: 40,
    mostMm,
    isGuessed: false,
    ...changed,
  }) as FitReading['regions'][number]
const rowOf = (rows: readonly FitRow[], name: string) => rows.find((row) => row.name === name)!

describe('where the foot is wider than the shoe', () => {
  test('a region is named once either foot is over in it, and the other foot says inside', () => {
    const [left, right] = [fit({ regions: [part(3.2)] }), fit({ regions: [part(0)] })]
    const rows = overhangRows({ left, right }, references)
    expect(rows).toHaveLength(1)
    expect(rows[0]!.of(left)).toMatch(/^3\.2 mm · 40 mm²$/)
    expect(rows[0]!.of(right)).toBe('inside')
    expect(rows[0]!.isOut!(left)).toBe(true)
    expect(rows[0]!.isOut!(right)).toBe(false)
  })
  test('what would print as nothing is nothing', () => {
    const both = fit({ regions: [part(0.04)] })
    expect(overhangRows({ left: both, right: both }, references)).toEqual([])
    expect(overhangRows({ left: undefined, right: undefined }, references)).toEqual([])
  })
  test('a shoe that was not measured there is never said to be too narrow', () => {
    const guessed = fit({ regions: [part(6, { isGuessed: true })] })
    const [row] = overhangRows({ left: guessed, right: undefined }, references)
    expect(row!.of(guessed)).toBe('shoe not measured here')
    expect(row!.isOut!(guessed)).toBe(false)
  })
})

describe('room, widths and push', () => {
  const rows = roomRows(references)
  test('room in front says how much, short, long, outside, or that nobody knows', () => {
    const row = rowOf(rows, 'room in front of the longest toe')
    expect(row.of(fit())).toBe('9 mm')
    expect(row.of(fit({ roomMm: 2, room: 'short' }))).toBe('2 mm, short')
    expect(row.of(fit({ roomMm: 31, room: 'long' }))).toBe('31 mm, long')
    expect(row.of(fit({ roomMm: -4, room: 'short' }))).toBe('none, 4 mm outside')
    expect(row.of(fit({ roomMm: undefined }))).toBe('length not known')
    expect(row.isOut!(fit({ room: 'short' }))).toBe(true)
  })
  test('a width within the stretch of the upper is not out', () => {
    const row = rowOf(rows, 'width to spare, ball')
    const spare = (allMm: number) =>
      fit({ ball: { allMm, innerMm: allMm / 2, outerMm: allMm / 2, atFootMm: 160 } })
    expect(row.of(spare(4))).toBe('+4 mm (inner +2, outer +2)')
    expect(row.isOut!(spare(-references.upperStretchMm + 0.1))).toBe(false)
    expect(row.isOut!(spare(-references.upperStretchMm - 0.1))).toBe(true)
    expect(row.of(fit())).toBe('–')
  })
  test('a push on the big toe counts from the limit of the table on', () => {
    const row = rowOf(rows, 'pushes the big toe further')
    const pushed = (extraDeg: number) => fit({ push: { extraDeg, errorDeg: 2, standsDeg: 18 } as never })
    expect(row.of(pushed(5))).toBe('5° ± 2°, from 18°')
    expect(row.isOut!(pushed(references.pushCountsDeg))).toBe(false)
    expect(row.isOut!(pushed(references.pushCountsDeg + 0.1))).toBe(true)
    expect(row.of(fit())).toBe('–')
  })
})

test('with spacers in, the widest place decides', () => {
  const row = spacedRow(references)
  expect(row.of(fit({ regions: [part(0.2), part(0.4)] }))).toBe('fits')
  const out = fit({ regions: [part(0.2), part(references.fitOutsideMm + 2)] })
  expect(row.of(out)).toMatch(/^will not fit, [\d.]+ mm out$/)
  expect(row.isOut!(out)).toBe(true)
})
