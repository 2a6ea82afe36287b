import { mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import type { Page } from 'puppeteer-core'
import sharp from 'sharp'
import { handBackParts } from '@sturvo/core/followup'
import { pack } from '../web/src/app/packed'
import { qrPath } from '../web/src/parts/qrPath'
import { openBrowser, openPage, openRoom, signIn, type WatchedPage } from './support/openBrowser'
import { openPractice, type OpenPractice } from './support/openPractice'

const mostKb = 600
let open: OpenPractice
let desk: Page
let phone: WatchedPage
let url: string
const folder = mkdtempSync(join(tmpdir(), 'sturvo-plan-file-'))
const file = join(folder, 'plan.html')
beforeAll(async () => {
  open = await openPractice()
  desk = open.page
  url = open.practice.url
  await signIn(desk, url)
})
afterAll(async () => {
  await open.close()
  rmSync(folder, { recursive: true, force: true })
})

const tap = async (page: Page, selector: string) => {
  const found = await page.waitForSelector(selector)
  await found!.evaluate((element) => (element as HTMLElement).click())
}
const fetched = () =>
  desk.evaluate(async () => {
    const answer = await fetch('/api/people/demowenperson/plan.html')
    return answer.ok ? answer.text() : String(answer.status)
  })
const logOfWen = () =>
  desk.evaluate(
    async () =>
      (
        (await (await fetch('/api/people/demowenperson/log')).json()) as {
          entries: { id: string; words?: string; stops?: string[] }[]
        }
      ).entries,
  )
const textOf = (page: Page) => page.$eval('textarea[data-hand-back]', (t) => t.value)
const bringIn = async (text: string) => {
  await openRoom(desk, `${url}/person/demowenperson`)
  await tap(desk, '[data-bring-in]')
  const field = await desk.waitForSelector('::-p-aria(The text)')
  await field!.click()
  // as a paste: typing two thousand letters is not what anybody does
  await desk.evaluate((pasted) => document.execCommand('insertText', false, pasted), text)
  await desk.waitForSelector('[data-keep-brought]:not([disabled])')
  await tap(desk, '[data-keep-brought]')
  await desk.waitForFunction(() => document.querySelector('[data-keep-brought]') === null)
}

test('the plan in one file: small, asks nobody for anything, opens from the disk with pictures', async () => {
  await openRoom(desk, `${url}/person/demowenperson`)
  const asked = desk.waitForResponse((r) => r.url().endsWith('/api/people/demowenperson/plan.html'))
  await tap(desk, '[data-plan-file]')
  expect((await asked).status()).toBe(200)
  writeFileSync(file, await fetched())
  expect(statSync(file).size / 1024).toBeLessThanOrEqual(mostKb)
  phone = await openPage(await desk.browser().createBrowserContext(), { width: 390, height: 844 })
  await phone.page.setOfflineMode(true)
  await phone.page.goto(pathToFileURL(file).href, { waitUntil: 'load' })
  await phone.page.waitForSelector('h1')
  await phone.page.waitForSelector('[data-here="0"]')
  expect(phone.requested.filter((asked) => !/^(file|data|blob):/.test(asked))).toEqual([])
  expect(phone.complaints).toEqual([])
  const fonts = await phone.page.evaluate(async () => {
    await document.fonts.ready
    return document.fonts.check('16px "Atkinson Hyperlegible Next Variable"')
  })
  expect(fonts).toBe(true)
})

test('before a plan was kept the practice is told so, and no file is saved', async () => {
  await openRoom(desk, `${url}/visit/demoansavisit1/handover`)
  await tap(desk, '[data-plan-file]')
  await desk.waitForFunction(() =>
    document.body.textContent?.includes('No plan has been kept for this client yet'),
  )
})

test('what is written stays on the phone and comes back as text, once however often it is brought in', async () => {
  const { page } = phone
  await tap(page, '[data-write]')
  await tap(page, '::-p-xpath(//legend[text()="Worst pain today"]/..//button[@data-ten="1"])')
  await page.type('textarea', 'from the file page')
  await tap(page, '[data-save]')
  await page.waitForSelector('[data-here="1"]')
  await page.reload({ waitUntil: 'load' })
  await page.waitForSelector('[data-here="1"]')
  await tap(page, '[data-give]')
  await page.waitForSelector('.giveQr path')
  const text = await textOf(page)
  await tap(page, '::-p-text(Save as a file)')
  expect(phone.complaints).toEqual([])
  const before = (await logOfWen()).length
  await bringIn(text)
  await bringIn(`They said:\n${text.replace(/(.{60})/g, '$1\n')}\nand greetings`)
  const after = await logOfWen()
  expect(after).toHaveLength(before + 1)
  expect(after.some((e) => e.words === 'from the file page')).toBe(true)
  await tap(page, '[data-given]')
  await page.waitForSelector('[data-here="0"]')
})

test('another client’s log is refused', async () => {
  const text = await (async () => {
    await tap(phone.page, '[data-write]')
    await phone.page.waitForSelector('[data-save]')
    await tap(phone.page, '[data-save]')
    await tap(phone.page, '[data-give]')
    await phone.page.waitForSelector('.giveQr path')
    return textOf(phone.page)
  })()
  await openRoom(desk, `${url}/person/demopiaperson`)
  await tap(desk, '[data-bring-in]')
  const field = await desk.waitForSelector('::-p-aria(The text)')
  await field!.click()
  await desk.evaluate((pasted) => document.execCommand('insertText', false, pasted), text)
  await desk.waitForFunction(() => document.body.textContent?.includes('This log is of another client'))
  expect(await desk.$eval('[data-keep-brought]', (b) => (b as HTMLButtonElement).disabled)).toBe(true)
  await tap(phone.page, '::-p-xpath(//button[text()="Back"])')
})

test('a stop in the file pauses for good, until a file comes that knows it was settled; an old file brings nothing back', async () => {
  const { page } = phone
  await tap(page, '[data-wrong]')
  await tap(page, '::-p-xpath(//label[contains(., "numb")]/input)')
  await tap(page, '[data-stop]')
  await page.waitForSelector('[data-paused]')
  await page.reload({ waitUntil: 'load' })
  await page.waitForSelector('[data-paused]')
  // a file that was made before anybody knew of it changes nothing
  writeFileSync(join(folder, 'again.html'), await fetched())
  await page.goto(pathToFileURL(join(folder, 'again.html')).href, { waitUntil: 'load' })
  await page.waitForSelector('[data-paused]')
  await tap(page, '[data-give]')
  await page.waitForSelector('.giveQr path')
  await bringIn(await textOf(page))
  expect(await fetched()).toBe('409')
  await desk.waitForSelector('[data-proposal="stop"]')
  await desk.type('[data-proposal] textarea', 'Seen: a tight lace.')
  await tap(desk, '[data-reopen]')
  await desk.waitForFunction(
    () => document.querySelector('[data-proposal]')?.getAttribute('data-proposal') !== 'stop',
  )
  writeFileSync(join(folder, 'new.html'), await fetched())
  await page.goto(pathToFileURL(join(folder, 'new.html')).href, { waitUntil: 'load' })
  await page.waitForFunction(
    () => document.querySelector('h1') !== null && document.querySelector('[data-paused]') === null,
  )
  const isLess = () => page.waitForFunction(() => document.body.textContent?.includes('a little less'))
  await isLess()
  await page.goto(pathToFileURL(file).href, { waitUntil: 'load' })
  await isLess()
})

test('the tablet’s camera reads the pictures one after the other', async () => {
  const { owner } = await desk.evaluate(
    async () => (await (await fetch('/api/people/demowenperson/log')).json()) as { owner: string },
  )
  const today = new Date().toISOString()
  const notes = [1, 2].map((n) => ({ id: `scanned00000${n}`, day: today.slice(0, 10), at: today, pain: n }))
  const parts = handBackParts(owner, await pack(notes), 90)
  expect(parts.length).toBeGreaterThan(1)
  // a film of the phone: each picture for a second and a half, slightly turned, as a hand holds it
  const frames = await Promise.all(
    parts.map((part) => {
      const { size, path } = qrPath(part)
      const picture = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="-4 -4 ${size + 8} ${size + 8}" width="420" height="420"><rect x="-4" y="-4" width="100%" height="100%" fill="#fff"/><path d="${path}"/></svg>`
      return sharp(Buffer.from(picture))
        .rotate(4, { background: '#8a857a' })
        .resize(640, 480, { fit: 'contain', background: '#8a857a' })
        .jpeg()
        .toBuffer()
    }),
  )
  const film = join(folder, 'phone.mjpeg')
  writeFileSync(film, Buffer.concat(frames.flatMap((frame) => Array.from({ length: 45 }, () => frame))))
  const other = await openBrowser([
    '--use-fake-ui-for-media-stream',
    '--use-fake-device-for-media-stream',
    `--use-file-for-fake-video-capture=${film}`,
  ])
  try {
    const { page, complaints } = await openPage(other.browser)
    await signIn(page, url)
    await openRoom(page, `${url}/person/demowenperson`)
    await tap(page, '[data-bring-in]')
    await tap(page, '[data-scan]')
    await page.waitForSelector('[data-brought="2"]')
    // whole: the camera is let go
    await page.waitForFunction(() => document.querySelector('video') === null)
    await tap(page, '[data-keep-brought]')
    await page.waitForFunction(() => document.querySelector('[data-keep-brought]') === null)
    expect(complaints).toEqual([])
  } finally {
    await other.close()
  }
  expect((await logOfWen()).filter((e) => e.id.startsWith('scanned'))).toHaveLength(2)
})
