import { solveLinear } from '../../groundwork/geometry'
import type { GreyImage } from './grey'

/**
 * Whether the print is darker than the paper. The light along the picture's border is paper's; carried inwards as a
 * smooth surface it says which way the rest departs from it, even where one side of the sheet lies in shade.
 */
export function printIsDark(grey: GreyImage): boolean {
  const samples = sampled(grey, (value) => value)
  const paper = fitSurface(samples.filter(isBorder))
  const departures = samples.map((s) => s.value - surfaceAt(paper, s.u, s.v))
  const limit = 2.5 * paperNoise
  const darker = departures.filter((d) => d < -limit).length
  const lighter = departures.filter((d) => d > limit).length
  return darker >= lighter
}

const borderFrom = 0.94 // outside this part of the half width lies the border

function isBorder(s: Sample): boolean {
  return Math.abs(s.u) > borderFrom || Math.abs(s.v) > borderFrom
}

type Sample = { u: number; v: number; value: number }

function sampled({ widthPx, heightPx, data }: GreyImage, valueOf: (raw: number) => number): Sample[] {
  const step = Math.max(1, Math.floor(Math.sqrt(data.length / sampleCount)))
  const samples: Sample[] = []
  for (let y = step >> 1; y < heightPx; y += step)
    for (let x = step >> 1; x < widthPx; x += step)
      samples.push({
        u: (2 * x) / widthPx - 1,
        v: (2 * y) / heightPx - 1,
        value: valueOf(data[y * widthPx + x]!),
      })
  return samples
}

/**
 * Evens out the light: fits a smooth quadratic surface to the paper and divides by it, so that one threshold
 * serves the whole sheet. The fit is repeated without the pixels that turn out darker (or lighter) than paper.
 * @param isDark whether the print is darker than the paper
 * @returns picture where paper is close to 230 (dark print) or 40 (light print) everywhere
 */
export function flattenLight(grey: GreyImage, isDark: boolean): GreyImage {
  const samples = sampled(grey, (raw) => (isDark ? raw : 255 - raw))
  let paper = samples.filter(isBorder) // paper for sure; the rest joins once it agrees
  let surface: number[] = []
  for (let round = 0; round < 5; round++) {
    surface = fitSurface(paper)
    const residual = paper.map((s) => s.value - surfaceAt(surface, s.u, s.v))
    const spread = Math.sqrt(residual.reduce((sum, r) => sum + r * r, 0) / Math.max(1, residual.length))
    const limit = Math.max(paperNoise, spread * 0.9)
    const kept = samples.filter((s) => {
      const r = s.value - surfaceAt(surface, s.u, s.v)
      return r > -limit && r < 3 * limit
    })
    if (kept.length < samples.length * 0.1) break
    paper = kept
  }
  return divideBy(grey, surface, isDark)
}

const sampleCount = 4_000 // enough for six coefficients, cheap at any picture size
const paperNoise = 8 // grey levels of grain that still count as paper
const paperLevel = 230

function divideBy(grey: GreyImage, surface: number[], isDark: boolean): GreyImage {
  const { widthPx, heightPx, data } = grey
  const out = new Uint8Array(data.length)
  const [c0, cu, cv, cuu, cuv, cvv] = surface as [number, number, number, number, number, number]
  for (let y = 0; y < heightPx; y++) {
    const v = (2 * y) / heightPx - 1
    const a = c0 + cv * v + cvv * v * v
    const b = cu + cuv * v
    const du = 2 / widthPx
    let u = -1
    const row = y * widthPx
    for (let x = 0; x < widthPx; x++, u += du) {
      const light = Math.max(20, a + u * (b + u * cuu))
      const raw = isDark ? data[row + x]! : 255 - data[row + x]!
      const even = Math.min(255, (raw * paperLevel) / light + 0.5)
      out[row + x] = isDark ? even : 255 - even
    }
  }
  return { widthPx, heightPx, data: out }
}

function surfaceAt(c: number[], u: number, v: number): number {
  return c[0]! + c[1]! * u + c[2]! * v + c[3]! * u * u + c[4]! * u * v + c[5]! * v * v
}

/** Least squares of a quadratic in u and v by the normal equations (6 × 6). */
function fitSurface(samples: Sample[]): number[] {
  const n = 6
  const m = Array.from({ length: n }, () => Array.from({ length: n + 1 }, () => 0))
  for (const { u, v, value } of samples) {
    const basis = [1, u, v, u * u, u * v, v * v]
    for (let i = 0; i < n; i++) {
      for (let j = 0; j < n; j++) m[i]![j]! += basis[i]! * basis[j]!
      m[i]![n]! += basis[i]! * value
    }
  }
  const ridge = samples.length * 1e-6 // keeps the system solvable when all samples lie on a line
  for (let i = 0; i < n; i++) m[i]![i]! += ridge
  return solveLinear(m) ?? [paperLevel, 0, 0, 0, 0, 0]
}
