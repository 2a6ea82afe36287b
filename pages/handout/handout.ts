import type { Finding, VisitReading } from '@sturvo/core/reading'
import type { References } from '@sturvo/core/reference'
import type { FigureId } from '@sturvo/core/training'
import { cautionText, roleText } from '@sturvo/words'
import { clientWords, findingWords } from '@sturvo/words'
import { plain } from '@sturvo/words'
import { clientShoeLines } from '@sturvo/words'
import { careText, clientSpacingText, doseText, surfaceText, tooMuchText } from '@sturvo/words'

/** Everything on the client's page; the print-out and its preview are drawn from this. */
export type Handout = {
  practice: string
  client: string
  on: string
  /** set when a stop blocks the plan: who should see the foot, and nothing to train */
  blocked: { reasons: string[]; see: string } | undefined
  seen: string[]
  minutes: number
  sessions: number
  drills: { name: string; dose: string; cue: string; slip: string; figure: FigureId }[]
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

const sentencesShown = 4
const weeksShown = 4

/** @param on day as the client reads it, e.g. 4 May 2026 */
export function handoutOf(input: {
  reading: VisitReading
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
  const stops = reading.cautions.cautions.filter((c) => c.level === 'stop' && !c.dealtWith)
  const first = reading.plan?.phases[0]
  const isPinned = (f: Finding) => input.pinnedFindings.includes(f.id)
  const inOrder = [...reading.findings.filter(isPinned), ...reading.findings.filter((f) => !isPinned(f))]
  return {
    practice,
    client,
    on,
    blocked: reading.cautions.isBlocked
      ? {
          reasons: stops.map((c) => cautionText[c.id].client),
          see: [...new Set(stops.map((c) => roleText[c.see ?? 'doctor']))].join(' or '),
        }
      : undefined,
    seen: inOrder
      .map(
        (f) =>
          clientWords(f) ?? (isPinned(f) ? plain(findingWords(f, input.references).sentence) : undefined),
      )
      .filter((text) => text !== undefined)
      .slice(0, Math.max(sentencesShown, input.pinnedFindings.length)),
    minutes: Math.ceil(first?.minutes ?? input.minutesPerSession),
    sessions: input.sessionsPerWeek,
    drills: (first?.picks ?? []).map(({ exercise: e }) => ({
      name: e.name,
      dose: doseText(e),
      cue: [e.cue, careText(e, reading.cautions.effects)].filter(Boolean).join(' '),
      slip: e.slip,
      figure: e.figure,
    })),
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
