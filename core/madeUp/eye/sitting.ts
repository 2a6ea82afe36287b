const spread = 2654435761 // 2³² over the golden ratio: neighbours land far apart (Knuth, The Art of Computer Programming 3)

/** The seed of one question of a sitting. @param base seed of the sitting @param index 0 and up, its place in it */
export function sittingSeed(base: number, index: number): number {
  return (base + Math.imul(index + 1, spread)) >>> 0
}
