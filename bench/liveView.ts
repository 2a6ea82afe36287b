import { openBrowser, openPage, openRoom, signIn } from '../e2e/support/openBrowser'
import { startPractice } from '../e2e/support/startPractice'

/**
 * How smoothly the live view runs: two feet at 100 Hz, processor slowed down twice, against an empty page in the same
 * run. Run: npx tsx bench/liveView.ts [seconds] (builds nothing: npx vite build web first)
 */
const seconds = Number(process.argv[2] ?? 18)

/** Times between displayed frames while something runs, ms. */
const watch = `(ms) => new Promise((done) => {
  const gaps = []; let last = performance.now(); const end = last + ms
  const step = (now) => { gaps.push(now - last); last = now; now < end ? requestAnimationFrame(step) : done(gaps) }
  requestAnimationFrame(step)
})`

async function main(): Promise<void> {
  const [practice, open] = await Promise.all([startPractice(), openBrowser()])
  const { page } = await openPage(open.browser)
  const session = await page.createCDPSession()
  const gapsOver = (ms: number) => page.evaluate(`(${watch})(${ms})`) as Promise<number[]>
  const describe = (name: string, gaps: number[]) => {
    const sorted = [...gaps].sort((a, b) => a - b)
    const late = gaps.filter((g) => g > 25).length
    console.log(
      `${name.padEnd(26)} median ${sorted[gaps.length >> 1]!.toFixed(1)} ms, 95 % below ${sorted[Math.floor(gaps.length * 0.95)]!.toFixed(1)} ms, ` +
        `${(1000 / (gaps.reduce((s, g) => s + g, 0) / gaps.length)).toFixed(0)} frames a second, ${((100 * late) / gaps.length).toFixed(1)} % dropped`,
    )
  }
  await signIn(page, practice.url)
  await session.send('Emulation.setCPUThrottlingRate', { rate: 2 })
  await openRoom(page, `${practice.url}/visit/demobovisit1/load`)
  describe('the same page, idle', await gapsOver(4000))
  await page.evaluate(`localStorage.setItem('sturvo.countDown', '0')`)
  await page.locator('::-p-text(Record on the mat)').click()
  await page.locator('::-p-aria([name="Record"][role="button"])').click()
  await page.waitForSelector('output ::-p-text(Recording)')
  const before = (await page.metrics()).JSHeapUsedSize ?? 0
  describe('recording at 100 Hz', await gapsOver(seconds * 1000))
  const after = (await page.metrics()).JSHeapUsedSize ?? 0
  const text = await page.$eval('[role="dialog"]', (e) => e.textContent ?? '')
  console.log(
    `frames lost: ${/(\d+) frames missing/.exec(text)?.[1] ?? 0}; heap of the page ${(before / 1e6).toFixed(0)} to ${(after / 1e6).toFixed(0)} MB`,
  )
  await open.close()
  await practice.stop()
}

void main()
