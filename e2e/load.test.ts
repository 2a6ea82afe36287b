import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import type { Page } from 'puppeteer-core'
import { csvHead, csvLine } from '@sturvo/core/pressure'
import {
  cell,
  clickText,
  fill,
  openRoom,
  saved,
  signIn,
  textOf,
  type WatchedPage,
} from './support/openBrowser'
import { openPractice, type OpenPractice } from './support/openPractice'
import type { Practice } from './support/startPractice'

let open: OpenPractice
let practice: Practice
let watched: WatchedPage
let page: Page
const folder = mkdtempSync(join(tmpdir(), 'sturvo-recordings-'))
beforeAll(async () => {
  open = await openPractice()
  ;({ practice, watched, page } = open)
  await signIn(page, practice.url)
})
afterAll(async () => {
  await open.close()
  rmSync(folder, { recursive: true })
})

const visit = (key: string, step: string) => `${practice.url}/visit/demo${key}visit1/${step}`
const button = (name: string) => `::-p-aria([name="${name}"][role="button"])`
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))
const phase = (words: string) => page.waitForSelector(`output ::-p-text(${words})`)
/** Lets it record for a while, ends it, waits until it is measured and saved. */
async function recordFor(ms: number): Promise<void> {
  await phase('Recording')
  await pause(ms)
  await page.locator(button('Stop')).click()
  await page.waitForSelector('section[aria-label="Measured"]')
  await page.waitForSelector('section[aria-label="Recordings of this visit"] [aria-current="true"]')
}

test('a mat is picked, tested and zeroed in the corner of the Trail', async () => {
  await openRoom(page, visit('bo', 'load'))
  await page.locator('[data-devices]').click()
  await page.waitForSelector('::-p-text(Simulated mat, 64 × 64)')
  await page.locator('::-p-xpath((//button[text()="Test"] | //button[.//text()="Test"])[1])').click()
  await page.waitForSelector('svg[aria-label^="Test picture, peak"]')
  await page.locator('::-p-xpath((//button[.//text()="Zero"])[1])').click()
  await page.waitForSelector('::-p-text(is at zero)')
  await page.locator('[data-devices]').click()
  await page.waitForFunction(() => !document.querySelector('svg[aria-label^="Test picture"]'))
})

test('two feet are recorded, a landmark is corrected, and the three points follow', async () => {
  await clickText(page, 'Record on the mat')
  await page.locator(button('Record')).click()
  await page.waitForSelector('[role="timer"] ::-p-text(Stand still on both feet)')
  await recordFor(5500)
  // from here on nobody has to get onto the mat
  await page.locator('[aria-label="Count-down in seconds"] ::-p-text(0)').click()
  const table = await textOf(page, 'section[aria-label="Measured"]')
  expect(table).toMatch(/share of both\d+ %\d+ %/)
  expect(table).toContain('made-up client on a simulated mat')
  const heel = async () =>
    Number(/heel(\d+) %/.exec(await textOf(page, 'section[aria-label="Measured"]'))![1])
  const before = await heel()
  const handle = await page.waitForSelector('button[aria-label^="left: big-toe ball"]')
  await handle!.focus()
  const placed = () =>
    page.evaluate(async () => {
      const { fields } = (await (await fetch('/api/visits/demobovisit1')).json()) as {
        fields: Record<string, { reading: { left: { landmarks: { m1MatMm: { y: number } } } } }>
      }
      const path = Object.keys(fields).find((key) => key.startsWith('recording.'))!
      return fields[path]!.reading.left.landmarks.m1MatMm.y
    })
  await saved(page)
  const from = await placed()
  await page.keyboard.down('Shift')
  // faster than it can be measured: none of the four may be lost
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowUp')
  await page.keyboard.up('Shift')
  await page.waitForFunction(
    (was) =>
      Number(/heel(\d+)/.exec(document.querySelector('[aria-label="Measured"]')!.textContent)![1]) !== was,
    {},
    before,
  )
  expect(await heel()).toBeGreaterThan(before)
  await pause(1500)
  await saved(page)
  expect((await placed()) - from).toBeCloseTo(20, 6)
})

test('a moment is marked, slow motion plays, the slider goes back', async () => {
  await page.locator(button('Mark')).click()
  await page.waitForSelector('section[aria-label="Moments"] li ::-p-text(arch lost here)')
  await page.locator('::-p-text(¼)').click()
  const at = () =>
    page.$eval('[role="slider"][aria-label="Moment of the recording"]', (e) =>
      Number(e.getAttribute('aria-valuenow')),
    )
  await page.focus('[role="slider"][aria-label="Moment of the recording"]')
  await page.keyboard.press('Home')
  expect(await at()).toBe(0)
  await page.locator(button('Play')).click()
  await page.waitForFunction(
    () =>
      Number(
        document.querySelector('[aria-label="Moment of the recording"]')!.getAttribute('aria-valuenow'),
      ) > 8,
  )
  await page.locator(button('Pause')).click()
})

