import type { Point } from '../../groundwork/geometry'
import type { BitMask } from './bitMask'

/** One stroke of brush or eraser over a picture, in picture pixels. */
export type Stroke = { mode: 'add' | 'erase'; radiusPx: number; points: Point[] }

/**
 * Lays strokes over a mask in their order; later ones win.
 * @param factor picture pixels along a side of one mask pixel, at least 1
 * @returns a new mask; strokes beyond the border are cut
 * @example paintStrokes(mask, [{ mode: 'erase', radiusPx: 6, points: [{ x: 10, y: 10 }] }], 1)
 */
export function paintStrokes(mask: BitMask, strokes: readonly Stroke[], factor: number): BitMask {
  const out: BitMask = { ...mask, words: mask.words.slice() }
  for (const { mode, radiusPx, points } of strokes) {
    const r = Math.max(0.5, radiusPx / factor)
    points.forEach((p, i) => {
      const from = points[Math.max(0, i - 1)]!
      const steps = Math.max(
        1,
        Math.ceil(Math.hypot(p.x - from.x, p.y - from.y) / factor / Math.max(1, r / 2)),
      )
      for (let k = i === 0 ? steps : 1; k <= steps; k++) {
        const t = k / steps
        disc(out, {
          x: (from.x + (p.x - from.x) * t) / factor,
          y: (from.y + (p.y - from.y) * t) / factor,
          r,
          isSet: mode === 'add',
        })
      }
    })
  }
  return out
}

function disc(mask: BitMask, { x, y, r, isSet }: { x: number; y: number; r: number; isSet: boolean }): void {
  const [top, bottom] = [
    Math.max(0, Math.ceil(y - r - 0.5)),
    Math.min(mask.heightPx - 1, Math.floor(y + r - 0.5)),
  ]
  for (let row = top; row <= bottom; row++) {
    const half = Math.sqrt(Math.max(0, r * r - (row + 0.5 - y) ** 2))
    const left = Math.max(0, Math.ceil(x - half - 0.5))
    const right = Math.min(mask.widthPx - 1, Math.floor(x + half - 0.5))
    for (let col = left; col <= right; col++) {
      const word = row * mask.wordsPerRow + (col >>> 5)
      const bit = 1 << (col & 31)
      mask.words[word] = isSet ? mask.words[word]! | bit : mask.words[word]! & ~bit
    }
  }
}
