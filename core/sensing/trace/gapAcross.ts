import { distance, type Point } from '../../groundwork/geometry'
import { bilinear, type RasterImage } from '../image'
import { warmthOf } from './edgeMap'

const turnsDeg = [-40, -30, -20, -10, 0, 10, 20, 30, 40]
const faintestGap = 24 // grey levels between what shows through the gap and the skin beside it
const stepPx = 0.25

/**
 * The gap between two toes: the narrowest run of ground seen between skin and skin near two points placed by hand.
 * @param aImagePx bImagePx on the two toes' borders, picture pixels
 * @param reachPx how far beyond both the skin is looked for
 * @returns both borders as seen; the middle twice where the toes touch
 */
export function gapAcross(
  image: RasterImage,
  aImagePx: Point,
  bImagePx: Point,
  reachPx: number,
): { a: Point; b: Point } {
  const middle = { x: (aImagePx.x + bImagePx.x) / 2, y: (aImagePx.y + bImagePx.y) / 2 }
  const apart = distance(aImagePx, bImagePx)
  // points almost on top of each other say nothing about the way across: toes lie side by side
  const across = apart < 1 ? 0 : Math.atan2(bImagePx.y - aImagePx.y, bImagePx.x - aImagePx.x)
  const half = apart / 2 + reachPx
  let best: { from: Point; to: Point; width: number } | undefined
  for (const turn of turnsDeg) {
    const angle = across + (turn * Math.PI) / 180
    const u = { x: Math.cos(angle), y: Math.sin(angle) }
    const run = groundRun(image, middle, u, half)
    if (run && (!best || run.width < best.width)) best = run
  }
  return best ? { a: best.from, b: best.to } : { a: middle, b: middle }
}

/** The run of ground round the middle of one line, at half height between skin and ground. */
function groundRun(
  image: RasterImage,
  centre: Point,
  u: Point,
  half: number,
): { from: Point; to: Point; width: number } | undefined {
  const values: number[] = []
  for (let d = -half; d <= half; d += stepPx)
    values.push(coolnessAt(image, centre.x + u.x * d, centre.y + u.y * d))
  const mid = values.length >> 1
  const near = Math.max(2, Math.round(values.length * 0.2))
  let at = mid
  for (let i = mid - near; i <= mid + near; i++) if (values[i]! > values[at]!) at = i
  const [left, right] = [Math.min(...values.slice(0, at + 1)), Math.min(...values.slice(at))]
  const skin = Math.max(left, right)
  const ground = values[at]!
  if (ground - skin < faintestGap) return undefined
  const level = (ground + skin) / 2
  let i = at
  while (i > 0 && values[i]! > level) i--
  let k = at
  while (k < values.length - 1 && values[k]! > level) k++
  if (values[i]! > level || values[k]! > level) return undefined
  // between two samples the border lies where the level is crossed
  const from = i + (level - values[i]!) / (values[i + 1]! - values[i]!)
  const to = k - (level - values[k]!) / (values[k - 1]! - values[k]!)
  const point = (n: number): Point => {
    const d = -half + n * stepPx
    return { x: centre.x + u.x * d, y: centre.y + u.y * d }
  }
  return { from: point(from), to: point(to), width: (to - from) * stepPx }
}

/** High on paper and on its shadows, low on skin; in a grey picture simply the light. */
function coolnessAt(image: RasterImage, x: number, y: number): number {
  const { channels, data } = image
  return bilinear(image, x, y, (pixel) =>
    channels === 1 ? data[pixel]! : 255 - warmthOf(data, pixel * channels),
  )
}
