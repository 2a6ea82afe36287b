/**
 * Calls often enough to keep pace with a device clock, several beats at once where the machine was busy.
 * @returns stops it
 */
export function everyBeat(rateHz: number, onBeat: (index: number) => boolean): () => void {
  const began = performance.now()
  let next = 0
  const timer = setInterval(
    () => {
      const due = Math.floor(((performance.now() - began) / 1000) * rateHz)
      // after a long pause a device does not send a minute at once
      if (due - next > rateHz) next = due - Math.round(rateHz)
      while (next <= due) if (!onBeat(next++)) return clearInterval(timer)
    },
    Math.max(5, 1000 / rateHz / 2),
  )
  return () => clearInterval(timer)
}
