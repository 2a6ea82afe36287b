import { spawnSync } from 'node:child_process'
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { generateSync } from 'otplib'
import type { Browser, Page } from 'puppeteer-core'
import { becomeOwner, runServer, type RunningServer } from '../server/testing/runningServer'
import {
  clickText,
  openBrowser,
  openPage,
  openRoom,
  textOf,
  type,
  type OpenBrowser,
} from './support/openBrowser'

const folder = mkdtempSync(join(tmpdir(), 'sturvo-trust-'))
const file = join(folder, 'practice.db')
const copies = join(folder, 'copies')
const ownerPassword = 'tide tables and lanterns'
const ownPassword = 'mudflats and marsh birds'
let server: RunningServer
let open: OpenBrowser
let owner: Page
let assistant: Page
let headers: Record<string, string>
let secret = ''
let exported = ''

beforeAll(async () => {
  server = await runServer(file, { env: { STURVO_LOG: 'debug' } })
  ;({ headers } = await becomeOwner(server))
  const post = (path: string, body: object) =>
    fetch(`${server.url}${path}`, { method: 'POST', headers, body: JSON.stringify(body) })
  await post('/api/people', { id: 'person000001', name: 'Ansa Rook', work: 'ferry deckhand' })
  await post('/api/people/person000001/visits', { id: 'visit0000001', startedOn: '2026-05-04' })
  open = await openBrowser()
  owner = await newPage(open.browser)
  assistant = await newPage(open.browser)
})
afterAll(async () => {
  await open.close()
  await server.stop()
  rmSync(folder, { recursive: true, force: true })
})

/** A browser of its own: nobody shares a sign-in. */
async function newPage(browser: Browser): Promise<Page> {
  return (await openPage(await browser.createBrowserContext())).page
}
const button = (text: string) => `::-p-xpath(//button[normalize-space()="${text}"])`
const press = async (page: Page, text: string) => {
  // one that is still at work takes no press
  await page.waitForFunction(
    (words) => {
      const one = [...document.querySelectorAll<HTMLButtonElement>('button')].find(
        (b) => b.textContent?.trim() === words,
      )
      if (!one || one.disabled || one.dataset.loading === 'true') return false
      one.click()
      return true
    },
    { polling: 100 },
    text,
  )
}
const password = async (page: Page, label: string, text: string) => {
  const field = await page.waitForSelector(
    `::-p-xpath(//label[starts-with(normalize-space(), "${label}")]/following::input[1])`,
  )
  await field!.click({ count: 3 })
  await field!.type(text)
}
async function signInAs(page: Page, email: string, words: string): Promise<void> {
  await page.goto(`${server.url}/signin`, { waitUntil: 'domcontentloaded' })
  await type(page, 'E-mail', email)
  await password(page, 'Password', words)
  await press(page, 'Sign in')
}
const today = (page: Page) => page.waitForSelector('nav[aria-label="Rooms"]')

