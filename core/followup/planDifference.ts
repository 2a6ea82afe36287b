import type { AdjustableDay, AdjustableWeek } from './adjust'

/** A dose as a plan keeps it. */
export type DifferenceDose = {
  id: string
  name: string
  sets: number
  holdS?: number | undefined
  reps?: number | undefined
  perWeek: number
}
/** A kept plan as far as two of them are compared. */
export type DifferencePlan = {
  minutesPerSession: number
  sessionsPerWeek: number
  plan: { phases: readonly { stage: string; weeks: number; drills: readonly DifferenceDose[] }[] }
  days?: { startsOn: string; weeks: readonly AdjustableWeek<AdjustableDay>[] } | undefined
}
type Named = { id: string; name: string }
export type PlanDifference = {
  added: Named[]
  dropped: Named[]
  /** drills whose largest dose is another */
  doses: (Named & { before: DifferenceDose; after: DifferenceDose })[]
  session: { before: number; after: number } | undefined
  perWeek: { before: number; after: number } | undefined
  /** minutes by lane of the first days that both have, four weeks at most, where they differ */
  minutes: { lane: 'train' | 'spacers' | 'shoes'; before: number; after: number }[]
  /** last day, where it moved */
  ends: { before: string; after: string } | undefined
}

const lanes = { train: 'trainMin', spacers: 'spacersMin', shoes: 'shoesMin' } as const
const comparedDays = 28

/**
 * What one version of a plan has otherwise than another: drills, doses, minutes, end. A version with itself differs in
 * nothing.
 * @param from first day from which minutes are added up, YYYY-MM-DD
 */
export function planDifference(before: DifferencePlan, after: DifferencePlan, from: string): PlanDifference {
  const [was, is] = [largestDoses(before), largestDoses(after)]
  const only = (these: Map<string, DifferenceDose>, others: Map<string, DifferenceDose>) =>
    [...these.values()].filter(({ id }) => !others.has(id)).map(({ id, name }) => ({ id, name }))
  const differing = (a: number, b: number) => (a === b ? undefined : { before: a, after: b })
  const [endWas, endIs] = [endOf(before), endOf(after)]
  const common = commonDays(before, after, from)
  return {
    added: only(is, was),
    dropped: only(was, is),
    doses: [...is.values()].flatMap((dose) => {
      const old = was.get(dose.id)
      return old && !isSame(old, dose) ? [{ id: dose.id, name: dose.name, before: old, after: dose }] : []
    }),
    session: differing(before.minutesPerSession, after.minutesPerSession),
    perWeek: differing(before.sessionsPerWeek, after.sessionsPerWeek),
    minutes: (Object.keys(lanes) as (keyof typeof lanes)[]).flatMap((lane) => {
      if (common === undefined) return []
      const [a, b] = [before, after].map((plan) => minutesIn(plan, common, lanes[lane]))
      return a === b ? [] : [{ lane, before: a!, after: b! }]
    }),
    ends:
      endWas !== undefined && endIs !== undefined && endWas !== endIs
        ? { before: endWas, after: endIs }
        : undefined,
  }
}

export function isNoDifference(d: PlanDifference): boolean {
  return (
    d.added.length + d.dropped.length + d.doses.length + d.minutes.length === 0 &&
    !d.session &&
    !d.perWeek &&
    !d.ends
  )
}

/** Of a drill in several phases the dose that asks most: the others lead there. */
function largestDoses({ plan }: DifferencePlan): Map<string, DifferenceDose> {
  const doses = new Map<string, DifferenceDose>()
  for (const { drills } of plan.phases)
    for (const dose of drills) {
      const known = doses.get(dose.id)
      if (!known || amountOf(dose) > amountOf(known)) doses.set(dose.id, dose)
    }
  return doses
}
const amountOf = ({ sets, holdS, reps, perWeek }: DifferenceDose) => sets * (holdS ?? reps ?? 1) * perWeek
const isSame = (a: DifferenceDose, b: DifferenceDose) =>
  a.sets === b.sets && a.holdS === b.holdS && a.reps === b.reps && a.perWeek === b.perWeek

/** First and last of the days that both versions have from a day on; undefined where these are less than a week. */
function commonDays(
  a: DifferencePlan,
  b: DifferencePlan,
  from: string,
): { from: string; to: string } | undefined {
  const [one, other] = [a, b].map(({ days }) =>
    (days?.weeks ?? []).flatMap((week) => week.days.map((d) => d.date)),
  )
  const both = one!.filter((date) => date >= from && other!.includes(date)).slice(0, comparedDays)
  return both.length < 7 ? undefined : { from: both[0]!, to: both.at(-1)! }
}

function minutesIn(
  { days }: DifferencePlan,
  { from, to }: { from: string; to: string },
  lane: (typeof lanes)[keyof typeof lanes],
): number {
  return Math.round(
    (days?.weeks ?? [])
      .flatMap((week) => week.days)
      .filter((day) => day.date >= from && day.date <= to)
      .reduce((sum, day) => sum + day[lane], 0),
  )
}
const endOf = ({ days }: DifferencePlan) => days?.weeks.at(-1)?.days.at(-1)?.date
