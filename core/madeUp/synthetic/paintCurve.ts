import type { Point } from '../../groundwork/geometry'

const subRows = 4

/** Adds the covered part of each pixel by slicing each row four times; overlapping curves saturate at 1. */
export function paintCurve(
  coverage: Float32Array,
  widthPx: number,
  heightPx: number,
  curve: readonly Point[],
): void {
  const own = new Float32Array(widthPx)
  const top = Math.max(0, Math.floor(Math.min(...curve.map((p) => p.y))))
  const bottom = Math.min(heightPx - 1, Math.ceil(Math.max(...curve.map((p) => p.y))))
  for (let row = top; row <= bottom; row++) {
    own.fill(0)
    for (let sub = 0; sub < subRows; sub++) {
      const y = row + (sub + 0.5) / subRows
      const xs: number[] = []
      for (let i = 0; i < curve.length; i++) {
        const a = curve[i]!
        const b = curve[(i + 1) % curve.length]!
        if (a.y <= y !== b.y <= y) xs.push(a.x + ((y - a.y) / (b.y - a.y)) * (b.x - a.x))
      }
      xs.sort((p, q) => p - q)
      for (let i = 0; i + 1 < xs.length; i += 2) paintSpan(own, xs[i]!, xs[i + 1]!)
    }
    const offset = row * widthPx
    for (let x = 0; x < widthPx; x++) {
      if (own[x]! > 0) coverage[offset + x] = Math.min(1, Math.max(coverage[offset + x]!, own[x]! / subRows))
    }
  }
}

function paintSpan(row: Float32Array, from: number, to: number): void {
  const first = Math.max(0, Math.floor(from))
  const last = Math.min(row.length - 1, Math.floor(to))
  for (let x = first; x <= last; x++) row[x]! += Math.min(to, x + 1) - Math.max(from, x)
}
