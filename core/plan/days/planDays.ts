import { tissues, type Tissue } from '../training'
import { dayAfter, stretchOfWeek, type DayText } from '../../groundwork/calendar'
import {
  noLoad,
  type Check,
  type Conflict,
  type DayDrill,
  type DayPhase,
  type DaysInput,
  type DaysPlan,
  type PlannedDay,
  type PlannedDrill,
  type PlannedWeek,
  type ShoeWeek,
} from './days'
import { heldRaises } from './raises'
import { inOrder, letGo, type Lane, type LetGo, type Move, type WeekWishes } from './wishes'
import {
  chooseDays,
  areApart,
  daysAWeek,
  daysOf,
  has,
  setOf,
  sizeOf,
  spreadOver,
  type DaySet,
  type WeekChoice,
} from './weekDays'

const everyDay = setOf([0, 1, 2, 3, 4, 5, 6])

/**
 * The second stage of a plan: its drills, spacers, shoes and checks on days. Heavy drills stand 48 hours apart, across
 * the end of a week too; no day is longer than a session; no week begins more than three drills, or has more heel raises
 * than the 28 days before it allow. What a hand moved is
 * fixed. Where the wishes of a week cannot all be had, the nearest that can is planned and said.
 * @param input phases with drills in the order of a session; startsOn is a Monday
 * @returns weeks in order; the last phase goes on to the end of the horizon. Same input, same days
 * @source training plan, second stage
 */
export function planDays(asked: DaysInput): DaysPlan {
  const input = { ...asked, wishes: { ...asked.wishes, moves: inOrder(asked.wishes.moves) } }
  const weeks: PlannedWeek[] = []
  const conflicts: Conflict[] = []
  let lastHeavyDay: number | undefined
  let spacerDays = 0
  // a week in which nothing was done is no step of the plan: phases wait for weeks of training, not for the calendar
  let planWeek = 1
  const shoes = shoeWeeks(input)
  const raisesBefore: number[] = []
  for (let week = 1; week <= input.weeks; week++) {
    const phase = stretchOfWeek(input.phases, planWeek)
    const monday = dayAfter(input.startsOn, (week - 1) * daysAWeek)
    const drills = phase ? drillsOfWeek(phase, planWeek, input) : []
    const chosen = sessionDays(input, { week, monday, drills, lastHeavyDay })
    conflicts.push(...chosen.conflicts)
    lastHeavyDay = daysOf(chosen.heavy).at(-1)
    const spacers = spacerSet(input, { week, monday, sessions: chosen.sessions })
    const worn = shoes(week, monday)
    conflicts.push(...worn.conflicts)
    const checks = checksOf(input.checks, { week, planWeek, isTrained: chosen.sessions !== 0 })
    const checkDay = checkDayOf(input.wishes, monday, chosen.sessions)
    const days = Array.from({ length: daysAWeek }, (_, day): PlannedDay => {
      const date = dayAfter(monday, day)
      const wish = wishOf(input.wishes, date, day)
      const placed = has(chosen.sessions, day) ? session(drills, { day, chosen, wish, input }) : []
      const wears = has(spacers, day) && input.spacing
      if (wears) spacerDays++
      return {
        date,
        wish,
        parts: partsOf(placed, input.wishes.isTwiceADay),
        trainMin: minutesOfDrills(placed),
        spacersMin: wears ? spacerMinutes(wears, spacerDays - 1) : 0,
        shoes: has(worn.days, day) ? worn.dose(daysOf(worn.days).filter((d) => d < day).length) : undefined,
        checks: day === checkDay ? [...checks, ...worn.checks] : [],
        load: phase ? loadOf(placed, drills, phase) : noLoad(),
        movedHere: movedHere(input.wishes.moves, week, day, {
          train: chosen.sessions,
          spacers,
          shoes: worn.days,
        }),
      }
    })
    const held = heldRaises(days, drills, raisesBefore, input.references)
    if (chosen.sessions !== 0) raisesBefore.push(held.raises)
    weeks.push({ week, stage: phase?.stage ?? 'load', days: held.days })
    if (chosen.sessions !== 0) planWeek++
  }
  return { weeks, conflicts }
}

