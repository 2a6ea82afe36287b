import { areaMm2, type Thirds } from './thirds'

/**
 * Arch index: the part of the toeless print's area that lies in its middle third. A high arch gives a low value.
 * @returns 0..1, no unit
 * @source Cavanagh & Rodgers 1987, J Biomech 20:547
 */
export function archIndex(thirds: Thirds): number {
  const mid = areaMm2(thirds.mid, thirds.sliceMm)
  const all = mid + areaMm2(thirds.rear, thirds.sliceMm) + areaMm2(thirds.fore, thirds.sliceMm)
  return all > 0 ? mid / all : 0
}
