import { fillPractice } from '@sturvo/server/testing/filledPractice'
import { openBrowser } from './openBrowser'

/** The made-up practice of the day and one browser: each file works on a copy of the one, in pages of its own. */
export default async function fillOnce(): Promise<void> {
  process.env.STURVO_FILLED = await fillPractice()
  const { browser, close } = await openBrowser()
  process.env.STURVO_BROWSER = browser.wsEndpoint()
  ;(globalThis as { closeBrowser?: () => Promise<void> }).closeBrowser = close
}
