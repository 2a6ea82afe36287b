import { tissues, type Tissue } from '../training'
import { dayAfter, daysBetween, type DayText } from './calendar'
import {
  noLoad,
  type Check,
  type Conflict,
  type DayDrill,
  type DayPhase,
  type DaysInput,
  type DaysPlan,
  type LetGo,
  type PlannedDay,
  type PlannedDrill,
  type PlannedWeek,
} from './days'
import { inOrder, type AbsenceKind, type Lane, type Move, type WeekWishes } from './wishes'
import {
  chooseDays,
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
 * the end of a week too; no day is longer than a session; no week begins more than three drills. What a hand moved is
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
  for (let week = 1; week <= input.weeks; week++) {
    const phase = phaseAt(input.phases, week)
    const monday = dayAfter(input.startsOn, (week - 1) * daysAWeek)
    const drills = phase ? drillsOfWeek(phase, week, input) : []
    const chosen = sessionDays(input, { week, monday, drills, lastHeavyDay })
    conflicts.push(...chosen.conflicts)
    lastHeavyDay = daysOf(chosen.heavy).at(-1)
    const spacers = spacerSet(input, { week, monday, sessions: chosen.sessions })
    const shoes = shoeSet(input, week, monday)
    const checkDay = checkDayOf(input.wishes, monday, chosen.sessions)
    const days = Array.from({ length: daysAWeek }, (_, day): PlannedDay => {
      const date = dayAfter(monday, day)
      const wish = wishOf(input.wishes, date, day)
      const placed = has(chosen.sessions, day) ? session(drills, { day, chosen, wish, input }) : []
      const wears = has(spacers, day) && input.spacing
      if (wears) spacerDays++
      const shoeWeek = has(shoes, day) ? input.shoes[week - 1] : undefined
      return {
        date,
        wish,
        parts: partsOf(placed, input.wishes.isTwiceADay),
        trainMin: minutesIn(placed),
        spacersMin: wears ? spacerMinutes(wears, spacerDays - 1) : 0,
        shoes: shoeWeek && {
          minutes: shoeWeek.minutesPerDay,
          mostInOneGoMin: shoeWeek.mostInOneGoMin,
          surface: shoeWeek.surface,
          isLighter: shoeWeek.isLighter,
        },
        checks: day === checkDay ? checksOf(input.checks, week) : [],
        load: phase ? loadOf(placed, drills, phase) : noLoad(),
        movedHere: movedHere(input.wishes.moves, week, day, { train: chosen.sessions, spacers, shoes }),
      }
    })
    weeks.push({ week, stage: phase?.stage ?? 'load', days })
  }
  return { weeks, conflicts }
}

/** The last phase goes on. */
function phaseAt(phases: readonly DayPhase[], week: number): DayPhase | undefined {
  return phases.find((p) => week >= p.fromWeek && week < p.fromWeek + p.weeks) ?? phases.at(-1)
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
  const { sessionsPerWeek } = input
  if (asked.drills.length === 0) return { sessions: 0, heavy: 0, conflicts: [] }
  const sessions = Math.min(daysAWeek, sessionsPerWeek)
  const heavy = Math.max(
    0,
    ...asked.drills.filter((d) => d.isHeavy).map((d) => Math.min(d.perWeek, sessions)),
  )
  const whole = attempt(input.wishes, asked, sessions, heavy)
  if (whole) return { ...whole, conflicts: [] }
  return nearest(input, asked, sessions, heavy)
}

function attempt(wishes: WeekWishes, asked: Asked, sessions: number, heavy: number): WeekChoice | undefined {
  const moves = wishes.moves.filter((m) => m.lane === 'train' && m.week === asked.week)
  return chooseDays({
    open: openDays(wishes, asked.monday),
    must: setOf(moves.map((m) => m.to)),
    mustNot: setOf(moves.map((m) => m.from)) & ~setOf(moves.map((m) => m.to)),
    sessions,
    heavy: Math.min(heavy, sessions),
    lastHeavyDay: asked.lastHeavyDay,
  })
}

