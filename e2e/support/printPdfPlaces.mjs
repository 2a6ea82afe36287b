import { buffer } from 'node:stream/consumers'
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'

// where every word of every page stands, in points from the lower left corner
const document = await getDocument({ data: new Uint8Array(await buffer(process.stdin)), verbosity: 0 })
  .promise
const pages = []
for (let n = 1; n <= document.numPages; n++) {
  const page = await document.getPage(n)
  const { items } = await page.getTextContent()
  pages.push({
    view: page.view,
    words: items
      .filter(({ str }) => str?.trim())
      .map(({ str, transform, width, height }) => ({
        text: str,
        x: transform[4],
        y: transform[5],
        width,
        height,
      })),
  })
}
process.stdout.write(JSON.stringify(pages))
