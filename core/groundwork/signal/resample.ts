/** A stretch of a recording without a gap: from the first index to one past the last. */
export type Stretch = { from: number; to: number }

/**
 * Cuts a series where samples are missing. A late sample is not a gap; a step of more than the limit is.
 * @param timesS rising
 * @param longestStepS a longer step between two samples is a gap
 */
export function stretchesOf(timesS: ArrayLike<number>, longestStepS: number): Stretch[] {
  const stretches: Stretch[] = []
  let from = 0
  for (let i = 1; i <= timesS.length; i++)
    if (i === timesS.length || timesS[i]! - timesS[i - 1]! > longestStepS) {
      stretches.push({ from, to: i })
      from = i
    }
  return stretches
}

/**
 * Evenly spaced values by straight lines between samples; nothing is invented beyond the ends.
 * @param timesS rising, at least one
 * @returns values at timesS[0], + 1/rate, … up to the last sample
 */
export function resampled(
  timesS: ArrayLike<number>,
  values: ArrayLike<number>,
  rateHz: number,
): Float64Array {
  const first = timesS[0]!
  const last = timesS[timesS.length - 1]!
  const count = Math.floor((last - first) * rateHz + rounding) + 1
  const out = new Float64Array(count)
  let k = 0
  for (let i = 0; i < count; i++) {
    const t = first + i / rateHz
    while (k + 2 < timesS.length && timesS[k + 1]! <= t) k++
    const t0 = timesS[k]!
    const t1 = timesS[Math.min(k + 1, timesS.length - 1)]!
    const share = t1 > t0 ? Math.min(1, Math.max(0, (t - t0) / (t1 - t0))) : 0
    out[i] = values[k]! + (values[Math.min(k + 1, values.length - 1)]! - values[k]!) * share
  }
  return out
}
const rounding = 1e-6 // of a sample: a last sample that lies a rounding error early still counts
