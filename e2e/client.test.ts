import { readFileSync } from 'node:fs'
import type { BrowserContext, Page } from 'puppeteer-core'
import { countBytes, openPage, openRoom, signIn, type WatchedPage } from './support/openBrowser'
import { openPractice, type OpenPractice } from './support/openPractice'

const axeSource = readFileSync(require.resolve('axe-core/axe.min.js'), 'utf8')
const firstLoadKb = 120

let open: OpenPractice
let desk: Page
let url: string
let phone: WatchedPage
let context: BrowserContext
beforeAll(async () => {
  open = await openPractice()
  desk = open.page
  url = open.practice.url
  await signIn(desk, url)
  context = await desk.browser().createBrowserContext()
})
afterAll(async () => {
  await context.close()
  await open.close()
})

/** The clock of a page as the test sets it: a client's evening need not last an evening. */
const ownClock = () => {
  const Real = Date
  const ahead = () => Number(localStorage.getItem('test.ahead') ?? 0)
  globalThis.Date = class extends Real {
    constructor(...given: unknown[]) {
      if (given.length === 0) super(Real.now() + ahead())
      else super(...(given as [number]))
    }
    static override now() {
      return Real.now() + ahead()
    }
  } as DateConstructor
}
async function openPhone(size = { width: 390, height: 844 }): Promise<WatchedPage> {
  const watched = await openPage(context, size)
  await watched.page.evaluateOnNewDocument(ownClock)
  return watched
}
const go = async (page: Page, address: string) => {
  await page.goto(address, { waitUntil: 'load' })
  await page.waitForSelector('h1')
}
const tap = async (page: Page, selector: string) => {
  const found = await page.waitForSelector(selector)
  // a click on a button that is not ready yet would be lost without a word
  await page.waitForFunction((element) => !(element as HTMLButtonElement).disabled, {}, found)
  await found!.evaluate((element) => (element as HTMLElement).click())
}
const later = (page: Page, ms: number) =>
  page.evaluate(
    (more) =>
      localStorage.setItem('test.ahead', String(Number(localStorage.getItem('test.ahead') ?? 0) + more)),
    ms,
  )
/** Where it is ten in the morning, on the same date: an evening that is run through must not meet midnight because the tests run late. */
const notTooLate = async (page: Page) => {
  const hour = new Date().getHours()
  if (hour < 19) return
  const east = -new Date().getTimezoneOffset() / 60 - (hour - 10)
  // the names of these zones count westwards
  await page.emulateTimezone(`Etc/GMT${east > 0 ? '-' : '+'}${Math.abs(Math.round(east))}`)
}
const waitText = (page: Page, text: string) =>
  page.waitForFunction((wanted) => document.body.textContent?.includes(wanted), {}, text)
const sent = (page: Page) => page.waitForSelector('[data-sent="0"]')

async function makeLink(who: string): Promise<string> {
  await openRoom(desk, `${url}/person/demo${who}person`)
  await tap(desk, '[data-make-link]')
  await desk.waitForSelector('[data-made-link] svg path')
  const text = await desk.$eval('[data-made-link]', (card) => card.textContent ?? '')
  return /http\S+\/c\/#[\w-]{43}/.exec(text)![0]
}
async function logOf(
  who: string,
): Promise<{ id: string; day: string; pain?: number; stops?: string[]; words?: string; tests?: object[] }[]> {
  return desk.evaluate(
    async (id) => ((await (await fetch(`/api/people/${id}/log`)).json()) as { entries: [] }).entries,
    `demo${who}person`,
  )
}
async function until(isSo: () => Promise<boolean>): Promise<void> {
  while (!(await isSo())) await new Promise((resolve) => setTimeout(resolve, 200))
}
async function barriers(page: Page): Promise<string[]> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axeSource)
  return page.evaluate(async () => {
    const { axe } = window as unknown as {
      axe: { run: (o: object) => Promise<{ violations: { id: string; nodes: { html: string }[] }[] }> }
    }
    const { violations } = await axe.run({ resultTypes: ['violations'] })
    return violations.map((v) => `${v.id}: ${v.nodes[0]!.html}`)
  })
}

