import { openBrowser, openPage, openRoom, signIn } from '../e2e/support/openBrowser'
import { startPractice } from '../e2e/support/startPractice'

/**
 * Frames while the line of a person is zoomed and moved: five years of daily entries against the log of the demo, the
 * baseline, processor slowed down twice, drawn in software. Run: npx tsx bench/personTrail.ts
 */
const slowdown = Number(process.argv[2] ?? 2)
const steps = 120
const years = 5
const atOnce = 300

// as text: what a program puts into functions to name them is unknown in the page
const zoomAndMove = `new Promise((resolve) => {
  const canvas = document.querySelector('canvas[role="slider"]')
  const box = canvas.getBoundingClientRect()
  const frames = []
  let last = performance.now()
  let i = 0
  const tick = (now) => {
    frames.push(now - last)
    last = now
    if (i++ >= ${steps}) return resolve(frames.slice(5))
    const isMove = i % 3 === 0
    canvas.dispatchEvent(new WheelEvent('wheel', {
      bubbles: true, cancelable: true, ctrlKey: !isMove,
      deltaX: isMove ? 40 : 0, deltaY: isMove ? 0 : i < ${steps} / 2 ? -30 : 30,
      clientX: box.left + box.width * 0.6, clientY: box.top + 60,
    }))
    requestAnimationFrame(tick)
  }
  requestAnimationFrame(tick)
})`

async function main(): Promise<void> {
  const [practice, open] = await Promise.all([startPractice(), openBrowser()])
  const { page } = await openPage(open.browser)
  page.setDefaultTimeout(60_000)
  await signIn(page, practice.url)
  const measure = async (): Promise<number> => {
    await openRoom(page, `${practice.url}/person/demolioperson`)
    await page.waitForSelector('canvas[role="slider"]')
    await new Promise((resolve) => setTimeout(resolve, 1500))
    const client = await page.createCDPSession()
    await client.send('Emulation.setCPUThrottlingRate', { rate: slowdown })
    const took = (await page.evaluate(zoomAndMove)) as number[]
    await client.send('Emulation.setCPUThrottlingRate', { rate: 1 })
    return 1000 / (took.reduce((a, b) => a + b, 0) / took.length)
  }
  const demo = await measure()
  await page.evaluate(
    async (days, most) => {
      const { csrf } = (await (await fetch('/api/session')).json()) as { csrf: string }
      const entries = Array.from({ length: days }, (_, i) => {
        const day = new Date(Date.now() - (i + 190) * 86_400_000).toISOString().slice(0, 10)
        return {
          id: `bench${String(i).padStart(8, '0')}`,
          day,
          at: `${day}T19:00:00Z`,
          training: i % 5 === 0 ? 'not' : 'done',
          pain: (i * 7) % 5,
          firstSteps: (i * 3) % 4,
          spacersMin: (i * 13) % 60,
          shoesMin: (i * 17) % 120,
        }
      })
      for (let from = 0; from < entries.length; from += most)
        await fetch('/api/people/demolioperson/log', {
          method: 'POST',
          headers: { 'content-type': 'application/json', 'x-sturvo-csrf': csrf },
          body: JSON.stringify({
            entries: entries.slice(from, from + most),
            sentAt: new Date().toISOString(),
          }),
        })
    },
    years * 365,
    atOnce,
  )
  const long = await measure()
  console.log(
    `half a year ${demo.toFixed(0)} frames a second, ${years} years of daily entries ${long.toFixed(0)}: ${(long / demo).toFixed(2)} of the baseline (processor slowed ${slowdown} times)`,
  )
  await open.close()
  await practice.stop()
}

void main()
