import type {
  ActBecause,
  Act,
  DerivedId,
  DueWhat,
  DueWhy,
  Forecast,
  OverTimeId,
  OverTimeRow,
  Towards,
} from '@sturvo/core/overTime'
import { derivedIds, overTimeKind } from '@sturvo/core/overTime'
import type { Judgement } from '@sturvo/core/statistics'
import { withUnit } from './changeText'
import { dayAsRead } from './dayText'
import { measureText } from './measureText'
import { num, pct } from './rich'

const derivedName: Record<DerivedId, string> = {
  archTravel: 'Arch travel, sitting to standing',
  archReserve: 'Arch reserve, standing to one leg',
  archIndex: 'Arch index of the footprint',
  shareHeel: 'Load on the heel',
  shareInner: 'Load on the big-toe ball',
  shareOuter: 'Load on the little-toe ball',
  postureScore: 'Posture score',
}
const isDerived = (id: OverTimeId): id is DerivedId => derivedIds.some((each) => each === id)

/** What is followed over time, by name. */
export function overTimeName(id: OverTimeId): string {
  return isDerived(id) ? derivedName[id] : measureText[id].name
}

/** A value with its unit, as a row of a comparison shows it. */
export function overTimeValue(id: OverTimeId, value: number): string {
  const kind = overTimeKind(id)
  return `${num(value, kind?.decimals ?? 1)}${withUnit(kind?.unit ?? '')}`
}

export const judgedText: Record<Judgement, string> = {
  real: 'real',
  likely: 'likely',
  withinError: 'within error',
  notComparable: 'cannot be compared',
}

/** One comparison in a few words: which way, how sure. */
export function overTimeVerdict(row: OverTimeRow): string {
  const { judged, because } = row.change
  if (row.isSeenUnchanged) return 'seen as unchanged'
  if (judged === 'notComparable')
    return because === 'method'
      ? 'cannot be compared: measured in another way'
      : 'cannot be compared: another reference'
  if (judged === 'withinError') return 'within error'
  const how = judged === 'real' ? 'really' : 'likely'
  return row.towards === undefined ? `${how} changed` : `${how} ${row.towards}`
}

/** What a drill did on the spot, beside the value it was tried on. */
export function afterDrillText(tried: {
  drill: string
  before: number
  after: number
  unit: string
  judged: Judgement
  towards: Towards | undefined
}): string {
  const { drill, before, after, unit, judged, towards } = tried
  return `after ${drill}: ${num(after, 2)} ${unit} (${signed(after - before)}), ${howText(judged, towards)}`
}

/** The same beside the drill in the plan. */
export function onSpotText(tried: {
  name: string
  side: 'left' | 'right'
  by: number
  unit: string
  judged: Judgement
  towards: Towards | undefined
}): string {
  const { name, side, by, unit, judged, towards } = tried
  return `${name}, ${side}, ${signed(by)} ${unit}, ${howText(judged, towards)}`
}

const signed = (by: number) => `${by > 0 ? '+' : by < 0 ? '−' : '±'}${num(Math.abs(by), 2)}`
const howText = (judged: Judgement, towards: Towards | undefined) =>
  judged === 'withinError'
    ? 'within error'
    : `${judged === 'real' ? 'really' : 'likely'} ${towards ?? 'changed'}`

export const dueWhyText: Record<DueWhy, string> = {
  gate: 'a gate waits for it',
  deficit: 'was short',
  trained: 'was trained',
  borderline: 'was borderline',
}
export function dueWhatText(what: DueWhat): string {
  return what === 'print' ? 'Footprints' : what === 'load' ? 'Loads under both feet' : measureText[what].name
}

