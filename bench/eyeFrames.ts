import { eyeKinds } from '@sturvo/core/eye'
import { openBrowser, openPage, openRoom, signIn } from '../e2e/support/openBrowser'
import { startPractice } from '../e2e/support/startPractice'

/**
 * Eye practice in the browser: how long a new question takes from the press of a key to its picture, and how long the
 * frames of the clips are, against the idle page of the same run. Run: npx tsx bench/eyeFrames.ts
 */
const watch = `(ms) => new Promise((done) => {
  const gaps = []; let last = performance.now(); const end = last + ms
  const step = (now) => { gaps.push(now - last); last = now; now < end ? requestAnimationFrame(step) : done(gaps) }
  requestAnimationFrame(step)
})`
// another level is another question: from the click to the frame after the picture stands
const another = `(level) => new Promise((done) => {
  const start = performance.now()
  const before = document.querySelector('[data-question] header p').textContent
  document.querySelector('input[value="' + level + '"]').click()
  const look = () => document.querySelector('[data-question] header p')?.textContent !== before
    ? requestAnimationFrame(() => done(performance.now() - start)) : requestAnimationFrame(look)
  requestAnimationFrame(look)
})`

async function main(): Promise<void> {
  const [practice, open] = await Promise.all([startPractice(), openBrowser()])
  const { page } = await openPage(open.browser)
  await signIn(page, practice.url)
  const gapsOver = (ms: number) => page.evaluate(`(${watch})(${ms})`) as Promise<number[]>
  const frames = (name: string, gaps: number[]) => {
    const sorted = [...gaps].sort((a, b) => a - b)
    process.stdout.write(
      `${name.padEnd(30)} median ${sorted[gaps.length >> 1]!.toFixed(1)} ms, 95 % below ${sorted[Math.floor(gaps.length * 0.95)]!.toFixed(1)} ms\n`,
    )
  }
  const show = async (kind: string) => {
    await page.evaluate(
      `localStorage.setItem('sturvo.eye.kind', JSON.stringify('${kind}')); localStorage.setItem('sturvo.eye.level', '"1"')`,
    )
    await openRoom(page, `${practice.url}/eye?seed=5`)
    await page.waitForSelector(`[data-question="${kind}"]`)
  }
  await show('grade')
  frames('idle page', await gapsOver(2000))
  await show('tripod')
  frames('isobars in a loop', await gapsOver(3000))
  await show('squat')
  await page.focus('[role="slider"]')
  const running = gapsOver(3000)
  for (let i = 0; i < 40; i++) await page.keyboard.press(i < 20 ? 'ArrowRight' : 'ArrowLeft')
  frames('squat moved by keys', await running)
  process.stdout.write('new question, click to picture, ms (median of 8)\n')
  for (const kind of eyeKinds) {
    await show(kind)
    const times: number[] = []
    for (let i = 0; i < 8; i++) times.push((await page.evaluate(`(${another})(${(i % 3) + 2})`)) as number)
    times.sort((a, b) => a - b)
    process.stdout.write(`${kind.padEnd(30)} ${times[4]!.toFixed(0)}, worst ${times[7]!.toFixed(0)}\n`)
  }
  await open.close()
  await practice.stop()
}

void main()
