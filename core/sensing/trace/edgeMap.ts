import type { RasterImage } from '../image'
import type { Point } from '../../groundwork/geometry'

/** Strength of the colour edge at each pixel of a part of a picture, 0..about 360, with its direction. */
export type EdgeMap = {
  /** where the part lies on the picture */
  leftPx: number
  topPx: number
  widthPx: number
  heightPx: number
  strength: Float32Array
}

// a shadow beside the foot changes the light but hardly the hue; the border of the skin changes both
const lightShare = 0.4
const warmthGain = 900
const darkest = 60 // keeps the grain of dark parts from counting as hue

/** How much redder than blue a pixel is, whatever the light on it; skin is warm, paper and its shadows are not. */
export function warmthOf(data: ArrayLike<number>, i: number): number {
  const [r, g, b] = [data[i]!, data[i + 1]!, data[i + 2]!]
  return (warmthGain * (r - b)) / (r + g + b + darkest)
}

/**
 * Edges of a part of a picture by Sobel differences; the colour that changes most counts, and the hue more
 * than the light, so that a shadow's border does not pass for the border of the skin.
 * @param box part wanted, picture pixels; cut at the picture's border
 */
export function edgeMap(
  image: RasterImage,
  box: { minX: number; minY: number; maxX: number; maxY: number },
): EdgeMap {
  const leftPx = Math.max(1, Math.floor(box.minX))
  const topPx = Math.max(1, Math.floor(box.minY))
  const widthPx = Math.max(1, Math.min(image.widthPx - 2, Math.ceil(box.maxX)) - leftPx + 1)
  const heightPx = Math.max(1, Math.min(image.heightPx - 2, Math.ceil(box.maxY)) - topPx + 1)
  const strength = new Float32Array(widthPx * heightPx)
  const { channels, data } = image
  const colours = channels === 1 ? 1 : 3
  const right = channels
  const down = image.widthPx * channels
  const square = (j: number, of: ArrayLike<number>, across: number, along: number) => {
    const nw = of[j - along - across]!
    const ne = of[j - along + across]!
    const sw = of[j + along - across]!
    const se = of[j + along + across]!
    const gx = ne + 2 * of[j + across]! + se - nw - 2 * of[j - across]! - sw
    const gy = sw + 2 * of[j + along]! + se - nw - 2 * of[j - along]! - ne
    return gx * gx + gy * gy
  }
  const wide = widthPx + 2
  const warmth = new Float32Array(wide * (heightPx + 2))
  if (colours === 3)
    for (let y = 0, k = 0; y < heightPx + 2; y++)
      for (let x = 0; x < wide; x++, k++)
        warmth[k] = warmthOf(data, ((y + topPx - 1) * image.widthPx + x + leftPx - 1) * channels)
  for (let y = 0, k = 0; y < heightPx; y++) {
    let i = ((y + topPx) * image.widthPx + leftPx) * channels
    for (let x = 0; x < widthPx; x++, k++, i += channels) {
      let most = 0
      for (let c = 0; c < colours; c++) most = Math.max(most, square(i + c, data, right, down))
      const light = Math.sqrt(most) / 4
      strength[k] =
        colours === 1
          ? light
          : lightShare * light + Math.sqrt(square((y + 1) * wide + x + 1, warmth, 1, wide)) / 4
    }
  }
  return { leftPx, topPx, widthPx, heightPx, strength }
}

/** Strength at a place of the picture, between pixels; 0 outside the map. */
export function edgeAt(map: EdgeMap, p: Point): number {
  const x = p.x - 0.5 - map.leftPx
  const y = p.y - 0.5 - map.topPx
  const i = Math.floor(x)
  const j = Math.floor(y)
  if (i < 0 || j < 0 || i >= map.widthPx - 1 || j >= map.heightPx - 1) return 0
  const fx = x - i
  const fy = y - j
  const k = j * map.widthPx + i
  const s = map.strength
  const top = s[k]! * (1 - fx) + s[k + 1]! * fx
  const bottom = s[k + map.widthPx]! * (1 - fx) + s[k + map.widthPx + 1]! * fx
  return top * (1 - fy) + bottom * fy
}
