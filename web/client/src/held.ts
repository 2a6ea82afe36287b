import {
  channels,
  dayAsEarned,
  daysBetween,
  earnedOn,
  loggedDays,
  softestDay,
  type Earned,
  type LoggedDay,
} from '@sturvo/core/followup'
import type { ClientDay } from '@sturvo/schema'
import { dayHere, type Phone } from './usePhone'

export type Held = {
  /** what is done; undefined where the plan has no such day */
  day: ClientDay | undefined
  /** why it is less than planned */
  why: Exclude<Earned['why'], 'asPlanned'> | 'stale' | undefined
  days: readonly string[]
}

/** A day as far as what was written down has come, here and, by the last answer, elsewhere. */
export function heldDay(phone: Phone, date: string): Held {
  const { plan, hold } = phone.answer
  const planned = plan.days.find((day) => day.date === date)
  if (!hold || !planned) return { day: planned, why: undefined, days: [] }
  const earned = earnedOn(plan.days, everyDay(phone), date, hold)!
  const day = dayAsEarned(plan.days, date, earned)!
  const isStale = !phone.isFile && daysBetween(dayHere(new Date(phone.askedAt)), date) > hold.staleDays
  if (isStale) return { day: softestDay(day, hold.backShare), why: 'stale', days: [] }
  return { day, why: earned.why === 'asPlanned' ? undefined : earned.why, days: earned.days }
}

/** What the practice knew when it answered, with what was written here; of two pains the worse. */
function everyDay({ answer, written }: Phone): LoggedDay[] {
  const days = new Map<string, LoggedDay>(answer.logged.map((day) => [day.day, { ...day, stops: [] }]))
  for (const here of loggedDays(written)) {
    const there = days.get(here.day)
    const both = { ...there, ...here }
    for (const channel of channels) {
      const pains = [here[channel], there?.[channel]].filter((value) => value !== undefined)
      if (pains.length > 0) both[channel] = Math.max(...pains)
    }
    days.set(here.day, both)
  }
  return [...days.values()].sort((a, b) => (a.day < b.day ? -1 : 1))
}
