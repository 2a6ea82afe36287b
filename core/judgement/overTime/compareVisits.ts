import {
  measureTable,
  postureMeasures,
  type MeasureId,
  type NumberMeasureId,
  type WordMeasureId,
} from '../../foot/measures'
import type { References, SemId } from '../../groundwork/reference'
import { sides, type Side } from '../../groundwork/side'
import { judgeChange, normalCdf, type Change, type Compared } from '../../groundwork/statistics'
import { errorOverDays, type ErrorOverDays } from '../repeatability'
import type { VisitFacts } from '../reading/facts'
import type { VisitReading } from '../reading/read'
import {
  derivedIds,
  isDerived,
  outsideBy,
  overTimeKind,
  wantedOf,
  type DerivedId,
  type OverTimeId,
} from './overTimeTable'

/** One visit as it is compared: YYYY-MM-DD, what was measured, what it says. */
export type DatedReading = {
  day: string
  facts: VisitFacts
  reading: Pick<VisitReading, 'look' | 'load' | 'driving'>
  /** who measured most of it; left out where nobody knows */
  by?: string | undefined
}

/** Errors over days by kind, where they are not the defaults. */
export type ErrorsOverDays = Partial<Record<SemId, ErrorOverDays>>

/** better: nearer to what is wanted; worse: further from it; undefined where nothing is wanted, or nothing changed */
export type Towards = 'better' | 'worse'

export type OverTimeRow = {
  id: OverTimeId
  side: Side
  before: Compared & { day: string }
  after: Compared & { day: string }
  change: Change
  towards: Towards | undefined
  /** looked at and called unchanged, without a number */
  isSeenUnchanged: boolean
}
/** What was seen or judged: whether it is another word; no error of it is known. */
export type WordOverTime = { id: WordMeasureId; side: Side; before: string; after: string }

export type Comparison = {
  rows: OverTimeRow[]
  words: WordOverTime[]
  /** "real" ones that chance alone would bring among the rows that can be compared */
  realByChance: number
  /** values of the later visit that were not taken then but read from before: these are compared with nothing */
  carried: number
  /** other hands measured the one than the other: a change has to be larger to be one */
  areOtherHands: boolean
}

/**
 * Everything that two visits of one person both have, judged against the error over days. Which of the two came first is
 * told by their days: the order they are handed over in changes nothing.
 * Where other hands measured the one than the other, their spread is added to it.
 * @param bigToeGoalDeg the practice's goal, °
 * @returns rows of numbers with an error that is known, and words; a visit with itself shows no change
 */
export function compareVisits(
  one: DatedReading,
  other: DatedReading,
  input: { references: References; errors?: ErrorsOverDays | undefined; bigToeGoalDeg: number },
): Comparison {
  const [before, after] = one.day <= other.day ? [one, other] : [other, one]
  const { references: r, errors = {} } = input
  const areOtherHands = before.by !== undefined && after.by !== undefined && before.by !== after.by
  const rows = sides.flatMap((side) =>
    idsIn(after, side).flatMap((id): OverTimeRow[] => {
      const [first, last] = [valueAt(before, id, side), valueAt(after, id, side)]
      const kind = overTimeKind(id)
      if (!first || !last || !kind || isCarried(after.facts, id, side)) return []
      const sem = semOf(kind.sem, first.method)
      const { trial, day } = errors[sem] ?? errorOverDays(r[sem], undefined, r)
      const scale = Math.sqrt(kind.parts)
      // what one person finds more than another is the same in every trial: no mean shrinks it
      const hands = areOtherHands ? r.handsApart * r[sem] : 0
      const error = {
        sem: trial * scale,
        daySd: Math.hypot(day, hands) * scale,
        real: r.changeReal,
        likely: r.changeLikely,
      }
      const change = judgeChange(first, last, error)
      const wanted = wantedOf(id, r, input.bigToeGoalDeg)
      const gain = wanted ? outsideBy(first.value, wanted) - outsideBy(last.value, wanted) : 0
      return [
        {
          id,
          side,
          before: first,
          after: last,
          change,
          towards: gain > 0 ? 'better' : gain < 0 ? 'worse' : undefined,
          isSeenUnchanged: isUnchanged(after, id, side),
        },
      ]
    }),
  )
  const comparable = rows.filter((row) => row.change.judged !== 'notComparable' && !row.isSeenUnchanged)
  return {
    rows,
    words: sides.flatMap((side) => wordsOf(before, after, side)),
    realByChance: comparable.length * 2 * (1 - normalCdf(r.changeReal)),
    areOtherHands,
    carried: sides.reduce((sum, side) => sum + Object.keys(after.facts.carried?.[side] ?? {}).length, 0),
  }
}

