import { heldBackBy } from '@sturvo/core/cautions'
import type { Finding, VisitReading } from '@sturvo/core/reading'
import type { References } from '@sturvo/core/reference'
import type { Pick, TrainingPlan } from '@sturvo/core/training'
import {
  cautionText,
  clientShoeLines,
  clientWords,
  findingWords,
  plain,
  roleText,
  clientSpacingText,
  doseText,
  gateSentence,
  linesText,
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
  minutes: number
  sessions: number
  drills: HandoutDrill[]
  care: string[]
  shoes: { weeks: string; minutes: string; where: string }[]
  /** in which shoe the new minutes are walked; undefined where none on the shelf fits */
  newShoe: string | undefined
  /** what to do with each shoe that is worn */
  verdicts: string[]
  /** left out while it is not decided */
  spacing: string | undefined
  tooMuch: readonly string[]
}

export type HandoutDrill = {
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
  /** values in force; left out, as they ship */
  references?: References
}): Handout {
  const { reading, practice, client, on } = input
  const first = input.plan?.phases[0]
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
    drills: (first?.picks ?? []).map(drillOf),
    care: reading.cautions.cautions.filter((c) => c.level !== 'stop').map((c) => cautionText[c.id].client),
    shoes: (reading.transition?.weeks ?? []).slice(0, weeksShown).map((w) => ({
      weeks: `Week ${w.week}`,
      minutes: `${w.minutesPerDay} min a day, ${w.wearingDays} days, at most ${w.mostInOneGoMin} in one go${w.isLighter ? ' · lighter' : ''}`,
      where: surfaceText[w.surface],
    })),
    newShoe: reading.newShoe?.reading.shoe.name,
    verdicts: clientShoeLines(reading),
    spacing: clientSpacingText(reading.spacing),
    tooMuch: tooMuchText,
  }
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

function drillOf(pick: Pick): HandoutDrill {
  const { exercise: e, dose, lines, gate, fallback } = pick
  const until = fallback
    ? `Until then: ${fallback.exercise.client}, ${doseText(fallback.dose, fallback.exercise.sides)}. ${fallback.exercise.cue} ${linesText(fallback.lines)}`.trim()
    : 'Until then: leave it out.'
  return {
    id: e.id,
    name: e.client,
    dose: doseText(dose, e.sides),
    cue: [e.cue, linesText(lines)].filter(Boolean).join(' '),
    slip: e.slip,
    gate: gate && `${gateSentence(gate)} ${until}`,
  }
}
