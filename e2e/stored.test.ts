import type { HTTPRequest, Page } from 'puppeteer-core'
import { cell, clickText, fill, openRoom, saved, signIn, textOf } from './support/openBrowser'
import { openPractice, type OpenPractice } from './support/openPractice'
import type { Practice } from './support/startPractice'

let open: OpenPractice
let practice: Practice
let page: Page
beforeAll(async () => {
  open = await openPractice()
  ;({ practice, page } = open)
  await signIn(page, practice.url)
})
afterAll(() => open.close())

const room = () => `${practice.url}/visit/demosunavisit1/move`
const valueOf = (on: Page, measure: string, side: 'left' | 'right') =>
  on.$eval(cell(measure, side), (e) => (e as HTMLInputElement).value)

/** Goes on with Tab, or back with Shift and Tab, until what has the focus says these words. */
async function tabTo(on: Page, words: string, way: 'on' | 'back' = 'on'): Promise<void> {
  for (let i = 0; i < 80; i++) {
    if (way === 'back') await on.keyboard.down('Shift')
    await on.keyboard.press('Tab')
    if (way === 'back') await on.keyboard.up('Shift')
    const reached = await on.evaluate(() => {
      const e = document.activeElement
      return `${e?.getAttribute('aria-label') ?? ''} ${e?.textContent ?? ''}`
    })
    if (reached.includes(words)) return
  }
  throw new Error(`no way by keyboard to "${words}"`)
}

test('by keyboard alone: what waits is listed by name, and the list closes again', async () => {
  await openRoom(page, room())
  await page.setOfflineMode(true)
  await fill(page, 'kneeToWall', '91', '92')
  await page.waitForSelector('[data-save="waiting"]')
  await tabTo(page, 'Waiting (2)', 'back')
  await page.keyboard.press('Enter')
  expect(await textOf(page, '[role="dialog"]')).toContain('2 entries wait to be sent')
  await page.keyboard.press('Escape')
  await page.waitForSelector('[role="dialog"]', { hidden: true })
  await page.setOfflineMode(false)
  await saved(page)
})

test('an entry that is refused is named with its reason, and the others are stored', async () => {
  await openRoom(page, room())
  await page.setRequestInterception(true)
  const refuse = (request: HTTPRequest) => {
    const isIt = request.method() === 'PATCH' && (request.postData() ?? '').includes('heelRaises.left')
    if (!isIt) return void request.continue()
    void request.respond({
      status: 422,
      contentType: 'application/json',
      body: JSON.stringify({
        error: { code: 'outOfRange', message: 'Too many at once.', path: 'measure.heelRaises.left.1' },
      }),
    })
  }
  page.on('request', refuse)
  await fill(page, 'heelRaises', '33', '34')
  await page.waitForSelector('[data-save="refused"]')
  await page.click('[data-save="refused"]')
  const said = await textOf(page, '[role="dialog"]')
  expect(said).toContain('Single-leg heel raises, left: 33')
  expect(said).toContain('Too many at once.')
  await clickText(page, 'Give this entry up')
  await saved(page)
  page.off('request', refuse)
  await page.setRequestInterception(false)
  await openRoom(page, room())
  expect(await valueOf(page, 'heelRaises', 'right')).toBe('34')
  expect(await valueOf(page, 'heelRaises', 'left')).not.toBe('33')
})

test('signed out on every device from elsewhere: the room is left at once, the page says so, keeps the entry, and sends it after signing in', async () => {
  await openRoom(page, room())
  // what was typed last is still here: the line is down
  await page.setOfflineMode(true)
  await fill(page, 'bigToeExtension', '41', '42')
  await page.waitForFunction(
    () => document.querySelector('[data-save]')?.getAttribute('data-save') !== 'saved',
  )
  const other = await open.elsewhere()
  await signIn(other.page, practice.url)
  await other.page.bringToFront()
  await tabTo(other.page, 'Account of')
  await other.page.keyboard.press('Enter')
  await other.page.waitForSelector('[role="menu"]')
  await other.page.keyboard.press('ArrowDown')
  await other.page.waitForFunction(() => document.activeElement?.getAttribute('role') === 'menuitem')
  for (let i = 0; i < 3; i++) {
    const at = await other.page.evaluate(() => document.activeElement?.textContent)
    if (at === 'Sign out on every device') break
    await other.page.keyboard.press('ArrowDown')
  }
  await Promise.all([other.page.waitForNavigation(), other.page.keyboard.press('Enter')])
  await other.page.waitForSelector('::-p-text(Open the made-up practice)')

  await page.bringToFront()
  await page.setOfflineMode(false)
  await page.waitForSelector('::-p-text(You were signed out)')
  // nothing of the client stays on the screen
  await page.waitForSelector(cell('bigToeExtension', 'left'), { hidden: true })
  expect(await textOf(page, '[role="dialog"]')).toMatch(/2 entries are kept|1 entry is kept/)
  // nothing closes it but signing in
  await page.keyboard.press('Escape')
  expect(await page.$('[role="dialog"]')).not.toBeNull()
  await page.waitForSelector('[role="dialog"] ::-p-text(Open the made-up practice)')
  await tabTo(page, 'Open the made-up practice')
  await page.keyboard.press('Enter')
  await saved(page)
  await openRoom(page, room())
  expect(await valueOf(page, 'bigToeExtension', 'left')).toBe('41')
  expect(await valueOf(page, 'bigToeExtension', 'right')).toBe('42')
  await other.page.close()
})
