import type { CautionEffect } from '../../plan/cautions'
import { selfTests, selfTestsOf } from '../../followup'
import type { References } from '../../groundwork/reference'
import { bySide, sides, type Side } from '../../groundwork/side'
import {
  doseNow,
  drillNamed,
  forbids,
  linesOf,
  minutesOf,
  painStep,
  painSteps,
  readGate,
  rulesFor,
  type Exercise,
  type LeftOutBecause,
  type LineId,
  type PlanInput,
  type Work,
} from '../../plan/training'
import { noImpactEffects, type TransitionEnd } from '../../plan/transition'

/** A dose as it stands in a decided plan. */
export type DecidedDose = {
  id: string
  sets: number
  extraSets: Partial<Record<Side, number>>
  holdS?: number | undefined
  reps?: number | undefined
  secondsPerRep?: number | undefined
  minutes: number
}
export type DecidedDrill = DecidedDose & {
  /** it waits for something: what stands in for it is done */
  gate?: string | undefined
  fallback?: DecidedDose | undefined
}
export type DecidedDay = {
  date: string
  trainMin: number
  parts: string[][]
  spacersMin: number
  shoesMin: number
  shoesMostMin: number
  checks: { kind: string; about?: string | undefined; amount?: number | undefined }[]
}
type DecidedWeek<D> = { week: number; days: D[] }
type DecidedPhase<P> = { fromWeek: number; weeks: number; drills: P[] }

/** What a visit says that bears on a plan that was decided before it. */
export type ToldSince = {
  /** YYYY-MM-DD */
  day: string
  /** what the chooser would be asked now */
  known: PlanInput
  /** ends of a change of shoes that are allowed now */
  ends: readonly TransitionEnd[]
  /** a caution or a fixed toe: no spacers now */
  areSpacersShut: boolean
  runs: boolean
}

/** What of a decided plan waits, and why: nothing of it where every part is empty. */
export type HeldBack = {
  drills: { id: string; because: LeftOutBecause }[]
  /** drills that are done at less than was decided */
  lowered: string[]
  /** lines of cautions that are new on a drill */
  lines: Record<string, LineId[]>
  /** wait: none are worn; noMore: their minutes do not grow */
  shoes?: 'wait' | 'noMore'
  spacers?: 'wait'
  /** running in new shoes, which stands on paper alone */
  running?: 'wait'
}

type Decided<P extends DecidedDrill, D extends DecidedDay> = {
  phases: readonly DecidedPhase<P>[]
  weeks: readonly DecidedWeek<D>[]
  /** what the plan was made from */
  from: { effects: readonly CautionEffect[]; worstPain: number | undefined }
}

/**
 * A decided plan with what was told since held against it: drills that would not be given now wait, doses go down to what
 * may be done, shoes and spacers wait or stop growing, new lines of caution stand on the drills. Nothing is ever added:
 * a practitioner who wants more makes the next version. What nobody told or measured this time takes nothing back, and a
 * plan held against the very facts it was made from stays as it is.
 *
 * @param told of one visit; several are held against it one after the other
 * @returns days before the one it was told on stay as they were
 * @source cautions: in force now
 */
