import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces'
import type { ShoePage } from '@sturvo/pages/handout'
import { paperName, type PlanPaper } from './papers'
import { pdfmake } from './fonts'
import { inks } from './inks'
import { pagesOf } from './handoutPdf'

const { act, ink, line, oxide, soft } = inks
type Tier = { table: number; text: number; hasVerdicts: boolean }
/** Smaller and smaller; at last without what to do with each shoe worn now, which the client's plan says too. */
const tiers: readonly Tier[] = [
  { table: 9.5, text: 10, hasVerdicts: true },
  { table: 8.5, text: 10, hasVerdicts: true },
  { table: 7.5, text: 9.5, hasVerdicts: true },
  { table: 7.5, text: 9, hasVerdicts: false },
  { table: 6.8, text: 8.5, hasVerdicts: false },
]

/** The change of shoes on one page: a longer table is set in smaller letters, never on a second page. */
export async function shoesPdf(page: ShoePage, paper: PlanPaper): Promise<Buffer> {
  let pdf = await pdfOf(page, paper, tiers[0]!)
  for (const tier of tiers.slice(1)) {
    if (pagesOf(pdf) === 1) break
    pdf = await pdfOf(page, paper, tier)
  }
  return pdf
}

function pdfOf(page: ShoePage, paper: PlanPaper, { table, text, hasVerdicts }: Tier): Promise<Buffer> {
  const named = (name: string, lines: readonly string[], colour: string = ink): Content[] =>
    lines.length === 0
      ? []
      : [
          {
            text: [{ text: `${name}: `, bold: true, color: colour }, lines.join('; '), '.'],
            margin: [0, 3, 0, 0],
          },
        ]
  const definition: TDocumentDefinitions = {
    pageSize: paperName[paper],
    pageMargins: [36, 28, 36, 34],
    info: { title: `Change of shoes, ${page.client}, ${page.on}`, author: page.practice },
    defaultStyle: { font: 'Text', fontSize: text, color: ink, lineHeight: 1.06 },
    content: [
      {
        columns: [
          { text: page.practice, color: act, bold: true },
          { text: page.on, alignment: 'right', color: soft },
        ],
      },
      { text: `Change of shoes for ${page.client}`, font: 'Heading', fontSize: 17, margin: [0, 2, 0, 3] },
      { text: page.sentence },
      ...(page.because === undefined ? [] : [{ text: page.because, color: soft } satisfies Content]),
      ...page.broken.map((said): Content => ({ text: said, color: oxide, bold: true })),
      ...named('Too much, if', page.tooMuch, oxide),
      ...(page.shoe === undefined ? [] : named('The new minutes are walked in', [page.shoe])),
      ...(page.firstWeek === undefined
        ? []
        : [{ text: page.firstWeek, margin: [0, 3, 0, 0] } satisfies Content]),
      ...weeksTable(page, table),
      ...(page.after === undefined ? [] : [{ text: page.after } satisfies Content]),
      ...named('To buy', page.buy),
      ...named('To let go', page.letGo),
      ...(hasVerdicts ? page.verdicts.map((line): Content => ({ text: line, color: soft })) : []),
    ],
    footer: {
      text: 'A step opens after days without pain, never by the calendar. This page is training advice, not a diagnosis.',
      alignment: 'center',
      color: soft,
      fontSize: 8.5,
      margin: [0, 8, 0, 0],
    },
  }
  return pdfmake.createPdf(definition).getBuffer()
}

function weeksTable({ weeks }: ShoePage, fontSize: number): Content[] {
  if (weeks.length === 0) return []
  const hasRuns = weeks.some(({ runs }) => runs !== '')
  const head = [
    'Week',
    'Days',
    'Minutes a day',
    'Most in one go',
    ...(hasRuns ? ['Running'] : []),
    'Where',
    'Opens',
  ]
  return [
    {
      margin: [0, 6, 0, 4],
      fontSize,
      lineHeight: 1,
      table: {
        headerRows: 1,
        widths: ['auto', 'auto', 'auto', 'auto', ...(hasRuns ? ['auto'] : []), 'auto', '*'],
        body: [
          head.map((text) => ({ text, color: soft })),
          ...weeks.map((w) =>
            [
              `${w.week}${w.isLighter ? ', lighter' : ''}`,
              w.days,
              w.minutes,
              w.longest,
              ...(hasRuns ? [w.runs] : []),
              w.where,
              w.opens,
            ].map((text) => ({ text, color: w.isLighter ? soft : ink })),
          ),
        ],
      },
      layout: {
        hLineWidth: (i: number) => (i === 0 ? 0 : 0.4),
        vLineWidth: () => 0,
        hLineColor: () => line,
        paddingTop: () => 1,
        paddingBottom: () => 1,
      },
    },
  ]
}
