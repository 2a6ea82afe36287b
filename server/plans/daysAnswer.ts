import type { DaysInput, DaysPlan } from '@sturvo/core/days'
import type { KeptDays } from '@sturvo/schema'

const toTenths = (minutes: number) => Math.round(minutes * 10) / 10

/** A plan on days as it is kept and printed: what is done on which day, in the client's own calendar. */
export function daysAnswer(
  { startsOn }: Pick<DaysInput, 'startsOn'>,
  { weeks, conflicts }: DaysPlan,
): KeptDays {
  return {
    startsOn,
    weeks: weeks.map(({ week, stage, days }) => ({
      week,
      stage,
      days: days.map((day) => ({
        date: day.date,
        wish: day.wish,
        trainMin: toTenths(day.trainMin),
        ...(day.setsShare !== undefined && { setsShare: Math.round(day.setsShare * 100) / 100 }),
        parts: day.parts.map((part) => part.map((d) => d.id)),
        spacersMin: day.spacersMin,
        shoesMin: day.shoes?.minutes ?? 0,
        shoesMostMin: day.shoes?.mostInOneGoMin ?? 0,
        checks: day.checks.map(({ kind, about, amount }) => ({
          kind,
          ...(about !== undefined && { about }),
          ...(amount !== undefined && { amount }),
        })),
      })),
    })),
    conflicts: conflicts.map(({ week, what, wanted, given }) => ({ week, what, wanted, given })),
  }
}
