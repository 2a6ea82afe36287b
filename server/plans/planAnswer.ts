import type { Dose, Filled, LeftOut, Pick, Relax, TrainingPlan } from '@sturvo/core/training'
import { becauseText, gateSentence, leftOutText, lineText } from '@sturvo/words'

/** A plan as it is printed and kept: ids beside words, numbers with their units in the names. */
export function planAnswer(plan: TrainingPlan, sessionsPerWeek: number) {
  return {
    nothing: plan.nothing,
    phases: plan.phases.map((phase) => ({
      stage: phase.stage,
      fromWeek: phase.fromWeek,
      weeks: phase.weeks,
      sessionsPerWeek,
      minutesPerSession: rounded(phase.minutes),
      drills: phase.picks.map(drillAnswer),
    })),
    leftOut: plan.leftOut.map(leftOutAnswer),
    relax: plan.relax.map(relaxAnswer),
    proof: plan.proof && {
      objective: rounded(plan.proof.objective),
      bound: rounded(plan.proof.bound),
      gapPct: rounded(plan.proof.gapPct),
      nodes: plan.proof.nodes,
    },
  }
}

function drillAnswer({ exercise, dose, fills, because, lines, gate, fallback }: Pick) {
  return {
    id: exercise.id,
    name: exercise.name,
    sides: exercise.sides,
    ...doseAnswer(dose),
    kit: [...exercise.kit],
    lines: lines.map((line) => lineText[line]),
    targets: fills.map(targetAnswer),
    because: [...new Set(because.map((e) => becauseText([e])))],
    ...(gate && { gate: gateSentence(gate) }),
    ...(fallback && {
      fallback: {
        id: fallback.exercise.id,
        name: fallback.exercise.name,
        ...doseAnswer(fallback.dose),
        lines: fallback.lines.map((line) => lineText[line]),
      },
    }),
  }
}

function doseAnswer({ sets, work, perWeek, extraSets, minutes }: Dose) {
  return {
    sets,
    extraSets,
    ...('holdS' in work ? { holdS: work.holdS } : { reps: work.reps, secondsPerRep: work.secondsPerRep }),
    perWeek,
    minutes: rounded(minutes),
  }
}

const targetAnswer = ({ capacity, side, deficit }: Filled) => ({ capacity, side, deficit: rounded(deficit) })
const leftOutAnswer = ({ exercise, because }: LeftOut) => ({ id: exercise.id, because: leftOutText(because) })

/** The wishes to let go, each as a list; a caution is never among them. */
function relaxAnswer(wish: Relax): string[] {
  switch (wish.wish) {
    case 'unpin':
      return wish.ids.map((id) => `unpin ${id}`)
    case 'pinForbidden':
      return [`unpin ${wish.id}`]
    case 'noFoundation':
      return []
    case 'dose':
      return wish.ids.map((id) => `dose ${id}`)
  }
}

function rounded(value: number): number {
  return Math.round(value * 1000) / 1000
}
