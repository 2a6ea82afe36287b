import type { Point } from '../../groundwork/geometry'
import type { RasterImage } from '../image'
import { edgeAt, edgeMap } from './edgeMap'

const weakestEdge = 9 // below this there is no edge, only grain
const rays = 24

/**
 * Moves a point placed by hand onto the strongest edge near it; near ones count more than far ones.
 * @param pImagePx where the hand put it
 * @param radiusPx how far it may move, > 0
 * @returns the same point where no edge stands out
 */
export function snapToEdge(image: RasterImage, pImagePx: Point, radiusPx: number): Point {
  const { x, y } = pImagePx
  const reach = radiusPx + 2
  const map = edgeMap(image, { minX: x - reach, minY: y - reach, maxX: x + reach, maxY: y + reach })
  let best = { p: pImagePx, score: weakestEdge }
  for (let r = 0; r <= radiusPx; r += 0.5)
    for (let k = 0; k < (r === 0 ? 1 : rays); k++) {
      const a = (2 * Math.PI * k) / rays
      const p = { x: x + r * Math.cos(a), y: y + r * Math.sin(a) }
      const score = edgeAt(map, p) * (1 - 0.5 * (r / radiusPx))
      if (score > best.score) best = { p, score }
    }
  return best.p
}

/**
 * Moves a point onto the middle of a pen dot near it: the part of the neighbourhood that differs most from the skin
 * round it.
 * @returns the same point where no dot stands out
 */
export function snapToDot(image: RasterImage, pImagePx: Point, radiusPx: number): Point {
  const { channels, data, widthPx, heightPx } = image
  const x0 = Math.max(0, Math.floor(pImagePx.x - radiusPx))
  const y0 = Math.max(0, Math.floor(pImagePx.y - radiusPx))
  const x1 = Math.min(widthPx - 1, Math.ceil(pImagePx.x + radiusPx))
  const y1 = Math.min(heightPx - 1, Math.ceil(pImagePx.y + radiusPx))
  const lights: number[] = []
  const lightAt = (x: number, y: number) => {
    const i = (y * widthPx + x) * channels
    return channels === 1 ? data[i]! : (data[i]! + data[i + 1]! + data[i + 2]!) / 3
  }
  for (let y = y0; y <= y1; y++) for (let x = x0; x <= x1; x++) lights.push(lightAt(x, y))
  if (lights.length < 9) return pImagePx
  const sorted = [...lights].sort((a, b) => a - b)
  const skin = sorted[sorted.length >> 1]!
  const furthest =
    Math.abs(sorted[0]! - skin) > Math.abs(sorted[sorted.length - 1]! - skin)
      ? sorted[0]!
      : sorted[sorted.length - 1]!
  if (Math.abs(furthest - skin) < faintestDot) return pImagePx
  let [sum, sx, sy] = [0, 0, 0]
  let k = 0
  for (let y = y0; y <= y1; y++)
    for (let x = x0; x <= x1; x++) {
      const share = (lights[k++]! - skin) / (furthest - skin)
      if (share < 0.5) continue
      sum += share
      sx += share * (x + 0.5)
      sy += share * (y + 0.5)
    }
  return sum === 0 ? pImagePx : { x: sx / sum, y: sy / sum }
}
const faintestDot = 30 // grey levels between dot and skin
