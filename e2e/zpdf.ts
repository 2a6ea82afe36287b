import { readFileSync } from 'node:fs'
import { openBrowser, openPage, signIn } from './support/openBrowser'
async function main() {
  const base = 'http://127.0.0.1:4333'
  const { browser } = await openBrowser()
  const { page } = await openPage(browser)
  await signIn(page, base)
  const b64 = await page.evaluate(async (u) => {
    const b = new Uint8Array(await (await fetch(u)).arrayBuffer())
    let s = ''
    for (const x of b) s += String.fromCharCode(x)
    return btoa(s)
  }, process.argv[2]!)
  const lib = readFileSync(require.resolve('pdfjs-dist/build/pdf.min.mjs'), 'utf8')
  const worker = readFileSync(require.resolve('pdfjs-dist/build/pdf.worker.min.mjs'), 'utf8')
  const p2 = await browser.newPage()
  await p2.setViewport({ width: 900, height: 1200 })
  await p2.goto('about:blank')
  await p2.evaluate(
    async (l, w, data) => {
      const url = URL.createObjectURL(new Blob([l], { type: 'text/javascript' }))
      const m: any = await import(url)
      m.GlobalWorkerOptions.workerSrc = URL.createObjectURL(new Blob([w], { type: 'text/javascript' }))
      const doc = await m.getDocument({ data: Uint8Array.from(atob(data), (c) => c.charCodeAt(0)) }).promise
      for (let i = 1; i <= Math.min(2, doc.numPages); i++) {
        const pg = await doc.getPage(i)
        const vp = pg.getViewport({ scale: 1.4 })
        const c = document.createElement('canvas')
        c.width = vp.width
        c.height = vp.height
        document.body.append(c)
        await pg.render({ canvasContext: c.getContext('2d')!, viewport: vp, canvas: c }).promise
      }
    },
    lib,
    worker,
    b64,
  )
  await p2.screenshot({ path: '/tmp/shots/pdf.png', fullPage: false })
  await browser.close()
}
void main()
