import type { Slice } from './footRaster'

export type Thirds = { rear: Slice[]; mid: Slice[]; fore: Slice[]; lengthMm: number; sliceMm: number }

/**
 * Cuts the toeless print along its axis into equal thirds.
 * @param slices of the body only, heel first, evenly spaced by sliceMm
 */
export function thirdsOf(slices: readonly Slice[], sliceMm: number): Thirds {
  const set = slices.filter((s) => s.widthMm > 0)
  const first = set[0]?.yMm ?? 0
  const last = set[set.length - 1]?.yMm ?? 0
  const bottom = first - sliceMm / 2
  const lengthMm = set.length === 0 ? 0 : last + sliceMm / 2 - bottom
  const part = (from: number, to: number) =>
    slices.filter((s) => s.yMm >= bottom + lengthMm * from && s.yMm < bottom + lengthMm * to)
  return { rear: part(0, 1 / 3), mid: part(1 / 3, 2 / 3), fore: part(2 / 3, 1), lengthMm, sliceMm }
}

export function areaMm2(slices: readonly Slice[], sliceMm: number): number {
  return slices.reduce((sum, s) => sum + s.widthMm, 0) * sliceMm
}
