import { heldBackBy } from '@sturvo/core/cautions'
import type { Finding, VisitReading } from '@sturvo/core/reading'
import type { References } from '@sturvo/core/reference'
import { checksOnCalendar, type DaysPlan, type PlannedDay } from '@sturvo/core/days'
import {
  basisOf,
  drillNamed,
  type OwnDrill,
  type PhasePlan,
  type Pick,
  type TrainingPlan,
} from '@sturvo/core/training'
import {
  behindGateText,
  cautionText,
  clientCheckText,
  clientStageText,
  dayAsRead,
  spacedGaps,
  weekdayShort,
  clientShoeLines,
  dayMinutesText,
  clientWords,
  findingWords,
  plain,
  roleText,
  clientSpacingText,
  doseText,
  gateSentence,
  linesText,
  num,
  surfaceText,
  tooMuchText,
} from '@sturvo/words'

/** Everything on the client's page; the print-out and its preview are drawn from this. */
export type Handout = {
  practice: string
  client: string
  on: string
  /** set while no plan may be made: who should see the foot, or that questions come first; nothing to train either way */
  blocked: { reasons: string[]; see: string | undefined } | undefined
  seen: string[]
  /** where the log moved the days: what is other than on the page before */
  changed?: string[]
  minutes: number
  sessions: number
  /** the whole plan at a glance */
  phases: HandoutPhase[]
  drills: HandoutDrill[]
  /** the first week with boxes to tick; undefined where no day is planned */
  sheet: WeekSheet | undefined
  care: string[]
  shoes: { weeks: string; minutes: string; where: string }[]
  /** in which shoe the new minutes are walked; undefined where none on the shelf fits */
  newShoe: string | undefined
  /** what to do with each shoe that is worn */
  verdicts: string[]
  /** left out while it is not decided */
  spacing: string | undefined
  /** width of each spacer, by side */
  spacers: string[]
  tooMuch: readonly string[]
}

export type HandoutDrill = {
  /** from which minute of the session to which */
  clock: string
  /** of the drill: its pictures go by it */
  id: string
  name: string
  dose: string
  /** how, and what to keep in mind with it */
  cue: string
  slip: string
  /** what opens it, and what is done in the same minutes until then */
  gate: string | undefined
}

export type HandoutPhase = { name: string; weeks: string; drills: string[]; gate: string | undefined }
/** One week: what is done on which day; a row is a drill, spacers or new shoes. */
export type WeekSheet = {
  begins: string
  days: string[]
  /** a cell is null where nothing is to be done, else what stands under its box */
  rows: { name: string; cells: (string | null)[] }[]
  checks: string[]
}

const sentencesShown = 4
const weeksShown = 4

/** @param on day as the client reads it, e.g. 4 May 2026 */
export function handoutOf(input: {
  reading: VisitReading
  /** undefined while no plan may be made */
  plan: TrainingPlan | undefined
  practice: string
  client: string
  on: string
  sessionsPerWeek: number
  minutesPerSession: number
  /** ids of the findings that were pinned: these go on the page first */
  pinnedFindings: readonly string[]
  /** names of drills in the client's words */
  drillWords: Readonly<Record<string, string>>
  /** the plan on days; left out where none is planned */
  days?: DaysPlan | undefined
  /** values in force; left out, as they ship */
  references?: References
}): Handout {
  const { reading, practice, client, on } = input
  const first = input.plan?.phases[0]
  const nameOf = (e: { id: string; client: string }) => input.drillWords[e.id] ?? e.client
  const isPinned = (f: Finding) => input.pinnedFindings.includes(f.id)
  const inOrder = [...reading.findings.filter(isPinned), ...reading.findings.filter((f) => !isPinned(f))]
  return {
    practice,
    client,
    on,
    blocked: blockedOf(reading),
    seen: inOrder
      .map(
        (f) =>
          clientWords(f) ?? (isPinned(f) ? plain(findingWords(f, input.references).sentence) : undefined),
      )
      .filter((text) => text !== undefined)
      .slice(0, Math.max(sentencesShown, input.pinnedFindings.length)),
    minutes: Math.ceil(first?.minutes ?? input.minutesPerSession),
    sessions: input.sessionsPerWeek,
    phases: (input.plan?.phases ?? []).map((phase) => phaseOf(phase, nameOf, input.days)),
    drills: drillsOf(first?.picks ?? [], nameOf, input.days),
    sheet: input.days && sheetOf(input.days, nameOf, reading.planInput?.own ?? []),
    care: reading.cautions.cautions.filter((c) => c.level !== 'stop').map((c) => cautionText[c.id].client),
    shoes: shoeLines(reading),
    newShoe: reading.newShoe?.reading.shoe.name,
    verdicts: clientShoeLines(reading),
    spacing: clientSpacingText(reading.spacing),
    spacers: spacedGaps(reading.spacing).map(({ side, text }) => `${side} foot: ${text}`),
    tooMuch: tooMuchText,
  }
}

