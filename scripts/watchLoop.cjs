// Loaded before the server in tests: writes down how long the thread that answers everybody stood still.
// Two figures: the delay of the loop as Node sees it (99 of 100 moments), and the longest stretch that our own code
// held the thread, in processor time: on a machine that does other things as well, the clock alone blames the wrong one.
const { monitorEventLoopDelay } = require('node:perf_hooks')
const { existsSync, readFileSync, writeFileSync } = require('node:fs')
const { isMainThread } = require('node:worker_threads')

const file = process.env.STURVO_LOOP_FILE
const schedule = '/proc/thread-self/schedstat'
const ranMs = () =>
  existsSync(schedule) ? Number(readFileSync(schedule, 'utf8').split(' ')[0]) / 1e6 : performance.now()

// threads for heavy work load this file as well, and they may stand still
if (file && process.env.STURVO_SUPERVISED && isMainThread) {
  const delay = monitorEventLoopDelay({ resolution: 5 })
  let last
  let heldMs = 0
  const begin = () => {
    delay.enable()
    last = ranMs()
    setInterval(() => {
      const now = ranMs()
      heldMs = Math.max(heldMs, now - last)
      last = now
    }, 5)
    setInterval(() => {
      writeFileSync(file, JSON.stringify({ heldMs, delay99Ms: delay.percentile(99) / 1e6 }))
      last = ranMs()
    }, 200)
  }
  // starting is not serving
  setTimeout(begin, Number(process.env.STURVO_LOOP_AFTER ?? 1500)).unref()
}