test('with the keyboard alone: one leg is recorded and stopped', async () => {
  await page.focus('[role="radiogroup"][aria-label="What the client does"] button:nth-child(2)')
  await page.keyboard.press('Enter')
  await page.waitForSelector('[role="radio"][aria-checked="true"] ::-p-text(Left leg)')
  const record = await page.waitForSelector(button('Record again'))
  await record!.focus()
  await page.keyboard.press('Enter')
  await phase('Recording')
  await pause(5500)
  const stop = await page.waitForSelector(button('Stop'))
  await stop!.focus()
  await page.keyboard.press('Enter')
  await page.waitForSelector('section[aria-label="Recordings of this visit"] ::-p-text(sway)')
  expect(await textOf(page, 'section[aria-label="Measured"]')).toMatch(/sway speed[\d.]+ mm\/s/)
})

test('the foot lost in a squat is found with its moment', async () => {
  await clickText(page, 'Squat × 3')
  await page.locator(button('Record again')).click()
  await recordFor(7000)
  expect(await textOf(page, 'section[aria-label="Measured"]')).toMatch(/lost at[\d.]+ s/)
  await page.locator(button('Done')).click()
  await saved(page)
})

test('the tripod room shows shares, light leg and the honest note; the reload keeps them', async () => {
  await openRoom(page, visit('bo', 'load'))
  await page.locator('[aria-label="How the load was found"] ::-p-text(On the mat)').click()
  await page.waitForSelector('svg[aria-label^="left: heel"]')
  const room = await textOf(page, '[aria-label="three points against the target"]')
  expect(room).toContain('really carried')
  expect(room).toContain('about 60 %')
  expect(room).toMatch(/further forward than anybody stands/)
})

test('the simulator rolls the foot and explains it in plain words', async () => {
  await clickText(page, 'Tripod simulator')
  await page.waitForSelector('::-p-text(must roll to stand)')
  const dial = await page.waitForSelector('[role="slider"][aria-label^="Forefoot"]')
  await dial!.focus()
  for (let i = 0; i < 8; i++) await page.keyboard.press('ArrowRight')
  await page.waitForSelector('::-p-text(10 °)')
  await clickText(page, 'Start from this client')
  await page.waitForSelector('::-p-text(0 °)')
  await page.locator('::-p-text(Explain in the client’s words)').click()
  await page.waitForSelector('::-p-text(Your foot stands on three points)')
  await page.locator(button('Done')).click()
})

test('posture, profile and chain follow from what is scored in Move', async () => {
  await openRoom(page, visit('bo', 'move'))
  for (const side of ['left', 'right'] as const)
    for (const item of [
      'Talar head',
      'Curves at the outer ankle',
      'Heel from behind',
      'Inner bulge',
      'Inner arch',
      'Forefoot from behind',
    ])
      await page.locator(`[role="radiogroup"][aria-label="${item}, ${side}"] [aria-label="+1"]`).click()
  await page.waitForSelector('::-p-text(rolled in more than usual)')
  await fill(page, 'kneeToWall', '70', '72')
  await page.locator(`${cell('kneeToWallFeel', 'left')}`).click()
  await page.locator('[aria-label="What stops it, left"] ::-p-text(pinch in front)').click()
  await page.waitForSelector(
    'section[aria-label="What drives it, left"] ::-p-text(The ankle does not bend enough)',
  )
  await page.waitForSelector('::-p-text(most likely)')
  await saved(page)
})

describe('a broken recording is named with its line', () => {
  const meta = { rows: 2, cols: 2, pitchMm: 7, rateHz: 50, side: 'both', task: 'stance' } as const
  const good = csvHead(meta) + [0, 0.02, 0.04].map((t) => csvLine(t, [1, 2, 3, 4], 0, 4)).join('')
  test.each([
    ['columns.csv', Buffer.from(good + '0.06,1,2\n'), /Line 12 has 3 columns where 5 were expected/],
    ['nan.csv', Buffer.from(good + '0.06,1,NaN,3,4\n'), /Line 12, column 3 \(p1\) is not a number/],
    ['back.csv', Buffer.from(good + '0.03,1,2,3,4\n'), /Line 12: the time does not rise/],
    ['torn.csv.gz', gzipSync(good).subarray(0, 60), /ends too early or is damaged/],
  ])('%s', async (name, bytes, sentence) => {
    if (!(await page.$('input[aria-label="Recording as CSV"]'))) {
      await openRoom(page, visit('bo', 'load'))
      await clickText(page, 'Record on the mat')
    }
    const listed = '[role="dialog"] section[aria-label="Recordings of this visit"] li'
    await page.waitForSelector(listed)
    const before = await page.$$eval(listed, (list) => list.length)
    const file = join(folder, name)
    writeFileSync(file, bytes)
    const input = await page.waitForSelector('input[aria-label="Recording as CSV"]')
    await (input as unknown as { uploadFile: (path: string) => Promise<void> }).uploadFile(file)
    await page.waitForFunction(
      (n) => document.querySelector('[role="alert"]')?.textContent?.includes(n),
      {},
      name,
    )
    expect(await textOf(page, '[role="alert"]')).toMatch(sentence)
    expect(await page.$$eval(listed, (list) => list.length)).toBe(before)
  })
})

test('nothing was asked for elsewhere, and no page complained', () => {
  expect(watched.complaints).toEqual([])
  expect(
    watched.requested.filter((url) => !url.startsWith(practice.url) && !/^(data|blob):/.test(url)),
  ).toEqual([])
})
