import type { Chance } from './random'

/** Smooth random field 0..1 over the unit square, from values on a coarse grid. */
export function noiseField(chance: Chance, columns: number, rows: number): (u: number, v: number) => number {
  const w = Math.ceil(columns) + 2
  const h = Math.ceil(rows) + 2
  const grid = Float32Array.from({ length: w * h }, () => chance.unit())
  const ease = (t: number) => t * t * (3 - 2 * t)
  return (u, v) => {
    const x = u * columns
    const y = v * rows
    const i = Math.floor(x)
    const j = Math.floor(y)
    const fx = ease(x - i)
    const fy = ease(y - j)
    const top = grid[j * w + i]! * (1 - fx) + grid[j * w + i + 1]! * fx
    const bottom = grid[(j + 1) * w + i]! * (1 - fx) + grid[(j + 1) * w + i + 1]! * fx
    return top * (1 - fy) + bottom * fy
  }
}
