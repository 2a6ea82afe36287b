import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { openBrowser, openPage, openRoom, signIn } from './support/openBrowser'
import { pdfPicture } from './support/pdfPicture'
import { startPractice } from './support/startPractice'

const folder = join(__dirname, '..', 'docs', 'screenshots')
const visit = '/visit/demoansavisit1'
const pictures: [name: string, path: string][] = [
  ['today', '/'],
  ...['story', 'look', 'load', 'grade', 'shoes', 'plan', 'handover'].map((step): [string, string] => [
    step,
    // the one with a grade 2 shows the step best, and the narrow town shoes the shelf
    step === 'grade'
      ? '/visit/demosunavisit1/grade'
      : step === 'shoes'
        ? '/visit/demoodavisit1/shoes'
        : `${visit}/${step}`,
  ]),
  ['stop', '/visit/demoyuskvisit1/plan'],
  ['feet', '/visit/demowenvisit1/feet'],
  ['weeks', `${visit}/weeks`],
  ['pace', '/visit/demopiavisit1/pace'],
]

/** One current picture of each main view, from the made-up practice only. */
async function main(): Promise<void> {
  mkdirSync(folder, { recursive: true })
  const [practice, open] = await Promise.all([startPractice(), openBrowser()])
  const { page } = await openPage(open.browser)
  await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: 'light' }])
  const take = async (name: string) => {
    await new Promise((resolve) => setTimeout(resolve, 500))
    await page.screenshot({ path: join(folder, `${name}.png`) })
  }
  await signIn(page, practice.url)
  for (const [name, path] of pictures) {
    await openRoom(page, practice.url + path)
    await take(name)
  }
  await openRoom(page, `${practice.url}${visit}/look`)
  await page.locator('[data-photo="top.left"]').click()
  await page.waitForSelector('::-p-text(Points as numbers)')
  await new Promise((resolve) => setTimeout(resolve, 1500))
  await take('photo')
  await page.evaluate(() => localStorage.setItem('sturvo.eye.kind', '"heel"'))
  await openRoom(page, `${practice.url}/eye?seed=11`)
  await page.focus('[data-answer]')
  await page.keyboard.type('9')
  await page.keyboard.press('Enter')
  await take('eye')
  const pageOfShoes = async (who: string, name: string, file: string) => {
    await openRoom(page, `${practice.url}/visit/demo${who}visit1/shoes`)
    await page.evaluate(
      (wanted) =>
        [...document.querySelectorAll<HTMLElement>('[role="radio"]')]
          .find((b) => b.textContent?.startsWith(wanted))
          ?.click(),
      name,
    )
    await take(file)
  }
  await pageOfShoes('oda', 'Fit', 'fit')
  await openRoom(page, `${practice.url}${visit}/drills`)
  await page.locator('[data-line="dome"]').click()
  await take('drills')
  await openRoom(page, `${practice.url}/visit/demoodavisit1/plan`)
  await page.waitForSelector('[data-proven="true"]', { timeout: 60_000 })
  await page.$eval('#spacing', (e) => e.scrollIntoView({ block: 'start' }))
  await take('spacing')
  const printed = await page.evaluate(async (address) => {
    const bytes = new Uint8Array(await (await fetch(address)).arrayBuffer())
    return btoa(Array.from(bytes, (byte) => String.fromCharCode(byte)).join(''))
  }, '/api/visits/demoansavisit1/handout.pdf')
  await pdfPicture(open.browser, Buffer.from(printed, 'base64'), `${join(folder, 'papers')}.png`)
  await openRoom(page, `${practice.url}/visit/demowenvisit1/load`)
  await page.locator('::-p-text(Squat × 3)').click()
  await page.waitForSelector('section[aria-label="Measured"]')
  await page.focus('[role="slider"][aria-label="Moment of the recording"]')
  for (let i = 0; i < 18; i++) await page.keyboard.press('PageUp')
  await take('mat')
  await open.close()
  await practice.stop()
}

void main()
