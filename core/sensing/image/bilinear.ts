/**
 * Between pixels; pixel values lie at pixel centres, beyond the picture the border goes on.
 * @param valueAt value of the pixel with this number, row by row
 */
export function bilinear(
  size: { widthPx: number; heightPx: number },
  x: number,
  y: number,
  valueAt: (pixel: number) => number,
): number {
  const px = Math.min(size.widthPx - 1.001, Math.max(0, x - 0.5))
  const py = Math.min(size.heightPx - 1.001, Math.max(0, y - 0.5))
  const i = Math.floor(px)
  const j = Math.floor(py)
  const fx = px - i
  const fy = py - j
  const k = j * size.widthPx + i
  const top = valueAt(k) * (1 - fx) + valueAt(k + 1) * fx
  const bottom = valueAt(k + size.widthPx) * (1 - fx) + valueAt(k + size.widthPx + 1) * fx
  return top * (1 - fy) + bottom * fy
}
