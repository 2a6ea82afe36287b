import type { Page } from 'puppeteer-core'
import { eyeQuestion, sittingSeed } from '@sturvo/core/eye'
import { cell, clickText, openRoom, saved, signIn, type WatchedPage } from './support/openBrowser'
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

const grade = () => page.$eval('[aria-label="Grade of the arch"] [data-side="right"] p', (p) => p.textContent)
const step = (name: string) => `${practice.url}/visit/demojoryvisit1/${name}`
const trial = (measure: string, n: number) =>
  `[data-row="${measure}"] [data-side="right"] input[aria-label$="${n === 1 ? 'right' : `trial ${n}`}"]`
/** Types into a field in place of what is there; nothing empties it. */
async function put(selector: string, text: string): Promise<void> {
  const field = await page.waitForSelector(selector, { visible: true })
  await field!.click({ count: 3 })
  if (text === '') await page.keyboard.press('Delete')
  else await field!.type(text)
}
const again = (measure: string) => page.locator(`[data-again="${measure}.right"]`).click()

test('three trials of the navicular height, dots with who and when, and the own error grows by two pairs', async () => {
  const pairs = async () => {
    await openRoom(page, `${practice.url}/practice/errors`)
    await page.waitForSelector('[data-error="semNavicularMm"]')
    return page.$eval('[data-error="semNavicularMm"] td:nth-of-type(2)', (td) =>
      parseInt(td.textContent ?? '', 10),
    )
  }
  const before = await pairs()
  await openRoom(page, step('grade'))
  await put(cell('navicularActive', 'right'), '50.6')
  await again('navicularActive')
  await put(trial('navicularActive', 2), '50.2')
  // the next field is there already: who repeats goes on repeating
  await put(trial('navicularActive', 3), '50.4')
  await saved(page)
  await page.locator('button[aria-label*="Lifted by the client, right: mean of 3"]').click()
  await page.waitForFunction(() => document.querySelectorAll('[role="dialog"] tbody tr').length === 3)
  const rows = await page.$$eval('[role="dialog"] tbody tr', (trs) => trs.map((tr) => tr.textContent))
  expect(rows.every((row) => row?.includes('Ilse Marrack'))).toBe(true)
  await page.keyboard.press('Escape')
  expect(await pairs()).toBe(before + 2)
})

test('a borderline grade says what would settle it; the second trial does; the page and its PDF follow', async () => {
  await openRoom(page, step('grade'))
  // a low, loose arch of grade 1 or 2: what the client lifts lies at the edge
  for (const [measure, value] of [
    ['navicularSit', '48'],
    ['navicularStand', '33'],
    ['navicularPassive', '48'],
  ] as const) {
    await put(cell(measure, 'right'), value)
    if (await page.$(trial(measure, 2))) await put(trial(measure, 2), value)
  }
  await put(trial('navicularActive', 1), '46.2')
  await put(trial('navicularActive', 2), '')
  await put(trial('navicularActive', 3), '')
  await saved(page)
  expect(await grade()).toMatch(/borderline/)
  const settles = await page.$eval(
    '[aria-label="Grade of the arch"] [data-side="right"] p[class*="settles"]',
    (p) => p.textContent,
  )
  expect(settles).toMatch(/^A second trial active would make it about \d+/)
  await again('navicularActive')
  await page.keyboard.type('49.5')
  // the second trial counts as soon as it is whole
  const until = Date.now() + 10_000
  while (/borderline/.test((await grade()) ?? '') && Date.now() < until)
    await new Promise((r) => setTimeout(r, 100))
  await saved(page)
  expect(await grade()).not.toMatch(/borderline/)
  expect(await grade()).toMatch(/grade 1/)
  await clickText(page, 'Where the feet stand')
  await page.waitForSelector('svg[viewBox="0 0 842 595"]')
  const words = await page.$eval('svg[viewBox="0 0 842 595"]', (svg) => svg.textContent ?? '')
  expect(words).toContain('Where the feet stand: Jory Pell')
  expect(words).toMatch(/grade 1/)
  for (const paper of ['a4', 'letter']) {
    const bytes = await page.evaluate(
      async (url) => Array.from(new Uint8Array(await (await fetch(url)).arrayBuffer())),
      `/api/visits/demojoryvisit1/feet.pdf?paper=${paper}`,
    )
    const { text, pages } = await pdfText(new Uint8Array(bytes))
    expect(pages).toBe(1)
    for (const part of ['Where the feet stand: Jory Pell', 'Arch map', 'Grades', 'Rolls in', 'grade 1'])
      expect(text).toContain(part)
  }
  const wrong = await page.evaluate(
    async () => (await fetch('/api/visits/demojoryvisit1/feet.pdf?paper=a0')).status,
  )
  expect(wrong).toBe(422)
})

test('points of the agreement plot are reached by keyboard and named', async () => {
  await openRoom(page, `${practice.url}/practice/errors`)
  const plot = await page.waitForSelector('[aria-roledescription="chart"]')
  await plot!.focus()
  await page.keyboard.press('ArrowRight')
  const said = await page.$eval('figure [aria-live="polite"]', (p) => p.textContent)
  expect(said).toMatch(/, (left|right): [\d.]+ and [\d.]+ mm$/)
  await page.keyboard.press('End')
  expect(await page.$eval('figure [aria-live="polite"]', (p) => p.textContent)).not.toBe(said)
  // the slip that was typed into an earlier visit is proposed, with a way there
  await page.waitForSelector('section[aria-labelledby="suspects"] a')
  expect(await page.$eval('section[aria-labelledby="suspects"]', (s) => s.textContent)).toContain(
    'Lio Penhale',
  )
})

test('ten questions of a known sitting, all answered 3° too small by keyboard: the habit is named', async () => {
  await page.evaluate(() => {
    localStorage.setItem('sturvo.eye.kind', '"heel"')
    localStorage.setItem('sturvo.eye.level', '"1"')
  })
  await openRoom(page, `${practice.url}/eye?seed=2026`)
  for (let i = 0; i < 10; i++) {
    await page.waitForSelector('[data-question="heel"][data-truth-shown="false"]')
    const truth = truthOf(i)
    await page.focus('[data-answer]')
    await page.keyboard.type(String(Math.max(-12, truth - 3)))
    await page.keyboard.press('Enter')
    await page.waitForSelector('[data-truth-shown="true"]')
    await page.keyboard.press('Enter')
  }
  await page.waitForSelector('::-p-text(You read heel angles)')
  const habit = await page.$eval('section[aria-label="Habits"]', (s) => s.textContent)
  expect(habit).toMatch(/You read heel angles \d\.?\d?° too small/)
})

/** The truth of the i-th question of the sitting, from the core itself. */
function truthOf(index: number): number {
  const { asks } = eyeQuestion('heel', 1, sittingSeed(2026, index))
  if (asks.ask !== 'number') throw new Error('heel asks for a number')
  return asks.truth
}

test('nothing complained on the way', () => {
  expect(watched.complaints).toEqual([])
})
