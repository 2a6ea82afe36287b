import puppeteer from 'puppeteer-core'
import { signIn, openPage, openRoom } from '../e2e/support/openBrowser'
// URL W H out room selectorToScroll [click selectors...]
async function main() {
  const [url, w, h, out, room, sel, ...clicks] = process.argv.slice(2)
  const b = await puppeteer.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  })
  const { page } = await openPage(b, { width: Number(w), height: Number(h) })
  await signIn(page, url!)
  await openRoom(page, url + room!)
  await new Promise((x) => setTimeout(x, 3500))
  for (const c of clicks) {
    await page.waitForSelector(c)
    await page.$eval(c, (e) => e.dispatchEvent(new MouseEvent('click', { bubbles: true })))
    await new Promise((x) => setTimeout(x, 800))
  }
  if (sel && sel !== '-') {
    await page.waitForSelector(sel)
    await page.$eval(sel, (e) => e.scrollIntoView({ block: 'start' }))
    await new Promise((x) => setTimeout(x, 500))
  }
  await page.screenshot({ path: out as never })
  await b.close()
}
void main()
