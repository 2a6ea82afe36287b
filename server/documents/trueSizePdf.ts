import { svgText, type SvgNode } from '@sturvo/pages/feetPage'
import { ptPerMm } from '@sturvo/pages/fitPage'
import { pdfmake } from './fonts'

/** Drawings on sheets of their own size: one unit of a drawing is one point of the paper, so nothing is scaled. */
export async function trueSizePdf(
  sheets: readonly SvgNode[],
  paper: { widthMm: number; heightMm: number },
  title: string,
): Promise<Buffer> {
  const [width, height] = [paper.widthMm * ptPerMm, paper.heightMm * ptPerMm]
  return pdfmake
    .createPdf({
      pageSize: { width, height },
      pageMargins: [0, 0, 0, 0],
      info: { title },
      defaultStyle: { font: 'Text' },
      content: sheets.map((sheet, i) => ({
        svg: svgText(sheet),
        width,
        height,
        absolutePosition: { x: 0, y: 0 },
        ...(i > 0 ? { pageBreak: 'before' as const } : {}),
      })),
    })
    .getBuffer()
}