/** The most that can be had: first a heavy session fewer, then a session fewer, then without what was dragged. */
function nearest(
  input: DaysInput,
  asked: Asked,
  sessions: number,
  heavy: number,
): WeekChoice & { conflicts: Conflict[] } {
  const { wishes } = input
  const { week } = asked
  const without = (gone: readonly Move[]): WeekWishes => ({
    ...wishes,
    moves: wishes.moves.filter((m) => !gone.includes(m)),
  })
  const dragged = wishes.moves.filter((m) => m.lane === 'train' && m.week === week)
  // a knot that was dragged to a day on which nothing may stand gives way first
  const impossible = dragged.filter((m) => !has(openDays(wishes, asked.monday), m.to))
  for (const gone of impossible.length > 0 ? [impossible, dragged] : [[], dragged]) {
    for (let n = sessions; n >= 0; n--)
      for (let h = Math.min(heavy, n); h >= 0; h--) {
        const found = attempt(without(gone), asked, n, h)
        if (!found || (n === 0 && gone.length < dragged.length)) continue
        const wanted = { sessions, heavy }
        const conflicts: Conflict[] = [
          ...gone.map((move): Conflict => ({
            week,
            what: 'move',
            wanted: 1,
            given: 0,
            move,
            alternatives: [],
          })),
          ...(n < sessions
            ? [
                {
                  week,
                  what: 'sessions' as const,
                  wanted: sessions,
                  given: n,
                  move: undefined,
                  alternatives: [],
                },
              ]
            : []),
          ...(n === sessions && h < heavy
            ? [{ week, what: 'heavy' as const, wanted: heavy, given: h, move: undefined, alternatives: [] }]
            : []),
        ]
        const alternatives = singleWays(input, asked, wanted)
        return { ...found, conflicts: conflicts.map((c) => ({ ...c, alternatives })) }
      }
  }
  return { sessions: 0, heavy: 0, conflicts: [] }
}

/** Wishes of which letting go a single one makes the whole week possible. */
function singleWays(input: DaysInput, asked: Asked, wanted: { sessions: number; heavy: number }): LetGo[] {
  const { wishes } = input
  const isWay = (changed: WeekWishes) => attempt(changed, asked, wanted.sessions, wanted.heavy) !== undefined
  const rests = wishes.usual.flatMap((kind, day): LetGo[] =>
    kind === 'rest' && isWay({ ...wishes, usual: wishes.usual.map((k, d) => (d === day ? 'free' : k)) })
      ? [{ wish: 'restDay', day }]
      : [],
  )
  const sunday = dayAfter(asked.monday, daysAWeek - 1)
  const absences = wishes.absences.flatMap((a, i): LetGo[] =>
    a.kind !== 'ill' &&
    daysBetween(a.from, sunday) >= 0 &&
    daysBetween(asked.monday, a.to) >= 0 &&
    isWay({ ...wishes, absences: wishes.absences.filter((_, j) => j !== i) })
      ? [{ wish: 'absence', absence: i }]
      : [],
  )
  const moves = wishes.moves.flatMap((move): LetGo[] =>
    move.lane === 'train' &&
    move.week === asked.week &&
    isWay({ ...wishes, moves: wishes.moves.filter((m) => m !== move) })
      ? [{ wish: 'move', move }]
      : [],
  )
  return [...moves, ...rests, ...absences]
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

const minutesIn = (drills: readonly PlannedDrill[]) => drills.reduce((sum, d) => sum + d.minutes, 0)

/** Twice a day: the session in two parts of nearly equal minutes, its order kept. */
function partsOf(drills: readonly PlannedDrill[], isTwice: boolean): PlannedDrill[][] {
  if (drills.length === 0) return []
  if (!isTwice || drills.length === 1) return [[...drills]]
  const total = minutesIn(drills)
  let best = 1
  for (let cut = 1; cut < drills.length; cut++)
    if (
      Math.abs(minutesIn(drills.slice(0, cut)) - total / 2) <
      Math.abs(minutesIn(drills.slice(0, best)) - total / 2)
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

/** Spacers are worn on the days of sessions, in the same minutes as the spread drills; else every second day. */
function spacerSet(
  input: DaysInput,
  { week, monday, sessions }: { week: number; monday: DayText; sessions: DaySet },
): DaySet {
  if (!input.spacing) return 0
  const open = setOf(
    daysOf(everyDay).filter((day) => wishOf(input.wishes, dayAfter(monday, day), day) !== 'ill'),
  )
  const usual = sessions === 0 ? spreadOver(open, spacerDaysAlone) : sessions & open
  return withMoves(usual, open, input.wishes.moves, 'spacers', week)
}
const spacerDaysAlone = 5

/** One step more after so many wearing days, up to the ceiling. */
function spacerMinutes(s: NonNullable<DaysInput['spacing']>, wornBefore: number): number {
  return Math.min(s.ceilingMin, s.startMin + s.growMin * Math.floor(wornBefore / s.growEveryDays))
}

function shoeSet(input: DaysInput, week: number, monday: DayText): DaySet {
  const planned = input.shoes[week - 1]
  if (!planned) return 0
  const closed: readonly AbsenceKind[] = ['ill']
  const open = setOf(
    daysOf(everyDay).filter(
      (day) => !closed.some((kind) => kind === wishOf(input.wishes, dayAfter(monday, day), day)),
    ),
  )
  return withMoves(spreadOver(open, planned.wearingDays), open, input.wishes.moves, 'shoes', week)
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

const checksOf = (checks: readonly Check[], week: number): Check[] => checks.filter((c) => c.week === week)
