/**
 * Standard normal draws that can be begun again: the same seed gives the same bits on every machine.
 * @param seed any whole number
 * @source mulberry32 (public domain); polar method, Marsaglia & Bray 1964
 */
export function normals(seed: number): { next: () => number; uniform: () => number } {
  let state = seed >>> 0
  let spare = 0
  let hasSpare = false
  const uniform = (): number => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
  const next = (): number => {
    if (hasSpare) {
      hasSpare = false
      return spare
    }
    for (;;) {
      const u = 2 * uniform() - 1
      const v = 2 * uniform() - 1
      const s = u * u + v * v
      if (s > 0 && s < 1) {
        const scale = Math.sqrt((-2 * Math.log(s)) / s)
        spare = v * scale
        hasSpare = true
        return u * scale
      }
    }
  }
  return { next, uniform }
}