/** The drills done in a week: new ones begin a few at a time, in the order of the session's first need. */
function drillsOfWeek(
  phase: DayPhase,
  week: number,
  { references }: DaysInput,
): (DayDrill & { begins: boolean })[] {
  const into = week - phase.fromWeek
  let begun = 0
  return phase.drills.flatMap((drill) => {
    if (!drill.isNew) return [{ ...drill, begins: false }]
    const beginsIn = Math.floor(begun++ / references.newDrillsPerWeek)
    return beginsIn <= into ? [{ ...drill, begins: beginsIn === into }] : []
  })
}

/** What a day is, absences before the usual week. */
function wishOf({ usual, absences }: WeekWishes, date: DayText, day: number): PlannedDay['wish'] {
  const kinds = absences.filter((a) => a.from <= date && date <= a.to).map((a) => a.kind)
  const strictest = (['ill', 'holiday', 'travel'] as const).find((kind) => kinds.includes(kind))
  return strictest ?? usual[day] ?? 'free'
}

type Asked = { week: number; monday: DayText; drills: readonly DayDrill[]; lastHeavyDay: number | undefined }

const isClosed = (wish: PlannedDay['wish']) => wish === 'rest' || wish === 'holiday' || wish === 'ill'

function openDays(wishes: WeekWishes, monday: DayText): DaySet {
  return setOf(daysOf(everyDay).filter((day) => !isClosed(wishOf(wishes, dayAfter(monday, day), day))))
}

function sessionDays(input: DaysInput, asked: Asked): WeekChoice & { conflicts: Conflict[] } {
  const { sessionsPerWeek, wishes } = input
  const nothing = { sessions: 0, heavy: 0, conflicts: [] }
  // who is ill or away all week knows it
  if (asked.drills.length === 0 || isAwayAllWeek(wishes, asked.monday)) return nothing
  const sessions = Math.min(daysAWeek, sessionsPerWeek)
  const heavy = Math.max(
    0,
    ...asked.drills.filter((d) => d.isHeavy).map((d) => Math.min(d.perWeek, sessions)),
  )
  const whole = attempt(input, asked, { wishes, sessions, heavy })
  if (!whole) return nearest(input, asked, { sessions, heavy })
  // a week has seven days: two whole sessions on one of them would be more than a day's minutes
  const isMore = sessionsPerWeek > daysAWeek
  return { ...whole, conflicts: isMore ? [sessionsConflict(asked.week, sessionsPerWeek, sessions)] : [] }
}

function isAwayAllWeek({ absences }: WeekWishes, monday: DayText): boolean {
  return daysOf(everyDay).every((day) => {
    const date = dayAfter(monday, day)
    return absences.some((a) => a.kind !== 'travel' && a.from <= date && date <= a.to)
  })
}

const sessionsConflict = (week: number, wanted: number, given: number): Conflict => ({
  week,
  what: 'sessions',
  wanted,
  given,
  move: undefined,
  alternatives: [],
})

type Wanted = { sessions: number; heavy: number }

function attempt(
  { references }: DaysInput,
  asked: Asked,
  { wishes, sessions, heavy }: Wanted & { wishes: WeekWishes },
): WeekChoice | undefined {
  const moves = wishes.moves.filter((m) => m.lane === 'train' && m.week === asked.week)
  return chooseDays({
    open: openDays(wishes, asked.monday),
    must: setOf(moves.map((m) => m.to)),
    mustNot: setOf(moves.map((m) => m.from)) & ~setOf(moves.map((m) => m.to)),
    sessions,
    heavy: Math.min(heavy, sessions),
    lastHeavyDay: asked.lastHeavyDay,
    apartDays: references.heavyApartDays,
  })
}