export function heldBack<P extends DecidedDrill, D extends DecidedDay>(
  decided: Decided<P, D>,
  told: ToldSince,
  r: References,
): { phases: DecidedPhase<P>[]; weeks: DecidedWeek<D>[]; held: HeldBack } {
  const { known } = told
  const exercises = new Map(
    idsIn(decided).flatMap((id): [string, Exercise][] => {
      const exercise = drillNamed(id, known.own)
      return exercise ? [[id, exercise]] : []
    }),
  )
  const waits = new Map<string, LeftOutBecause>()
  const lines: HeldBack['lines'] = {}
  for (const [id, exercise] of exercises) {
    const because = waitsNow(exercise, known, r)
    if (because) waits.set(id, because)
    const said = linesOf(exercise, new Set(known.effects))
    if (!because && said.length > 0) lines[id] = said
  }
  const lowered = new Set<string>()
  const now = <T extends DecidedDose>(dose: T): T => {
    const exercise = exercises.get(dose.id)
    if (!exercise || waits.has(dose.id)) return dose
    const less = lessOf(dose, exercise, known, r)
    if (!less) waits.set(dose.id, { why: 'cannotYet' })
    else if (less !== dose) lowered.add(dose.id)
    return less ?? dose
  }
  const phases = decided.phases.map((phase) => ({
    ...phase,
    drills: phase.drills.map((drill) => {
      const done = now(drill)
      return done.fallback ? { ...done, fallback: now(done.fallback) } : done
    }),
  }))
  const shoes = shoesNow(decided, told, r)
  const spacers = told.areSpacersShut ? 'wait' : undefined
  const shoesMost = shoes === 'noMore' ? minutesThen(decided.weeks, told.day) : 0
  const weeks = decided.weeks.map((week) => ({
    ...week,
    days: week.days.map((day) => {
      if (day.date < told.day) return day
      const parts = day.parts
        .map((part) => part.filter((id) => !waits.has(id)))
        .filter((part) => part.length > 0)
      const share = shareLeft(week.week, day.parts, parts, decided.phases, phases)
      const shoesMin = shoes ? Math.min(day.shoesMin, shoesMost) : day.shoesMin
      return {
        ...day,
        parts,
        trainMin: share === 1 ? day.trainMin : toTenths(day.trainMin * share),
        spacersMin: spacers ? 0 : day.spacersMin,
        shoesMin,
        shoesMostMin: Math.min(day.shoesMostMin, shoesMin),
        checks: day.checks.filter((check) => !isTestShut(check, known)),
      }
    }),
  }))
  const wears = (lane: 'shoesMin' | 'spacersMin') =>
    decided.weeks.some((week) => week.days.some((day) => day.date >= told.day && day[lane] > 0))
  const inParts = new Set(
    decided.weeks.flatMap((week) =>
      week.days.flatMap((day) => (day.date < told.day ? [] : day.parts.flat())),
    ),
  )
  return {
    phases,
    weeks,
    held: {
      drills: [...waits].filter(([id]) => inParts.has(id)).map(([id, because]) => ({ id, because })),
      lowered: [...lowered].filter((id) => inParts.has(id) && !waits.has(id)),
      lines,
      ...(shoes && wears('shoesMin') && { shoes }),
      ...(spacers && wears('spacersMin') && { spacers }),
      ...(told.runs && isRunningShut(decided.from.effects, known.effects) && { running: 'wait' as const }),
    },
  }
}

/** Whether anything of the plan is other than it was decided; a line of caution more changes no plan. */
export function isHeldBack({ drills, lowered, lines: _lines, ...waits }: HeldBack): boolean {
  return drills.length + lowered.length > 0 || Object.keys(waits).length > 0
}

/** What two visits held back, together; the reason of the first is told. */
export function heldTogether(a: HeldBack, b: HeldBack): HeldBack {
  const known = new Set(a.drills.map(({ id }) => id))
  const shoes = a.shoes === 'wait' || b.shoes === 'wait' ? 'wait' : (a.shoes ?? b.shoes)
  const spacers = a.spacers ?? b.spacers
  const running = a.running ?? b.running
  const ids = [...new Set([...Object.keys(a.lines), ...Object.keys(b.lines)])]
  return {
    drills: [...a.drills, ...b.drills.filter(({ id }) => !known.has(id))],
    lowered: [...new Set([...a.lowered, ...b.lowered])],
    lines: Object.fromEntries(
      ids.map((id) => [id, [...new Set([...(a.lines[id] ?? []), ...(b.lines[id] ?? [])])]]),
    ),
    ...(shoes && { shoes }),
    ...(spacers && { spacers }),
    ...(running && { running }),
  }
}
export const nothingHeld: HeldBack = { drills: [], lowered: [], lines: {} }

const idsIn = ({ phases }: Pick<Decided<DecidedDrill, DecidedDay>, 'phases'>): string[] => [
  ...new Set(
    phases.flatMap(({ drills }) =>
      drills.flatMap(({ id, fallback }) => (fallback ? [id, fallback.id] : [id])),
    ),
  ),
]

/** Reasons that lie in the client: kit, settings and wishes were weighed when it was decided. */
const ofTheClient: readonly LeftOutBecause['why'][] = ['caution', 'pain', 'painFirst', 'pinch', 'cannotYet']

function waitsNow(exercise: Exercise, known: PlanInput, r: References): LeftOutBecause | undefined {
  const because = forbids(exercise, rulesFor(known))
  if (because && ofTheClient.includes(because.why)) return because
  const gate = exercise.gate && readGate(exercise.gate, known.measured, r)
  if (!gate || gate.isOpen) return undefined
  if (gate.id === 'yieldFirst') return known.measured.isLocked ? { why: 'gate', gate } : undefined
  const isShort = gate.value !== undefined && gate.value < gate.need
  const isSore = gate.painMost !== undefined && gate.pain !== undefined && gate.pain > gate.painMost
  return isShort || isSore ? { why: 'gate', gate } : undefined
}

