import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces'
import { frameSvg, movementFigure } from '@sturvo/core/movement'
import type { Handout, WeekSheet } from '@sturvo/pages/handout'
import { pdfmake } from './fonts'
import { inks } from './inks'
import { paperName, type PlanPaper } from './papers'

const { act, ink, line, oxide, soft } = inks

const pointsAMm = 72 / 25.4
const figureMm = 32 // a figure is seen from a kneeling person's distance
const textPt = 11
const smallPt = 9 // who printed it and when; nothing to be done stands in it

/** How much is said of each drill; the page is made again with less until the plan fits on it. */
const brevities = ['all', 'noSlip', 'noCue'] as const
type Brevity = (typeof brevities)[number]

/**
 * The client's plan: one page with the whole plan at a glance and the first phase in full, and a second with the week to
 * tick. Text of 11 points and more, figures of 32 mm, in black on white.
 * @returns a plan never runs over to a page of its own: what is longer than the page says less of each drill
 */
export async function handoutPdf(handout: Handout, paper: PlanPaper = 'a4'): Promise<Buffer> {
  let pdf = await pdfOf(handout, paper, 'all')
  for (const brevity of brevities.slice(1)) {
    if (pagesOf(pdf) <= pagesWanted(handout)) break
    pdf = await pdfOf(handout, paper, brevity)
  }
  return pdf
}

const pagesWanted = (h: Handout) => (h.blocked || !hasSecond(h) ? 1 : 2)
const hasSecond = (h: Handout) => h.sheet !== undefined || h.shoes.length > 0

/** Pages of a finished file, as its own page tree counts them. */
export function pagesOf(pdf: Buffer): number {
  return pdf.toString('latin1').match(/\/Type \/Page\b/g)?.length ?? 0
}

async function pdfOf(handout: Handout, paper: PlanPaper, brevity: Brevity): Promise<Buffer> {
  const definition: TDocumentDefinitions = {
    pageSize: paperName[paper],
    pageMargins: [36, 28, 36, 34],
    info: { title: `${handout.client}, ${handout.on}`, author: handout.practice },
    defaultStyle: { font: 'Text', fontSize: textPt, color: ink, lineHeight: 1.06 },
    content: [
      {
        columns: [
          { text: handout.practice, color: act, bold: true },
          { text: handout.on, alignment: 'right', color: soft },
        ],
      },
      { text: `For ${handout.client}`, font: 'Heading', fontSize: 20, margin: [0, 2, 0, 3] },
      ...(handout.blocked ? stopPage(handout.blocked) : planPage(handout, brevity)),
    ],
    footer: {
      text: 'This page is training advice, not a diagnosis.',
      alignment: 'center',
      color: soft,
      fontSize: smallPt,
      margin: [0, 8, 0, 0],
    },
  }
  return pdfmake.createPdf(definition).getBuffer()
}

function stopPage({ reasons, see }: NonNullable<Handout['blocked']>): Content[] {
  return [
    {
      text: see ? `First, please see ${see}.` : 'First, a few questions.',
      fontSize: 16,
      bold: true,
      color: oxide,
      margin: [0, 8, 0, 8],
    },
    { ul: reasons, fontSize: 13 },
    {
      text: `There are no exercises and no new shoes until then.${see ? ' Bring the letter with you.' : ''}`,
      margin: [0, 12, 0, 0],
      fontSize: 13,
    },
  ]
}

function planPage(h: Handout, brevity: Brevity): Content[] {
  return [
    ...(h.changed && h.changed.length > 0
      ? [{ text: h.changed.join(' '), bold: true, margin: [0, 0, 0, 3] } satisfies Content]
      : []),
    ...(h.seen.length > 0 && brevity === 'all'
      ? [{ text: h.seen.join(' '), margin: [0, 0, 0, 2] } satisfies Content]
      : []),
    // what can hurt stands before what is to be done
    ...(h.care.length > 0
      ? [{ text: [{ text: 'Take care: ', bold: true, color: oxide }, h.care.join(' ')] } satisfies Content]
      : []),
    ...(h.drills.length + h.shoes.length > 0
      ? [
          {
            text: [
              { text: 'Too much, if: ', bold: true, color: oxide },
              `${h.tooMuch.join('; ')}. Then stop and call.`,
            ],
          } satisfies Content,
        ]
      : []),
    ...glance(h),
    ...drillPart(h, brevity),
    ...secondPage(h),
  ]
}

/** All phases side by side. */
function glance(h: Handout): Content[] {
  const phases = h.phases.filter((p) => p.drills.length > 0)
  if (phases.length === 0) return []
  return [
    {
      margin: [0, 5, 0, 0],
      table: {
        widths: phases.map(() => '*'),
        body: [
          phases.map((p) => ({
            stack: [
              { text: p.name, bold: true },
              { text: p.weeks, color: soft },
              { text: `${p.drills.length} drills` },
              ...(p.gate ? [{ text: p.gate, color: soft }] : []),
            ],
          })),
        ],
      },
      layout: {
        hLineWidth: () => 0.7,
        vLineWidth: () => 0.7,
        hLineColor: () => line,
        vLineColor: () => line,
        paddingTop: () => 2,
        paddingBottom: () => 2,
      },
    },
  ]
}