let address: string
test('first load by the link of the picture: small, nothing of the practice’s rooms, the token in no request', async () => {
  address = await makeLink('ketta')
  phone = await openPhone()
  const wire = await countBytes(phone.page)
  // the pictures come after the page can be used; they are counted by themselves
  const held: (() => void)[] = []
  await phone.page.setRequestInterception(true)
  const hold = (request: Parameters<Parameters<Page['on']>[1]>[0]) => {
    const asked = request as { url: () => string; continue: () => Promise<void> }
    if (asked.url().endsWith('/api/c/figures')) held.push(() => void asked.continue())
    else void asked.continue()
  }
  phone.page.on('request', hold)
  await go(phone.page, address)
  await sent(phone.page)
  await wire.quiet()
  const first = wire.take()
  expect(first.kb).toBeGreaterThan(50)
  expect(first.kb).toBeLessThanOrEqual(firstLoadKb)
  for (const letGo of held) letGo()
  await wire.quiet()
  phone.page.off('request', hold)
  await phone.page.setRequestInterception(false)
  expect(phone.requested.every((asked) => !asked.includes(address.split('#')[1]!) || asked === address)).toBe(
    true,
  )
  expect(phone.requested.filter((asked) => /\/assets\//.test(asked) && !/\/c\/assets\//.test(asked))).toEqual(
    [],
  )
  expect(phone.complaints).toEqual([])
})

test('with the network off: opens again, runs a whole session by its clock, takes the log; sent once when it is back', async () => {
  const { page } = phone
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready
  })
  await page.reload({ waitUntil: 'load' })
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null)
  await page.waitForSelector('[data-ready="true"]')
  const before = await logOf('ketta')
  await page.setOfflineMode(true)
  await notTooLate(page)
  await page.reload({ waitUntil: 'load' })
  await page.waitForSelector('h1')
  // to a day with a session, where today is one of rest
  for (let day = 0; day < 6 && (await page.$('[data-begin="0"]')) === null; day++) {
    await later(page, 86_400_000)
    await page.reload({ waitUntil: 'load' })
    await page.waitForSelector('h1')
  }
  const told = await page.$eval('[data-begin="0"]', (b) => b.closest('section')!.textContent ?? '')
  const plannedMin = Number(/about (\d+) minute/.exec(told)![1])
  await tap(page, '[data-begin="0"]')
  await page.waitForSelector('[data-kind="ready"]')
  expect(await page.$eval('.figure path', (p) => p.getAttribute('d')!.length)).toBeGreaterThan(10)
  await later(page, 11_000)
  await page.waitForSelector('[data-kind="work"]')
  expect(await barriers(page)).toEqual([])
  // paused, the clock does not run on
  await tap(page, '[data-pause]')
  const left = await page.$eval('[role="timer"]', (t) => t.textContent)
  await later(page, 60_000)
  await new Promise((resolve) => setTimeout(resolve, 500))
  expect(await page.$eval('[role="timer"]', (t) => t.textContent)).toBe(left)
  await tap(page, '[data-pause]')
  // closed in the middle: it waits where it was, and nothing counted meanwhile
  const place = await page.$eval('.walked', (p) => p.textContent)
  await page.reload({ waitUntil: 'load' })
  await later(page, 3 * 3_600_000)
  await page.waitForFunction(() => document.querySelector('[data-begin="0"]')?.textContent === 'Go on')
  await tap(page, '[data-begin="0"]')
  await page.waitForSelector('[data-stretch]')
  expect(await page.$eval('.walked', (p) => p.textContent)).toBe(place)
  // nobody looked for long: it pauses, and says so
  await later(page, 20 * 60_000)
  await page.waitForSelector('[data-away]')
  expect(await page.$eval('.walked', (p) => p.textContent)).toBe(place)
  await tap(page, '[data-pause]')
  // a locked screen: nothing ran on the page, and it stands where the clock says
  let minutes = 11 / 60
  while ((await page.$('[data-finished]')) === null) {
    await later(page, 30_000)
    minutes += 0.5
    await new Promise((resolve) => setTimeout(resolve, 350))
    expect(minutes).toBeLessThan(60)
  }
  expect(Math.abs(minutes - plannedMin)).toBeLessThanOrEqual(Math.max(1.2, plannedMin * 0.05 + 0.5))
  await tap(page, '[data-finish]')
  await page.waitForSelector('[data-save]')
  expect(await barriers(page)).toEqual([])
  const pick = (row: string, n: number) =>
    tap(page, `::-p-xpath(//legend[text()="${row}"]/..//button[@data-ten="${n}"])`)
  await pick('Worst pain today', 2)
  await tap(page, 'button[aria-label="left foot, heel"]')
  await pick('The first steps hurt', 1)
  await pick('Still sore from yesterday', 0)
  await page.type('textarea', 'offline evening')
  await tap(page, '[data-save]')
  await page.waitForSelector('[data-sent="1"]')
  expect(await barriers(page)).toEqual([])
  await page.close()
  const again = await openPhone()
  await go(again.page, address)
  await sent(again.page)
  phone = again
  await again.page.reload({ waitUntil: 'load' })
  await sent(again.page)
  const after = (await logOf('ketta')).filter((e) => !before.some((b) => b.id === e.id))
  expect(after).toHaveLength(1)
  expect(after[0]).toMatchObject({
    pain: 2,
    training: 'done',
    words: 'offline evening',
    places: [{ side: 'left' }],
  })
})

