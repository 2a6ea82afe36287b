import { noWishes } from '@sturvo/core/days'
import { cautionQuestions, type CautionId, type CautionQuestion, type DealtWith } from '@sturvo/core/cautions'
import type { Shoe } from '@sturvo/core/footwear'
import {
  carriedFoot,
  emptyFoot,
  isNumberMeasure,
  measureIds,
  trialUseOf,
  usedOf,
  measureStates,
  measureTable,
  type FootValues,
  type MeasureId,
  type MeasureState,
  type NumberMeasureId,
  type TrialUses,
} from '@sturvo/core/measures'
import type { BodyMark, HistoryEvent } from '@sturvo/core/story'
import type { PressureRecordingFacts, VisitFacts } from '@sturvo/core/reading'
import type { PrintFacts } from '@sturvo/core/footprint'
import type { References } from '@sturvo/core/reference'
import { bySide, sides, type Side } from '@sturvo/core/side'
import type { KitItem } from '@sturvo/core/training'
import {
  checkChange,
  fieldAt,
  fieldsOfKind,
  triedKey,
  type AnswerKey,
  type AnswerValue,
  type WornOrthosis,
  type Mark,
  type ShoeOnShelf,
  type TriedDrill,
  type StoryEvent,
  type ValueOf,
} from './fields'
import type { PhotoView } from '@sturvo/core/photo'
import type { PhotoOnMat } from './photo'
import type { PrintOnMat } from './print'
import type { RecordingOnMat } from './recording'
import { weekSums } from '@sturvo/core/week'
import type { Fields } from './visit'

/** One answer of the story or the plan; undefined where nobody answered. Fields were checked when they came in. */
export function answerOf<K extends AnswerKey>(fields: Fields, key: K): AnswerValue<K> | undefined {
  const checked = checkChange({ path: `answer.${key}`, value: fields[`answer.${key}`] ?? null })
  return checked.ok && checked.value !== null ? (checked.value as AnswerValue<K>) : undefined
}

/** Sentences for the letter; visits of before the two were told apart have one list for both. */
export function letterPins(fields: Fields): string[] {
  return answerOf(fields, 'letterSentences') ?? answerOf(fields, 'pinnedSentences') ?? []
}

export function printOf(fields: Fields, side: Side): PrintOnMat | undefined {
  return fieldAt(fields, 'print', { side })
}

export type PlacedMark = { id: string } & Mark & Required<Pick<Mark, 'view' | 'when'>>

export function marksOf(fields: Fields): PlacedMark[] {
  // marks of older visits have no view and no moments yet
  return listOf(fields, 'mark').map((mark) => ({
    ...mark,
    view: mark.view ?? 'sole',
    when: mark.when ?? [],
  }))
}

export function eventsOf(fields: Fields): ({ id: string } & StoryEvent)[] {
  return listOf(fields, 'event').sort((a, b) => a.month.localeCompare(b.month))
}

/** The worst of what was typed and what was marked: a 9 on the map is not softened by an old 2. */
export function worstPainOf(fields: Fields): number | undefined {
  const marked = marksOf(fields).flatMap((m) => (m.kind === 'pain' && m.worst !== undefined ? [m.worst] : []))
  const pains = [answerOf(fields, 'worstPain'), ...marked].filter((value) => value !== undefined)
  return pains.length > 0 ? Math.max(...pains) : undefined
}

/** The history as the core reads it, its ages counted from the day of the visit. */
export function historyOf(fields: Fields, day: string): HistoryEvent[] {
  return eventsOf(fields).map(({ kind, side, month, isYearOnly }) => ({
    kind,
    side,
    weeksAgo: weeksSince(month, day),
    weeksAtLeast: weeksAtLeast({ month, isYearOnly }, day),
  }))
}

export function photoOf(fields: Fields, view: PhotoView, side: Side): PhotoOnMat | undefined {
  return fieldAt(fields, 'photo', { view, side })
}

export function shoesOf(fields: Fields): ({ id: string } & ShoeOnShelf)[] {
  return listOf(fields, 'shoe')
}

