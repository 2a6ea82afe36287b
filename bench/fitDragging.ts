import { openBrowser, openPage, openRoom, signIn } from '../e2e/support/openBrowser'
import { startPractice } from '../e2e/support/startPractice'

/**
 * Dragging a shoe under a foot in the browser with the processor slowed down four times: frames a second while the hand
 * moves, against the idle page of the same run. Run: npx tsx bench/fitDragging.ts
 */
const watch = `(ms) => new Promise((done) => {
  const gaps = []; let last = performance.now(); const end = last + ms
  const step = (now) => { gaps.push(now - last); last = now; now < end ? requestAnimationFrame(step) : done(gaps) }
  requestAnimationFrame(step)
})`

async function main(): Promise<void> {
  const [practice, open] = await Promise.all([startPractice(), openBrowser()])
  const { page } = await openPage(open.browser)
  await signIn(page, practice.url)
  await openRoom(page, `${practice.url}/visit/demoodavisit1/shoes`)
  await page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('[role="radio"]')]
      .find((b) => b.textContent === 'Fit')
      ?.click(),
  )
  const shoe = '[aria-label^="Shoe under the left foot"] path[stroke-dasharray]'
  await page.waitForSelector(shoe)
  const points = await page.$eval(shoe, (path) => (path.getAttribute('d')!.match(/[ML]/g) ?? []).length)
  const session = await page.createCDPSession()
  await session.send('Emulation.setCPUThrottlingRate', { rate: 4 })
  const gapsOver = (ms: number) => page.evaluate(`(${watch})(${ms})`) as Promise<number[]>
  const frames = (name: string, gaps: number[]) => {
    const sorted = [...gaps].sort((a, b) => a - b)
    const mean = gaps.reduce((a, b) => a + b, 0) / gaps.length
    process.stdout.write(
      `${name.padEnd(24)} ${(1000 / mean).toFixed(0)} frames a second, median ${sorted[gaps.length >> 1]!.toFixed(1)} ms, 95 % below ${sorted[Math.floor(gaps.length * 0.95)]!.toFixed(1)} ms\n`,
    )
  }
  process.stdout.write(`inside of ${points} points, processor slowed down 4 times\n`)
  frames('the same page, idle', await gapsOver(2000))
  const box = await page.$eval(shoe, (path) => {
    const r = path.getBoundingClientRect()
    return { x: r.x + r.width / 2, y: r.y + r.height / 2 }
  })
  await page.mouse.move(box.x, box.y)
  await page.mouse.down()
  const running = gapsOver(4000)
  for (let i = 0; i < 160; i++) {
    await page.mouse.move(box.x + 8 * Math.sin(i / 6), box.y + 5 * Math.cos(i / 9))
    await new Promise((resolve) => setTimeout(resolve, 16))
  }
  frames('while dragging', await running)
  await page.mouse.up()
  await open.close()
  await practice.stop()
}

void main()
