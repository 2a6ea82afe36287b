import type { Page } from 'puppeteer-core'
import { clickText, openRoom, saved, signIn, type WatchedPage } from './support/openBrowser'
import { openPractice, type OpenPractice } from './support/openPractice'
import { pdfText } from './support/pdfText'
import type { Practice } from './support/startPractice'

let open: OpenPractice
let practice: Practice
let watched: WatchedPage
let page: Page
beforeAll(async () => {
  open = await openPractice()
  ;({ practice, watched, page } = open)
  await signIn(page, practice.url)
})
afterAll(() => open.close())

const shoesOf = (who: string) => openRoom(page, `${practice.url}/visit/demo${who}visit1/shoes`)
async function put(label: string, text: string): Promise<void> {
  const field = await page.waitForSelector(`aria/${label}[role="textbox"]`)
  await field!.click()
  // the field puts its caret before the unit a moment after the click
  await new Promise((resolve) => setTimeout(resolve, 120))
  await page.keyboard.down('Control')
  await page.keyboard.press('a')
  await page.keyboard.up('Control')
  await field!.type(text)
}
const pageOf = async (name: string) => {
  await page.evaluate((wanted) => {
    const button = [...document.querySelectorAll<HTMLElement>('[role="radio"]')].find((b) =>
      b.textContent?.startsWith(wanted),
    )
    button?.click()
  }, name)
}
/** Drawings take the focus as fields do. */
const focusOn = (selector: string) => page.$eval(selector, (e) => (e as SVGElement).focus())
const textOf = (selector: string) => page.$eval(selector, (e) => e.textContent ?? '')
const verdict = () => textOf('[aria-label^="Verdict"] h3')

test('a quick shoe becomes a measured one, its verdict answers, and its inside is drawn', async () => {
  await shoesOf('oda')
  await clickText(page, 'Add a shoe')
  await put('Worn a week', '9')
  await put('Stack at the heel', '26')
  await put('Stack at the forefoot', '18')
  await page.waitForSelector('[aria-label^="Shoe 6: 26 mm under the heel, 18 under the forefoot"]')
  await put('Inner width, toes', '70')
  await clickText(page, 'Measure all of it')
  await put('Inner length', '258')
  await put('Inner width, ball', '86')
  await put('Inner width, heel', '62')
  await saved(page)
  expect(await textOf('[aria-label="Inside of the shoe"]')).toContain('Drawn from its measures')
  expect(await verdict()).not.toBe('')
})

test('the inside is traced on a photo of the insole: sheet found, four taps, and the line follows', async () => {
  await clickText(page, 'Photo on a sheet')
  await page.waitForSelector('[role="dialog"]')
  await clickText(page, 'Simulated camera')
  await page.waitForSelector('[aria-label="Photo of the insole"] canvas')
  await page.waitForFunction(() => document.body.textContent?.includes('Sheet found by itself'))
  // where the insole is, from its colour on the sheet: its extreme points are what a finger would tap
  const taps = await page.evaluate(() => {
    const canvas = document.querySelector<HTMLCanvasElement>('[aria-label="Photo of the insole"] canvas')!
    const { width, height } = canvas
    const { data } = canvas.getContext('2d')!.getImageData(0, 0, width, height)
    const isSole = (x: number, y: number) => {
      const i = (y * width + x) * 4
      const [r, b] = [data[i]!, data[i + 2]!]
      // warmer than paper, whatever its tone and the light on it
      return (r - b) / (r + b) > 0.12
    }
    // from the middle of the sheet outwards, until the sole ends
    const [cx, cy] = [Math.round(width / 2), Math.round(height / 2)]
    const reach = (dx: number, dy: number) => {
      let [x, y] = [cx, cy]
      while (isSole(x + dx, y + dy)) [x, y] = [x + dx, y + dy]
      return { x, y }
    }
    const box = canvas.getBoundingClientRect()
    const place = (p: { x: number; y: number }) => ({
      x: box.left + (p.x * box.width) / width,
      y: box.top + (p.y * box.height) / height,
    })
    return {
      low: place(reach(0, 1)),
      left: place(reach(-1, 0)),
      high: place(reach(0, -1)),
      right: place(reach(1, 0)),
    }
  })
  const isRight = await page.evaluate(
    () =>
      document.querySelector<HTMLInputElement>('[aria-label="Side of the insole"] input[value="right"]')
        ?.checked ?? true,
  )
  // on a right sole, seen from above, the big-toe side lies left
  for (const at of [taps.low, isRight ? taps.left : taps.right, taps.high, isRight ? taps.right : taps.left])
    await page.mouse.click(at.x, at.y)
  await page.waitForFunction(() => /Traced: \d+ mm long/.test(document.body.textContent ?? ''))
  await clickText(page, 'Use this inside')
  await page.waitForFunction(() => document.body.textContent?.includes('Traced on a photo'))
  await saved(page)
})

