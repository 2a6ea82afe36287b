import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Page } from 'puppeteer-core'
import { cell, type, clickText, fill, openRoom, saved, signIn, textOf } from './support/openBrowser'
import { openPractice, type OpenPractice } from './support/openPractice'
import type { Practice } from './support/startPractice'
import { pdfText } from './support/pdfText'

let open: OpenPractice
let practice: Practice
let page: Page
beforeAll(async () => {
  open = await openPractice()
  ;({ practice, page } = open)
  await signIn(page, practice.url)
})
afterAll(() => open.close())
// a busy machine runs two files at once: what takes twelve seconds alone may take forty

const archIndexOnScreen = async () =>
  Number((await textOf(page, '[data-number="Arch index"] [data-side="left"]')).split(' ')[0])

describe('the pages in the hand', () => {
  test('of every made-up client: two sheets at most, none nearly empty, what can hurt before what to do', async () => {
    const people = await page.evaluate(
      async () =>
        ((await (await fetch('/api/people')).json()) as { people: { visits: { id: string }[] }[] }).people,
    )
    const visits = people.flatMap((person) => person.visits.slice(0, 1))
    expect(visits.length).toBeGreaterThan(10)
    const refused: string[] = []
    for (const { id } of visits) {
      const { status, bytes } = await page.evaluate(async (visit) => {
        const answer = await fetch(`/api/visits/${visit}/handout.pdf`)
        return { status: answer.status, bytes: [...new Uint8Array(await answer.arrayBuffer())] }
      }, id)
      if (status === 409) refused.push(id)
      if (status === 409) continue
      const { text, pages } = await pdfText(Uint8Array.from(bytes))
      expect(pages).toBeLessThanOrEqual(2)
      expect(text).not.toMatch(/[Nn]ot decided|missing/)
      if (!text.includes('Your drills')) continue
      expect(text.indexOf('Too much, if')).toBeGreaterThan(0)
      expect(text.indexOf('Too much, if')).toBeLessThan(text.indexOf('Your drills'))
    }
    // the one whose log holds a stop sign that nobody has settled
    expect(refused).toEqual(['democorinvisit1'])
  })
})

describe('when something goes wrong', () => {
  const visit = () => `${practice.url}/visit/demosunavisit1`

  test('without the network edits wait, and are sent when it is back', async () => {
    await openRoom(page, `${visit()}/move`)
    await page.setOfflineMode(true)
    await fill(page, 'kneeToWall', '101', '102')
    await page.waitForSelector('[data-save="waiting"]')
    expect(await textOf(page, '[data-save]')).toBe('Waiting (2)')
    await page.setOfflineMode(false)
    await saved(page)
    await page.reload({ waitUntil: 'domcontentloaded' })
    await page.waitForSelector(cell('kneeToWall', 'right'))
    expect(await page.$eval(cell('kneeToWall', 'right'), (e) => (e as HTMLInputElement).value)).toBe('102')
  })

  test('edits that were never sent outlive closing the page', async () => {
    await page.setOfflineMode(true)
    await fill(page, 'heelRaises', '14', '15')
    await page.waitForSelector('[data-save="waiting"]')
    await page.goto('about:blank')
    await page.setOfflineMode(false)
    await openRoom(page, `${visit()}/move`)
    await saved(page)
    expect(await page.$eval(cell('heelRaises', 'left'), (e) => (e as HTMLInputElement).value)).toBe('14')
  })

  test('a true clash shows both values and asks', async () => {
    const other = await open.elsewhere()
    await signIn(other.page, practice.url)
    await openRoom(other.page, `${visit()}/move`)
    await other.page.bringToFront()
    await fill(other.page, 'bigToeExtension', '51', '52')
    await saved(other.page)
    await page.bringToFront()
    await fill(page, 'bigToeExtension', '61', '62')
    await page.waitForSelector('::-p-text(Someone else changed the same field)')
    const asked = await textOf(page, '[role="dialog"]')
    expect(asked).toContain('Big-toe bend, left')
    expect(asked).toMatch(/61.*51|6.*51/)
    await page.waitForSelector('::-p-text(Big-toe bend, right)')
    await clickText(page, 'Take all of theirs')
    await saved(page)
    expect(await page.$eval(cell('bigToeExtension', 'left'), (e) => (e as HTMLInputElement).value)).toBe('51')
    await other.page.close()
  })

  test('a file that is no picture gets one sentence, and the print stays', async () => {
    await openRoom(page, `${visit()}/look`)
    const before = await archIndexOnScreen()
    const file = join(practice.folder, 'notes.png')
    writeFileSync(file, 'these are notes, not a picture')
    const input = await page.$('input[data-picture="left"]')
    await (input as unknown as { uploadFile: (path: string) => Promise<void> }).uploadFile(file)
    await page.waitForSelector('::-p-text(not a PNG, JPEG, WebP or TIFF picture)')
    expect(await archIndexOnScreen()).toBe(before)
  })

  test('the simulated scanner gives the missing print', async () => {
    await page.locator('[data-scan="right"]').click()
    await page.waitForFunction(() =>
      /^0\.\d+ ±/.test(
        document.querySelector('[data-number="Arch index"] [data-side="right"]')?.textContent ?? '',
      ),
    )
  })

  test('a stop blocks the plan and offers the letter; dealt with, it opens again', async () => {
    await openRoom(page, `${practice.url}/visit/demoyuskvisit1/plan`)
    await page.waitForSelector('::-p-text(No plan while this is in force)')
    await clickText(page, 'To the letter')
    expect(await textOf(page, 'article[aria-label="Letter"]')).toContain('To a doctor, today')
    await clickText(page, 'Story')
    await clickText(page, 'Dealt with …')
    await type(page, 'How it was dealt with', 'Seen at the harbour clinic, settled.')
    await clickText(page, 'Confirm as Ilse Marrack')
    await page.waitForSelector('::-p-text(Dealt with by Ilse Marrack)')
    await openRoom(page, `${practice.url}/visit/demoyuskvisit1/plan`)
    // the stop is dealt with; what nobody asked yet still holds the plan back
    await page.locator('::-p-text(Asked: none of the other)').click()
    await page.locator('::-p-text(Asked: nothing else)').click()
    await page.waitForSelector('::-p-text(Toe spacing)')
  })
})
