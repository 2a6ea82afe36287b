import { uniforms } from '../../groundwork/statistics'

/**
 * Standard normal draws that can be begun again: the same seed gives the same bits on every machine.
 * @param seed any whole number
 * @source polar method, Marsaglia & Bray 1964
 */
export function normals(seed: number): { next: () => number; uniform: () => number } {
  const uniform = uniforms(seed)
  let spare = 0
  let hasSpare = false
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
