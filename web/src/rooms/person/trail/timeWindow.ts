/** A stretch of days that is shown, counted from the first day of the course; both may lie between two days. */
export type TimeWindow = { from: number; to: number }
export const leastDays = 7

/** Zooms about a place that stays where it is; never shorter than a week, never beyond what there is. */
export function zoomed(window: TimeWindow, times: number, about: number, all: TimeWindow): TimeWindow {
  const most = all.to - all.from
  const length = window.to - window.from
  const next = Math.min(most, Math.max(Math.min(leastDays, most), length * times))
  const share = length > 0 ? (about - window.from) / length : 0.5
  return within({ from: about - share * next, to: about + (1 - share) * next }, all)
}

export function shifted(window: TimeWindow, days: number, all: TimeWindow): TimeWindow {
  return within({ from: window.from + days, to: window.to + days }, all)
}

/** The window with the same length, moved so that the place lies in it. */
export function showing(window: TimeWindow, place: number, all: TimeWindow): TimeWindow {
  if (place < window.from) return within({ from: place, to: place + window.to - window.from }, all)
  if (place > window.to) return within({ from: place - (window.to - window.from), to: place }, all)
  return window
}

function within({ from, to }: TimeWindow, all: TimeWindow): TimeWindow {
  const length = Math.min(to - from, all.to - all.from)
  const start = Math.min(Math.max(from, all.from), all.to - length)
  return { from: start, to: start + length }
}
