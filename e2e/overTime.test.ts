import type { Page } from 'puppeteer-core'
import { openRoom, saved, signIn, type WatchedPage } from './support/openBrowser'
import { openPractice, type OpenPractice } from './support/openPractice'

let open: OpenPractice
let url: string
let page: Page
let watched: WatchedPage
beforeAll(async () => {
  open = await openPractice()
  ;({ page, watched } = open)
  ;({ url } = open.practice)
  await signIn(page, url)
})
afterAll(() => open.close())

const click = async (selector: string) => {
  const found = await page.waitForSelector(selector)
  await page.waitForFunction((element) => !(element as HTMLButtonElement).disabled, {}, found)
  await found!.evaluate((element) => (element as HTMLElement).click())
}
const textOf = (selector: string) => page.$eval(selector, (e) => e.textContent ?? '')
const all = (selector: string, attribute: string) =>
  page.$$eval(selector, (list, name) => list.map((e) => e.getAttribute(name) ?? ''), attribute)
const type = async (label: string, value: string) => {
  const field = await page.waitForSelector(`input[aria-label="${label}"]`)
  await field!.click({ clickCount: 3 })
  await page.keyboard.type(value)
}

test('the whole half year on one line: read at any day by keys, zoomed, folded', async () => {
  await openRoom(page, `${url}/person/demolioperson`)
  const line = await page.waitForSelector('canvas[role="slider"]')
  const read = () => textOf('[data-read-at]')
  expect(await read()).toMatch(/plan version 4/)
  await line!.focus()
  await page.keyboard.press('Home')
  await page.waitForFunction(() => document.querySelector('[data-read-at]')?.textContent?.includes('visit 1'))
  const spanDays = async () => {
    const [from, to] = await Promise.all([
      all('canvas[role="slider"]', 'data-from'),
      all('canvas[role="slider"]', 'data-to'),
    ])
    return (Date.parse(to[0]!) - Date.parse(from[0]!)) / 86_400_000
  }
  const whole = await spanDays()
  for (let i = 0; i < 4; i++) await page.keyboard.press('+')
  await page.waitForFunction(
    (before) => {
      const canvas = document.querySelector('canvas[role="slider"]')!
      const days =
        (Date.parse(canvas.getAttribute('data-to')!) - Date.parse(canvas.getAttribute('data-from')!)) /
        86_400_000
      return days < before * 0.5
    },
    {},
    whole,
  )
  await page.keyboard.press('ArrowRight')
  expect(await read()).not.toMatch(/visit 1/)
  await page.keyboard.press('0')
  const tall = await line!.evaluate((c) => c.clientHeight)
  await click('::-p-xpath(//button[normalize-space()="Shoes, hours a week"])')
  await page.waitForFunction((before) => document.querySelector('canvas')!.clientHeight < before, {}, tall)
  // what was drawn is there: no empty canvas
  const inks = await line!.evaluate((canvas) => {
    const c = canvas
    const { data } = c.getContext('2d')!.getImageData(0, 0, c.width, c.height)
    const seen = new Set<number>()
    for (let i = 0; i < data.length; i += 400) seen.add((data[i]! << 16) | (data[i + 1]! << 8) | data[i + 2]!)
    return seen.size
  })
  expect(inks).toBeGreaterThan(5)
  await click('::-p-xpath(//button[normalize-space()="Shoes, hours a week"])')
})

test('Lio’s half year: travel and balance really better, big-toe bend within error; four versions, one in force', async () => {
  expect(await all('[data-version]', 'data-version')).toEqual(['4', '3', '2', '1'])
  expect(await all('[data-in-force="true"]', 'data-version')).toEqual(['4'])
  await click('[data-compare]')
  await page.waitForSelector('[data-compared]')
  expect(page.url()).toContain('a=demolioearlier1&b=demoliovisit1')
  const judged = async (row: string) => (await all(`[data-compared="${row}"]`, 'data-judged'))[0]
  expect(await judged('archTravel.right')).toBe('real')
  expect(await judged('singleLegOpen.left')).toBe('real')
  expect(await judged('bigToeExtension.left')).toBe('withinError')
  expect(await judged('bigToeExtension.right')).toBe('withinError')
  expect(await textOf('[data-by-chance]')).toMatch(/chance alone would call about/)
})