/** A dose as it may be done now. @returns the same one where nothing asks for less; undefined where nothing is left */
function lessOf<T extends DecidedDose>(
  dose: T,
  exercise: Exercise,
  known: PlanInput,
  r: References,
): T | undefined {
  const work: Work | undefined =
    dose.holdS !== undefined
      ? { holdS: dose.holdS }
      : dose.reps !== undefined && dose.secondsPerRep !== undefined
        ? { reps: dose.reps, secondsPerRep: dose.secondsPerRep }
        : undefined
  if (!work) return dose
  const extraSets = bySide((side) => dose.extraSets[side] ?? 0)
  const less = doseNow(exercise, { sets: dose.sets, work, extraSets }, known)
  if (!less) return undefined
  const isSame =
    less.sets === dose.sets &&
    sides.every((side) => less.extraSets[side] === extraSets[side]) &&
    amountOf(less.work) === amountOf(work)
  if (isSame) return dose
  const extra = less.extraSets.left + less.extraSets.right
  return {
    ...dose,
    ...less.work,
    sets: less.sets,
    extraSets: less.extraSets,
    minutes: minutesOf(exercise.sides, less.sets, extra, less.work, r),
  }
}

const amountOf = (work: Work) => ('holdS' in work ? work.holdS : work.reps)

function shoesNow(
  { from: { worstPain: then } }: Pick<Decided<DecidedDrill, DecidedDay>, 'from'>,
  { ends, known }: ToldSince,
  r: References,
): HeldBack['shoes'] {
  if (ends.every((end) => end === 'fits')) return 'wait'
  const step = painStep(known.measured.worstPain ?? 0, r)
  // what the plan was made with is in its minutes already
  if (painSteps.indexOf(step) <= painSteps.indexOf(painStep(then ?? 0, r))) return undefined
  return step === 'lowestDose' ? 'noMore' : 'wait'
}

/** Whether something forbids running in thin shoes that did not when the plan was made. */
const isRunningShut = (then: readonly CautionEffect[], now: readonly CautionEffect[]) =>
  noImpactEffects.some((effect) => now.includes(effect)) &&
  !noImpactEffects.some((effect) => then.includes(effect))

const toTenths = (minutes: number) => Math.round(minutes * 10) / 10
const weekDays = 7

/** The most a day in new shoes of the week that had come by a day; of a plan that had not begun, of its first week. */
function minutesThen(weeks: readonly DecidedWeek<DecidedDay>[], day: string): number {
  const all = weeks.flatMap((week) => week.days)
  const before = all.filter(({ date }) => date <= day)
  const lately = before.length > 0 ? before.slice(-weekDays) : all.slice(0, weekDays)
  return Math.max(0, ...lately.map(({ shoesMin }) => shoesMin))
}

/** Part of the minutes of a session that is left. */
function shareLeft(
  week: number,
  was: readonly string[][],
  is: readonly string[][],
  decided: readonly DecidedPhase<DecidedDrill>[],
  now: readonly DecidedPhase<DecidedDrill>[],
): number {
  const minutes = (parts: readonly string[][], phases: readonly DecidedPhase<DecidedDrill>[]) => {
    const doses = phases
      .filter(({ fromWeek }) => fromWeek <= week)
      .flatMap(({ drills }) =>
        drills.flatMap((drill) => (drill.fallback ? [drill, drill.fallback] : [drill])),
      )
    // the last phase that has it
    return parts.flat().reduce((sum, id) => sum + (doses.findLast((dose) => dose.id === id)?.minutes ?? 0), 0)
  }
  const before = minutes(was, decided)
  return before > 0 ? Math.min(1, minutes(is, now) / before) : 1
}

/** A small test the client tries alone asks as much as the drill it is of. */
function isTestShut(check: DecidedDay['checks'][number], known: PlanInput): boolean {
  return selfTestsOf([check]).some((test) => {
    const exercise = drillNamed(selfTests[test].drill, known.own)
    const because = exercise && forbids(exercise, rulesFor(known))
    return because !== undefined && ['caution', 'pain', 'painFirst'].includes(because.why)
  })
}
