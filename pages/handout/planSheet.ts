import { checksOnCalendar, type DaysPlan } from '@sturvo/core/days'
import type { VisitReading } from '@sturvo/core/reading'
import { drillNamed, type Price, type TrainingPlan } from '@sturvo/core/training'
import {
  becauseText,
  capacityText,
  cautionText,
  checkText,
  conflictText,
  dayAsRead,
  doseText,
  fallbackText,
  gateSentence,
  leftOutText,
  linesText,
  noTrainingText,
  num,
  pct,
  priceText,
  spacingLines,
  brokenText,
  factorsSentence,
  toBuyText,
  toLetGoText,
  transitionSentence,
  stageText,
} from '@sturvo/words'

/** The practitioner's sheet: what was decided and why, so that somebody else could go on with it. */
export type PlanSheet = {
  title: string
  /** practice, client, day, version */
  head: string[]
  proof: string
  limits: string[]
  needs: string[]
  phases: {
    name: string
    weeks: string
    drills: { name: string; dose: string; minutes: string; because: string; gate: string | undefined }[]
  }[]
  leftOut: { name: string; because: string }[]
  days: string[]
  spacing: string[]
  /** the change of shoes; sheets kept before there was one have none */
  shoes?: string[]
}

const needsShown = 8
const leftOutShown = 14

/** @param prices of drills that others keep out, by id @param head lines of who, where and when */
export function planSheetOf(input: {
  reading: VisitReading
  plan: TrainingPlan
  prices: Readonly<Record<string, Price>>
  days: DaysPlan | undefined
  head: string[]
}): PlanSheet {
  const { reading, plan, prices, days, head } = input
  const nameOf = (id: string) => drillNamed(id, reading.planInput?.own ?? [])?.name ?? id
  const { rows } = reading.priorities
  const needs = (Object.keys(rows) as (keyof typeof rows)[])
    .map((capacity) => ({ ...rows[capacity], capacity }))
    .filter(({ weight }) => weight.left + weight.right > 0)
    .sort((a, b) => b.weight.left + b.weight.right - a.weight.left - a.weight.right)
    .slice(0, needsShown)
  return {
    title: 'Training plan with its reasons',
    head,
    proof: plan.nothing
      ? (noTrainingText(plan) ?? '')
      : plan.proof
        ? `Fills ${pct(plan.filledShare)} of what is short. Proven: by these weights no plan in these minutes is over ${num(Math.max(0.1, plan.proof.gapPct))} % better.`
        : `Fills ${pct(plan.filledShare)} of what is short. Found at once; nobody proved that there is no better one.`,
    limits: reading.cautions.cautions.map((c) => cautionText[c.id].name),
    needs: needs.map(
      ({ capacity, deficit }) =>
        `${capacityText[capacity]}: missing left ${pct(deficit.left)}, right ${pct(deficit.right)}`,
    ),
    phases: plan.phases.map((phase) => ({
      name: stageText[phase.stage],
      weeks: `weeks ${phase.fromWeek} to ${phase.fromWeek + phase.weeks - 1}, ${num(phase.minutes)} min a session`,
      drills: phase.picks.map((pick) => ({
        name: pick.exercise.name,
        dose: [doseText(pick.dose, pick.exercise.sides), linesText(pick.lines)].filter(Boolean).join('. '),
        minutes: num(pick.dose.minutes),
        because:
          becauseText(pick.because) ||
          (pick.isPinned ? 'pinned' : 'the foundation of every plan that trains anything'),
        gate: pick.gate && `${gateSentence(pick.gate)} ${fallbackText(pick)}`,
      })),
    })),
    leftOut: plan.leftOut.slice(0, leftOutShown).map(({ exercise, because }) => {
      const price = prices[exercise.id]
      return { name: exercise.name, because: price ? priceText(price, nameOf) : leftOutText(because) }
    }),
    days: days
      ? [
          ...days.conflicts.map(conflictText),
          ...checksOnCalendar(days.weeks).map(
            ({ date, week, check }) => `${dayAsRead(date)} (week ${week}): ${checkText(check)}`,
          ),
        ]
      : [],
    spacing: spacingLines(reading.spacing),
    shoes: shoeLines(reading.transition),
  }
}

function shoeLines(transition: VisitReading['transition']): string[] {
  if (!transition) return []
  const { broken, buy, letGo } = transition
  const factors = factorsSentence(transition)
  return [
    transitionSentence(transition),
    ...(factors === undefined ? [] : [factors]),
    ...broken.map(brokenText),
    ...buy.map((one) => `To buy ${toBuyText(one)}.`),
    ...letGo.map((one) => `To let go: ${toLetGoText(one)}.`),
  ]
}
