import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import type { Browser, Page } from 'puppeteer-core'
import sharp from 'sharp'
import { openBrowser, openPage, openRoom, signIn } from './support/openBrowser'
import { startPractice } from './support/startPractice'

const folder = join(__dirname, '..', 'docs', 'screenshots')
const visit = '/visit/demoansavisit1'
const pictures: [name: string, path: string][] = [
  ['today', '/'],
  ...['story', 'look', 'load', 'grade', 'shoes', 'plan', 'handover'].map((step): [string, string] => [
    step,
    // the one with a grade 2 shows the step best, and the narrow town shoes the shelf
    step === 'grade'
      ? '/visit/demosunavisit1/grade'
      : step === 'shoes'
        ? '/visit/demoodavisit1/shoes'
        : `${visit}/${step}`,
  ]),
  ['stop', '/visit/demoyuskvisit1/plan'],
  ['weeks', `${visit}/weeks`],
  ['pace', '/visit/demopiavisit1/pace'],
  ['person', '/person/demolioperson'],
  ['compare', '/person/demolioperson/compare?a=demolioearlier1&b=demoliovisit1'],
]

const tap = async (page: Page, selector: string) => {
  const found = await page.waitForSelector(selector)
  await found!.evaluate((element) => (element as HTMLElement).click())
}

// as text: what a program puts into functions to name them is unknown in the page
const clockAhead = `{
  const Real = Date
  const ahead = () => Number(localStorage.getItem('ahead') ?? 0)
  globalThis.Date = class extends Real {
    constructor(...given) { if (given.length === 0) super(Real.now() + ahead()); else super(...given) }
    static now() { return Real.now() + ahead() }
  }
}`

/** Four moments of the client's page beside each other, as phones lie on a table. */
async function clientPage(browser: Browser, desk: Page, url: string): Promise<void> {
  const linkOf = async (who: string) => {
    await openRoom(desk, `${url}/person/demo${who}person`)
    await tap(desk, '[data-make-link]')
    const card = await desk.waitForSelector('[data-made-link]')
    const text = await card!.evaluate((e) => e.textContent ?? '')
    return /http\S+\/c\/#[\w-]{43}/.exec(text)![0]
  }
  const links = { ketta: await linkOf('ketta') }
  const shots: Buffer[] = []
  const phone = async (link: string, steps: (page: Page) => Promise<unknown>) => {
    const context = await browser.createBrowserContext()
    const { page } = await openPage(context, { width: 390, height: 844 })
    await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: 'light' }])
    // where today is a day of rest, the picture shows the next one with a session
    await page.evaluateOnNewDocument(clockAhead)
    await page.goto(link, { waitUntil: 'load' })
    await page.waitForSelector('[data-ready="true"], [data-paused]')
    for (let day = 1; day < 6 && (await page.$('[data-begin], [data-paused]')) === null; day++) {
      await page.evaluate((ms) => localStorage.setItem('ahead', String(ms)), day * 86_400_000)
      await page.reload({ waitUntil: 'load' })
      await page.waitForSelector('h1')
    }
    await steps(page)
    await new Promise((resolve) => setTimeout(resolve, 400))
    shots.push(Buffer.from(await page.screenshot()))
    await context.close()
  }
  await phone(links.ketta, () => Promise.resolve())
  await phone(links.ketta, async (page) => {
    await tap(page, '[data-begin="0"]')
    await page.waitForSelector('[data-kind="work"]')
    await new Promise((resolve) => setTimeout(resolve, 6000))
  })
  await phone(links.ketta, async (page) => {
    await tap(page, '[data-write]')
    await tap(page, '::-p-xpath(//legend[text()="Worst pain today"]/..//button[@data-ten="3"])')
    await tap(page, 'button[aria-label="right foot, heel"]')
  })
  // ticked on the phone: nobody gets a link while a stop is open
  await phone(links.ketta, async (page) => {
    await tap(page, '[data-wrong]')
    await tap(page, '::-p-xpath(//label[contains(., "pale")]/input)')
    await tap(page, '[data-stop]')
    await page.waitForSelector('[data-paused]')
  })
  const gap = 20
  await sharp({
    create: { width: 4 * 390 + 5 * gap, height: 844 + 2 * gap, channels: 3, background: '#D9D4C5' },
  })
    .composite(shots.map((input, i) => ({ input, left: gap + i * (390 + gap), top: gap })))
    .png({ palette: true })
    .toFile(join(folder, 'client.png'))
}

