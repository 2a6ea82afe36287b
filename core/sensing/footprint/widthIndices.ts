import type { Slice } from './footRaster'
import type { Thirds } from './thirds'
import type { PrintKind } from './types'

/**
 * Narrowest midfoot over widest forefoot × 100, widths across the axis; 0 where the print is interrupted.
 * @returns percent 0..100
 */
export function chippauxSmirakPct(thirds: Thirds): number {
  return (100 * narrowest(thirds.mid)) / widest(thirds.fore)
}

/**
 * Narrowest width of the middle third over the widest width of the rear third.
 * @returns index, no unit @source Staheli, Chew & Corbett 1987, J Bone Joint Surg 69-A:426
 */
export function staheliIndex(thirds: Thirds): number {
  return narrowest(thirds.mid) / widest(thirds.rear)
}

/**
 * interrupted: no contact in part of the middle third; full: its narrowest place is still wider than the given
 * part of the forefoot; bridged: all others.
 * @param fullWidthPct from the reference table
 */
export function printKind(thirds: Thirds, fullWidthPct: number): PrintKind {
  const pct = chippauxSmirakPct(thirds)
  return pct === 0 ? 'interrupted' : pct > fullWidthPct ? 'full' : 'bridged'
}

function narrowest(slices: readonly Slice[]): number {
  return slices.length === 0 ? 0 : Math.min(...slices.map((s) => s.widthMm))
}

function widest(slices: readonly Slice[]): number {
  return Math.max(...slices.map((s) => s.widthMm), Number.MIN_VALUE)
}