export function orthosesOf(fields: Fields): ({ id: string } & WornOrthosis)[] {
  return listOf(fields, 'device')
}

/** Recordings of the visit in the order they were taken, the left-out ones among them. */
export function recordingsOf(fields: Fields): ({ id: string } & RecordingOnMat)[] {
  return listOf(fields, 'recording').sort((a, b) => a.takenAt.localeCompare(b.takenAt))
}

function recordingFactsOf({ id, job, reading }: { id: string } & RecordingOnMat): PressureRecordingFacts {
  return {
    id,
    job,
    feet: bySide((side) => {
      const foot = reading[side]
      return (
        foot && {
          loadN: foot.loadN,
          share: foot.share,
          tripod: foot.tripod,
          regionsPct: foot.regionsPct,
          sway: foot.cop,
          loss: foot.loss && { atS: foot.loss.atS, depthPct: foot.loss.depthPct },
        }
      )
    }),
    steps: reading.steps.map((step) => ({
      side: step.side,
      stanceS: step.stanceS,
      copExcursionPct: step.copExcursionPct,
      peakMedialAtPct: step.peakMedialAtPct,
      pushOff: step.pushOff,
      isPartial: step.isPartial,
    })),
  }
}

type ListedKind = 'mark' | 'shoe' | 'device' | 'event' | 'recording'

function listOf<K extends ListedKind>(fields: Fields, kind: K): ({ id: string } & ValueOf<K>)[] {
  return fieldsOfKind(fields, kind).map(({ path, value }) =>
    Object.assign({ id: path.slice(kind.length + 1) }, value),
  )
}

/** The facts of one visit for the core. The day and the references come in: nothing here knows today. */
export function factsOf(input: {
  fields: Fields
  birthYear: number | null
  /** day of the visit, YYYY-MM-DD */
  day: string
  ownedKit: readonly KitItem[]
  references: References
  trialUses?: TrialUses | undefined
  /** the visit before this one, for what has changed since */
  earlier?: EarlierVisit | undefined
  /** what a re-test goes on from, newest first; empty for a visit of its own */
  carried?: readonly EarlierVisit[] | undefined
  /** drills of the plan in force that work */
  inForce?: readonly string[] | undefined
}): VisitFacts {
  const { fields, references } = input
  const before = (input.carried ?? []).map((visit) => visit.fields)
  const answer = <K extends AnswerKey>(key: K) => answerOf(fields, key)
  const marks = marksOf(fields)
  const week = answer('week')
  const sums = week && week.length > 0 ? weekSums(week) : undefined
  const worstPain = worstPainOf(fields)
  const recordings = recordingsOf(fields)
    .filter((r) => !r.isLeftOut)
    .map(recordingFactsOf)
  return {
    ageYears: input.birthYear === null ? undefined : Number(input.day.slice(0, 4)) - input.birthYear,
    ...feetOf(input),
    ...earlierOf(input),
    ...(before.length > 0 && { carriedPrints: bySide((side) => printOf(fields, side) === undefined) }),
    prints: bySide((side) => printFactsOf(lastPrint([fields, ...before], side))),
    recordings,
    // who recorded two feet and chose nothing means the recording
    loadMethod: answer('loadMethod') ?? (recordings.some((r) => r.job === 'twoFeet') ? 'mat' : 'scales'),
    bodyMassKg: answer('bodyMassKg'),
    earlierMassKg: input.earlier && answerOf(input.earlier.fields, 'bodyMassKg'),
    goal: answer('goalKind'),
    marks: marks.map(({ side, view, along, kind, worst: mostPain, when }): BodyMark => ({
      side,
      view,
      along,
      kind,
      worst: mostPain,
      when,
    })),
    medicines: answer('medicines') ?? [],
    events: historyOf(fields, input.day),
    worstPain,
    soreSides: sides.filter((side) => marks.some((m) => m.side === side && m.kind === 'pain')),
    // a painted week knows better than a number from memory
    hoursStanding: sums ? sums.standing : answer('hoursStanding'),
    hoursWalking: sums ? sums.walking : answer('hoursWalking'),
    hoursTraining: sums ? sums.training : answer('hoursTraining'),
    week: week ?? [],
    runs: (answer('runs') ?? false) || (sums?.running ?? 0) > 0,
    kneeComesIn: answer('kneeComesIn') ?? false,
    cautionAnswers: cautionAnswersOf(fields),
    dealtWith: dealtOf(fields),
    shoes: shoesOf(fields) satisfies Shoe[],
    orthoses: orthosesOf(fields),
    spacersMm: answer('spacersMm') ?? [0, 0, 0, 0],
    traced: bySide((side) => photoOf(fields, 'top', side)?.outlineFootMm),
    plan: {
      minutesPerSession: answer('planMinutes') ?? references.sessionMinutes,
      sessionsPerWeek: answer('planSessions') ?? references.sessionsPerWeek,
      kit: answer('planKit') ?? input.ownedKit,
      pinned: answer('planPinned') ?? [],
      banned: answer('planBanned') ?? [],
      raised: answer('planRaised') ?? [],
      lowered: answer('planLowered') ?? [],
      inForce: input.inForce ?? [],
      doses: Object.fromEntries((answer('planDoses') ?? []).map(({ drill, ...wish }) => [drill, wish])),
      pace: answer('planPace') ?? 'usual',
      transition: {
        end: answer('shoesEnd'),
        hours: answer('shoesHours'),
        from: answer('shoesFrom') ?? {},
        edits: answer('shoesEdits') ?? [],
      },
      wishes: {
        usual: answer('weekUsual') ?? noWishes.usual,
        shortMin: answer('weekShortMin') ?? references.shortDayMin,
        absences: answer('weekAbsences') ?? [],
        isTwiceADay: answer('weekTwice') ?? false,
        moves: answer('weekMoves') ?? [],
      },
      horizon: answer('planHorizon') ?? 12,
      startsOn: answer('planStart'),
      liked: answer('drillsLiked') ?? [],
      disliked: answer('drillsDisliked') ?? [],
      drillWords: answer('drillWords') ?? {},
    },
  }
}