/** Access, audit, copies and a file that comes in, as one picture of four. */
async function trustRooms(page: Page, url: string): Promise<void> {
  const shots: Buffer[] = []
  const shot = async () => {
    await new Promise((resolve) => setTimeout(resolve, 600))
    shots.push(Buffer.from(await page.screenshot()))
  }
  await openRoom(page, `${url}/person/demoansaperson`)
  // the visit as it was, brought back after somebody went on here: what was changed in both is asked about
  const bundle = await page.evaluate(async () =>
    (await fetch('/api/people/demoansaperson/export.json')).text(),
  )
  const spoken = JSON.parse(bundle) as { records: { person: { work: string; changed: string }[] } }
  spoken.records.person[0]!.work = 'pilot, and teaches at the harbour school'
  await openRoom(page, `${url}/practice/access`)
  await shot()
  await openRoom(page, `${url}/practice/copies`)
  await tap(page, '::-p-xpath(//button[normalize-space()="Make a copy now"])')
  await page.waitForSelector('[data-copies="fresh"]')
  await page.waitForSelector('[data-copy]')
  await tap(page, '::-p-xpath(//button[normalize-space()="Try the newest"])')
  await page.waitForSelector('::-p-text(can be restored)')
  await page.evaluate(() => scrollTo(0, 0))
  await shot()
  await openRoom(page, `${url}/practice/import`)
  await page.evaluate((text) => {
    const data = new DataTransfer()
    data.items.add(new File([text], 'ansa.sturvo.json', { type: 'application/json' }))
    const field = document.querySelector<HTMLInputElement>('input[type="file"]')!
    field.files = data.files
    field.dispatchEvent(new Event('change', { bubbles: true }))
  }, JSON.stringify(spoken))
  await page.waitForSelector('[data-conflict]')
  await shot()
  await openRoom(page, `${url}/practice/audit`)
  await page.waitForSelector('[data-audit]')
  await shot()
  const [wide, high, gap] = [1280, 800, 24]
  await sharp({
    create: { width: 2 * wide + 3 * gap, height: 2 * high + 3 * gap, channels: 3, background: '#D9D4C5' },
  })
    .composite(
      shots.map((input, i) => ({
        input,
        left: gap + (i % 2) * (wide + gap),
        top: gap + Math.floor(i / 2) * (high + gap),
      })),
    )
    .png({ palette: true })
    .toFile(join(folder, 'trust.png'))
}

/** One current picture of each main view, from the made-up practice only. */
async function main(): Promise<void> {
  mkdirSync(folder, { recursive: true })
  const [practice, open] = await Promise.all([startPractice(), openBrowser()])
  const { page } = await openPage(open.browser)
  await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: 'light' }])
  const take = async (name: string) => {
    await new Promise((resolve) => setTimeout(resolve, 500))
    await page.screenshot({ path: join(folder, `${name}.png`) })
  }
  await signIn(page, practice.url)
  if (process.argv[2] === 'trust') {
    await trustRooms(page, practice.url)
    await open.close()
    return practice.stop()
  }
  if (process.argv[2] === 'client') {
    await clientPage(open.browser, page, practice.url)
    await open.close()
    return practice.stop()
  }
  for (const [name, path] of pictures) {
    await openRoom(page, practice.url + path)
    await take(name)
  }
  await page.evaluate(() => localStorage.setItem('sturvo.eye.kind', '"heel"'))
  await openRoom(page, `${practice.url}/eye?seed=11`)
  await page.focus('[data-answer]')
  await page.keyboard.type('9')
  await page.keyboard.press('Enter')
  await take('eye')
  const pageOfShoes = async (who: string, name: string, file: string) => {
    await openRoom(page, `${practice.url}/visit/demo${who}visit1/shoes`)
    await page.evaluate(
      (wanted) =>
        [...document.querySelectorAll<HTMLElement>('[role="radio"]')]
          .find((b) => b.textContent?.startsWith(wanted))
          ?.click(),
      name,
    )
    await take(file)
  }
  await pageOfShoes('oda', 'Fit', 'fit')
  await openRoom(page, `${practice.url}${visit}/drills`)
  await page.locator('[data-line="dome"]').click()
  await take('drills')
  await openRoom(page, `${practice.url}/visit/demoliovisit1/retest`)
  await tap(page, '[data-to-end]')
  await page.waitForSelector('[data-compared]')
  await take('retest')
  await trustRooms(page, practice.url)
  await clientPage(open.browser, page, practice.url)
  await open.close()
  await practice.stop()
}

void main()
