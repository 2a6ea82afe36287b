/**
 * Numbers from 0 (included) to 1 (not included): the same seed gives the same bits on every machine.
 * @param seed any whole number @source mulberry32 (public domain)
 */
export function uniforms(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}
