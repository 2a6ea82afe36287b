import { papers, svgText, type Paper, type SvgNode } from '@sturvo/pages/feetPage'
import { pdfmake } from './fonts'

/** The drawn page on paper of its own size, without a margin: the drawing brings its own. */
export async function feetPdf(page: SvgNode, paper: Paper, title: string): Promise<Buffer> {
  const { width, height } = papers[paper]
  return pdfmake
    .createPdf({
      pageSize: { width, height },
      pageMargins: [0, 0, 0, 0],
      info: { title },
      defaultStyle: { font: 'Text' },
      content: [{ svg: svgText(page), width, height }],
    })
    .getBuffer()
}
