import type { Page } from 'puppeteer-core'
import { openBrowser, openPage, type WatchedPage } from './openBrowser'
import { startPractice, type Practice } from './startPractice'

export type OpenPractice = {
  practice: Practice
  watched: WatchedPage
  page: Page
  /** a page of another browser: it shares neither sign-in nor anything kept with the first */
  elsewhere: () => Promise<WatchedPage>
  close: () => Promise<void>
}

/** The made-up practice served, and a browser with one page before it. */
export async function openPractice(): Promise<OpenPractice> {
  const [practice, open] = await Promise.all([startPractice(), openBrowser()])
  const watched = await openPage(open.context)
  return {
    practice,
    watched,
    page: watched.page,
    elsewhere: async () => openPage(await open.browser.createBrowserContext()),
    close: async () => {
      await open.close()
      await practice.stop()
    },
  }
}
