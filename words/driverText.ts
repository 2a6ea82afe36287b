import type { DriverExtras, DriverId, DriverLink, Evidence } from '@sturvo/core/drivers'
import { isNumberMeasure, measureTable, type MeasureId } from '@sturvo/core/measures'
import type { Region } from '@sturvo/core/story'
import { measureText } from './measureText'
import { num, pct } from './rich'

/** What a chain of causes begins with, and what follows if it is the one. */
export const driverText: Record<DriverId, { name: string; short: string; follows: string }> = {
  ankle: {
    name: 'The ankle does not bend enough',
    short: 'ankle',
    follows:
      'Ankle first; foot work alone will not last. Pinch in front: joint, mobilise or refer. Pull at the back: tissue length.',
  },
  bigToe: {
    name: 'The big toe does not bend enough',
    short: 'big toe',
    follows: 'Free the big toe before loading push-off; mind stress under the second joint.',
  },
  firstRay: {
    name: 'The first ray does not come down',
    short: 'first ray',
    follows: 'Bring the inner leg of the tripod to the floor: first-ray control before arch strength.',
  },
  hip: {
    name: 'The knee goes in from the hip',
    short: 'hip',
    follows: 'Train the hip together with the foot.',
  },
  footMuscles: {
    name: 'The short foot muscles do not hold',
    short: 'foot muscles',
    follows: 'Foot work is the main thing: hold first, then load.',
  },
  shin: {
    name: 'The front of the shin is weak',
    short: 'shin',
    follows: 'Shin lifts before calf stretching: weak in front is not tight behind.',
  },
  calf: {
    name: 'The calf and inner ankle do not lead the heel',
    short: 'calf',
    follows: 'Heel raises on a straight path, inner ankle along.',
  },
  shoe: {
    name: 'The shoe does it',
    short: 'shoe',
    follows: 'Change the shoe before judging the foot.',
  },
}

export const linkText: Record<DriverLink, string> = {
  shinStops: 'the shin stops',
  footTurnsOut: 'the foot turns out',
  archGives: 'the arch gives',
  rollsRound: 'the foot rolls in round it',
  loadToSecond: 'load goes to the second joint',
  medialLegShort: 'the inner leg is short',
  footReachesDown: 'the foot rolls in to reach the floor',
  kneeIn: 'the knee goes in',
  nothingHolds: 'nothing holds the arch',
  toesPullUp: 'the toes do the lifting',
  heelNotLed: 'the heel is not led',
  toesSqueezed: 'the toes are squeezed',
  footNotUsed: 'the foot is not used',
}

/** Where a chain ends. */
export const complaintText: Record<Region | 'none', string> = {
  heel: 'sore heel',
  arch: 'sore arch',
  ball: 'sore ball',
  toes: 'sore toes',
  ankle: 'sore ankle',
  leg: 'sore lower leg',
  none: 'the complaint',
}

const extraText: Record<keyof DriverExtras, (value: number) => string> = {
  m1Missing: (v) => `load under the big-toe ball ${pct(Math.abs(v))} ${v > 0 ? 'below' : 'above'} target`,
  kneeComesIn: (v) => (v > 0 ? 'the knee goes in' : 'the knee stays out'),
  narrowShare: (v) => `${pct(v)} of shoe hours in shoes narrower than the foot`,
  shoeDropMm: (v) => `drop of the worn shoes ${num(v)} mm`,
  shoeScorePct: (v) => `worn shoes ${num(v, 0)} % minimal`,
  bigToePushShare: (v) => `${pct(v)} of steps leave over the big toe`,
}

/** One piece of evidence in words, with its value and unit. */
export function evidenceText({ from, value }: Pick<Evidence, 'from' | 'value'>): string {
  if (from in extraText) return extraText[from as keyof DriverExtras](Number(value))
  const measure = from as MeasureId
  const { name } = measureText[measure]
  if (!isNumberMeasure(measure)) return `${name}: ${value}`
  const { unit, decimals } = measureTable[measure]
  return `${name} ${num(Number(value), decimals === 0 ? 0 : 1)}${unit === '°' || unit === '' ? unit : ` ${unit}`}`
}
