import type { References } from '../../groundwork/reference'
import { bySide, sides, type BySide, type Side } from '../../groundwork/side'
import { stages, type Capacity, type Tissue } from './capacities'
import { doseLimits, minutesOf, type Dose, type DoseWish, type Exercise, type Work } from './exercise'
import type { Measured } from './gates'
import type { LineId } from './effectRules'
import { isAtLowestDose, mayHaveMore, type Sore } from './painGate'
import type { Priorities } from './priorities'

/** Levels a dose grows through, one a phase: 0 is what a drill starts with. */
export const levels = [0, 1, 2] as const
export type Level = (typeof levels)[number]

/** One way of doing a drill in one phase. */
export type Option = {
  exercise: Exercise
  phase: number
  level: Level
  dose: Dose
  /** lines that come from the dose: what was not measured begins easier */
  lines: LineId[]
  /** part of a week's need it fills, by capacity and side */
  fills: { capacity: Capacity; side: Side; amount: number }[]
  load: Partial<Record<Tissue, number>>
}

export type DoseInput = {
  measured: Measured
  priorities: Priorities
  sessionsPerWeek: number
  /** doses chosen by hand, by drill */
  doses: Readonly<Record<string, DoseWish>>
  references: References
} & Sore

const percent = 100

/** The first and the last phase a drill may stand in. */
export function phasesOf(exercise: Exercise): readonly [first: number, last: number] {
  return [stages.indexOf(exercise.stage), stages.indexOf(exercise.until)]
}

/**
 * Every way a drill may be done in one phase: by level and by sets, or as a hand chose it within what is allowed.
 * @param phase 0..3
 * @returns minutes are those of the client's timer; a weaker side has one set more, never less
 * @source training plan, doses from the person
 */
export function optionsOf(exercise: Exercise, phase: number, input: DoseInput): Option[] {
  const [first, last] = phasesOf(exercise)
  if (phase < first || phase > last) return []
  // what loads a place that hurts stays at its lowest, whatever a hand chose and however many weeks have gone by
  if (isAtLowestDose(exercise, input, input.references)) {
    const done = workAt(exercise, 0, { ...input, doses: {} })
    return done ? [optionAt(exercise, phase, { level: 0, sets: 1, ...done }, input)] : []
  }
  const wish = input.doses[exercise.id] ?? {}
  const setChoices =
    wish.sets === undefined
      ? [...new Set([1, 2, exercise.sets])].filter((n) => n <= exercise.sets)
      : [Math.min(wish.sets, doseLimits(exercise).sets)]
  const grown = levels.filter((level) => level <= phase - first)
  // an amount chosen by hand does not grow by itself; what is allowed of it does, level by level
  return grown.flatMap((level) => {
    const done = workAt(exercise, level, input)
    return done ? setChoices.map((sets) => optionAt(exercise, phase, { level, sets, ...done }, input)) : []
  })
}

/**
 * What of a dose that was decided earlier may still be done by what is known now: at its lowest where the drill loads
 * what hurts, within the measured best, nothing more for a side that is injured or hurts.
 * @returns undefined where not one repetition is left
 */
export function doseNow(
  exercise: Exercise,
  decided: Pick<Dose, 'sets' | 'work' | 'extraSets'>,
  input: DoseInput,
): Pick<Dose, 'sets' | 'work' | 'extraSets'> | undefined {
  const isLowest = isAtLowestDose(exercise, input, input.references)
  const isUnknown =
    exercise.bound !== undefined &&
    input.measured.best[exercise.bound] === undefined &&
    !input.measured.fresh?.length
  // what nobody measured this time takes nothing back
  const done =
    isUnknown && !isLowest
      ? { work: decided.work }
      : workAt(exercise, isLowest ? 0 : 2, {
          ...input,
          doses: isLowest ? {} : { [exercise.id]: { amount: amountIn(decided.work) } },
        })
  return (
    done && {
      sets: isLowest ? 1 : decided.sets,
      work: leastOf(decided.work, amountIn(done.work)),
      extraSets: bySide((side) => (mayHaveExtra(side, input) ? decided.extraSets[side] : 0)),
    }
  )
}

const amountIn = (work: Work) => ('holdS' in work ? work.holdS : work.reps)

// an injured side is never given more because it is weaker just now
const mayHaveExtra = (side: Side, input: DoseInput) =>
  mayHaveMore(side, input, input.references) && !input.measured.fresh?.includes(side)

type Done = { level: Level; sets: number; work: Work; lines: LineId[] }

function optionAt(exercise: Exercise, phase: number, done: Done, input: DoseInput): Option {
  const { level, sets, work } = done
  const { references: r, sessionsPerWeek } = input
  const isHeavy = exercise.traits.includes('heavy')
  const perWeek = isHeavy ? Math.min(r.heavyPerWeekMost, Math.ceil(sessionsPerWeek / 2)) : sessionsPerWeek
  const extraSets = extraSetsOf(exercise, input)
  const extra = extraSets.left + extraSets.right
  const dose: Dose = {
    sets,
    work,
    perWeek,
    extraSets,
    minutes: minutesOf(exercise.sides, sets, extra, work, r),
  }
  const often = perWeek / (isHeavy ? r.heavyPerWeekMost : r.fullWeekSessions)
  const size = (sets / exercise.sets) * amountOf(work, exercise) * Math.min(r.oftenWorthMost, often)
  // what the body has learned teaches it less: the next stage brings more than the last one again
  const freshness = r.laterPhaseWorth ** (phase - stages.indexOf(exercise.stage))
  return {
    exercise,
    phase,
    level,
    dose,
    lines: [
      ...done.lines,
      ...(isHeavy ? (['secondDay'] as const) : []),
      ...(exercise.traits.includes('toeCurl') ? (['cramp'] as const) : []),
      ...(isOnSpot(exercise, input) ? (['besideSpot'] as const) : []),
    ],
    fills: exercise.targets.flatMap(([capacity, weight]) =>
      sides.map((side) => ({
        capacity,
        side,
        amount: weight * size * freshness * (1 + extraSets[side] / (2 * exercise.sets)),
      })),
    ),
    load: Object.fromEntries(
      Object.entries(exercise.load).map(([tissue, load]) => [
        tissue,
        load * (sets / exercise.sets) * (perWeek / r.fullWeekSessions),
      ]),
    ),
  }
}

