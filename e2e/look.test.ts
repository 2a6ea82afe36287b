import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Page } from 'puppeteer-core'
import { neutralFoot } from '@sturvo/core/footShape'
import { contactShape, photoPicture, printsScene, printTruth, topScene } from '@sturvo/core/synthetic'
import {
  cell,
  clickText,
  openRoom,
  saved,
  signIn,
  textOf,
  type,
  type WatchedPage,
} from './support/openBrowser'
import { writePhoto, writeVast } from './support/colourPng'
import { openPractice, type OpenPractice } from './support/openPractice'
import type { Practice } from './support/startPractice'

let open: OpenPractice
let practice: Practice
let watched: WatchedPage
let page: Page
beforeAll(async () => {
  open = await openPractice()
  ;({ practice, watched, page } = open)
  await signIn(page, practice.url)
})
afterAll(() => open.close())

const left = { ...neutralFoot, side: 'left' as const, lengthMm: 246, ballWidthMm: 95, isthmus: 0.3 }
const right = { ...neutralFoot, side: 'right' as const, lengthMm: 249, ballWidthMm: 96, isthmus: 0.45 }
const upload = async (selector: string, file: string) => {
  const input = await page.waitForSelector(selector)
  await (input as unknown as { uploadFile: (path: string) => Promise<void> }).uploadFile(file)
}
const number = async (name: string, side: 'left' | 'right') =>
  Number((await textOf(page, `[data-number="${name}"] [data-side="${side}"]`)).split(' ')[0])
const visit = (key: string, step: string) => `${practice.url}/visit/demo${key}visit1/${step}`
/** A place of the picture on the screen: the stage shows it whole, in the middle of its box. */
const onScreen = async (
  label: string,
  size: { width: number; height: number },
  p: { x: number; y: number },
) => {
  const stage = await page.waitForSelector(`[role="group"][aria-label="${label}"]`)
  const box = (await stage!.boundingBox())!
  const inner = { x: box.x + 1, y: box.y + 1, width: box.width - 2, height: box.height - 2 }
  const scale = Math.min(inner.width / size.width, inner.height / size.height)
  return {
    x: inner.x + (inner.width - size.width * scale) / 2 + p.x * scale,
    y: inner.y + (inner.height - size.height * scale) / 2 + p.y * scale,
  }
}

describe('intake that unfolds', () => {
  test('a limit is a chip, a stop a red flag; both raise cautions and a cairn on the Trail', async () => {
    await openRoom(page, visit('bo', 'story'))
    await page.waitForSelector('::-p-text(none of them)')
    await clickText(page, 'Blood thinners (anticoagulants)')
    await page.waitForSelector('::-p-text(Limit: Blood thinners.)')
    await clickText(page, 'Look at the answers')
    await page.locator('[role="radiogroup"][aria-label="Calf swollen and sore"] ::-p-text(yes)').click()
    await page.waitForSelector('::-p-text(Stop: Swollen, sore calf.)')
    await page.waitForSelector('nav [role="img"][aria-label*="Swollen, sore calf"]')
    await page.locator('[role="radiogroup"][aria-label="Calf swollen and sore"] ::-p-text(no)').click()
    await page.waitForFunction(() => !document.body.textContent?.includes('Stop: Swollen, sore calf.'))
    await saved(page)
  })

  test('a stretch of the week is painted by dragging, and the hours follow', async () => {
    await openRoom(page, visit('bo', 'story'))
    await clickText(page, 'Paint the week instead')
    const week = await page.waitForSelector('[role="group"][aria-label^="Usual week"]')
    await week!.evaluate((e) => e.scrollIntoView({ block: 'center' }))
    const box = (await week!.boundingBox())!
    const at = (hour: number, day: number) => ({
      x: box.x + (box.width / 664) * (40 + (hour - 4) * 26),
      y: box.y + (box.height / 198) * (16 + day * 26 + 11),
    })
    await page.mouse.move(at(8.2, 0).x, at(8, 0).y)
    await page.mouse.down()
    await page.mouse.move(at(11.8, 4).x, at(12, 4).y, { steps: 8 })
    await page.mouse.up()
    await page.waitForSelector('::-p-text(A week: standing 20 h. On concrete, stone 20 h.)')
    await saved(page)
  })
})

