import type { Point } from '../../groundwork/geometry'
import type { References } from '../../groundwork/reference'
import { resampled, stretchesOf, zeroLagLowPass } from '../../groundwork/signal'

/** How the centre of pressure wanders while somebody stands. mm, mm/s, mm². */
export type Sway = {
  meanMm: Point
  pathMm: number
  meanVelocityMmS: number
  rmsMlMm: number
  rmsApMm: number
  ellipse95Mm2: number
  /** seconds that could be used; gaps are left out, never filled */
  usedS: number
}

export type CopSeries = { timesS: ArrayLike<number>; xMm: ArrayLike<number>; yMm: ArrayLike<number> }

/**
 * Sway of a centre of pressure: resampled evenly, filtered without delay, each stretch between gaps on its own.
 * @param rateHz nominal rate of the recording
 * @returns undefined where less than the shortest time of the reference table is left
 * @source 95 % prediction ellipse: π·5.991·√(λ1·λ2); filter: fourth order, zero lag, 10 Hz
 */
export function swayOf(series: CopSeries, rateHz: number, references: References): Sway | undefined {
  const xs: Float64Array[] = []
  const ys: Float64Array[] = []
  let usedS = 0
  for (const { from, to } of stretchesOf(series.timesS, references.gapFrames / rateHz)) {
    const times = part(series.timesS, from, to)
    const lastsS = times[times.length - 1]! - times[0]!
    if (lastsS < references.swayStretchS) continue
    usedS += lastsS
    const even = (values: ArrayLike<number>) =>
      zeroLagLowPass(resampled(times, part(values, from, to), rateHz), references.swayFilterHz, rateHz)
    xs.push(even(series.xMm))
    ys.push(even(series.yMm))
  }
  if (usedS < references.swayShortestS) return undefined
  return { ...spreadOf(xs, ys, usedS, references), usedS }
}

function part(values: ArrayLike<number>, from: number, to: number): ArrayLike<number> {
  return Float64Array.from({ length: to - from }, (_, i) => values[from + i]!)
}

function spreadOf(xs: Float64Array[], ys: Float64Array[], usedS: number, references: References) {
  let [n, x, y] = [0, 0, 0]
  xs.forEach((part, k) => {
    n += part.length
    for (let i = 0; i < part.length; i++) {
      x += part[i]!
      y += ys[k]![i]!
    }
  })
  const mean = { x: x / n, y: y / n }
  let [xx, xy, yy, pathMm] = [0, 0, 0, 0]
  xs.forEach((part, k) => {
    const other = ys[k]!
    for (let i = 0; i < part.length; i++) {
      const [dx, dy] = [part[i]! - mean.x, other[i]! - mean.y]
      xx += dx * dx
      xy += dx * dy
      yy += dy * dy
      if (i > 0) pathMm += Math.hypot(part[i]! - part[i - 1]!, other[i]! - other[i - 1]!)
    }
  })
  const free = Math.max(1, n - 1)
  // the product of the two eigenvalues is the determinant
  const product = Math.max(0, (xx / free) * (yy / free) - (xy / free) ** 2)
  return {
    meanMm: mean,
    pathMm,
    meanVelocityMmS: pathMm / usedS,
    rmsMlMm: Math.sqrt(xx / n),
    rmsApMm: Math.sqrt(yy / n),
    ellipse95Mm2: Math.PI * references.ellipseChi2 * Math.sqrt(product),
  }
}
