/** Index of the frame taken nearest to a moment; 0 where there is none. */
export function nearestTime(times: readonly number[], atS: number): number {
  let best = 0
  times.forEach((t, i) => {
    if (Math.abs(t - atS) < Math.abs(times[best]! - atS)) best = i
  })
  return best
}