/** The most that can be had: first a heavy session fewer, then a session fewer, then without what was dragged. */
function nearest(input: DaysInput, asked: Asked, wanted: Wanted): WeekChoice & { conflicts: Conflict[] } {
  const { wishes } = input
  const { week } = asked
  const dragged = wishes.moves.filter((m) => m.lane === 'train' && m.week === week)
  // a knot that was dragged to a day on which nothing may stand gives way first
  const impossible = dragged.filter((m) => !has(openDays(wishes, asked.monday), m.to))
  for (const gone of impossible.length > 0 ? [impossible, dragged] : [[], dragged]) {
    const kept = { ...wishes, moves: wishes.moves.filter((m) => !gone.includes(m)) }
    const given = mostOf(wanted, ({ sessions, heavy }) =>
      // no session at all is no way of keeping one where it was dragged
      sessions === 0 && gone.length < dragged.length
        ? undefined
        : attempt(input, asked, { wishes: kept, sessions, heavy }),
    )
    if (!given) continue
    const none = { move: undefined, alternatives: [] }
    const conflicts: Conflict[] = [
      ...gone.map((move): Conflict => ({ week, what: 'move', wanted: 1, given: 0, move, alternatives: [] })),
      ...(given.sessions < wanted.sessions
        ? [sessionsConflict(week, wanted.sessions, given.sessions)]
        : given.heavy < wanted.heavy
          ? [{ week, what: 'heavy' as const, wanted: wanted.heavy, given: given.heavy, ...none }]
          : []),
    ]
    const alternatives = singleWays(input, asked, wanted)
    return { ...given.found, conflicts: conflicts.map((c) => ({ ...c, alternatives })) }
  }
  return { sessions: 0, heavy: 0, conflicts: [] }
}

/** The first that can be, from all that is wanted down. */
function mostOf(
  wanted: Wanted,
  tryThis: (less: Wanted) => WeekChoice | undefined,
): (Wanted & { found: WeekChoice }) | undefined {
  for (let sessions = wanted.sessions; sessions >= 0; sessions--)
    for (let heavy = Math.min(wanted.heavy, sessions); heavy >= 0; heavy--) {
      const found = tryThis({ sessions, heavy })
      if (found) return { sessions, heavy, found }
    }
  return undefined
}

/** Wishes of which letting go a single one makes the whole week possible. */
function singleWays(input: DaysInput, asked: Asked, wanted: Wanted): LetGo[] {
  const { wishes } = input
  const sunday = dayAfter(asked.monday, daysAWeek - 1)
  const ways: LetGo[] = [
    ...wishes.moves
      .filter((move) => move.lane === 'train' && move.week === asked.week)
      .map((move): LetGo => ({ wish: 'move', move })),
    ...wishes.usual.flatMap((kind, day): LetGo[] => (kind === 'rest' ? [{ wish: 'restDay', day }] : [])),
    // nobody is asked to be well
    ...wishes.absences.flatMap((a, absence): LetGo[] =>
      a.kind !== 'ill' && a.from <= sunday && asked.monday <= a.to ? [{ wish: 'absence', absence }] : [],
    ),
  ]
  return ways.filter((way) => attempt(input, asked, { wishes: letGo(wishes, way), ...wanted }) !== undefined)
}

/** The drills of one day: heavy ones on their days, without kit on a journey, and no more than the day has room for. */
function session(
  drills: readonly (DayDrill & { begins: boolean })[],
  {
    day,
    chosen,
    wish,
    input,
  }: { day: number; chosen: WeekChoice; wish: PlannedDay['wish']; input: DaysInput },
): PlannedDrill[] {
  const most =
    wish === 'short' ? Math.min(input.wishes.shortMin, input.minutesPerSession) : input.minutesPerSession
  let left = most + minutesSlack
  const here = drills.filter((drill) => {
    const days = drill.isHeavy
      ? spreadOver(chosen.heavy, drill.perWeek)
      : spreadOver(chosen.sessions, Math.min(drill.perWeek, sizeOf(chosen.sessions)))
    return has(days, day) && !(wish === 'travel' && drill.needsKit)
  })
  return here.flatMap((drill) => {
    if (drill.minutes > left) return []
    left -= drill.minutes
    const { id, minutes, isHeavy, standsFor, begins } = drill
    return [{ id, minutes, isHeavy, isNew: begins, standsFor }]
  })
}
const minutesSlack = 1e-9 // sums of minutes carry rounding

