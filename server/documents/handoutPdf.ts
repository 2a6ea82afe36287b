import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces'
import { frameSvg, movementFigure } from '@sturvo/core/movement'
import type { Handout } from '@sturvo/pages/handout'
import { pdfmake } from './fonts'

const ink = '#1F2B2A'
const soft = '#5B6664'
const act = '#23524A'
const oxide = '#A23B1E'
const line = '#D9D4C5'

/** The client's page, in large type: when it is too much, what to do, how often. */
export async function handoutPdf(handout: Handout): Promise<Buffer> {
  const definition: TDocumentDefinitions = {
    pageSize: 'A4',
    pageMargins: [42, 34, 42, 40],
    info: { title: `${handout.client}, ${handout.on}`, author: handout.practice },
    defaultStyle: { font: 'Text', fontSize: 10.5, color: ink, lineHeight: 1.12 },
    content: [
      {
        columns: [
          { text: handout.practice, color: act, bold: true },
          { text: handout.on, alignment: 'right', color: soft },
        ],
      },
      { text: `For ${handout.client}`, font: 'Heading', fontSize: 24, margin: [0, 4, 0, 6] },
      ...(handout.blocked ? stopPage(handout.blocked) : planPage(handout)),
    ],
    footer: {
      text: 'This page is training advice, not a diagnosis.',
      alignment: 'center',
      color: soft,
      fontSize: 9,
      margin: [0, 12, 0, 0],
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

function planPage(h: Handout): Content[] {
  return [
    ...(h.seen.length > 0 ? [{ ul: h.seen, margin: [0, 0, 0, 6] } satisfies Content] : []),
    // what can hurt stands before what is to be done
    ...(h.care.length > 0 ? [sectionTitle('Take care'), { ul: h.care } satisfies Content] : []),
    ...(h.drills.length + h.shoes.length > 0
      ? [sectionTitle('Too much, if'), { ul: [...h.tooMuch], fontSize: 10 } satisfies Content]
      : []),
    ...drillPart(h),
    ...(h.shoes.length > 0
      ? [
          sectionTitle('Thinner shoes and barefoot'),
          ...(h.newShoe ? [{ text: `In: ${h.newShoe}`, fontSize: 10 }] : []),
          {
            table: { widths: [52, '*', 90], body: h.shoes.map((s) => [s.weeks, s.minutes, s.where]) },
            layout: 'noBorders',
            fontSize: 10,
          } satisfies Content,
        ]
      : []),
    ...(h.verdicts.length > 0
      ? [sectionTitle('Your shoes'), { ul: h.verdicts, fontSize: 10 } satisfies Content]
      : []),
    ...(h.spacing === undefined
      ? []
      : [sectionTitle('Toe spacers'), { text: h.spacing, fontSize: 10 } satisfies Content]),
  ]
}

function drillPart(h: Handout): Content[] {
  if (h.drills.length === 0) return [{ text: 'No drills for now.' }]
  return [
    sectionTitle(`Your drills: about ${h.minutes} minutes, ${h.sessions} times a week`),
    {
      table: {
        widths: [88, '*'],
        dontBreakRows: true,
        body: h.drills.map((d) => [{ svg: frameSvg(movementFigure(d.id).main), width: 84 }, drillText(d)]),
      },
      layout: {
        hLineWidth: (i: number) => (i === 0 ? 0 : 0.5),
        vLineWidth: () => 0,
        hLineColor: () => line,
        paddingTop: () => 2,
        paddingBottom: () => 2,
      },
    },
  ]
}

function sectionTitle(title: string): Content {
  return { text: title, font: 'Heading', fontSize: 13, color: act, margin: [0, 7, 0, 2] }
}

function drillText(d: Handout['drills'][number]): Content {
  return {
    stack: [
      {
        text: [
          { text: d.name, bold: true },
          { text: `   ${d.dose}`, color: act },
        ],
      },
      { text: d.cue },
      { text: `Watch: ${d.slip}`, color: soft, fontSize: 10 },
      ...(d.gate ? [{ text: d.gate, color: soft, fontSize: 10 }] : []),
    ],
  }
}