export const actText: Record<Act, string> = {
  refer: 'Refer',
  ask: 'Ask first',
  easier: 'Make easier',
  swap: 'Swap',
  stop: 'Done: leave out',
  stepUp: 'Step up',
  keep: 'Keep',
}
export const actBecauseText: Record<ActBecause, string> = {
  redFlag: 'A red flag was answered yes today. No plan until it is dealt with.',
  unasked: 'Red flags of today are still open. Until they are asked nothing steps up.',
  painUnasked: 'Nobody asked yet how much it hurts now. Until then nothing steps up.',
  stopSign: 'The client wrote a stop sign that nobody has settled yet.',
  painRose: 'It hurts clearly more than before: less load, whatever the measures say.',
  reallyWorse: 'Really further from what is wanted than before.',
  worseSinceFirst:
    'Little by little really further from what is wanted than at the first visit, though not since the last one.',
  noChange: 'Trained for weeks, and no change beyond the error of measuring.',
  reached: 'What was short is there now, beyond what the error alone would explain.',
  gateOpened: 'The gate is open now on both sides.',
  reallyBetter: 'Really better, and still short.',
  likelyBetter: 'Likely better; another look will say.',
  likelyWorse: 'Likely worse: nothing grows, and it is measured again within weeks.',
  notTrained: 'Less than half of the planned days were trained: the drill was not tried yet.',
  tooEarly: 'Too early to say: no change yet, after a few weeks.',
  notMeasured: 'Nothing of it was measured on both days.',
}

/** How many of so many rows chance alone calls real, in one sentence. */
/** Said of a comparison of which the two days were measured by two people. */
export const otherHandsText =
  'Two people measured these two days: a change has to be larger than between days of one.'

export function byChanceText(rows: number, realByChance: number): string {
  if (rows === 0) return 'Nothing was measured on both days in a way that can be compared.'
  const about = realByChance < 1 ? `${num(realByChance, 1)}` : num(realByChance, 0)
  return `Of ${rows} comparisons, chance alone would call about ${about} real.`
}

const weeksText = (weeks: number) =>
  weeks === Infinity
    ? 'more than two years'
    : weeks < 1
      ? 'no time'
      : Math.round(weeks) === 1
        ? '1 week'
        : `${num(weeks, 0)} weeks`
const between = (low: number, high: number) =>
  low === Infinity
    ? 'beyond two years'
    : high === Infinity
      ? `in ${weeksText(low)} at the earliest, perhaps not within two years`
      : `in ${low < 1 ? 'no time' : num(low, 0)} to ${weeksText(high)}`

/** People chosen for a short value seem to gain by chance alone; said where it matters. */
export const towardsTheMiddleText =
  'Who was picked for a short first value comes up a little by chance alone: the first value weighs less than it looks.'

/** What a forecast says, in a sentence or two; how sure belongs to it. */
export function forecastText(forecast: Forecast, goal: string): string {
  switch (forecast.kind) {
    case 'tooFew':
      return `No forecast yet: ${forecast.points} ${forecast.points === 1 ? 'value' : 'values'} in ${num(forecast.weeks, 0)} weeks. It takes four values over six weeks.`
    case 'reached':
      return `The goal of ${goal} is reached.`
    case 'noTrend':
      return forecast.flatSince === undefined
        ? `No trend yet: ${pct(forecast.chanceRight)} that it moves towards ${goal}.`
        : `Flat: within error since ${dayAsRead(forecast.flatSince)}.`
    case 'falls':
      return forecast.isReal
        ? `Lost: really further from ${goal} than on ${dayAsRead(forecast.since)}${forecast.flatSince === undefined ? '' : `, flat since ${dayAsRead(forecast.flatSince)}`}.`
        : `It falls: ${pct(forecast.chanceWrong)} that it moves away from ${goal}.`
    case 'trend': {
      const { low80, middle, high80, low95, high95 } = forecast.weeks
      const most =
        middle === Infinity
          ? `It moves towards ${goal}, but in more than half of what may come it is not there within two years.`
          : `${goal} in about ${weeksText(middle)}.`
      return `${most} Four times in five ${between(low80, high80)}; nearly always ${between(low95, high95)}.`
    }
  }
}
