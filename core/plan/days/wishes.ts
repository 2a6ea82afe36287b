import type { DayText } from '../../groundwork/calendar'

export const lanes = ['train', 'spacers', 'shoes'] as const
/** What may be moved along its rope; checks stand where they are due. */
export type Lane = (typeof lanes)[number]
/** A usual day: any time, little time, or none for training. */
export const dayWishes = ['free', 'short', 'rest'] as const
export type DayWish = (typeof dayWishes)[number]
/** travel: no kit at hand; holiday: no drills; ill: nothing at all */
export const absenceKinds = ['travel', 'holiday', 'ill'] as const
export type AbsenceKind = (typeof absenceKinds)[number]
export type Absence = { from: DayText; to: DayText; kind: AbsenceKind }
/** A knot that was dragged from one day of a week to another; Monday is day 0. It stays where it was put. */
export type Move = { lane: Lane; week: number; from: number; to: number }
export const horizons = [6, 12, 24] as const
export type Horizon = (typeof horizons)[number]

export type WeekWishes = {
  usual: readonly DayWish[]
  /** most minutes of a short day */
  shortMin: number
  absences: readonly Absence[]
  isTwiceADay: boolean
  moves: readonly Move[]
}

export const noWishes: WeekWishes = {
  usual: ['free', 'free', 'free', 'free', 'free', 'free', 'free'],
  shortMin: 5,
  absences: [],
  isTwiceADay: false,
  moves: [],
}

/**
 * The moves after one more: a knot dragged on goes on from where it first stood, one dragged back is as it was.
 * @returns new list, in the order of weeks
 */
export function movedTo(moves: readonly Move[], move: Move): Move[] {
  const isSame = (m: Move) => m.lane === move.lane && m.week === move.week
  const earlier = moves.find((m) => isSame(m) && m.to === move.from)
  const rest = moves.filter((m) => m !== earlier)
  const from = earlier?.from ?? move.from
  if (from === move.to) return rest
  return inOrder([...rest.filter((m) => !(isSame(m) && m.from === from)), { ...move, from }])
}

/** The moves of one week done in every later week too, in place of what was moved there. */
export function copyWeek(moves: readonly Move[], week: number, lastWeek: number): Move[] {
  const model = moves.filter((m) => m.week === week)
  const later = Array.from({ length: Math.max(0, lastWeek - week) }, (_, i) => week + 1 + i)
  return inOrder([
    ...moves.filter((m) => m.week <= week),
    ...later.flatMap((w) => model.map((m) => ({ ...m, week: w }))),
  ])
}

/** Moves in the order in which they are planned, whatever the order they were made in. */
export function inOrder(moves: readonly Move[]): Move[] {
  return [...moves].sort(
    (a, b) =>
      a.week - b.week || lanes.indexOf(a.lane) - lanes.indexOf(b.lane) || a.from - b.from || a.to - b.to,
  )
}

/** A wish of the week that may be let go; never a rest between heavy days, a gate or a caution. */
export type LetGo =
  | { wish: 'restDay'; day: number }
  /** its place among the absences */
  | { wish: 'absence'; absence: number }
  | { wish: 'move'; move: Move }

/** The wishes without one of them. */
export function letGo(wishes: WeekWishes, way: LetGo): WeekWishes {
  switch (way.wish) {
    case 'restDay':
      return { ...wishes, usual: wishes.usual.map((kind, day) => (day === way.day ? 'free' : kind)) }
    case 'absence':
      return { ...wishes, absences: wishes.absences.filter((_, i) => i !== way.absence) }
    case 'move': {
      const { lane, week, from } = way.move
      return {
        ...wishes,
        moves: wishes.moves.filter((m) => m.lane !== lane || m.week !== week || m.from !== from),
      }
    }
  }
}
