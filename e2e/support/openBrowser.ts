import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import puppeteer, { type Browser, type BrowserContext, type Page } from 'puppeteer-core'

export type OpenBrowser = { browser: Browser; context: BrowserContext; close: () => Promise<void> }

/** Where the browser of a whole run listens; each file gets pages that share nothing with those of another. */
const shared = () => process.env.STURVO_BROWSER

/** @param more further switches, e.g. a film in place of a camera */
export async function openBrowser(more: readonly string[] = []): Promise<OpenBrowser> {
  const at = shared()
  if (more.length === 0 && at !== undefined) {
    const browser = await puppeteer.connect({ browserWSEndpoint: at, protocolTimeout: 2 * patienceMs })
    // whatever a file opens is closed with it: pages left behind would go on working beside the next file's
    const made: BrowserContext[] = []
    const create = browser.createBrowserContext.bind(browser)
    browser.createBrowserContext = async (options) => {
      const context = await create(options)
      made.push(context)
      return context
    }
    return {
      browser,
      context: await browser.createBrowserContext(),
      close: async () => {
        for (const context of made) if (!context.closed) await context.close()
        await browser.disconnect()
      },
    }
  }
  const userDataDir = mkdtempSync(join(tmpdir(), 'sturvo-chromium-'))
  const browser = await puppeteer.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    headless: true,
    userDataDir,
    protocolTimeout: 2 * patienceMs,
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      ...more,
    ],
  })
  return {
    browser,
    context: browser.defaultBrowserContext(),
    close: async () => {
      await browser.close()
      rmSync(userDataDir, { recursive: true, force: true })
    },
  }
}

export type WatchedPage = { page: Page; requested: string[]; complaints: string[] }

/** How long a state may be waited for before it is called missing, on a machine many times slower than ours. */
const patienceMs = 240_000

/** A page that remembers what it asked for and what it complained about. */
export async function openPage(
  browser: Pick<Browser, 'newPage'>,
  size = { width: 1280, height: 800 },
): Promise<WatchedPage> {
  const page = await browser.newPage()
  await page.setViewport(size)
  page.setDefaultTimeout(patienceMs)
  const requested: string[] = []
  const complaints: string[] = []
  page.on('request', (request) => requested.push(request.url()))
  page.on('pageerror', (error) => complaints.push(String(error)))
  page.on('console', (message) => {
    if (message.type() === 'error' && !message.text().includes('status of 4')) complaints.push(message.text())
  })
  return { page, requested, complaints }
}

/** Counts what arrives over the wire, packed as it was sent; what comes from the browser's own store is nothing. */
export async function countBytes(
  page: Page,
): Promise<{ quiet: () => Promise<void>; take: () => { kb: number; files: number } }> {
  const session = await page.createCDPSession()
  await session.send('Network.enable')
  let bytes = 0
  let files = 0
  let lastAt = Date.now()
  for (const event of ['Network.requestWillBeSent', 'Network.dataReceived'] as const)
    session.on(event, () => (lastAt = Date.now()))
  session.on('Network.loadingFinished', ({ encodedDataLength }) => {
    bytes += encodedDataLength
    lastAt = Date.now()
    if (encodedDataLength > 0) files++
  })
  return {
    /** Waits until nothing has been asked for and nothing has come for half a second. */
    quiet: async () => {
      while (Date.now() - lastAt < 500) await new Promise((resolve) => setTimeout(resolve, 50))
    },
    take: () => {
      const taken = { kb: bytes / 1000, files }
      bytes = 0
      files = 0
      return taken
    },
  }
}

/** Opens a room and waits until its heading stands there. */
export async function openRoom(page: Page, address: string): Promise<void> {
  await page.goto(address, { waitUntil: 'domcontentloaded' })
  await page.waitForSelector('main h1')
  // counting requests hangs when a reload drops one, so this waits for what a user waits for
  await page.waitForFunction(() => !document.body.textContent?.includes('Opening …'))
  await new Promise((resolve) => setTimeout(resolve, 250))
}

/** Goes to another room as its links do, without loading the app anew, and waits until its heading stands there. */
export async function walkTo(page: Page, address: string): Promise<void> {
  // the old room stays until the new one has come: its heading tells them apart
  const before = await page.evaluate((path) => {
    const heading = document.querySelector('main h1')
    heading?.setAttribute('data-before', '')
    const told = window.location.pathname === new URL(path, window.location.href).pathname
    window.history.pushState(null, '', path)
    window.dispatchEvent(new PopStateEvent('popstate', { state: null }))
    return told ? null : (heading?.textContent ?? null)
  }, address)
  if (before !== null)
    await page.waitForFunction(
      (text) => {
        const heading = document.querySelector('main h1')
        return heading && (!heading.hasAttribute('data-before') || heading.textContent !== text)
      },
      {},
      before,
    )
  await page.waitForSelector('main h1')
  await page.waitForFunction(() => !document.body.textContent?.includes('Opening …'))
  await new Promise((resolve) => setTimeout(resolve, 250))
}

export async function signIn(page: Page, url: string): Promise<void> {
  await page.goto(`${url}/signin`, { waitUntil: 'domcontentloaded' })
  await clickText(page, 'Open the made-up practice')
  await page.waitForSelector('::-p-text(Yusk Amari)')
}

export async function clickText(page: Page, text: string): Promise<void> {
  const found = await page.waitForSelector(`::-p-text(${text})`, { visible: true })
  await found!.click()
}

/** Types into the text field with this label, in place of what is there. */
export async function type(page: Page, label: string, text: string): Promise<void> {
  const field = await page.waitForSelector(`::-p-aria([name="${label}"][role="textbox"])`, { visible: true })
  await field!.click({ count: 3 })
  await field!.type(text)
}

/** The value field of one measure on one side. */
export const cell = (measure: string, side: 'left' | 'right') =>
  `[data-row="${measure}"] [data-side="${side}"] [data-cell]`

export async function fill(page: Page, measure: string, left: string, right: string): Promise<void> {
  for (const [side, text] of [
    ['left', left],
    ['right', right],
  ] as const) {
    const field = await page.waitForSelector(cell(measure, side), { visible: true })
    await field!.click({ count: 3 })
    await field!.type(text)
  }
}

export async function textOf(page: Page, selector: string): Promise<string> {
  const found = await page.waitForSelector(selector)
  return (await found!.evaluate((e) => e.textContent ?? '')).replaceAll('\u00a0', ' ')
}

export const saved = (page: Page) => page.waitForSelector('[data-save="saved"]')