test('a stop sign pauses at once, offline too, cannot be clicked away, and opens again only from the practice', async () => {
  const { page } = phone
  await page.setOfflineMode(true)
  await tap(page, '[data-wrong]')
  await tap(page, '::-p-xpath(//label[contains(., "numb")]/input)')
  expect(await barriers(page)).toEqual([])
  await tap(page, '[data-stop]')
  await page.waitForSelector('[data-paused]')
  expect(await page.$eval('[data-paused] a.call', (a) => a.getAttribute('href'))).toBe('tel:01632960118')
  expect(await page.$('[data-begin], [data-write]')).toBeNull()
  await page.reload({ waitUntil: 'load' })
  await page.waitForSelector('[data-paused]')
  expect(await barriers(page)).toEqual([])
  await page.setOfflineMode(false)
  await page.reload({ waitUntil: 'load' })
  await page.waitForFunction(() => document.body.textContent?.includes('Nobody reads this page live'))
  await openRoom(desk, url)
  await waitText(desk, 'Ketta Dray')
  expect(
    await desk.$$eval('[data-level="stopSign"]', (lines) => lines.map((l) => l.textContent).join('\n')),
  ).toContain('numbness')
  // what the phone told shuts Hand over of the visit as well
  await openRoom(desk, `${url}/visit/demokettavisit1/handover`)
  await waitText(desk, 'Nothing is printed before it is settled.')
  expect(await desk.$eval('[data-pdf]', (b) => b.getAttribute('aria-disabled'))).toBe('true')
  await openRoom(desk, `${url}/person/demokettaperson`)
  await desk.waitForSelector('[data-proposal="stop"]')
  expect(await desk.$eval('[data-reopen]', (b) => (b as HTMLButtonElement).disabled)).toBe(true)
  await desk.type('[data-proposal] textarea', 'Seen: laces too tight.')
  await tap(desk, '[data-reopen]')
  await desk.waitForFunction(
    () => document.querySelector('[data-proposal]')?.getAttribute('data-proposal') !== 'stop',
  )
  await page.reload({ waitUntil: 'load' })
  await page.waitForFunction(
    () => document.querySelector('[data-paused]') === null && document.querySelector('h1'),
  )
  await waitText(page, 'a little less')
})

