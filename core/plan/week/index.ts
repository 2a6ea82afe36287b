export const weekKinds = ['standing', 'walking', 'running', 'training', 'barefoot'] as const
export type WeekKind = (typeof weekKinds)[number]
export const surfaces = ['hard', 'indoor', 'soft'] as const
export type Surface = (typeof surfaces)[number]

/** One stretch of a usual week; Monday is day 0, times in half hours from midnight, to > from. */
export type WeekBlock = { day: number; from: number; to: number; kind: WeekKind; surface: Surface }
export const halvesADay = 48

const halfHour = 0.5

/** Hours a week of each kind. */
export function weekSums(week: readonly WeekBlock[]): Record<WeekKind, number> {
  const sums: Record<WeekKind, number> = { standing: 0, walking: 0, running: 0, training: 0, barefoot: 0 }
  for (const block of week) sums[block.kind] += (block.to - block.from) * halfHour
  return sums
}

/** Hours a week on each surface, whatever was done on it. */
export function surfaceSums(week: readonly WeekBlock[]): Record<Surface, number> {
  const sums: Record<Surface, number> = { hard: 0, indoor: 0, soft: 0 }
  for (const block of week) sums[block.surface] += (block.to - block.from) * halfHour
  return sums
}

/**
 * Paints a stretch over a week; what lay under it gives way.
 * @param brush undefined rubs out
 * @returns the week in order of day and time, neighbours of one kind joined
 */
export function paintWeek(
  week: readonly WeekBlock[],
  stretch: Pick<WeekBlock, 'day' | 'from' | 'to'>,
  brush: Pick<WeekBlock, 'kind' | 'surface'> | undefined,
): WeekBlock[] {
  const kept = week.flatMap((block): WeekBlock[] => {
    if (block.day !== stretch.day || block.to <= stretch.from || block.from >= stretch.to) return [block]
    return [
      { ...block, to: stretch.from },
      { ...block, from: stretch.to },
    ].filter((b) => b.to > b.from)
  })
  const painted =
    brush && stretch.to > stretch.from
      ? [
          ...kept,
          { day: stretch.day, from: stretch.from, to: stretch.to, kind: brush.kind, surface: brush.surface },
        ]
      : kept
  const inOrder = [...painted].sort((a, b) => a.day - b.day || a.from - b.from)
  return inOrder.reduce<WeekBlock[]>((joined, block) => {
    const last = joined[joined.length - 1]
    if (
      last &&
      last.day === block.day &&
      last.to === block.from &&
      last.kind === block.kind &&
      last.surface === block.surface
    )
      return [...joined.slice(0, -1), { ...last, to: block.to }]
    return [...joined, block]
  }, [])
}

/** One day's stretches put on other days, in place of what lay there. */
export function copyDay(week: readonly WeekBlock[], from: number, to: readonly number[]): WeekBlock[] {
  const model = week.filter((block) => block.day === from)
  return to.reduce<WeekBlock[]>(
    (all, day) =>
      model.reduce<WeekBlock[]>(
        (w, block) => paintWeek(w, { ...block, day }, block),
        paintWeek(all, { day, from: 0, to: halvesADay }, undefined),
      ),
    [...week],
  )
}
