import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces'
import type { PlanSheet } from '@sturvo/pages/handout'
import { paperName, type PlanPaper } from './papers'
import { pdfmake } from './fonts'
import { inks } from './inks'

const { act, ink, line, soft } = inks

/** The practitioner's sheet, as many pages as it needs. */
export async function planPdf(sheet: PlanSheet, paper: PlanPaper): Promise<Buffer> {
  const definition: TDocumentDefinitions = {
    pageSize: paperName[paper],
    pageMargins: [42, 40, 42, 44],
    info: { title: sheet.title },
    defaultStyle: { font: 'Text', fontSize: 9.5, color: ink, lineHeight: 1.12 },
    content: [
      { text: sheet.title, font: 'Heading', fontSize: 20 },
      { text: sheet.head.join(' · '), color: soft, margin: [0, 2, 0, 8] },
      { text: sheet.proof, margin: [0, 0, 0, 4] },
      ...part('Limits in force', sheet.limits),
      ...part('What is short', sheet.needs),
      ...sheet.phases.flatMap(phasePart),
      ...leftOutPart(sheet),
      ...part('Toe spacing', sheet.spacing),
      ...part('Change of shoes', sheet.shoes ?? []),
      ...part('Days', sheet.days),
    ],
    footer: (page, pages) => ({
      text: `${sheet.head[1] ?? ''} · ${page} of ${pages}`,
      alignment: 'center',
      color: soft,
      fontSize: 8.5,
      margin: [0, 14, 0, 0],
    }),
  }
  return pdfmake.createPdf(definition).getBuffer()
}

function title(text: string): Content {
  return { text, font: 'Heading', fontSize: 12.5, color: act, margin: [0, 9, 0, 3] }
}

function part(name: string, lines: readonly string[]): Content[] {
  return lines.length === 0 ? [] : [title(name), { ul: [...lines] }]
}

const rules = {
  hLineWidth: (i: number) => (i === 0 ? 0 : 0.5),
  vLineWidth: () => 0,
  hLineColor: () => line,
  paddingTop: () => 2.5,
  paddingBottom: () => 2.5,
}

function phasePart(phase: PlanSheet['phases'][number]): Content[] {
  if (phase.drills.length === 0) return []
  return [
    title(`${phase.name}, ${phase.weeks}`),
    {
      table: {
        widths: [118, 150, 26, '*'],
        dontBreakRows: true,
        body: phase.drills.map((d) => [
          { text: d.name, bold: true },
          d.dose,
          { text: d.minutes, alignment: 'right' },
          { stack: [d.because, ...(d.gate ? [{ text: d.gate, color: soft }] : [])] },
        ]),
      },
      layout: rules,
    },
  ]
}

function leftOutPart({ leftOut }: PlanSheet): Content[] {
  if (leftOut.length === 0) return []
  return [
    title('Left out, and why'),
    {
      table: {
        widths: [150, '*'],
        dontBreakRows: true,
        body: leftOut.map((l) => [{ text: l.name, bold: true }, l.because]),
      },
      layout: rules,
    },
  ]
}