test('one visit laid over the other: by slide and blink; the days tell which came first; one page of paper', async () => {
  const shown = () => page.$eval('[data-showing]', (svg) => svg.getAttribute('data-showing'))
  expect(await shown()).toBe('both')
  expect(await page.$$eval('[data-visit] [data-foot="left"]', (feet) => feet.length)).toBe(2)
  await click('::-p-xpath(//label[normalize-space()="Slide"])')
  await page.waitForSelector('[data-showing="slide"]')
  await click('::-p-xpath(//label[normalize-space()="Blink"])')
  await page.waitForSelector('[data-showing="before"]')
  await page.waitForSelector('[data-showing="after"]')
  await click('::-p-xpath(//label[normalize-space()="Both"])')
  const days = await textOf('[data-compared-days]')
  await openRoom(page, `${url}/person/demolioperson/compare?a=demoliovisit1&b=demolioearlier1`)
  await page.waitForSelector('[data-compared]')
  expect(await textOf('[data-compared-days]')).toBe(days)
  const pdf = Buffer.from(await page.pdf({ preferCSSPageSize: true }))
  expect(pdf.toString('latin1').match(/\/Type\s*\/Page\b/g)).toHaveLength(1)
})

test('a new visit of a known person is a re-test: only rows that are due, each with its value of before', async () => {
  await openRoom(page, `${url}/people`)
  await click(
    '::-p-xpath(//div[@role="row"][contains(., "Ketta Dray")]//button[normalize-space()="New visit"])',
  )
  await page.waitForFunction(() => location.pathname.endsWith('/retest'))
  await page.waitForSelector('[data-due="kneeToWall"]')
  const due = await all('[data-due]', 'data-due')
  expect(due).toContain('singleLegOpen')
  expect(due.length).toBeLessThan(20)
  // Ketta's outline was fine: not asked for again
  expect(due).not.toContain('footLength')
  expect(await textOf('[data-due="kneeToWall"]')).toMatch(/before: \d+ mm/)
  expect(await textOf('header')).toBeTruthy()
  expect(await page.$('[data-unasked]')).not.toBeNull()
})

test('measured anew or called unchanged; what it says and what that means', async () => {
  await type('Knee to wall, left', '118')
  await type('Knee to wall, right', '119')
  await click('[data-unchanged="singleLegOpen.left"]')
  await click('[data-unchanged="singleLegOpen.right"]')
  await saved(page)
  await click('[data-to-end]')
  await page.waitForSelector('[data-compared="kneeToWall.left"]')
  expect(await textOf('[data-compared="singleLegOpen.left"]')).toMatch(/seen as unchanged/)
  // no plan of this visit can be made yet, and nothing steps up on top of that
  expect((await all('[data-act]', 'data-act'))[0]).toBe('ask')
  expect(await all('[data-act]', 'data-act')).not.toContain('stepUp')
})

test('with the red flags asked the plan goes on from the one in force, and says what it changed', async () => {
  const visit = page.url().split('/').at(-2)!
  await page.evaluate(async (id) => {
    const headers = { 'content-type': 'application/json' }
    const session = (await (await fetch('/api/session')).json()) as { csrf: string }
    const { version, fields } = (await (await fetch(`/api/visits/${id}`)).json()) as {
      version: number
      fields: Record<string, unknown>
    }
    const before = (await (await fetch(`/api/visits/${String(fields['answer.retestOf'])}`)).json()) as {
      fields: Record<string, unknown>
    }
    const changes = Object.keys(before.fields)
      .filter((path) => path.startsWith('answer.caution:') && fields[path] === undefined)
      .map((path) => ({ path, value: false }))
    await fetch(`/api/visits/${id}`, {
      method: 'PATCH',
      headers: { ...headers, 'x-sturvo-csrf': session.csrf, 'if-match': `"${version}"` },
      body: JSON.stringify({ changes: [...changes, { path: 'answer.worstPain', value: 1 }] }),
    })
  }, visit)
  await openRoom(page, `${url}/visit/${visit}/plan`)
  await page.waitForSelector('[data-proven="true"]')
  const why = await page.waitForSelector(
    '::-p-xpath(//textarea[@id = //label[normalize-space()="Why, in your words"]/@for])',
  )
  await why!.type('Ankle is there, balance is not.')
  await click('::-p-xpath(//button[starts-with(normalize-space(), "Keep this plan as version 2")])')
  await page.waitForSelector('[data-kept="2"]')
  await openRoom(page, `${url}/person/demokettaperson`)
  const newest = '[data-version="2"]'
  await page.waitForSelector(newest)
  expect(await textOf(newest)).toMatch(/in force.*Ankle is there, balance is not/s)
  await click(`${newest} button`)
  await page.waitForSelector('[data-difference="2"]')
  expect(await textOf('[data-difference="2"]')).toMatch(/Otherwise than version 1/)
})

test('back to the first version makes a third, with its reason; the second stays', async () => {
  await click('[data-version="1"] button')
  const words = await page.waitForSelector('[data-difference="1"] textarea')
  await words!.type('Too much at once.')
  await click('[data-back-to="1"]')
  await page.waitForSelector('[data-version="3"][data-in-force="true"]')
  expect(await textOf('[data-version="3"]')).toMatch(/back to an earlier version.*Too much at once/s)
  expect(await all('[data-version]', 'data-version')).toEqual(['3', '2', '1'])
  expect(watched.complaints).toEqual([])
})
