/** How far a stored moment may lie ahead of the clock: two machines, or one that was set right, differ by as much. */
export const clockPlayMs = 5 * 60_000

/** Whether a stored moment lies in the future: it was written while the clock was wrong, and says nothing of now. */
export const isAhead = (stamp: string, now: Date): boolean => Date.parse(stamp) > now.getTime() + clockPlayMs

/** How long ago a stored moment was, ms; one that lies in the future tells nothing, and counts as forever ago. */
export const msSince = (stamp: string, now: Date): number =>
  isAhead(stamp, now) ? Infinity : Math.max(0, now.getTime() - Date.parse(stamp))
