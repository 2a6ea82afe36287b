import { buffer } from 'node:stream/consumers'
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'

const document = await getDocument({ data: new Uint8Array(await buffer(process.stdin)), verbosity: 0 })
  .promise
let text = ''
for (let i = 1; i <= document.numPages; i++) {
  const content = await (await document.getPage(i)).getTextContent()
  text += content.items.map((item) => item.str + (item.hasEOL ? '\n' : '')).join('') + '\n'
}
process.stdout.write(JSON.stringify({ text: text.replaceAll('\u00a0', ' '), pages: document.numPages }))
