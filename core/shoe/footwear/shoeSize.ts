import { shoeSizes } from '../../groundwork/units'
import type { References } from '../../groundwork/reference'
import type { SizeSystem } from './shoe'

const mmPerInch = 25.4

/**
 * Inside length that a size stands for by the formula; makers differ, so it is a hint and never a measure.
 * @param size EU, UK or US (men) size; mm: the foot length printed on the box
 * @returns last length, mm
 * @source EU = 1.5 × last length in cm; UK = 3 × inches − 25; US men = UK + 1 (ISO/TS 19407)
 * @example lastLengthMm(42, 'eu', references) // 280
 */
export function lastLengthMm(size: number, system: SizeSystem, references: References): number {
  if (system === 'eu') return (size / 1.5) * 10
  if (system === 'mm') return size + references.lastAllowanceMm
  return ((size - (system === 'us' ? 1 : 0) + 25) / 3) * mmPerInch
}

/** Every system's size of one last length; mm is the foot it is made for. */
export function sizesOf(lastMm: number, references: References): Record<SizeSystem, number> {
  return { ...shoeSizes(lastMm), mm: Math.round(lastMm - references.lastAllowanceMm) }
}