/** The next weeks in full, and where they lead. A week is gone on to only where nothing hurts. */
function shoeLines({ transition }: VisitReading): Handout['shoes'] {
  const weeks = transition?.weeks ?? []
  const next = weeks.slice(0, weeksShown).map((w) => ({
    weeks: `Week ${w.week}`,
    minutes: `${dayMinutesText(w)} a day, ${w.wearingDays} days, at most ${w.longestBoutMin} in one go${w.isLighter ? ' · lighter' : ''}`,
    where: surfaceText[w.surface],
  }))
  const last = weeks.at(-1)
  if (!last || weeks.length <= weeksShown) return next
  const runs = last.runMinutes > 0 ? ` and ${num(last.runMinutes, 0)} min of running a week` : ''
  return [
    ...next,
    {
      weeks: `To week ${last.week}`,
      minutes: `step by step to ${last.minutesPerDay} min a day${runs}`,
      where: 'each step only where nothing hurts',
    },
  ]
}

/** Why there is no plan, in the client's words; a plan made around an unasked question could hurt. */
function blockedOf({ cautions }: VisitReading): Handout['blocked'] {
  const { block } = cautions
  if (!block) return undefined
  const held = heldBackBy(cautions)
  const see = [...new Set(held.map((c) => roleText[c.see ?? 'doctor']))].join(' or ')
  const reasons = held.map((c) => cautionText[c.id].client)
  return held.length > 0
    ? { reasons, see }
    : { reasons: ['A few questions about your health come first; then we plan together.'], see: undefined }
}

type NameOf = (e: { id: string; client: string }) => string

/** Up to which week of a phase a part of the sets is done, as the phone has it; nothing where all are at once. */
function fewerSetsText({ fromWeek, weeks }: PhasePlan, days: DaysPlan | undefined): string {
  const last = days?.weeks.findLast(
    (w) =>
      w.week >= fromWeek && w.week < fromWeek + weeks && w.days.some((day) => day.setsShare !== undefined),
  )
  return last ? `, fewer sets up to week ${last.week}` : ''
}

function phaseOf(phase: PhasePlan, nameOf: NameOf, days: DaysPlan | undefined): HandoutPhase {
  const gates = phase.picks.flatMap(({ gate }) => (gate ? [behindGateText[gate.id].toLowerCase()] : []))
  return {
    name: clientStageText[phase.stage],
    weeks: `weeks ${phase.fromWeek} to ${phase.fromWeek + phase.weeks - 1}${fewerSetsText(phase, days)}`,
    drills: phase.picks.map(({ exercise, gate, fallback }) =>
      nameOf(gate && fallback ? fallback.exercise : exercise),
    ),
    gate: gates.length > 0 ? `after a small test: ${[...new Set(gates)].join(', ')}` : undefined,
  }
}

/** The drills of a session in their order, each from the minute at which the one before ends. */
function drillsOf(picks: readonly Pick[], nameOf: NameOf, days: DaysPlan | undefined): HandoutDrill[] {
  let at = 0
  return picks.map((pick) => {
    const id = pick.gate ? pick.fallback?.exercise.id : pick.exercise.id
    const begins = days?.weeks.find((w) => w.days.some((d) => d.parts.flat().some((p) => p.id === id)))?.week
    const from = at
    at += pick.dose.minutes
    return {
      ...drillOf(pick, nameOf),
      clock: `minute ${Math.floor(from)} to ${Math.ceil(at)}${begins !== undefined && begins > 1 ? `, from week ${begins}` : ''}`,
    }
  })
}

function drillOf(pick: Pick, nameOf: NameOf): Omit<HandoutDrill, 'clock'> {
  const { exercise: e, dose, lines, gate, fallback } = pick
  const until = fallback
    ? `Until then: ${nameOf(fallback.exercise)}, ${doseText(fallback.dose, fallback.exercise.sides)}. ${fallback.exercise.cue} ${linesText(fallback.lines)}`.trim()
    : 'Until then: leave it out.'
  return {
    // its figure: an own drill of the practice has that of the drill it was made from
    id: basisOf(e),
    name: nameOf(e),
    dose: doseText(dose, e.sides),
    cue: [e.cue, linesText(lines)].filter(Boolean).join(' '),
    slip: e.slip,
    gate: gate && `${gateSentence(gate)} ${until}`,
  }
}

/** The first week as a sheet to tick. */
function sheetOf(days: DaysPlan, nameOf: NameOf, own: readonly OwnDrill[]): WeekSheet | undefined {
  const week = days.weeks.find((w) => w.days.some((d) => d.trainMin + d.spacersMin > 0 || d.shoes))
  if (!week) return undefined
  const ids = [...new Set(week.days.flatMap((d) => d.parts.flat().map((p) => p.id)))]
  const row = (name: string, cell: (day: PlannedDay) => string | null) => ({
    name,
    cells: week.days.map(cell),
  })
  const rows = [
    ...ids.map((id) => {
      const exercise = drillNamed(id, own)
      return row(exercise ? nameOf(exercise) : id, (day) =>
        day.parts.flat().some((p) => p.id === id) ? '' : null,
      )
    }),
    row('Spacers', (day) => (day.spacersMin > 0 ? `${day.spacersMin} min` : null)),
    row('New shoes', (day) => (day.shoes ? `${day.shoes.minutes} min` : null)),
  ].filter(({ cells }) => cells.some((cell) => cell !== null))
  return {
    begins: dayAsRead(week.days[0]!.date),
    days: week.days.map((d, i) => `${weekdayShort[i]} ${Number(d.date.slice(8))}`),
    rows,
    // two things looked at on one day may be one sentence for the client
    checks: [
      ...new Set(
        checksOnCalendar(days.weeks).map(
          ({ date, check }) => `${dayAsRead(date)}: ${clientCheckText(check)}`,
        ),
      ),
    ],
  }
}
