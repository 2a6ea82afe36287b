import { drillNamed } from '@sturvo/core/training'
import { stretchOfWeek, weekdayOf } from '@sturvo/core/calendar'
import type { Check, CheckKind } from '@sturvo/core/days'
import type { KeptPlan } from '@sturvo/schema'
import { clientCheckText, dayAsRead, followChangeText, keptDoseText, num, weekdayShort } from '@sturvo/words'
import type { Handout, HandoutDrill, WeekSheet } from './handout'

/**
 * The client's page of a plan whose days were moved: the same person, care and drills, but the week as it stands now. What
 * was said of weeks and minutes to come is left out, because it is not so any more.
 * @param kept the new version, its days already moved
 * @param before the page of the version before
 */
export function movedHandout(kept: KeptPlan, before: Handout): Handout {
  const { because, days, madeOn } = kept
  const week = days?.weeks.find((w) => w.days.some((d) => because !== undefined && d.date >= because.from))
  const share = Math.min(1, ...(week?.days ?? []).map((d) => d.setsShare ?? 1))
  const isEasier = week?.days.some((d) => d.isEasier) ?? false
  return {
    ...before,
    on: dayAsRead(madeOn),
    seen: [],
    changed: [
      ...(because ? [followChangeText(because.action)] : []),
      ...(share < 1 ? [`Do about ${num(share * 100, 0)} % of the sets below for now.`] : []),
      ...(isEasier ? ['Take the easier form of each exercise.'] : []),
      ...(isEasier && week?.days.some((d) => d.shoesMin > 0)
        ? ['New shoes for now on the softer ground of before.']
        : []),
      'These are the days that count now; the earlier sheet is over.',
    ],
    phases: [],
    shoes: [],
    drills: week ? drillsOf(kept, week, before) : [],
    sheet: week && sheetOf(kept, week.days, namesOf(kept, before)),
  }
}

type KeptWeek = NonNullable<KeptPlan['days']>['weeks'][number]
type KeptDay = KeptWeek['days'][number]

/** The drills of this week: a move late in a plan is of another phase than the page before. */
function drillsOf(kept: KeptPlan, { week, days }: KeptWeek, before: Handout): HandoutDrill[] {
  const names = namesOf(kept, before)
  const phase = stretchOfWeek(kept.plan.phases, week)
  return [...new Set(days.flatMap((d) => d.parts.flat()))].flatMap((id) => {
    const dosed = phase?.drills.find((d) => d.id === id)
    const instead = phase?.drills.find((d) => d.fallback?.id === id)
    const known = before.drills.find((d) => d.id === id)
    const exercise = drillNamed(id, [])
    const dose = dosed
      ? keptDoseText({ ...dosed, sides: dosed.sides })
      : instead?.fallback && keptDoseText({ ...instead.fallback, sides: exercise?.sides ?? instead.sides })
    if (dose === undefined) return known ? [known] : []
    return [
      {
        clock: '',
        id,
        name: names.get(id) ?? id,
        dose,
        // a week held or moved keeps every line of caution, on the drills of a later phase too
        cue: [known?.cue ?? exercise?.cue ?? '', ...linesNotIn(known?.cue, dosed, instead)]
          .filter(Boolean)
          .join(' '),
        slip: known?.slip ?? exercise?.slip ?? '',
        gate: undefined,
      },
    ]
  })
}

type KeptDose = KeptPlan['plan']['phases'][number]['drills'][number]

function linesNotIn(cue = '', dosed: KeptDose | undefined, instead: KeptDose | undefined): string[] {
  const lines = dosed?.lines ?? instead?.fallback?.lines ?? instead?.lines ?? []
  return lines.filter((line) => !cue.includes(line))
}

function sheetOf(kept: KeptPlan, days: readonly KeptDay[], names: ReadonlyMap<string, string>): WeekSheet {
  const ids = [...new Set(days.flatMap((d) => d.parts.flat()))]
  const row = (name: string, cell: (day: KeptDay) => string | null) => ({ name, cells: days.map(cell) })
  const minutes = (min: number) => (min > 0 ? `${min} min` : null)
  const checks = (kept.days?.weeks ?? [])
    .flatMap((w) => w.days)
    .filter((d) => d.date >= days[0]!.date)
    .flatMap((d) =>
      d.checks.map(
        (check) => `${dayAsRead(d.date)}: ${clientCheckText(check as Check & { kind: CheckKind })}`,
      ),
    )
  return {
    begins: dayAsRead(days[0]!.date),
    days: days.map((d) => `${weekdayShort[weekdayOf(d.date)]} ${Number(d.date.slice(8))}`),
    rows: [
      ...ids.map((id) => row(names.get(id) ?? id, (d) => (d.parts.flat().includes(id) ? '' : null))),
      row('Spacers', (d) => minutes(d.spacersMin)),
      row('New shoes', (d) => minutes(d.shoesMin)),
    ].filter(({ cells }) => cells.some((cell) => cell !== null)),
    checks: [...new Set(checks)],
  }
}

/** The name the client knows a drill by: as it was on the page before, else the library's, else as it was kept. */
function namesOf({ plan }: KeptPlan, before: Handout): Map<string, string> {
  const all = plan.phases.flatMap(({ drills }) => drills)
  return new Map([
    ...all.flatMap(({ id, name, fallback }) => [
      [id, drillNamed(id, [])?.client ?? name] as const,
      ...(fallback ? [[fallback.id, drillNamed(fallback.id, [])?.client ?? fallback.name] as const] : []),
    ]),
    ...before.drills.map(({ id, name }) => [id, name] as const),
  ])
}
