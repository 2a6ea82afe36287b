import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Page } from 'puppeteer-core'
import { neutralFoot } from '@sturvo/core/footShape'
import { printPicture } from '@sturvo/core/synthetic'
import { cell, type, clickText, fill, saved, signIn, textOf, type WatchedPage } from './support/openBrowser'
import { openPractice, type OpenPractice } from './support/openPractice'
import type { Practice } from './support/startPractice'
import { pdfText } from './support/pdfText'
import { greyPng } from './support/greyPng'

let open: OpenPractice
let practice: Practice
let watched: WatchedPage
let page: Page
beforeAll(async () => {
  open = await openPractice()
  ;({ practice, watched, page } = open)
})
afterAll(() => open.close())

const stamp = printPicture({ ...neutralFoot, side: 'left' }, { seed: 21, mmPerPx: 0.3, turnDeg: 6 })
const archIndexOnScreen = async () =>
  Number((await textOf(page, '[data-number="Arch index"] [data-side="left"]')).split(' ')[0])
const step = () => new URL(page.url()).pathname.split('/').pop()

describe('one visit, from an empty person to the page in the hand', () => {
  test('the made-up practice opens with one click, and Today says what to do first', async () => {
    await signIn(page, practice.url)
    const first = await textOf(page, 'ol li')
    expect(first).toContain('Corin Maddox')
    expect(first).toContain('The plan is paused')
    const second = await textOf(page, 'ol li:nth-child(2)')
    expect(second).toContain('Yusk Amari')
    expect(second).toContain('no plan until seen')
  })

  test('a new client is added and the visit begins', async () => {
    await clickText(page, 'People')
    await clickText(page, 'Add a client')
    await page.waitForSelector('[role="dialog"] input')
    await type(page, 'Name', 'Mirel Quist')
    await type(page, 'Work', 'night baker')
    await type(page, 'Birth year', '1983')
    await clickText(page, 'Add and begin the visit')
    await page.waitForFunction(() => location.pathname.endsWith('/story'))
    await page.waitForSelector('header ::-p-text(Mirel Quist, )')
  })

  test('Story: red flags answered, a sore spot tapped on the right foot, goal and hours', async () => {
    await page.waitForSelector('[role="radiogroup"]')
    await clickText(page, 'Asked all: none of these')
    await page.waitForSelector('::-p-text(none of them)')
    await clickText(page, 'Asked: nothing else')
    const foot = await page.waitForSelector('[data-pain="right"]')
    await foot!.click()
    await page.waitForSelector('[role="group"][aria-label="This mark"]')
    await clickText(page, 'first steps')
    await page.waitForSelector('[aria-label^="right, pain"]')
    await clickText(page, 'less pain')
    await type(page, 'Goal, in their words', 'Bake through the night without a sore heel.')
    await type(page, 'Standing', '36')
    await type(page, 'Walking', '10')
    await saved(page)
  })

  test('Look: a real PNG is read, and the arch index on screen is the true one', async () => {
    await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur())
    await page.keyboard.press(']')
    await page.waitForSelector('[data-picture="left"]')
    expect(step()).toBe('look')
    const file = join(practice.folder, 'print.png')
    writeFileSync(file, await greyPng(stamp.image))
    const input = await page.$('input[data-picture="left"]')
    await (input as unknown as { uploadFile: (path: string) => Promise<void> }).uploadFile(file)
    await page.waitForSelector('::-p-text(How large is a pixel)')
    await clickText(page, 'Read the print')
    await page.waitForSelector('::-p-text(The scale of the picture is missing)')
    await type(page, 'Millimetres of one pixel', '0.3')
    await clickText(page, 'Read the print')
    expect(Math.abs((await archIndexOnScreen()) - stamp.truth.archIndex)).toBeLessThan(0.012)
    await saved(page)
  })

  test('Look: a dragged handle moves the numbers at once, and undo brings them back', async () => {
    const before = await archIndexOnScreen()
    const handle = await page.waitForSelector('[data-handle="left toe line, point 5"]')
    const box = (await handle!.boundingBox())!
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
    await page.mouse.down()
    await page.mouse.move(box.x + box.width / 2, box.y + 30, { steps: 4 })
    await page.mouse.up()
    await page.waitForFunction(
      (was) =>
        !document
          .querySelector('[data-number="Arch index"] [data-side="left"]')
          ?.textContent?.startsWith(was.toFixed(3)),
      {},
      before,
    )
    expect(await archIndexOnScreen()).not.toBe(before)
    await page.keyboard.down('Control')
    await page.keyboard.press('z')
    await page.keyboard.up('Control')
    await page.waitForFunction(
      (was) =>
        document
          .querySelector('[data-number="Arch index"] [data-side="left"]')
          ?.textContent?.startsWith(was.toFixed(3)),
      {},
      before,
    )
  })

  test('Look: heights make sentences; a height that cannot be is refused and stays to be mended', async () => {
    await fill(page, 'navicularSit', '43', '42')
    await fill(page, 'navicularStand', '34,5', '31')
    await fill(page, 'navicularSingle', '31', '30.5')
    await fill(page, 'navicularActive', '42', '36')
    await fill(page, 'navicularPassive', '44', '42')
    await page.waitForSelector('[data-finding="motion.right"]')
    expect(await textOf(page, '[data-finding="motion.right"]')).toContain(
      'comes down 11 mm from sitting, has 0.5 mm left',
    )
    await fill(page, 'truncatedLength', '1830', '183')
    expect(await textOf(page, '[data-row="truncatedLength"]')).toContain('Between 60 and 280 mm; not stored.')
    await fill(page, 'truncatedLength', '183', '183')
    await saved(page)
  })

  test('a reload in the middle loses nothing', async () => {
    await page.reload({ waitUntil: 'domcontentloaded' })
    await page.waitForSelector(cell('navicularStand', 'left'))
    expect(await page.$eval(cell('navicularStand', 'left'), (e) => (e as HTMLInputElement).value)).toBe(
      '34.5',
    )
    expect(Math.abs((await archIndexOnScreen()) - stamp.truth.archIndex)).toBeLessThan(0.012)
  })

  test('Load: three scales make a triangle and name the light leg', async () => {
    await clickText(page, 'On to Load')
    await fill(page, 'scaleHeel', '18', '20')
    await fill(page, 'scaleInner', '9', '13')
    await fill(page, 'scaleOuter', '9', '3')
    await page.waitForSelector('[data-finding="tripod.right"]')
    expect(await textOf(page, '[data-finding="tripod.right"]')).toContain('little-toe ball is light: 8 %')
    await page.waitForSelector('::-p-text(three points even)')
  })

  test('Move: rows are filled by keyboard alone, and the client who cannot stand on one leg counts', async () => {
    await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur())
    await page.keyboard.press(']')
    await page.waitForSelector(cell('kneeToWall', 'left'))
    await page.keyboard.press('l')
    await page.keyboard.type('88')
    await page.keyboard.press('r')
    await page.keyboard.type('80')
    for (let row = 0; row < 3; row++) await page.keyboard.press('ArrowDown')
    await page.keyboard.type('48')
    await page.keyboard.press('l')
    await page.keyboard.press('=')
    await page.waitForFunction(
      (selector) => document.querySelector<HTMLInputElement>(selector)?.value === '48',
      {},
      cell('bigToeExtension', 'left'),
    )
    await page.locator('::-p-aria(right: tried, cannot)').click()
    await page.waitForSelector('[data-finding="balance.open.right"]')
    expect(await textOf(page, '[data-finding="balance.open.right"]')).toContain(
      'Cannot stand on the right leg',
    )
    await saved(page)
  })

  test('Grade: the arches are graded with their chance', async () => {
    await clickText(page, 'On to Grade')
    await page.waitForSelector('[aria-label^="right arch: grade 2"]')
    await page.waitForSelector('[aria-label^="left arch: grade 1"]')
    await fill(page, 'heelRest', '6', '12')
    expect(await textOf(page, '[data-finding="grade.heel.right"]')).toContain('still open')
    await fill(page, 'heelActive', '3', '10')
    await fill(page, 'heelPassive', '2', '4')
    await page.waitForSelector('[aria-label^="right heel: grade 2"]')
  })

  test('Shoes: half the numbers give a range, the stack heights a drawing', async () => {
    await clickText(page, 'On to Shoes')
    await clickText(page, 'Add a shoe')
    await type(page, 'Worn a week', '50')
    await type(page, 'Stack at the heel', '34')
    await type(page, 'Stack at the forefoot', '20')
    await page.waitForSelector('[aria-label*="34 mm under the heel"]')
    expect(await textOf(page, 'details summary')).toContain('0 to 60 %')
    await saved(page)
  })

  test('Plan: needs by side with their evidence, drills with reasons, proven', async () => {
    await clickText(page, 'On to Plan')
    for (const item of ['wall', 'step', 'band'])
      await page.locator(`[role="group"][aria-labelledby="plan-kit"] ::-p-text(${item})`).click()
    await page.locator('[data-priority="ankleBend"] button[aria-expanded]').click()
    expect(await textOf(page, '[data-priority="ankleBend"]')).toContain('left knee-to-wall 88 mm, goal 125')
    await page.waitForSelector('[data-proven="true"]')
    expect(await textOf(page, '[data-phase="wake"]')).toContain('because')
    expect(watched.complaints).toEqual([])
  })

  test('Plan: one left out comes back; why not has a price; minutes compared', async () => {
    const id = await page.$eval('[data-phase="wake"] [data-pick]', (e) => e.getAttribute('data-pick')!)
    const name = await page.$eval(`[data-pick="${id}"] strong`, (e) => e.textContent ?? '')
    await page.locator(`[data-phase="wake"] [aria-label="Leave out ${name}"]`).click()
    await page.waitForFunction((each) => !document.querySelector(`[data-pick="${each}"]`), {}, id)
    expect(await textOf(page, `[data-left-out="${id}"]`)).toContain('taken out by you')
    await clickText(page, 'Bring back')
    await page.waitForSelector(`[data-pick="${id}"]`)
    await page.waitForSelector('[data-proven="true"]')
    await clickText(page, 'What would each cost?')
    await page.waitForFunction(() => /would push out|costs|would fit/.test(document.body.textContent ?? ''))
    await clickText(page, '10 minutes')
    await page.waitForSelector('[data-compared="true"]')
    expect(await textOf(page, '[data-compared]')).toContain('instead of')
    // grade 2: what holds the arch comes before any wish for thinner soles
    expect(await textOf(page, 'section[aria-labelledby="transition"]')).toContain('The arch needs holding up')
    await saved(page)
  })

  /** Goes on by Tab until what is named or reads so has the caret. */
  const tabTo = async (label: string) => {
    for (let i = 0; i < 600; i++) {
      await page.keyboard.press('Tab')
      const isThere = await page.evaluate((wanted) => {
        const at = document.activeElement
        const said = at?.getAttribute('aria-label') ?? at?.textContent ?? ''
        return at?.tagName !== 'BODY' && said.startsWith(wanted)
      }, label)
      if (isThere) return
    }
    throw new Error(`${label} is not reached by Tab`)
  }
  const fromTop = () => page.evaluate(() => (document.activeElement as HTMLElement).blur())
  const proven = () => page.waitForSelector('[data-proven="true"]')

  test('Plan by keyboard alone: a need raised, a drill left out; a reload in the middle keeps the plan', async () => {
    const pressed = (label: string) =>
      page.$eval(`[aria-label="${label}"]`, (e) => e.getAttribute('aria-pressed'))
    const raise = await page.$eval('[aria-label^="Raise "]', (e) => e.getAttribute('aria-label')!)
    await fromTop()
    await tabTo(raise)
    await page.keyboard.press('Enter')
    expect(await pressed(raise)).toBe('true')
    const name = await page.$eval('[data-phase="wake"] [data-pick] strong', (e) => e.textContent ?? '')
    await tabTo(`Leave out ${name}`)
    await page.keyboard.press('Enter')
    await page.waitForSelector('::-p-text(taken out by you)')
    await saved(page)
    await page.reload({ waitUntil: 'domcontentloaded' })
    await page.waitForSelector('::-p-text(taken out by you)')
    expect(await pressed(raise)).toBe('true')
    await clickText(page, 'Bring back')
    await tabTo(raise)
    await page.keyboard.press('Enter')
    expect(await pressed(raise)).toBe('false')
    await page.waitForSelector('[data-proven="true"]')
    await saved(page)
  })

  test('Plan by keyboard alone: a swap stays, wishes that cannot all be kept are let go, a dose is chosen', async () => {
    await fromTop()
    const swap = await page.$eval('[data-pick] [aria-label^="Swap "]:not([disabled])', (e) =>
      e.getAttribute('aria-label')!,
    )
    await tabTo(swap)
    await page.keyboard.press('Enter')
    const other = await page.waitForSelector('[data-swap]')
    const id = await other!.evaluate((e) => e.getAttribute('data-swap')!)
    await page.evaluate((each) => document.querySelector<HTMLElement>(`[data-swap="${each}"]`)!.focus(), id)
    await page.keyboard.press('Enter')
    await page.waitForSelector(`[data-pick="${id}"] [aria-pressed="true"]`)
    await proven()
    expect(await textOf(page, '[data-moved]')).toMatch(/Your last change: (In|Out|In another)/)
    // five minutes, and more wishes than fit into them
    await page.focus('[aria-labelledby="plan-minutes"]')
    await page.keyboard.press('Home')
    for (let pins = 0; pins < 12; pins++) {
      // the plan found at once knows it too: nothing is proven in between
      if (await page.$('[data-relax="unpin"]')) break
      if (pins === 0) {
        await fromTop()
        await tabTo('Pin it')
      } else await page.focus('[data-left-out] button[data-pin]')
      await page.keyboard.press('Enter')
    }
    await page.waitForSelector('[data-relax="unpin"]')
    await fromTop()
    await tabTo('Unpin ')
    await page.keyboard.press('Enter')
    await page.waitForFunction(() => !document.querySelector('[data-relax="unpin"]'))
    await proven()
    await fromTop()
    await tabTo('Dose of ')
    const drill = await page.evaluate(() =>
      document.activeElement!.closest('[data-pick]')!.getAttribute('data-pick')!,
    )
    await page.keyboard.press('Enter')
    await page.waitForSelector('::-p-text(Use this dose)')
    await tabTo('Use this dose')
    await page.keyboard.press('Enter')
    await page.waitForSelector(`[data-pick="${drill}"] [aria-pressed="true"]`)
    await saved(page)
  })

  test('Plan: kept as version 1, it opens as it was decided after everything else has changed', async () => {
    const press = (words: string) => page.locator(`button ::-p-text(${words})`).click()
    const versionOne = async () => {
      await press('Open version 1')
      await page.waitForSelector('[role="dialog"] [data-kept-drill]')
      const text = await textOf(page, '[role="dialog"]')
      await page.keyboard.press('Escape')
      await page.waitForFunction(() => !document.querySelector('[role="dialog"]'))
      return text
    }
    await proven()
    await press('Keep this plan as version 1')
    await page.waitForSelector('[data-kept="1"]')
    const decided = await versionOne()
    await page.focus('[aria-labelledby="plan-minutes"]')
    await page.keyboard.press('End')
    await saved(page)
    await proven()
    await press('Keep this plan as version 2')
    await page.waitForSelector('[data-kept="2"]')
    expect(await versionOne()).toBe(decided)
    await page.focus('[aria-labelledby="plan-minutes"]')
    await page.keyboard.press('Home')
    for (let i = 0; i < 10; i++) await page.keyboard.press('ArrowRight')
    await saved(page)
    await proven()
  })

  test('Hand over: the PDF holds the same page in words', async () => {
    await clickText(page, 'On to Hand over')
    await page.waitForSelector('[data-pdf]')
    const href = await page.$eval('[data-pdf]', (e) => (e as HTMLAnchorElement).href)
    const bytes = await page.evaluate(
      async (url) => [...new Uint8Array(await (await fetch(url)).arrayBuffer())],
      href,
    )
    const { text, pages } = await pdfText(new Uint8Array(bytes))
    expect(pages).toBeLessThanOrEqual(2)
    for (const words of [
      'For Mirel Quist',
      'Tideway Foot Room',
      'Your drills',
      'days a week',
      'Too much, if',
    ])
      expect(text).toContain(words)
    expect(await textOf(page, 'article')).toContain('For Mirel Quist')
  })

  test('not one request left the machine, and the page never complained', () => {
    const elsewhere = watched.requested.filter(
      (url) => !url.startsWith(practice.url) && !/^(data|blob):/.test(url),
    )
    expect(elsewhere).toEqual([])
    expect(watched.requested.length).toBeGreaterThan(50)
    expect(watched.complaints).toEqual([])
  })
})
