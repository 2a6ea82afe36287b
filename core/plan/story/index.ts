import type { References } from '../../groundwork/reference'

/** What the client came for, beside their own words. */
export const goalKinds = [
  'lessPain',
  'walkLonger',
  'run',
  'barefoot',
  'thinnerShoes',
  'balance',
  'toeShape',
  'check',
] as const
export type GoalKind = (typeof goalKinds)[number]

/** Drawings a mark can lie on. */
export const markViews = ['sole', 'top', 'inner', 'outer', 'back', 'leg'] as const
export type MarkView = (typeof markViews)[number]
export const markKinds = ['pain', 'skin', 'scar'] as const
export type MarkKind = (typeof markKinds)[number]
export const painMoments = ['firstStep', 'underLoad', 'afterLoad', 'evening', 'night', 'always'] as const
export type PainMoment = (typeof painMoments)[number]

/** One mark on the pain map, where it lies in parts of the foot's length. */
export type BodyMark = {
  side: 'left' | 'right'
  view: MarkView
  /** sole, top, inner, outer: 0 at the back of the heel, 1 at the longest toe; back and leg: height, 0 at the floor or ankle */
  along: number
  kind: MarkKind
  worst: number | undefined
  when: readonly PainMoment[]
}

export const eventKinds = [
  'sprain',
  'brokenToe',
  'stressFracture',
  'otherInjury',
  'operation',
  'device',
  'birth',
  'weightChange',
  'shoeChange',
] as const
export type EventKind = (typeof eventKinds)[number]
/** One event of the history; its age counts from the day of the visit. */
export type HistoryEvent = {
  kind: EventKind
  side: 'left' | 'right' | 'both'
  weeksAgo: number
  /** by the latest day that the month, or the year alone, allows */
  weeksAtLeast?: number | undefined
}

export const regions = ['heel', 'arch', 'ball', 'toes', 'ankle', 'leg'] as const
export type Region = (typeof regions)[number]

/** Which part of the foot a mark lies on. @example regionOf({ view: 'sole', along: 0.1 }, references) // 'heel' */
export function regionOf({ view, along }: Pick<BodyMark, 'view' | 'along'>, r: References): Region {
  if (view === 'leg') return 'leg'
  if (view === 'back') return along < r.regionAnkleFrom ? 'heel' : 'ankle'
  return along < r.regionArchFrom
    ? 'heel'
    : along < r.regionBallFrom
      ? 'arch'
      : along < r.regionToesFrom
        ? 'ball'
        : 'toes'
}

/** Where it hurts most: on this side, or else anywhere. Undefined where nothing hurts. */
export function worstRegion(
  marks: readonly BodyMark[],
  side: BodyMark['side'],
  r: References,
): Region | undefined {
  const pains = marks.filter((m) => m.kind === 'pain')
  const here = pains.filter((m) => m.side === side)
  const [worst] = (here.length > 0 ? here : pains).toSorted((a, b) => (b.worst ?? 0) - (a.worst ?? 0))
  return worst && regionOf(worst, r)
}