describe('two feet on one photo of a sheet', () => {
  const photo = photoPicture(printsScene(left, right), { seed: 5, sizePx: 1400, tiltDeg: 16 })
  test('corners are found, the feet told apart and measured', async () => {
    await openRoom(page, visit('jory', 'look'))
    await upload(
      'input[data-picture="both"]',
      await writePhoto(join(practice.folder, 'both.jpg'), photo.image, 'jpeg'),
    )
    await page.waitForSelector('::-p-text(How large is a pixel)')
    await clickText(page, 'Sheet of known size')
    await page.waitForSelector('[aria-label="bottom left corner"]')
    await clickText(page, 'Read the print')
    await page.waitForSelector('::-p-text(2 prints on this picture)')
    await clickText(page, 'Put on the Mat')
    for (const [side, shape] of [
      ['left', left],
      ['right', right],
    ] as const)
      expect(
        Math.abs((await number('Arch index', side)) - printTruth(shape, contactShape(shape)).archIndex),
      ).toBeLessThan(0.02)
    await saved(page)
  })

  test('a brush stroke in the print room adds contact, taking it back restores the number', async () => {
    const before = await number('Arch index', 'left')
    await page.locator('[data-repair="left"]').click()
    await page.waitForSelector('[role="group"][aria-label="left footprint"] canvas')
    await clickText(page, 'Brush')
    const shown = async () => Number(await textOf(page, '[role="dialog"] table td'))
    // the inner side of the middle of the left foot, on the laid-flat A4 sheet of 840 × 1188 pixels
    const from = await onScreen('left footprint', { width: 840, height: 1188 }, { x: 270, y: 560 })
    const to = await onScreen('left footprint', { width: 840, height: 1188 }, { x: 270, y: 660 })
    await page.mouse.move(from.x, from.y)
    await page.mouse.down()
    await page.mouse.move(to.x, to.y, { steps: 6 })
    await page.mouse.up()
    await page.waitForFunction(
      (was) => Number(document.querySelector('[role="dialog"] table td')?.textContent) > was + 0.002,
      {},
      before,
    )
    expect(await shown()).toBeGreaterThan(before)
    await clickText(page, 'Take back the last stroke')
    await page.waitForFunction(
      (was) =>
        Math.abs(Number(document.querySelector('[role="dialog"] table td')?.textContent) - was) < 0.0006,
      {},
      before,
    )
    await clickText(page, 'Done')
    await saved(page)
  })
})

describe('a photo from above', () => {
  const scene = topScene({ ...left, halluxAngleDeg: 21 }, 'top')
  const photo = photoPicture(scene, { seed: 8, sizePx: 1200, tiltDeg: 14 })
  const size = { width: photo.image.widthPx, height: photo.image.heightPx }
  const order = [
    'heelBack',
    'heelMedial',
    'heelLateral',
    'm1',
    'm5',
    'halluxEdge',
    'fifthEdge',
    'tip1',
    'tip2',
  ]

  test('the sheet is found, nine taps give the values, the outline is traced', async () => {
    await openRoom(page, visit('jory', 'look'))
    await page.locator('[data-photo="top.left"]').click()
    await upload(
      'input[data-picture="photo"]',
      await writePhoto(join(practice.folder, 'top.png'), photo.image),
    )
    await page.waitForSelector('::-p-text(Sheet found by itself)')
    await page.waitForSelector('[role="group"][aria-label="Photo from above"] canvas')
    for (const [i, id] of order.entries()) {
      const p = await onScreen('Photo from above', size, photo.landmarksImagePx[id]!)
      await page.mouse.click(p.x, p.y)
      await page.waitForFunction(
        (n) => document.querySelectorAll('li[data-placed="true"]').length === n,
        {},
        i + 1,
      )
    }
    await page.waitForSelector('::-p-text(All points are placed.)')
    await new Promise((resolve) => setTimeout(resolve, 500))
    const shown = async (id: string) =>
      parseFloat(await textOf(page, `[data-measured="${id}"] td:last-child`))
    expect(Math.abs((await shown('halluxAngle')) - scene.truth.halluxAngle!)).toBeLessThan(2)
    expect(Math.abs((await shown('footLength')) / scene.truth.footLength! - 1)).toBeLessThan(0.015)
    expect(Math.abs((await shown('ballWidth')) - scene.truth.ballWidth!)).toBeLessThan(2)
    await clickText(page, 'Trace the outline')
    await page.waitForSelector('::-p-text(Drop it)')
    // a line drawn by hand takes the place of the traced one, and undo brings that back
    await clickText(page, 'Free hand')
    const round = photo.outlineImagePx.filter((_, i) => i % 12 === 0)
    for (const [i, p] of round.entries()) {
      const at = await onScreen('Photo from above', size, p)
      await page.mouse.move(at.x, at.y)
      if (i === 0) await page.mouse.down()
    }
    await page.mouse.up()
    await page.waitForSelector('[aria-pressed="false"] ::-p-text(Free hand)')
    await page.keyboard.down('Control')
    await page.keyboard.press('z')
    await page.keyboard.up('Control')
    await clickText(page, 'Use these values')
    await page.waitForFunction(
      (selector) => (document.querySelector<HTMLInputElement>(selector)?.value ?? '') !== '',
      {},
      cell('halluxAngle', 'left'),
    )
    expect(await textOf(page, '[data-finding="hallux.left"]')).toContain('leans')
    await page.waitForSelector('[data-photo="top.left"][data-done="true"]')
    await saved(page)
  })

  test('left laid over right says the difference; the arch map has both feet', async () => {
    await clickText(page, 'Left over right')
    await page.waitForSelector('::-p-text(mm longer)')
    await clickText(page, 'Left over right')
    const map = await page.waitForSelector('svg[aria-label^="Arch map"]')
    expect(await map!.evaluate((e) => e.getAttribute('aria-label'))).toMatch(/left: (high|middle|low), moves/)
  })

  test('a sentence opens to what is behind it', async () => {
    await page.locator('[data-finding="hallux.left"] button').click()
    const opened = await textOf(page, '[data-finding="hallux.left"]')
    expect(opened).toContain('below 15° straight')
    expect(opened).toContain('big-toe lean from: moderate: 20')
  })
})