/** The feet of a visit; of a re-test with what was not measured anew, and from when that is. */
function feetOf(input: {
  fields: Fields
  trialUses?: TrialUses | undefined
  carried?: readonly EarlierVisit[] | undefined
}): Pick<VisitFacts, 'feet' | 'carried'> {
  const { fields, trialUses, carried = [] } = input
  const today = bySide((side) => footOf(fields, side, trialUses))
  if (carried.length === 0) return { feet: today }
  const known = bySide((side) =>
    carriedFoot(
      today[side],
      carried.map((visit) => ({ day: visit.day, foot: footOf(visit.fields, side, trialUses) })),
    ),
  )
  return { feet: bySide((side) => known[side].foot), carried: bySide((side) => known[side].days) }
}

/** The print of a visit, or the last one before it that a re-test goes on from. */
function lastPrint(visits: readonly Fields[], side: Side): PrintOnMat | undefined {
  for (const fields of visits) {
    const print = printOf(fields, side)
    if (print) return print
  }
  return undefined
}

/** Fields of an earlier visit and its day, YYYY-MM-DD. */
export type EarlierVisit = { fields: Fields; day: string }

function earlierOf(input: {
  day: string
  earlier?: EarlierVisit | undefined
  trialUses?: TrialUses | undefined
}): Pick<VisitFacts, 'earlier'> {
  const { earlier, trialUses } = input
  if (!earlier) return {}
  const days = (Date.parse(input.day) - Date.parse(earlier.day)) / msOfDay
  return {
    earlier: bySide((side) => {
      const { numbers, trials } = footOf(earlier.fields, side, trialUses)
      return { numbers, trials: trials ?? {}, weeksAgo: days / daysOfWeek }
    }),
  }
}

const msOfDay = 86_400_000
const daysOfMonth = 30.44
const daysOfWeek = 7

