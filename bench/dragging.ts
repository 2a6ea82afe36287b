import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { neutralFoot } from '@sturvo/core/footShape'
import { photoPicture, topScene } from '@sturvo/core/synthetic'
import { openBrowser, openPage, openRoom, signIn } from '../e2e/support/openBrowser'
import { startPractice } from '../e2e/support/startPractice'

/**
 * Frames while a corner of the sheet is dragged in the photo room, processor slowed down four times: a photo of twelve
 * megapixels against one of one megapixel, the baseline. Run: npx tsx bench/dragging.ts
 */
const slowdown = 4
const moves = 150
const sizes: [name: string, longerPx: number][] = [
  ['1 megapixel', 1160],
  ['12 megapixels', 4000],
]

const countFrames = `
  window.frames_ = []
  window.isCounting = true
  let last = performance.now()
  const tick = (now) => {
    window.frames_.push(now - last)
    last = now
    if (window.isCounting) requestAnimationFrame(tick)
  }
  requestAnimationFrame(tick)
`

async function main(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'sturvo-bench-'))
  const { image, cornersImagePx } = photoPicture(topScene({ ...neutralFoot, side: 'left' }, 'top'), {
    seed: 2,
    sizePx: 1300,
  })
  const raw = { width: image.widthPx, height: image.heightPx, channels: image.channels }
  const [practice, open] = await Promise.all([startPractice(), openBrowser()])
  const { page } = await openPage(open.browser)
  page.setDefaultTimeout(60_000)
  await signIn(page, practice.url)
  const medians: number[] = []
  for (const [name, longerPx] of sizes) {
    const file = join(folder, `${longerPx}.jpg`)
    const scaled = sharp(image.data, { raw }).resize({ height: longerPx }).jpeg({ quality: 90 })
    writeFileSync(file, await scaled.toBuffer())
    await openRoom(page, `${practice.url}/visit/demobovisit1/look`)
    await page.locator('[data-photo="top.left"]').click()
    const input = await page.waitForSelector('input[data-picture="photo"]')
    await (input as unknown as { uploadFile: (path: string) => Promise<void> }).uploadFile(file)
    await page.waitForSelector('::-p-text(Sheet found by itself)')
    await new Promise((resolve) => setTimeout(resolve, 1500))
    const stage = await page.waitForSelector('[role="group"][aria-label="Photo from above"] canvas')
    const box = (await stage!.boundingBox())!
    // the corner lies where the generator put it, at the scale the stage shows the whole picture
    const fit = Math.min(box.width / (longerPx * (raw.width / raw.height)), box.height / longerPx)
    const width = longerPx * (raw.width / raw.height) * fit
    const cornerImage = cornersImagePx[0]!
    const x = box.x + (box.width - width) / 2 + (cornerImage.x / raw.width) * width
    const y = box.y + (box.height - longerPx * fit) / 2 + (cornerImage.y / raw.height) * longerPx * fit
    await page.emulateCPUThrottling(slowdown)
    // as text: the runner's helpers do not exist on the page
    await page.evaluate(countFrames)
    await page.mouse.move(x, y)
    await page.mouse.down()
    for (let i = 0; i < moves; i++) await page.mouse.move(x + 60 * Math.sin(i / 12), y + 40 * Math.sin(i / 9))
    await page.mouse.up()
    const frames = (await page.evaluate('window.isCounting = false; window.frames_.slice(2)')) as number[]
    await page.emulateCPUThrottling(null)
    const sorted = [...frames].sort((a, b) => a - b)
    const at = (share: number) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))]!
    medians.push(at(0.5))
    const smooth = frames.filter((f) => f < 20).length / frames.length
    process.stdout.write(
      `${name}: ${frames.length} frames, median ${at(0.5).toFixed(1)} ms, 95 % ${at(0.95).toFixed(1)} ms, ${(smooth * 100).toFixed(0)} % at 60 a second\n`,
    )
  }
  process.stdout.write(
    `twelve megapixels over one: ${(medians[1]! / medians[0]!).toFixed(2)} times the frame\n`,
  )
  await open.close()
  await practice.stop()
}

void main()
