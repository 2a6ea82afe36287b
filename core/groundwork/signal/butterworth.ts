/** A second-order section: b0..b2 over 1, a1, a2. */
type Section = { b0: number; b1: number; b2: number; a1: number; a2: number }

// two passes of a second-order filter are a fourth-order one; each pass is set so that the pair is 3 dB down at the cut
const twoPasses = Math.pow(Math.SQRT2 - 1, 0.25)

function lowPass(cutHz: number, rateHz: number): Section {
  const k = Math.tan((Math.PI * cutHz) / rateHz) / twoPasses
  const norm = 1 / (1 + Math.SQRT2 * k + k * k)
  const b0 = k * k * norm
  return { b0, b1: 2 * b0, b2: b0, a1: 2 * (k * k - 1) * norm, a2: (1 - Math.SQRT2 * k + k * k) * norm }
}

/**
 * Fourth-order low-pass without delay: a second-order Butterworth filter run forwards and backwards.
 * The ends are carried on by turning the signal round its first and last value.
 * @param values evenly spaced, any unit
 * @param cutHz 3 dB frequency of both passes together; at or above half the rate the values come back unchanged
 * @returns as many values, same unit
 * @source Winter 2009, Biomechanics and Motor Control of Human Movement, 4th ed., ch. 2
 * @example zeroLagLowPass([5, 5, 5, 5], 10, 100) // [5, 5, 5, 5]
 */
export function zeroLagLowPass(values: ArrayLike<number>, cutHz: number, rateHz: number): Float64Array {
  const n = values.length
  if (n < 2 || cutHz >= rateHz / 2) return Float64Array.from(values)
  const section = lowPass(cutHz, rateHz)
  const pad = Math.min(n - 1, Math.ceil((3 * rateHz) / cutHz))
  const long = new Float64Array(n + 2 * pad)
  for (let i = 0; i < long.length; i++) {
    const k = i - pad
    long[i] =
      k < 0
        ? 2 * values[0]! - values[-k]!
        : k >= n
          ? 2 * values[n - 1]! - values[2 * (n - 1) - k]!
          : values[k]!
  }
  run(long, section)
  long.reverse()
  run(long, section)
  long.reverse()
  return long.slice(pad, pad + n)
}

/** One pass in place, started as if the first value had always been there. */
function run(values: Float64Array, { b0, b1, b2, a1, a2 }: Section): void {
  const start = values[0]!
  let [x1, x2, y1, y2] = [start, start, start, start]
  for (let i = 0; i < values.length; i++) {
    const x = values[i]!
    const y = b0 * x + b1 * x1 + b2 * x2 - a1 * y1 - a2 * y2
    x2 = x1
    x1 = x
    y2 = y1
    y1 = y
    values[i] = y
  }
}