function drillPart(h: Handout, brevity: Brevity): Content[] {
  if (h.drills.length === 0) return [{ text: 'No drills for now.', margin: [0, 6, 0, 0] }]
  const pairs = Array.from({ length: Math.ceil(h.drills.length / 2) }, (_, i) =>
    h.drills.slice(2 * i, 2 * i + 2),
  )
  return [
    sectionTitle(`Your drills: about ${h.minutes} minutes, ${h.sessions} times a week`),
    {
      table: {
        widths: [figureMm * pointsAMm, '*', figureMm * pointsAMm, '*'],
        dontBreakRows: true,
        body: pairs.map(([a, b]) => [...drillCells(a!, brevity), ...(b ? drillCells(b, brevity) : ['', ''])]),
      },
      layout: {
        hLineWidth: (i: number) => (i === 0 ? 0 : 0.5),
        vLineWidth: () => 0,
        hLineColor: () => line,
        paddingTop: () => 3,
        paddingBottom: () => 3,
        paddingLeft: () => 2,
        paddingRight: () => 4,
      },
    },
  ]
}

function drillCells(d: Handout['drills'][number], brevity: Brevity): Content[] {
  return [{ svg: frameSvg(movementFigure(d.id).main), width: figureMm * pointsAMm }, drillText(d, brevity)]
}

function sectionTitle(title: string): Content {
  return { text: title, font: 'Heading', fontSize: 13, color: act, margin: [0, 7, 0, 2] }
}

function drillText(d: Handout['drills'][number], brevity: Brevity): Content {
  return {
    stack: [
      { text: d.name, bold: true },
      { text: [d.dose, d.clock].filter((part) => part !== '').join(' · '), color: act },
      ...(brevity === 'noCue' ? [] : [{ text: d.cue }]),
      ...(brevity === 'all' ? [{ text: `Watch: ${d.slip}`, color: soft }] : []),
      ...(d.gate ? [{ text: d.gate, color: soft }] : []),
    ],
  }
}

/** The week to tick, new shoes and spacers, and when to look again. */
function secondPage(h: Handout): Content[] {
  if (!hasSecond(h)) return []
  return [
    {
      text: `Week by week, for ${h.client}`,
      font: 'Heading',
      fontSize: 16,
      pageBreak: 'before',
      margin: [0, 0, 0, 2],
    },
    ...(h.sheet ? sheetPart(h.sheet) : []),
    ...(h.shoes.length > 0
      ? [
          sectionTitle('Thinner shoes and barefoot'),
          ...(h.newShoe ? [{ text: `In: ${h.newShoe}` }] : []),
          {
            table: { widths: [52, '*', 110], body: h.shoes.map((s) => [s.weeks, s.minutes, s.where]) },
            layout: 'noBorders',
          } satisfies Content,
        ]
      : []),
    ...(h.verdicts.length > 0 ? [sectionTitle('Your shoes'), { ul: h.verdicts } satisfies Content] : []),
    ...(h.spacing === undefined
      ? []
      : [
          sectionTitle('Toe spacers'),
          { text: h.spacing },
          ...(h.spacers.length > 0 ? [{ ul: h.spacers } satisfies Content] : []),
        ]),
  ]
}

function sheetPart(sheet: WeekSheet): Content[] {
  return [
    {
      text: `From ${sheet.begins}. Tick what you did; write the worst pain of the day, 0 to 10.`,
      margin: [0, 0, 0, 4],
    },
    {
      table: {
        widths: ['*', ...sheet.days.map(() => 46)],
        headerRows: 1,
        dontBreakRows: true,
        body: [
          ['', ...sheet.days.map((day) => ({ text: day, bold: true, alignment: 'center' as const }))],
          ...sheet.rows.map((row) => [
            row.name,
            ...row.cells.map((cell) => ({
              stack: cell === null ? [''] : [tickBox(), ...(cell === '' ? [] : [cell])],
              alignment: 'center' as const,
            })),
          ]),
          ['Worst pain', ...sheet.days.map(() => '')],
          ['First steps in the morning', ...sheet.days.map(() => '')],
        ],
      },
      layout: {
        hLineWidth: () => 0.6,
        vLineWidth: () => 0.6,
        hLineColor: () => line,
        vLineColor: () => line,
        paddingTop: () => 3,
        paddingBottom: () => 3,
      },
    },
    ...(sheet.checks.length > 0
      ? [sectionTitle('We look again'), { ul: sheet.checks } satisfies Content]
      : []),
  ]
}

/** Drawn, since no font of ours has a box. */
function tickBox(): Content {
  return {
    svg: '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 14 14"><path d="M1 1H13V13H1Z" fill="#FFFFFF" stroke="#1F2B2A" stroke-width="1.4"/></svg>',
    width: 13,
    alignment: 'center',
  }
}