describe('bad photos are answered in one sentence, and nothing is lost', () => {
  const scene = topScene(left, 'top')
  beforeAll(async () => {
    await openRoom(page, visit('mirel', 'look'))
    await page.locator('[data-photo="top.right"]').click()
  })
  const answered = (words: string) =>
    page.waitForSelector(`[role="dialog"] [role="alert"] ::-p-text(${words})`)
  const again = () => 'input[aria-label^="Another picture"], input[aria-label^="Choose a photo"]'

  test('a type nobody here can read', async () => {
    const heic = Buffer.concat([Buffer.from([0, 0, 0, 24]), Buffer.from('ftypheic'), Buffer.alloc(3000, 7)])
    const file = join(practice.folder, 'photo.heic')
    writeFileSync(file, heic)
    await upload(again(), file)
    await answered('not a PNG, JPEG, WebP or TIFF picture')
  })
  test('a hundred megapixels', async () => {
    await upload(again(), await writeVast(join(practice.folder, 'vast.png')))
    await answered('100 megapixels')
  })
  test('a blurred one is said to be blurred', async () => {
    const blurred = photoPicture(scene, { seed: 3, sizePx: 700, blurPx: 5 })
    await upload(again(), await writePhoto(join(practice.folder, 'blurred.png'), blurred.image))
    await answered('This photo is blurred')
  })
  test('without a sheet it asks for corners or a known length, and measures nothing until then', async () => {
    const bare = photoPicture(scene, { seed: 3, sizePx: 900, hasSheet: false })
    await upload(again(), await writePhoto(join(practice.folder, 'bare.png'), bare.image))
    await page.waitForFunction(() => {
      const said = document.querySelector('[role="dialog"]')?.textContent ?? ''
      return said.includes('No sheet was found') || said.includes('not found for sure')
    })
    expect(await page.$('li[data-placed="true"]')).toBeNull()
    await page.keyboard.press('Escape')
  })
})

test('the client view is one key away, and one key back', async () => {
  await openRoom(page, visit('oda', 'look'))
  await page.keyboard.press('v')
  await page.waitForSelector('::-p-text(Oda, these are your feet)')
  expect(await textOf(page, '[role="dialog"]')).toContain('narrower at the toes than at the ball')
  await page.keyboard.press('Escape')
  await page.waitForFunction(() => !document.querySelector('[role="dialog"]'))
})

test('a reference value shows whose findings would move before it is kept', async () => {
  await page.goto(`${practice.url}/practice`, { waitUntil: 'domcontentloaded' })
  await page.waitForSelector('[data-reference="halluxSlightDeg"]')
  await type(page, 'Search reference values', 'lean from: slight')
  const field = await page.waitForSelector('[data-reference="halluxSlightDeg"] input')
  await field!.click({ count: 3 })
  await field!.type('18')
  await page.waitForSelector('::-p-text(people would move)')
  expect(await textOf(page, '[aria-label="Changes not kept yet"]')).toContain('Ansa Rook')
  await clickText(page, 'Leave as it was')
  await page.waitForFunction(() => !document.querySelector('[aria-label="Changes not kept yet"]'))
})

test('the pages never complained', () => expect(watched.complaints).toEqual([]))