/** A ball or a hand on a place that hurts. */
const isOnSpot = ({ traits, soothes }: Exercise, { painPlaces }: DoseInput) =>
  (['rolling', 'deepPress', 'rub'] as const).some((trait) => traits.includes(trait)) &&
  (soothes?.some((place) => sides.some((side) => painPlaces[side].includes(place))) ?? false)

/** How much of the full dose this is: half of it teaches more than half. */
function amountOf(work: Work, exercise: Exercise): number {
  const { most } = exercise
  const share =
    'holdS' in work
      ? work.holdS / ('holdS' in most ? most.holdS : work.holdS)
      : work.reps / ('reps' in most ? most.reps : work.reps)
  return Math.sqrt(Math.min(1, share))
}

/**
 * What is done at a level: between start and most, and never more than the measured best allows. Where nothing was
 * measured it begins with the easier form.
 * @returns undefined where not one repetition is within what was measured
 */
function workAt(
  exercise: Exercise,
  level: Level,
  { measured, doses, references: r }: DoseInput,
): { work: Work; lines: LineId[] } | undefined {
  const { bound } = exercise
  const planned = wishedFor(exercise, plannedAt(exercise, level), doses[exercise.id]?.amount)
  if (!bound) return { work: calmed(planned, exercise, measured, r), lines: [] }
  const best = measured.best[bound]
  const isHold = 'holdS' in planned
  if (best === undefined) {
    const reps = bound === 'heelRaises' ? r.unmeasuredReps : Math.max(1, repsIn(r.unmeasuredHoldS, planned))
    return {
      work: leastOf(planned, isHold ? r.unmeasuredHoldS : reps),
      lines: ['easierFirst', 'holdSteady'],
    }
  }
  const allowed = best * [r.startShare, r.secondShare, 1][level]!
  const most = isHold
    ? Math.max(Math.min(r.holdLeastS, Math.floor(best)), Math.floor(allowed))
    : bound === 'heelRaises'
      ? Math.floor(allowed)
      : repsIn(allowed, planned)
  if (most < 1) return undefined
  const isWeak = bound === 'heelRaises' ? best < r.easierBelowReps : best < r.handSteadyBelowS
  return { work: leastOf(planned, most), lines: isWeak ? ['holdSteady', 'easierFirst'] : [] }
}

/** The amount a hand chose, between one and the most a drill is ever done with. */
function wishedFor(exercise: Exercise, planned: Work, amount: number | undefined): Work {
  if (amount === undefined) return planned
  const within = Math.max(1, Math.min(Math.round(amount), doseLimits(exercise).amount))
  return 'holdS' in planned ? { holdS: within } : { ...planned, reps: within }
}

/** How many repetitions fit into so many seconds on one leg. */
function repsIn(seconds: number, work: Work): number {
  return 'holdS' in work ? 0 : Math.floor(seconds / work.secondsPerRep)
}

function plannedAt({ start, most }: Exercise, level: Level): Work {
  const between = (from: number, to: number) => Math.round(from + ((to - from) * level) / 2)
  return 'holdS' in start
    ? { holdS: between(start.holdS, 'holdS' in most ? most.holdS : start.holdS) }
    : {
        reps: between(start.reps, 'reps' in most ? most.reps : start.reps),
        secondsPerRep: start.secondsPerRep,
      }
}

/** Two-legged raises of somebody who has none on one leg begin with few. */
function calmed(work: Work, exercise: Exercise, measured: Measured, r: References): Work {
  const isRaise = exercise.traits.includes('heavy') && 'reps' in work
  const { heelRaises } = measured.best
  if (!isRaise || heelRaises === undefined) return work
  return leastOf(work, Math.max(r.twoLeggedLeast, Math.floor(2 * r.startShare * heelRaises)))
}

function leastOf(work: Work, most: number): Work {
  return 'holdS' in work
    ? { holdS: Math.min(work.holdS, most) }
    : { ...work, reps: Math.min(work.reps, most) }
}

/** One set more for the side that is shorter of what the drill is for, where the sides differ enough. */
function extraSetsOf(exercise: Exercise, input: DoseInput): BySide<number> {
  const {
    priorities: { rows },
    doses,
    references: r,
  } = input
  const mayHave = (side: Side) => mayHaveExtra(side, input)
  // what soothes is done where it is sore, not more often
  const isSoothing = exercise.targets.some(([capacity]) => capacity === 'comfort')
  if (exercise.sides !== 'each' || isSoothing) return { left: 0, right: 0 }
  const gap = exercise.targets.reduce((sum, [capacity, weight]) => {
    const { deficit } = rows[capacity]
    return sum + weight * (deficit.left - deficit.right)
  }, 0)
  const limit = r.sideGapSetPct / percent
  const weaker: Side | undefined = gap >= limit ? 'left' : gap <= -limit ? 'right' : undefined
  const chosen = doses[exercise.id]?.extra
  if (chosen === undefined || chosen === 'none')
    return bySide((side) => (side === weaker && chosen === undefined && mayHave(side) ? 1 : 0))
  // a hand gives one side more; it does not take from the weaker one
  return bySide((side) => ((side === chosen || side === weaker) && mayHave(side) ? 1 : 0))
}