/** Whole weeks from the first of a month to a day; never negative. */
function weeksSince(month: string, day: string): number {
  const monthsOf = (text: string) => Number(text.slice(0, 4)) * 12 + Number(text.slice(5, 7))
  const days = (monthsOf(day) - monthsOf(month)) * daysOfMonth + Number(day.slice(8, 10)) - 1
  return Math.max(0, Math.floor(days / daysOfWeek))
}

/** The same by the latest day that the month, or the year alone, allows: something is fresh until it cannot be. */
function weeksAtLeast({ month, isYearOnly }: Pick<StoryEvent, 'month' | 'isYearOnly'>, day: string): number {
  const [year, of] = [Number(month.slice(0, 4)), isYearOnly ? 12 : Number(month.slice(5, 7))]
  const after = of === 12 ? `${year + 1}-01` : `${year}-${String(of + 1).padStart(2, '0')}`
  return weeksSince(after, day)
}

/** The values of one foot; several trials count as the practice uses them. */
export function footOf(fields: Fields, side: Side, uses: TrialUses = {}): FootValues {
  const trials = new Map<MeasureId, unknown[]>()
  // in the order they were taken: object keys come in the order they were typed
  for (const { at, value } of fieldsOfKind(fields, 'measure'))
    if (at.side === side) trials.set(at.measure, [...(trials.get(at.measure) ?? []), value])
  const counted: NonNullable<FootValues['trials']> = {}
  const foot: FootValues = { numbers: { ...emptyFoot.numbers }, words: {}, states: {} }
  for (const [measure, values] of trials) {
    const word = wordOf(measure, values)
    const numbers = values.filter((v): v is number => typeof v === 'number')
    const used = isNumberMeasure(measure) ? usedOf(numbers, trialUseOf(measure, uses)) : undefined
    const state = values.find(isState)
    if (word !== undefined && !isNumberMeasure(measure)) foot.words[measure] = word
    else if (used && isNumberMeasure(measure)) {
      foot.numbers[measure] = used.value
      if (used.trials > 1) counted[measure] = used.trials
    } else if (state) foot.states[measure] = state
  }
  return Object.keys(counted).length > 0 ? { ...foot, trials: counted } : foot
}

/** "cannot" is an answer where the measure offers it, and a state everywhere else. */
function wordOf(measure: MeasureId, values: unknown[]): string | undefined {
  const definition = measureTable[measure]
  if (definition.kind !== 'word') return undefined
  const words: readonly string[] = definition.words
  return words.find((word) => values.includes(word))
}

function isState(value: unknown): value is MeasureState {
  return measureStates.some((state) => state === value)
}

function printFactsOf(print: PrintOnMat | undefined): PrintFacts | undefined {
  if (!print) return undefined
  const m = print.measures
  return {
    lengthMm: m.lengthMm.value,
    toelessLengthMm: m.toelessLengthMm.value,
    ballWidthMm: m.ballWidthMm,
    heelWidthMm: m.heelWidthMm,
    toeWidthMm: undefined,
    archIndex: m.archIndex,
    printKind: m.printKind,
  }
}

/** What was measured after a drill was tried, by measure and side. */
export function triedOf(
  fields: Fields,
): { measure: NumberMeasureId; side: Side; drill: string; value: number }[] {
  return measureIds.filter(isNumberMeasure).flatMap((measure) =>
    sides.flatMap((side) => {
      const tried = fields[`answer.${triedKey(measure, side)}`] as TriedDrill | undefined
      return tried ? [{ measure, side, ...tried }] : []
    }),
  )
}

export function cautionAnswersOf(fields: Fields): Partial<Record<CautionQuestion, boolean>> {
  const answers: Partial<Record<CautionQuestion, boolean>> = {}
  for (const question of cautionQuestions) {
    const value = fields[`answer.caution:${question}`]
    if (typeof value === 'boolean') answers[question] = value
  }
  return answers
}

export function dealtOf(fields: Fields): Partial<Record<CautionId, DealtWith>> {
  const dealt: Partial<Record<CautionId, DealtWith>> = {}
  for (const { at, value } of fieldsOfKind(fields, 'dealt')) dealt[at.caution] = value
  return dealt
}