/** What a derived value is made of; the arch index of the print, which has a day of its own. */
const madeOf: Readonly<Record<Exclude<DerivedId, 'archIndex'>, readonly MeasureId[]>> = {
  archTravel: ['navicularSit', 'navicularStand'],
  archReserve: ['navicularStand', 'navicularSingle'],
  shareHeel: ['scaleHeel', 'feltHeel'],
  shareInner: ['scaleHeel', 'feltHeel'],
  shareOuter: ['scaleHeel', 'feltHeel'],
  postureScore: postureMeasures,
}

/** Whether a value of a re-test was not taken then, but read from a visit before: it says nothing of that day. */
export function isCarried(facts: VisitFacts, id: OverTimeId, side: Side): boolean {
  const days = facts.carried?.[side]
  if (!days) return false
  if (id === 'archIndex') return facts.carriedPrints?.[side] === true
  // a mat that was recorded on the day is of the day
  if (id.startsWith('share') && facts.loadMethod === 'mat') return false
  return (isDerived(id) ? madeOf[id] : [id]).some((each) => days[each] !== undefined)
}

/** What was felt is known far worse than what was weighed. */
export function semOf(sem: SemId, method: string | undefined): SemId {
  return sem === 'semTripodShare' && method === 'felt' ? 'semTripodFelt' : sem
}

const numberIds = (Object.keys(measureTable) as MeasureId[]).filter(
  (id): id is NumberMeasureId => measureTable[id].kind === 'number',
)
function idsIn(visit: DatedReading, side: Side): OverTimeId[] {
  const { numbers } = visit.facts.feet[side]
  return [...derivedIds, ...numberIds.filter((id) => numbers[id] !== undefined)]
}

/** A value of one visit as it is compared; undefined where there is none. */
export function valueAt(
  { day, facts, reading }: DatedReading,
  id: OverTimeId,
  side: Side,
): (Compared & { day: string }) | undefined {
  const foot = facts.feet[side]
  if (!isDerived(id)) {
    const value = foot.numbers[id]
    const measuredOn = facts.carried?.[side][id] ?? day
    return value === undefined ? undefined : { value, trials: foot.trials?.[id] ?? 1, day: measuredOn }
  }
  const derived = derivedAt({ facts, reading }, id, side)
  return derived && { ...derived, day }
}

function derivedAt(
  { facts, reading }: Pick<DatedReading, 'facts' | 'reading'>,
  id: DerivedId,
  side: Side,
): Compared | undefined {
  const { motion } = reading.look[side]
  const { trials = {} } = facts.feet[side]
  const fewest = (...ids: NumberMeasureId[]) => Math.min(...ids.map((each) => trials[each] ?? 1))
  const tripod = reading.load.tripods[side]
  const from = (value: number | undefined, more: Partial<Compared> = {}) =>
    value === undefined ? undefined : { value, ...more }
  const share = (leg: 'h' | 'm1' | 'm5') => from(tripod?.shares[leg], { method: tripod?.method })
  switch (id) {
    case 'archTravel':
      return from(motion.travelMm, { trials: fewest('navicularSit', 'navicularStand') })
    case 'archReserve':
      return from(motion.reserveMm, { trials: fewest('navicularStand', 'navicularSingle') })
    case 'archIndex':
      return from(facts.prints[side]?.archIndex.value)
    case 'shareHeel':
      return share('h')
    case 'shareInner':
      return share('m1')
    case 'shareOuter':
      return share('m5')
    case 'postureScore':
      return from(reading.driving.profiles[side].amount?.posture?.sum)
  }
}

/** Called unchanged at the later visit: measured then, without a number of its own. */
function isUnchanged({ facts }: DatedReading, id: OverTimeId, side: Side): boolean {
  if (id === 'archIndex') return false
  const from = isDerived(id) ? madeOf[id] : [id]
  return from.some((each) => facts.feet[side].states[each] === 'unchanged')
}

function wordsOf(before: DatedReading, after: DatedReading, side: Side): WordOverTime[] {
  const [first, last] = [before.facts.feet[side].words, after.facts.feet[side].words]
  return (Object.keys(last) as WordMeasureId[]).flatMap((id) => {
    const [was, is] = [first[id], last[id]]
    return was === undefined || is === undefined || after.facts.carried?.[side][id] !== undefined
      ? []
      : [{ id, side, before: was, after: is }]
  })
}