test('a small test on the day the plan looks: with its clock, kept for both sides, seen by the practice', async () => {
  const link = await makeLink('wen')
  const { page } = await openPhone()
  await go(page, link)
  await sent(page)
  const before = await page.evaluate(() => localStorage.getItem('test.ahead') ?? '0')
  const daysAhead = await page.evaluate(async () => {
    const answer = await fetch('/api/c/plan', { headers: { 'x-sturvo-link': location.hash.slice(1) } })
    const { plan } = (await answer.json()) as { plan: { days: { date: string; tests: string[] }[] } }
    const day = plan.days.find((d) => d.tests.includes('singleLegOpen'))!.date
    localStorage.removeItem('test.ahead')
    // noon of that day where the phone is: midnight of Greenwich is another day in half of the world
    return Math.round((Date.parse(`${day}T12:00`) - Date.now()) / 86_400_000)
  })
  await later(page, daysAhead * 86_400_000)
  await page.reload({ waitUntil: 'load' })
  await tap(page, '[data-test="singleLegOpen"]')
  await page.waitForSelector('.figure path')
  expect(await barriers(page)).toEqual([])
  await tap(page, '[data-stand]')
  await later(page, 17_000)
  await tap(page, '[data-stand]')
  await page.waitForFunction(
    () => document.querySelector<HTMLInputElement>('[data-tried="left"]')?.value === '17',
  )
  await page.type('[data-tried="right"]', '99')
  await page.waitForFunction(() => document.querySelector<HTMLButtonElement>('[data-save-test]')?.disabled)
  for (let figure = 0; figure < 2; figure++) await page.keyboard.press('Backspace')
  await page.type('[data-tried="right"]', '31')
  await page.waitForFunction(
    () => document.querySelector<HTMLInputElement>('[data-tried="right"]')?.value === '31',
  )
  await tap(page, '[data-save-test]')
  await waitText(page, 'Written down')
  // "all sent" may still stand from before: only what the practice has counts
  let looks = 0
  await until(async () => {
    // a page that was too slow sends when it is next looked at
    if (++looks % 60 === 0) await page.reload({ waitUntil: 'load' })
    return (await logOf('wen')).some((entry) => entry.tests?.length)
  })
  await openRoom(desk, `${url}/person/demowenperson`)
  const row = await desk.waitForSelector('[data-tried="singleLegOpen"]')
  expect(await row!.evaluate((r) => r.textContent)).toMatch(/17\s*31.*± 8 s/)
  // nothing was written for weeks: nothing has grown
  await page.waitForSelector('[data-held="silence"]')
  // and where the practice is out of reach for longer than a week, only the least is left; at last the page ends
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null)
  await page.setOfflineMode(true)
  await later(page, 8 * 86_400_000)
  await page.reload({ waitUntil: 'load' })
  await page.waitForSelector('[data-held="stale"]')
  expect(await page.$('.tide')).toBeNull()
  expect(await barriers(page)).toEqual([])
  await later(page, 400 * 86_400_000)
  await page.reload({ waitUntil: 'load' })
  await page.waitForSelector('[data-closed]')
  expect(await page.$eval('a.call', (a) => a.getAttribute('href'))).toBe('tel:01632960118')
  await page.evaluate((ahead) => localStorage.setItem('test.ahead', ahead), before)
  await page.close()
})

test('a proposal that is taken is on the phone as the new version, said in one sentence', async () => {
  const link = await makeLink('pia')
  const other = await openPage(await desk.browser().createBrowserContext(), { width: 390, height: 844 })
  await go(other.page, link)
  await sent(other.page)
  await openRoom(desk, `${url}/person/demopiaperson`)
  await desk.waitForSelector('[data-proposal="backOff"]')
  await tap(desk, '[data-take]')
  await waitText(desk, 'plan version 2')
  await other.page.reload({ waitUntil: 'load' })
  await waitText(other.page, 'lighter')
  await tap(other.page, '::-p-text(All right)')
  await other.page.waitForFunction(() => !document.body.textContent?.includes('lighter. Do less'))
  await other.page.browserContext().close()
})

test('Today by keys alone: a proposal is taken from the list', async () => {
  const versions = () =>
    desk.evaluate(
      async () =>
        ((await (await fetch('/api/people/demowenperson/plans')).json()) as { plans: object[] }).plans.length,
    )
  await openRoom(desk, url)
  const before = await versions()
  const take = await desk.waitForSelector('[data-take-here][aria-label="Hold a week: Wen Tallis"]')
  await take!.focus()
  await desk.keyboard.press('Enter')
  await desk.waitForFunction(
    () => document.querySelector('[data-take-here][aria-label$="Wen Tallis"]') === null,
  )
  expect(await versions()).toBe(before + 1)
})

test('a watch that was forgotten counts to the end of its day at most', async () => {
  const { page } = phone
  const before = await page.evaluate(() => localStorage.getItem('test.ahead') ?? '0')
  const dayMs = 86_400_000
  // on to a day that nothing was written of and that has something to count
  for (let day = 0; day === 0 || (await page.$('::-p-text(Start the watch)')) === null; day++) {
    expect(day).toBeLessThan(7)
    await later(page, dayMs)
    await page.reload({ waitUntil: 'load' })
    await page.waitForSelector('[data-sent]')
  }
  await tap(page, '::-p-text(Start the watch)')
  const left = await page.evaluate(() => {
    const began = new Date()
    return 24 * 60 - began.getHours() * 60 - began.getMinutes()
  })
  await later(page, dayMs)
  await page.reload({ waitUntil: 'load' })
  await tap(page, '[data-write-yesterday]')
  const minutes = await page.waitForSelector('.number input')
  const counted = Number(await minutes!.evaluate((i) => i.value))
  expect(counted).toBeGreaterThan(0)
  expect(counted).toBeLessThanOrEqual(left + 1)
  await page.evaluate((ahead) => localStorage.setItem('test.ahead', ahead), before)
  await page.reload({ waitUntil: 'load' })
})

