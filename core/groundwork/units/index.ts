/** Inside Sturvo everything is mm, degrees, newtons, kPa, seconds and kg; these convert at the edge only. */
export const standardGravityMS2 = 9.80665
const mmPerInch = 25.4
const kgPerLb = 0.45359237

export const lengthUnits = ['mm', 'cm', 'in'] as const
export type LengthUnit = (typeof lengthUnits)[number]
export const massUnits = ['kg', 'lb'] as const
export type MassUnit = (typeof massUnits)[number]

const mmPer: Record<LengthUnit, number> = { mm: 1, cm: 10, in: mmPerInch }

/** @param lengthMm millimetres @returns the same length in the wanted unit @example mmTo(25.4, 'in') // 1 */
export function mmTo(lengthMm: number, unit: LengthUnit): number {
  return lengthMm / mmPer[unit]
}

/** @example toMm(1, 'in') // 25.4 */
export function toMm(length: number, unit: LengthUnit): number {
  return length * mmPer[unit]
}

export function kgTo(massKg: number, unit: MassUnit): number {
  return unit === 'kg' ? massKg : massKg / kgPerLb
}

export function toKg(mass: number, unit: MassUnit): number {
  return unit === 'kg' ? mass : mass * kgPerLb
}

/** Weight in newtons of a mass in kilograms. */
export function weightN(massKg: number): number {
  return massKg * standardGravityMS2
}

const radPerDeg = Math.PI / 180
export function degToRad(angleDeg: number): number {
  return angleDeg * radPerDeg
}
export function radToDeg(angleRad: number): number {
  return angleRad / radPerDeg
}

/**
 * European and UK shoe sizes from the last length, the inside length of the shoe's form.
 * EU size = 1.5 × last length in cm (Paris points); UK adult size = 3 × last length in inches - 25
 * (ISO/TS 19407). Makers differ, so a size is a hint and never a measure.
 * @param lastLengthMm 100..400 mm
 * @example shoeSizes(270).eu // 40.5
 */
export function shoeSizes(lastLengthMm: number): { eu: number; uk: number; us: number } {
  const eu = (lastLengthMm / 10) * 1.5
  const uk = 3 * (lastLengthMm / mmPerInch) - 25
  return { eu: roundHalf(eu), uk: roundHalf(uk), us: roundHalf(uk + 1) }
}

function roundHalf(value: number): number {
  return Math.round(value * 2) / 2
}
