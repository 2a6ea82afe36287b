import { channels, type Channel, type LoggedDay, type StopSign } from '../../followup'
import { daysBetween } from '../../groundwork/calendar'
import type { References } from '../../groundwork/reference'
import type { CautionQuestion } from '../../plan/cautions'

const weekDays = 7

/** Which red flag of a visit asks for what a client wrote between visits. @source cautions: stop signs */
export const questionOfSign: Readonly<Record<StopSign, CautionQuestion>> = {
  boneTender: 'tenderBone',
  forefootSwelling: 'tenderBone',
  hopPain: 'tenderBone',
  restPain: 'nightPain',
  numb: 'newNumbness',
  colourChange: 'coldPale',
  fever: 'hotSwollen',
  calfSwelling: 'calfSwollen',
  brokenSkin: 'openWound',
  lostPushOff: 'popPushOff',
}

export type CarriedOver = {
  /** each sign once, with the last day it was written; settled ones too: the next visit asks again */
  signs: { sign: StopSign; day: string; question: CautionQuestion }[]
  /** the worst that was written, of whichever kind */
  worst: { channel: Channel; value: number; day: string } | undefined
  days: number
}

/**
 * What the log of the weeks before a visit brings into it. Nothing is answered by it: a red flag is asked of the client.
 * @param visitOn YYYY-MM-DD; what was written later belongs to the plan of this visit
 */
export function carriedOver(days: readonly LoggedDay[], visitOn: string, r: References): CarriedOver {
  const lately = days.filter(({ day }) => {
    const age = daysBetween(day, visitOn)
    return age >= 0 && age < r.carriedDays
  })
  const last = new Map<StopSign, string>()
  for (const { day, stops } of lately) for (const sign of stops) last.set(sign, day)
  let worst: CarriedOver['worst']
  for (const d of lately)
    for (const channel of channels) {
      const value = d[channel]
      if (value !== undefined && value >= (worst?.value ?? 1)) worst = { channel, value, day: d.day }
    }
  return {
    signs: [...last].map(([sign, day]) => ({ sign, day, question: questionOfSign[sign] })),
    worst,
    days: lately.length,
  }
}

/**
 * New shoes as they were really worn in the weeks before a visit, from the days that were written down; those that were
 * not say neither yes nor no. @returns minutes a week; undefined where fewer than a week of days is known
 */
export function wornLately(
  days: readonly LoggedDay[],
  visitOn: string,
  r: References,
): { minutesAWeek: number; days: number } | undefined {
  const known = days.filter(({ day, shoesMin }) => {
    const age = daysBetween(day, visitOn)
    return shoesMin !== undefined && age >= 0 && age < r.carriedDays
  })
  if (known.length < weekDays) return undefined
  const mean = known.reduce((sum, d) => sum + d.shoesMin!, 0) / known.length
  return { minutesAWeek: Math.round(mean * weekDays), days: known.length }
}