test('a week from paper by keys alone', async () => {
  await openRoom(desk, `${url}/person/demowenperson`)
  const before = (await logOf('wen')).length
  await tap(desk, '[data-paper]')
  const first = await desk.waitForSelector('input[aria-label^="Mon, Training"]')
  await first!.focus()
  const start = Date.now()
  for (let day = 0; day < 7; day++)
    await desk.keyboard.type(day % 2 ? 'n0t1' : 'd210').then(() => enterTwice())
  expect(Date.now() - start).toBeLessThan(30_000)
  await desk.waitForFunction(() => document.querySelector('[data-save-paper]')?.textContent === 'Keep 7 days')
  await tap(desk, '[data-save-paper]')
  await waitText(desk, '(brought in)')
  const log = await logOf('wen')
  expect(log).toHaveLength(before + 7)
  expect(log.filter((e) => e.pain === 0).length).toBeGreaterThanOrEqual(3)
})
const enterTwice = async () => {
  await desk.keyboard.press('Enter')
  await desk.keyboard.press('Enter')
}

test.each([
  [390, 844],
  [320, 568],
  [844, 390],
  [1280, 800],
])('words half as long again break nothing at %i × %i', async (width, height) => {
  const { page } = await openPhone({ width, height })
  await go(page, address.replace('/c/', '/c/?words=long'))
  const fits = () =>
    page.evaluate(() => {
      const over = [...document.querySelectorAll('button, p, h1, h2, legend, span')].filter(
        (e) => e.getBoundingClientRect().right > innerWidth + 1 && !e.classList.contains('unseen'),
      )
      return [document.documentElement.scrollWidth <= innerWidth, over.map((e) => e.outerHTML.slice(0, 80))]
    })
  expect(await fits()).toEqual([true, []])
  await tap(page, '[data-write]')
  expect(await fits()).toEqual([true, []])
  await page.close()
})

test('four digits are asked for once, and the phone keeps none of them', async () => {
  const token = await desk.evaluate(async () => {
    const { csrf } = (await (await fetch('/api/session')).json()) as { csrf: string }
    const made = await fetch('/api/people/demokettaperson/links', {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'x-sturvo-csrf': csrf },
      body: JSON.stringify({ id: 'digitslink01', until: '2099-01-01', word: '4711' }),
    })
    return ((await made.json()) as { token: string }).token
  })
  const own = await desk.browser().createBrowserContext()
  const { page } = await openPage(own, { width: 390, height: 844 })
  await go(page, `${url}/c/#${token}`)
  await page.type('input', '4711')
  await tap(page, 'button[type="submit"]')
  await sent(page)
  const kept = await page.evaluate(async () => {
    const db = await new Promise<IDBDatabase>((resolve, reject) => {
      const asked = indexedDB.open('sturvo-plan')
      asked.onsuccess = () => resolve(asked.result)
      asked.onerror = () => reject(new Error('no store'))
    })
    const of = (name: string) =>
      new Promise<unknown>((resolve) => {
        const asked = db.transaction(name).objectStore(name).getAll()
        asked.onsuccess = () => resolve(asked.result)
      })
    return JSON.stringify([await of('links'), await of('kept'), { ...localStorage }])
  })
  expect(kept).toContain('"pass":"')
  expect(kept).not.toContain('4711')
  await page.reload({ waitUntil: 'load' })
  await sent(page)
  expect(await page.$('form input')).toBeNull()
  await own.close()
})

test('revoked, wrong: the same closed page, with the phone to call', async () => {
  await openRoom(desk, `${url}/person/demokettaperson`)
  for (;;) {
    const revoke = await desk
      .waitForSelector('::-p-xpath(//li[@data-link]//button[normalize-space()="Revoke"])', { timeout: 3000 })
      .catch(() => null)
    if (!revoke) break
    const id = await revoke.evaluate((b) => b.closest('li')!.getAttribute('data-link'))
    await revoke.evaluate((b) => (b as HTMLElement).click())
    await tap(desk, `[data-link="${id}"] [data-revoke]`)
    await desk.waitForFunction((gone) => !document.querySelector(`[data-link="${gone}"]`), {}, id)
  }
  const texts: string[] = []
  for (const to of [address, `${url}/c/#${'A'.repeat(43)}`]) {
    const { page } = await openPhone()
    await go(page, to)
    await page.waitForSelector('[data-closed]')
    texts.push(await page.$eval('main', (m) => m.textContent ?? ''))
    await page.close()
  }
  expect(texts[0]).toContain('01632 960 118')
  expect(texts[1]).toBe(texts[0])
})
