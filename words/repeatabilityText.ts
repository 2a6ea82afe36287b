import type { ErrorKindId, TrialUse } from '@sturvo/core/measures'
import type { Slip, Trend } from '@sturvo/core/repeatability'
import { num } from './rich'

/** Kinds of measures that share an error, as practitioners call them. */
export const errorKindText: Record<ErrorKindId, { name: string; what: string }> = {
  semNavicularMm: { name: 'Navicular height', what: 'five moments, one bump' },
  semDorsumMm: { name: 'Instep height', what: 'top of the foot at half its length' },
  semHeelAngleDeg: { name: 'Heel angle', what: 'rest, active, by hand' },
  semEversionDeg: { name: 'Heel range', what: 'eversion and inversion' },
  semHalluxDeg: { name: 'Big-toe lean', what: 'hallux angle' },
  semFifthDeg: { name: 'Little-toe lean', what: 'fifth-toe angle' },
  semToeBendDeg: { name: 'Bend of a toe', what: 'rest, active, by hand' },
  semToeGapMm: { name: 'Toe gap', what: 'at rest and spread' },
  semWidthMm: { name: 'Widths', what: 'ball, toes, heel' },
  semLengthMm: { name: 'Lengths', what: 'foot, heel to first joint' },
  semKneeToWallMm: { name: 'Knee to wall', what: 'heel down' },
  semShinDeg: { name: 'Shin angle', what: 'heel down' },
  semBigToeDeg: { name: 'Big-toe extension', what: 'by hand and standing' },
  semFirstRayMm: { name: 'First ray', what: 'how far down it comes' },
  semSingleLegS: { name: 'Single-leg stance', what: 'eyes open and shut' },
  semHeelRaise: { name: 'Heel raises', what: 'on one leg' },
  semGripN: { name: 'Toe grip', what: 'force' },
}

export const trialUseText: Record<TrialUse, string> = {
  mean: 'mean of all',
  best: 'the best',
  last: 'the last',
}

export const slipText: Record<Slip, string> = {
  tenfold: 'looks like a slipped decimal point',
  swappedDigits: 'looks like two digits swapped',
  inch: 'looks like inches for millimetres',
  none: 'no pattern of a slip',
}

export function trendText(trend: NonNullable<Trend>): string {
  const from = `${num(trend.before, 2)} → ${num(trend.after, 2)}`
  return trend.kind === 'steady'
    ? `steady, ${from}`
    : trend.kind === 'surer'
      ? `surer, ${from}`
      : `less sure, ${from}`
}

/** What more pairs would bring; two trials of one thing are a pair. */
export function moreText(row: {
  toCount: number
  toStandAlone: number
  widthNow: number | null
  widthThen: number
  more: number
}): string {
  if (row.toCount > 0) return `${row.toCount} more until it counts, ${row.toStandAlone} until it stands alone`
  if (row.toStandAlone > 0) return `${row.toStandAlone} more until it stands alone`
  const half = (width: number) => `±${num(width * 50, 0)}\u00a0%`
  return row.widthNow === null
    ? ''
    : `${row.more} more would narrow it from ${half(row.widthNow)} to ${half(row.widthThen)}`
}
