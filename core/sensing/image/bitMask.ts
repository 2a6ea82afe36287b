import type { GreyImage } from './grey'

/**
 * A yes-or-no picture, 32 pixels a word, lowest bit leftmost; bits beyond the width are always 0.
 * Morphology on words does 32 pixels at a time (see docs/performance.md).
 */
export type BitMask = { widthPx: number; heightPx: number; wordsPerRow: number; words: Uint32Array }

export function emptyMask(widthPx: number, heightPx: number): BitMask {
  const wordsPerRow = (widthPx + 31) >>> 5
  return { widthPx, heightPx, wordsPerRow, words: new Uint32Array(wordsPerRow * heightPx) }
}

export function maskPixel(mask: BitMask, x: number, y: number): boolean {
  return ((mask.words[y * mask.wordsPerRow + (x >>> 5)]! >>> (x & 31)) & 1) === 1
}

/** The box round all set pixels, both ends included; of an empty mask the whole picture. */
export function maskBounds(mask: BitMask): { minX: number; minY: number; maxX: number; maxY: number } {
  const box = { minX: mask.widthPx, minY: mask.heightPx, maxX: -1, maxY: -1 }
  for (let y = 0; y < mask.heightPx; y++)
    for (let w = 0; w < mask.wordsPerRow; w++) {
      const word = mask.words[y * mask.wordsPerRow + w]!
      if (word === 0) continue
      const low = w * 32 + 31 - Math.clz32(word & -word)
      const high = w * 32 + 31 - Math.clz32(word)
      box.minX = Math.min(box.minX, low)
      box.maxX = Math.max(box.maxX, high)
      box.minY = Math.min(box.minY, y)
      box.maxY = y
    }
  return box.maxX < 0 ? { minX: 0, minY: 0, maxX: mask.widthPx - 1, maxY: mask.heightPx - 1 } : box
}

/** Pixels on one side of a threshold: at or below it when the print is dark, above it when it is light. */
export function thresholdMask(grey: GreyImage, threshold: number, isDark: boolean): BitMask {
  const mask = emptyMask(grey.widthPx, grey.heightPx)
  const { data } = grey
  let i = 0
  for (let y = 0; y < grey.heightPx; y++) {
    let word = y * mask.wordsPerRow
    for (let x = 0; x < grey.widthPx; x += 32) {
      const last = Math.min(32, grey.widthPx - x)
      let bits = 0
      for (let b = 0; b < last; b++) if (data[i++]! <= threshold === isDark) bits |= 1 << b
      mask.words[word++] = bits
    }
  }
  return mask
}

/** The mask grown by a square of (2 × radius + 1) pixels; radius 0..31. */
export function dilate(mask: BitMask, radiusPx: number): BitMask {
  if (radiusPx <= 0) return mask
  const across = emptyMask(mask.widthPx, mask.heightPx)
  const n = mask.wordsPerRow
  const lastBits = lastWordBits(mask)
  for (let y = 0; y < mask.heightPx; y++) {
    const row = y * n
    let before = 0
    let here = mask.words[row]!
    for (let w = 0; w < n; w++) {
      const after = w + 1 < n ? mask.words[row + w + 1]! : 0
      let grown = here
      for (let k = 1; k <= radiusPx; k++) {
        const back = 32 - k
        grown |= (here << k) | (before >>> back) | (here >>> k) | (after << back)
      }
      across.words[row + w] = w === n - 1 ? grown & lastBits : grown
      before = here
      here = after
    }
  }
  return growDown(across, radiusPx)
}

function growDown(mask: BitMask, radiusPx: number): BitMask {
  const out = emptyMask(mask.widthPx, mask.heightPx)
  const n = mask.wordsPerRow
  for (let y = 0; y < mask.heightPx; y++) {
    const from = Math.max(0, y - radiusPx)
    const to = Math.min(mask.heightPx - 1, y + radiusPx)
    const row = y * n
    for (let k = from; k <= to; k++) {
      const other = k * n
      for (let w = 0; w < n; w++) out.words[row + w]! |= mask.words[other + w]!
    }
  }
  return out
}

/** The mask shrunk by the same square; beyond the picture's edge counts as set, so the edge does not eat in. */
export function erode(mask: BitMask, radiusPx: number): BitMask {
  return radiusPx <= 0 ? mask : complement(dilate(complement(mask), radiusPx))
}

/** Removes what is thinner than the square. */
export function openMask(mask: BitMask, radiusPx: number): BitMask {
  return dilate(erode(mask, radiusPx), radiusPx)
}

/** Closes gaps thinner than the square. */
export function closeMask(mask: BitMask, radiusPx: number): BitMask {
  return erode(dilate(mask, radiusPx), radiusPx)
}

export function complement(mask: BitMask): BitMask {
  const out = emptyMask(mask.widthPx, mask.heightPx)
  const lastBits = lastWordBits(mask)
  const n = mask.wordsPerRow
  for (let i = 0; i < mask.words.length; i++) out.words[i] = ~mask.words[i]!
  for (let i = n - 1; i < out.words.length; i += n) out.words[i]! &= lastBits
  return out
}

export function countPixels(mask: BitMask): number {
  let count = 0
  for (let word of mask.words) {
    word -= (word >>> 1) & 0x55555555
    word = (word & 0x33333333) + ((word >>> 2) & 0x33333333)
    count += Math.imul((word + (word >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24
  }
  return count
}

/** Sets pixels from x (included) to end (not included) in one row. */
export function setRun(mask: BitMask, y: number, x: number, end: number): void {
  for (let i = x; i < end; i++) mask.words[y * mask.wordsPerRow + (i >>> 5)]! |= 1 << (i & 31)
}

function lastWordBits(mask: BitMask): number {
  const rest = mask.widthPx & 31
  return rest === 0 ? 0xffffffff : (1 << rest) - 1
}
