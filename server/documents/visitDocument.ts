import { heldBackBy } from '@sturvo/core/cautions'
import { bySide } from '@sturvo/core/side'
import type { StopInForce } from '@sturvo/core/inForce'
import { answerOf, eventsOf, letterPins, orthosesOf, photoOf } from '@sturvo/schema'
import { letterOf, letterText, shoePageOf } from '@sturvo/pages/handout'
import { feetPage, svgText, type Paper } from '@sturvo/pages/feetPage'
import { fitPapers, type FitPaper } from '@sturvo/pages/fitPage'
import { dayAsRead, orthosisName, shoeVerdicts } from '@sturvo/words'
import { fault } from '../http/faults'
import { readSources, type ReadVisit, type VisitSources } from '../visits/readVisit'
import { planPapersOf, planSheetFor } from '../plans/planPapersOf'
import { feetPdf } from './feetPdf'
import { fitSheets } from './fitSheets'
import { handoutPdf } from './handoutPdf'
import { letterPdf } from './letterPdf'
import type { PlanPaper } from './papers'
import { planPdf } from './planPdf'
import { shoesPdf } from './shoesPdf'
import { trueSizePdf } from './trueSizePdf'

/** Who writes a letter, what is in force elsewhere, and what was tried: the visit alone does not know. */
type LetterWish = { practitioner: string; inForce: readonly StopInForce[]; tried: readonly string[] }

/** What can be made of a visit. */
export type DocumentWish =
  | { kind: 'handout'; paper: PlanPaper }
  | { kind: 'planSheet'; paper: PlanPaper; withPrices: boolean }
  | { kind: 'shoes'; paper: PlanPaper }
  | ({ kind: 'letter' } & LetterWish)
  | ({ kind: 'letterPdf'; paper: PlanPaper } & LetterWish)
  | { kind: 'feetPdf'; paper: Paper }
  | { kind: 'feetSvg'; paper: Paper }
  | { kind: 'fit'; shoe: string; paper: FitPaper }

/** Reads a visit and makes one document of it. Runs in a thread of its own. */
export async function visitDocument(sources: VisitSources, wish: DocumentWish): Promise<Uint8Array | string> {
  const read = readSources(sources)
  switch (wish.kind) {
    case 'handout':
      return handoutPdf((await planPapersOf(read)).handout, wish.paper)
    case 'planSheet':
      return planSheet(read, wish)
    case 'shoes':
      return shoes(read, wish.paper)
    case 'letter':
      return letterText(letterInput(read, wish))
    case 'letterPdf':
      return letterPdf(letterOf(letterInput(read, wish)), wish.paper)
    case 'feetPdf':
      return feetPdf(
        feet(read, wish.paper, { text: 'Text', heading: 'Heading' }),
        wish.paper,
        `${read.person.name}, ${dayAsRead(read.visit.startedOn)}`,
      )
    case 'feetSvg':
      return svgText(
        feet(read, wish.paper, {
          text: 'Atkinson Hyperlegible Next, sans-serif',
          heading: 'Bricolage Grotesque, sans-serif',
        }),
      )
    case 'fit':
      return trueSizePdf(
        fitSheets(read, wish.shoe, wish.paper, dayAsRead(read.visit.startedOn)),
        fitPapers[wish.paper],
        `${read.person.name}, true size`,
      )
  }
}

async function planSheet(
  read: ReadVisit,
  { paper, withPrices }: { paper: PlanPaper; withPrices: boolean },
): Promise<Uint8Array> {
  const sheet = await planSheetFor(read, await planPapersOf(read), withPrices)
  if (!sheet) throw fault('planBlocked', 'visitId')
  return planPdf(sheet, paper)
}

function shoes(
  { visit, person, practice, references, reading }: ReadVisit,
  paper: PlanPaper,
): Promise<Uint8Array> {
  const page = shoePageOf({
    reading,
    practice: practice.name,
    client: person.name,
    on: dayAsRead(visit.startedOn),
    references,
  })
  if (!page || heldBackBy(reading.cautions).length > 0) throw fault('planBlocked', 'visitId')
  return shoesPdf(page, paper)
}

function letterInput(
  { visit, person, practice, references, facts, reading }: ReadVisit,
  { practitioner, inForce, tried }: LetterWish,
) {
  const stops = heldBackBy(reading.cautions)
  // a sign that was ticked on the phone has its letter too
  if (stops.length === 0 && inForce.length === 0) throw fault('noStop')
  const { fields } = visit
  const devices = orthosesOf(fields).map(orthosisName)
  return {
    practice,
    practitioner,
    client: person,
    on: dayAsRead(visit.startedOn),
    stops,
    findings: reading.findings,
    pinnedFindings: letterPins(visit.fields),
    shoes: shoeVerdicts(reading),
    references,
    told: {
      stops: inForce,
      complaint: answerOf(fields, 'complaint'),
      marks: facts.marks,
      worstPain: facts.worstPain,
      answers: facts.cautionAnswers,
      otherConditions: answerOf(fields, 'conditions'),
      medicines: facts.medicines,
      events: eventsOf(fields),
      tried: [...tried, ...devices],
    },
  }
}

function feet(
  { visit, person, practice, references, facts, reading, settings }: ReadVisit,
  paper: Paper,
  fonts: { text: string; heading: string },
) {
  return feetPage({
    paper,
    fonts,
    practice: practice.name,
    client: person.name,
    on: dayAsRead(visit.startedOn),
    settings,
    references,
    facts,
    traced: bySide((side) => photoOf(visit.fields, 'top', side)?.outlineFootMm),
    reading,
  })
}