test('the overlay is nudged by keys and by hand, and undo takes it back', async () => {
  await pageOf('Fit')
  const left = '[aria-label^="Shoe under the left foot"]'
  await page.waitForSelector(left)
  const outline = () => page.$eval(`${left} path[stroke-dasharray]`, (path) => path.getAttribute('transform'))
  const before = await outline()
  await focusOn(left)
  for (const key of ['ArrowRight', 'ArrowUp', '.'] as const) await page.keyboard.press(key)
  const keyed = await outline()
  expect(keyed).not.toBe(before)
  const box = await page.$eval(`${left} path[stroke-dasharray]`, (path) => {
    const r = path.getBoundingClientRect()
    return { x: r.x + r.width / 2, y: r.y + r.height / 2 }
  })
  await page.mouse.move(box.x, box.y)
  await page.mouse.down()
  await page.mouse.move(box.x + 9, box.y - 4, { steps: 4 })
  await page.mouse.up()
  expect(await outline()).not.toBe(keyed)
  await page.keyboard.down('Control')
  await page.keyboard.press('z')
  await page.keyboard.up('Control')
  await page.waitForFunction(
    (selector, wanted) =>
      document.querySelector(`${selector} path[stroke-dasharray]`)?.getAttribute('transform') === wanted,
    {},
    left,
    keyed,
  )
})

test('spacers are drawn in and judged; the decision stands over the proposal; the paper is at true size', async () => {
  await put('Gap 1', '6')
  await page.waitForFunction(() =>
    /with spacers(will not fit|fits)/.test(document.querySelector('table')?.textContent ?? ''),
  )
  await page.evaluate(() => {
    const radios = [...document.querySelectorAll<HTMLElement>('[aria-label^="Verdict"] [role="radio"]')]
    radios.find((b) => b.textContent === 'Limit')?.click()
  })
  await saved(page)
  await put('At most a week', '3')
  await page.waitForFunction(
    () => document.querySelector('[aria-label^="Verdict"] h3')?.textContent === 'Limit to 3 h a week',
  )
  await saved(page)
  const href = await page.$eval('a[href*="fit.pdf?paper=a4"]', (a) => a.getAttribute('href')!)
  const bytes = await page.evaluate(
    async (url) => Array.from(new Uint8Array(await (await fetch(url)).arrayBuffer())),
    href,
  )
  const { text, pages } = await pdfText(new Uint8Array(bytes))
  expect(pages).toBe(2)
  for (const part of ['Oda Fennick', 'Shoe 6', 'must measure 100 mm', 'What to look for', 'inside at least'])
    expect(text).toContain(part)
  // the client's page carries the decision
  await openRoom(page, `${practice.url}/visit/demoodavisit1/handover`)
  await page.waitForFunction(() =>
    document
      .querySelector('[aria-label="The client\'s page"]')
      ?.textContent?.includes('Shoe 6: at most 3 hours a week'),
  )
})

test('one matrix says that the support does not go into the boot, and the ground why it could not hold', async () => {
  await shoesOf('suna')
  await pageOf('Devices')
  await page.waitForSelector('table td[data-verdict="no"]')
  const cells = await page.$$eval('table td', (all) => all.map((td) => td.textContent))
  expect(cells[0]).toMatch(/does not fit.*too high at the arch.*nothing beneath it/)
  expect(cells.some((text) => text?.startsWith('fits'))).toBe(true)
  await pageOf('Ground')
  await page.waitForSelector('svg[aria-label*="left leg from behind"]')
  expect(await textOf('table')).toContain('beside the base')
})

test('what if: hours are moved by keyboard alone, the profile answers, and they are kept', async () => {
  await shoesOf('ansa')
  await clickText(page, 'What if')
  const border = '[aria-label="Hours between Deck boots and Canvas slip-ons"]'
  await page.waitForSelector(border)
  await focusOn(border)
  for (let i = 0; i < 12; i++) await page.keyboard.press('ArrowLeft')
  await page.waitForFunction(() =>
    document.querySelector('[aria-label^="Shelf profile"]')?.textContent?.includes('→'),
  )
  await clickText(page, 'Keep these hours')
  await page.waitForSelector('[aria-label^="Deck boots:"][aria-label$="48 h a week"]')
  await saved(page)
  expect(watched.complaints).toEqual([])
})