const minutesOfDrills = (drills: readonly PlannedDrill[]) => drills.reduce((sum, d) => sum + d.minutes, 0)

/** Twice a day: the session in two parts of nearly equal minutes, its order kept. */
function partsOf(drills: readonly PlannedDrill[], isTwice: boolean): PlannedDrill[][] {
  if (drills.length === 0) return []
  if (!isTwice || drills.length === 1) return [[...drills]]
  const total = minutesOfDrills(drills)
  let best = 1
  for (let cut = 1; cut < drills.length; cut++)
    if (
      Math.abs(minutesOfDrills(drills.slice(0, cut)) - total / 2) <
      Math.abs(minutesOfDrills(drills.slice(0, best)) - total / 2)
    )
      best = cut
  return [drills.slice(0, best), drills.slice(best)]
}

function loadOf(
  placed: readonly PlannedDrill[],
  drills: readonly DayDrill[],
  phase: DayPhase,
): Record<Tissue, number> {
  const load = noLoad()
  for (const { id } of placed) {
    const drill = drills.find((d) => d.id === id)!
    for (const tissue of tissues) load[tissue] += (drill.load[tissue] ?? 0) / phase.ceilings[tissue]
  }
  return load
}

/** Days on which something may be worn: all but those of an illness. */
function wearable(wishes: WeekWishes, monday: DayText): DaySet {
  return setOf(daysOf(everyDay).filter((day) => wishOf(wishes, dayAfter(monday, day), day) !== 'ill'))
}

/** Spacers are worn on the days of sessions, in the same minutes as the spread drills; without sessions on some days. */
function spacerSet(
  { spacing, wishes, references }: DaysInput,
  { week, monday, sessions }: { week: number; monday: DayText; sessions: DaySet },
): DaySet {
  if (!spacing) return 0
  const open = wearable(wishes, monday)
  const usual = sessions === 0 ? spreadOver(open, references.spacingAloneDays) : sessions & open
  return withMoves(usual, open, wishes.moves, 'spacers', week)
}

/** One step more after so many wearing days, up to the ceiling. */
function spacerMinutes(s: NonNullable<DaysInput['spacing']>, wornBefore: number): number {
  return Math.min(s.ceilingMin, s.startMin + s.growMin * Math.floor(wornBefore / s.growEveryDays))
}

type WornWeek = {
  days: DaySet
  /** of the wearing days in turn */
  dose: (place: number) => PlannedDay['shoes']
  checks: Check[]
  conflicts: Conflict[]
}
const noShoes: WornWeek = { days: 0, dose: () => undefined, checks: [], conflicts: [] }
const percent = 100

/**
 * The new shoes of each week in turn. The way into other shoes goes on by weeks that were worn: a missed week is begun
 * again lower, with the week that was reached before after it; after too many in a row nothing goes on by itself.
 */
