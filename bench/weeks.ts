import fc from 'fast-check'
import { daysInputOf, noWishes, planDays, type WeekWishes } from '@sturvo/core/days'
import { choosePlan } from '@sturvo/core/training'
import { arbitraryInput } from '../core/plan/training/testing/arbitraryClient'
import { openBrowser, openPage, openRoom, signIn } from '../e2e/support/openBrowser'
import { startPractice } from '../e2e/support/startPractice'

/**
 * The days of a plan: how long 24 weeks take for random clients, with wishes that do not fit, against the plan found at
 * once in the same run; and frames while the long trail is zoomed from all weeks to four and back, drawn by software
 * with the processor slowed down twice, against the idle page. Run: npx tsx bench/weeks.ts
 */
const clients = 200
const at = (values: readonly number[], share: number) =>
  values.toSorted((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))] ?? 0
const timed = (work: () => unknown): number => {
  const start = performance.now()
  work()
  return performance.now() - start
}
const tight: WeekWishes = {
  ...noWishes,
  usual: ['rest', 'free', 'rest', 'short', 'rest', 'free', 'free'],
  absences: [{ from: '2026-06-01', to: '2026-06-20', kind: 'travel' }],
  moves: [1, 2, 3, 4].map((week) => ({ lane: 'train', week, from: 1, to: 2 })),
}

function days(): void {
  const inputs = fc.sample(arbitraryInput, { numRuns: clients, seed: 7 })
  for (const [name, wishes] of [
    ['no wishes', noWishes],
    ['wishes that do not fit', tight],
  ] as const) {
    const plans: number[] = []
    const times: number[] = []
    for (const asked of inputs) {
      let plan = choosePlan(asked)
      plans.push(timed(() => (plan = choosePlan(asked))))
      const input = daysInputOf({
        plan,
        asked,
        spacing: { use: 'notNow', because: 'noReason' },
        transition: undefined,
        fade: [],
        startsOn: '2026-05-11',
        weeks: 24,
        wishes,
      })
      times.push(timed(() => planDays(input)))
    }
    process.stdout.write(
      `24 weeks, ${name.padEnd(24)} median ${at(times, 0.5).toFixed(1)} ms, 95 % ${at(times, 0.95).toFixed(1)}, worst ${at(times, 1).toFixed(1)}; plan at once ${at(plans, 0.5).toFixed(1)} ms, ratio ${(at(times, 0.5) / at(plans, 0.5)).toFixed(2)}\n`,
    )
  }
}

const watch = `(ms) => new Promise((done) => {
  const gaps = []; let last = performance.now(); const end = last + ms
  const step = (now) => { gaps.push(now - last); last = now; now < end ? requestAnimationFrame(step) : done(gaps) }
  requestAnimationFrame(step)
})`

async function zooming(): Promise<void> {
  const [practice, open] = await Promise.all([startPractice(), openBrowser()])
  const { page } = await openPage(open.browser)
  await signIn(page, practice.url)
  await openRoom(page, `${practice.url}/visit/demoansavisit1/weeks`)
  await page.waitForSelector('[data-proven="true"]', { timeout: 60_000 })
  await page.locator('::-p-text(24 weeks)').click()
  await page.waitForSelector('[data-week="24"]')
  await page.emulateCPUThrottling(2)
  const report = (name: string, gaps: number[]) =>
    process.stdout.write(
      `${name.padEnd(34)} ${(1000 / (gaps.reduce((a, b) => a + b, 0) / gaps.length)).toFixed(0)} frames a second, 95 % of frames below ${at(gaps, 0.95).toFixed(1)} ms\n`,
    )
  report('idle page', (await page.evaluate(`(${watch})(2000)`)) as number[])
  const running = page.evaluate(`(${watch})(4000)`) as Promise<number[]>
  await page.evaluate(`new Promise((done) => {
    const trail = document.querySelector('[data-trail]'); const box = trail.getBoundingClientRect(); let n = 0
    const step = () => {
      trail.dispatchEvent(new WheelEvent('wheel', { deltaY: n % 120 < 60 ? -14 : 14, clientX: box.left + box.width / 3, clientY: box.top + 80, ctrlKey: true, bubbles: true, cancelable: true }))
      n++ < 220 ? requestAnimationFrame(step) : done()
    }
    requestAnimationFrame(step)
  })`)
  report('zoomed from 24 weeks to 4 and back', await running)
  await open.close()
  await practice.stop()
}

days()
void zooming()
