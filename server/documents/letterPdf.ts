import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces'
import type { Letter } from '@sturvo/pages/handout'
import { pdfmake } from './fonts'
import { inks } from './inks'
import { paperName, type PlanPaper } from './papers'

const { act, ink, line, soft } = inks

/** The referral letter on paper: what was found in a table, its words to be selected and read aloud. */
export function letterPdf(letter: Letter, paper: PlanPaper): Promise<Buffer> {
  const definition: TDocumentDefinitions = {
    pageSize: paperName[paper],
    pageMargins: [56, 48, 56, 48],
    language: 'en',
    info: { title: letter.about, author: letter.from },
    defaultStyle: { font: 'Text', fontSize: 10.5, color: ink, lineHeight: 1.15 },
    content: [
      {
        columns: [
          { text: letter.from, color: act, bold: true },
          { text: letter.on, alignment: 'right', color: soft },
        ],
      },
      { text: letter.to, margin: [0, 26, 0, 12] },
      { text: letter.about, font: 'Heading', fontSize: 15, margin: [0, 0, 0, 10] },
      { text: letter.asks, margin: [0, 0, 0, 6] },
      findingsTable(letter),
      ...letter.told.flatMap(({ head, lines }) => listed(head, lines)),
      ...listed('Also noted', letter.noted),
      ...listed('Shoes', letter.shoes),
      ...letter.closing.map((text, i): Content => ({ text, margin: [0, i === 0 ? 14 : 4, 0, 0] })),
      { text: letter.practitioner, margin: [0, 34, 0, 0] },
    ],
  }
  return pdfmake.createPdf(definition).getBuffer()
}

function findingsTable({ stops }: Letter): Content {
  return {
    table: {
      headerRows: 1,
      widths: [150, '*'],
      dontBreakRows: true,
      body: [
        [
          { text: 'Found', bold: true, color: soft },
          { text: 'What it means for us', bold: true, color: soft },
        ],
        ...stops.map(({ name, words }) => [{ text: name, bold: true }, { text: words }]),
      ],
    },
    layout: {
      hLineWidth: () => 0.6,
      vLineWidth: () => 0,
      hLineColor: () => line,
      paddingTop: () => 4,
      paddingBottom: () => 4,
    },
  }
}

function listed(head: string, lines: readonly string[]): Content[] {
  if (lines.length === 0) return []
  return [{ text: head, bold: true, margin: [0, 12, 0, 3] }, { ul: [...lines] }]
}
