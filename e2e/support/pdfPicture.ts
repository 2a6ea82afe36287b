import { readFileSync } from 'node:fs'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { dirname, join } from 'node:path'
import type { Browser } from 'puppeteer-core'

const library = dirname(require.resolve('pdfjs-dist/legacy/build/pdf.mjs'))
const files: Record<string, { type: string; content: () => string | Buffer }> = {
  '/': {
    type: 'text/html',
    content: () =>
      '<body style="margin:0;display:flex;gap:10px;background:#d9d4c5;padding:10px"></body><script type="module">import * as reader from "/pdf.mjs"; globalThis.reader = reader</script>',
  },
  '/pdf.mjs': { type: 'text/javascript', content: () => readFileSync(join(library, 'pdf.mjs')) },
  '/pdf.worker.mjs': {
    type: 'text/javascript',
    content: () => readFileSync(join(library, 'pdf.worker.mjs')),
  },
}

type Reader = {
  GlobalWorkerOptions: { workerSrc: string }
  getDocument: (from: { data: Uint8Array }) => {
    promise: Promise<{
      numPages: number
      getPage: (n: number) => Promise<{
        getViewport: (o: { scale: number }) => { width: number; height: number }
        render: (o: object) => { promise: Promise<void> }
      }>
    }>
  }
}

/** The pages of a PDF side by side, as a printer would put them on paper. */
export async function pdfPicture(
  browser: Browser,
  pdf: Buffer,
  path: `${string}.png`,
  scale = 1,
): Promise<void> {
  const server = createServer((request, response) => {
    const file = files[request.url ?? '']
    response
      .writeHead(file ? 200 : 404, { 'content-type': file?.type ?? 'text/plain' })
      .end(file?.content() ?? '')
  }).listen(0, '127.0.0.1')
  await new Promise((resolve) => server.once('listening', resolve))
  const page = await browser.newPage()
  await page.goto(`http://127.0.0.1:${(server.address() as AddressInfo).port}/`)
  await page.waitForFunction('globalThis.reader')
  await page.evaluate(
    async (data, wanted) => {
      const { reader } = globalThis as unknown as { reader: Reader }
      reader.GlobalWorkerOptions.workerSrc = '/pdf.worker.mjs'
      const document_ = await reader.getDocument({
        data: Uint8Array.from(atob(data), (c) => c.charCodeAt(0)),
      }).promise
      for (let n = 1; n <= document_.numPages; n++) {
        const sheet = await document_.getPage(n)
        const viewport = sheet.getViewport({ scale: wanted })
        const canvas = document.createElement('canvas')
        Object.assign(canvas, { width: viewport.width, height: viewport.height })
        document.body.append(canvas)
        await sheet.render({ canvas, canvasContext: canvas.getContext('2d'), viewport }).promise
      }
    },
    pdf.toString('base64'),
    scale,
  )
  const body = (await page.$('body'))!
  await body.screenshot({ path })
  await page.close()
  server.close()
}