test('the owner invites an assistant, whose link opens once and is shown once', async () => {
  await signInAs(owner, 'ilse@tideway.example', ownerPassword)
  await today(owner)
  await openRoom(owner, `${server.url}/practice/access`)
  await type(owner, 'Name', 'Bram Oddny')
  await type(owner, 'E-mail', 'bram@tideway.example')
  await (await owner.waitForSelector('section[aria-labelledby="invite"] input[readonly]'))!.click()
  // every list of roles on the page has one; the open one is seen
  await owner.waitForFunction(() => {
    const option = [...document.querySelectorAll<HTMLElement>('[role="option"]')].find(
      (one) => one.textContent === 'Assistant' && one.offsetParent !== null,
    )
    option?.click()
    return option !== undefined
  })
  await press(owner, 'Make a link')
  const address = await textOf(owner, '[data-invite-address]')
  expect(address).toMatch(/\/invited#[\w-]{43}$/)
  await assistant.goto(address, { waitUntil: 'domcontentloaded' })
  await assistant.waitForSelector('::-p-text(you are invited as assistant)')
  await password(assistant, 'Password', ownPassword)
  await press(assistant, 'Choose it')
  await assistant.waitForSelector('::-p-text(You are in)')
  const stranger = await newPage(open.browser)
  await stranger.goto(address, { waitUntil: 'domcontentloaded' })
  await stranger.waitForSelector('::-p-text(This link has been used)')
  await stranger.close()
})

test('the assistant sets up a second factor; the password alone opens nothing any more', async () => {
  await signInAs(assistant, 'bram@tideway.example', ownPassword)
  await today(assistant)
  await openRoom(assistant, `${server.url}/account`)
  await password(assistant, 'Your password', ownPassword)
  await press(assistant, 'Set it up')
  secret = (await textOf(assistant, '[data-factor-secret]')).trim()
  await assistant.waitForSelector('svg[aria-label="To scan with the authenticator"]')
  await type(assistant, 'The six digits it shows', generateSync({ secret }))
  await press(assistant, 'Put it in force')
  await assistant.waitForSelector('[data-recovery-codes]')
  expect((await assistant.$$('[data-recovery-codes] li')).length).toBe(10)
  await press(assistant, 'I have them')
  await assistant.waitForSelector('::-p-text(10 of 10 recovery codes)')
  // something that a browser keeps, to be gone afterwards
  await assistant.evaluate(() => localStorage.setItem('left behind', 'yes'))
  await assistant.click('button[aria-label="Account of Bram Oddny"]')
  await clickText(assistant, 'Sign out')
  await assistant.waitForFunction(() => location.pathname === '/signin')
  expect(await assistant.evaluate(() => localStorage.getItem('left behind'))).toBeNull()
  const stores = await assistant.evaluate(async () => (await indexedDB.databases()).map(({ name }) => name))
  expect(stores.filter((name) => name === 'sturvo').length).toBeLessThanOrEqual(1)
  await signInAs(assistant, 'bram@tideway.example', ownPassword)
  const field = await assistant.waitForSelector('input[autocomplete="one-time-code"]')
  await field!.type(generateSync({ secret, epoch: Math.floor(Date.now() / 1000) + 30 }))
  await press(assistant, 'Sign in')
  await today(assistant)
})

test('the assistant measures, and is shown nothing that would be refused', async () => {
  await openRoom(assistant, `${server.url}/practice`)
  expect(await assistant.$('nav[aria-label="Rooms of the practice"]')).toBeNull()
  await openRoom(assistant, `${server.url}/person/person000001`)
  expect(await assistant.$('#record')).toBeNull()
  await assistant.goto(`${server.url}/visit/visit0000001/plan`, { waitUntil: 'domcontentloaded' })
  await assistant.waitForSelector('[data-not-yours]')
  const refused = await assistant.evaluate(
    async () => (await fetch('/api/people/person000001/export.zip')).status,
  )
  expect(refused).toBe(403)
  await assistant.goto(`${server.url}/visit/visit0000001/move`, { waitUntil: 'domcontentloaded' })
  const cell = await assistant.waitForSelector('[data-row="kneeToWall"] [data-side="left"] [data-cell]', {
    visible: true,
  })
  await cell!.click({ count: 3 })
  await cell!.type('80')
  await assistant.waitForSelector('[data-save="saved"]')
})

test('the audit says who did it, narrowed down to one person; the owner ends the session', async () => {
  await openRoom(owner, `${server.url}/practice/audit`)
  await owner.waitForSelector('[data-audit="changed"]')
  const lines = await owner.$$eval('[data-audit]', (rows) => rows.map((row) => row.textContent ?? ''))
  expect(lines.some((line) => /Bram Oddny.*changed.*visit.*Ansa Rook.*Chrome on Linux/.test(line))).toBe(true)
  expect(lines.some((line) => /Ilse Marrack.*access.*invited/.test(line))).toBe(true)
  expect(lines.join()).not.toContain('80')
  await openRoom(owner, `${server.url}/practice/access`)
  const rows = await owner.$$('[data-session]')
  for (const row of rows)
    if ((await row.evaluate((r) => r.textContent ?? '')).includes('Bram'))
      await (await row.$('button'))?.evaluate((b) => b.click())
  await assistant.waitForFunction(async () => (await fetch('/api/session')).status === 401, { polling: 300 })
})

test('a copy is made and tried; broken on the disk, the trial and the command line refuse it, and nothing is written', async () => {
  await openRoom(owner, `${server.url}/practice/copies`)
  await press(owner, 'Make a copy now')
  await owner.waitForSelector('[data-copy]')
  await press(owner, 'Try the newest')
  await owner.waitForSelector('::-p-text(The copy can be restored: 1 people, 1 visits)')
  const name = readdirSync(copies).at(-1)!
  const broken = join(copies, name, 'practice.db')
  const bytes = readFileSync(broken)
  bytes[4200] = bytes[4200]! ^ 0xff
  writeFileSync(broken, bytes)
  await press(owner, 'Try the newest')
  await owner.waitForSelector('::-p-text(it is damaged)')
  const sturvo = (...args: string[]) =>
    spawnSync(process.execPath, [join(__dirname, '..', 'server', 'dist', 'cli.mjs'), ...args], {
      encoding: 'utf8',
    })
  const target = join(folder, 'restored', 'practice.db')
  const refused = sturvo('restore', join(copies, name), '--db', target)
  expect([refused.status, refused.stderr.trim().split('\n').length]).toEqual([2, 1])
  expect(existsSync(target)).toBe(false)
  const whole = join(folder, 'by-hand')
  expect(sturvo('backup', whole, '--db', file).status).toBe(0)
  expect(sturvo('restore', whole, '--db', target).status).toBe(0)
  expect(sturvo('check', '--db', target).stdout).toContain('everything can be read')
})

test('a bundle comes back after both sides went on: what was changed in both is chosen, taken in and undone', async () => {
  exported = await owner.evaluate(async () => (await fetch('/api/people/person000001/export.json')).text())
  const bundle = JSON.parse(exported) as { records: { person: { work: string; changed: string }[] } }
  bundle.records.person[0]!.work = 'harbour pilot'
  bundle.records.person[0]!.changed = '2099-01-01T00:00:00.000Z'
  await openRoom(owner, `${server.url}/practice/import`)
  const field = (await owner.$('input[type="file"]'))!
  const path = join(folder, 'ansa.sturvo.json')
  writeFileSync(path, JSON.stringify(bundle))
  await (field as unknown as { uploadFile: (path: string) => Promise<void> }).uploadFile(path)
  const row = await textOf(owner, '[data-conflict]')
  expect(row).toContain('ferry deckhand')
  expect(row).toContain('harbour pilot')
  await press(owner, 'Take it in')
  await owner.waitForSelector('[data-import="done"]')
  const work = async () =>
    owner.evaluate(
      async () => ((await (await fetch('/api/people/person000001')).json()) as { work: string }).work,
    )
  expect(await work()).toBe('harbour pilot')
  await press(owner, 'Undo all of it')
  await owner.waitForSelector('[data-import="undone"]')
  expect(await work()).toBe('ferry deckhand')
})

test('a client is deleted by name, the copies that hold her are listed, and the log of all this names nobody', async () => {
  await openRoom(owner, `${server.url}/person/person000001`)
  await press(owner, 'Delete for good')
  await type(owner, 'Type the name to go on: Ansa Rook', 'Ansa Rook')
  const last = (await owner.$$(button('Delete for good'))).at(-1)!
  await last.evaluate((e) => (e as HTMLElement).click())
  await owner.waitForSelector('[data-deleted]')
  expect((await owner.$$('[data-deleted] li')).length).toBeGreaterThan(0)
  await press(owner, 'To People')
  await owner.waitForFunction(() => location.pathname === '/people')
  expect(await owner.evaluate(async () => (await fetch('/api/people/person000001')).status)).toBe(404)
  expect(readFileSync(file).includes('Ansa Rook')).toBe(false)
  const said = server.printed()
  expect(said.length).toBeGreaterThan(2000)
  for (const name of [
    'Ansa',
    'Rook',
    'Bram',
    'Oddny',
    'Ilse',
    'Marrack',
    'tideway.example',
    ownPassword,
    secret,
  ])
    expect(said.split('\n').filter((line) => line.includes(name))).toEqual([])
})