function shoeWeeks(input: DaysInput): (week: number, monday: DayText) => WornWeek {
  const { shoes, wishes, references: r } = input
  let next = 0
  let missed = 0
  /** last day of wear, in days from the beginning */
  let lastWorn = -2
  return (week, monday) => {
    // what was reached stays: the last week goes on
    const planned = shoes[next] ?? shoes.at(-1)
    if (!planned || missed > r.missedAnewWeeks) return noShoes
    const open = wearable(wishes, monday)
    const before = lastWorn - (week - 1) * daysAWeek
    const usual = planned.isFirst
      ? apart(open, planned.wearingDays, before)
      : spreadOver(open, planned.wearingDays)
    if (usual === 0) {
      missed++
      const isTooLong = missed > r.missedAnewWeeks
      return isTooLong
        ? { ...noShoes, checks: [{ kind: 'shoes', week, about: undefined, amount: undefined }] }
        : noShoes
    }
    const moved = withMoves(usual, open, wishes.moves, 'shoes', week)
    // a knot is not dragged beside a first exposure: the foot has a day to answer it
    const isKept = !planned.isFirst || areApart(moved, before + daysAWeek, 2)
    const days = isKept ? moved : usual
    const conflicts = isKept ? [] : shoeMoves(wishes, week)
    lastWorn = (week - 1) * daysAWeek + (daysOf(days).at(-1) ?? before)
    const reached = shoes[Math.min(next, shoes.length) - 1]
    if (missed > 0 && reached) {
      missed = 0
      next--
      return {
        days,
        dose: (place) => doseOf(reached, place, r.missedRestartPct / percent),
        checks: [],
        conflicts,
      }
    }
    missed = 0
    // a week of which less than half was worn is worn once more
    if (2 * sizeOf(usual) >= planned.wearingDays) next++
    return { days, dose: (place) => doseOf(planned, place, 1), checks: [], conflicts }
  }
}

const shoeMoves = ({ moves }: WeekWishes, week: number): Conflict[] =>
  moves
    .filter((move) => move.lane === 'shoes' && move.week === week)
    .map((move) => ({
      week,
      what: 'move',
      wanted: 1,
      given: 0,
      move,
      alternatives: [{ wish: 'move', move }],
    }))

/**
 * Up to so many of the open days, no two in a row: the foot has a day to answer a first exposure.
 * @param before last day of wear, counted from this Monday
 */
function apart(open: DaySet, most: number, before: number): DaySet {
  const chosen = daysOf(open).reduce<number[]>(
    (days, day) => (days.length < most && day - (days.at(-1) ?? before) >= 2 ? [...days, day] : days),
    [],
  )
  return setOf(chosen)
}

/** One wearing day, at a part of its minutes. */
function doseOf(week: ShoeWeek, place: number, share: number): PlannedDay['shoes'] {
  const { dayMinutes, longestBoutMin, surface, isLighter } = week
  const minutes = Math.floor((dayMinutes[Math.min(place, dayMinutes.length - 1)] ?? 0) * share)
  if (minutes === 0) return undefined
  return {
    minutes,
    mostInOneGoMin: Math.min(longestBoutMin, minutes),
    surface,
    isLighter: isLighter || share < 1,
  }
}

function withMoves(set: DaySet, open: DaySet, moves: readonly Move[], lane: Lane, week: number): DaySet {
  return moves
    .filter((m) => m.lane === lane && m.week === week)
    .reduce(
      (days, { from, to }) =>
        has(days, from) && has(open, to) && !has(days, to) ? (days & ~(1 << from)) | (1 << to) : days,
      set,
    )
}

function movedHere(moves: readonly Move[], week: number, day: number, sets: Record<Lane, DaySet>): Lane[] {
  return moves.filter((m) => m.week === week && m.to === day && has(sets[m.lane], day)).map((m) => m.lane)
}

/** Checks stand on the last day of training of their week, or on its last day. */
function checkDayOf(wishes: WeekWishes, monday: DayText, sessions: DaySet): number {
  const last = daysOf(sessions).at(-1)
  if (last !== undefined) return last
  return daysOf(openDays(wishes, monday)).at(-1) ?? daysAWeek - 1
}

/** Gates are looked at where the plan has come to them, everything else in its week of the calendar. */
function checksOf(
  checks: readonly Check[],
  at: { week: number; planWeek: number; isTrained: boolean },
): Check[] {
  return checks.filter((c) =>
    c.kind === 'gate' ? at.isTrained && c.week === at.planWeek : c.week === at.week,
  )
}
