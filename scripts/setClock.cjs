// Loaded before the server by bench/soak: the clock of the machine is as far ahead as the file says.
// What waits by a clock that nobody sets (performance.now, timers) is left alone, as on a machine that is set wrong.
const { readFileSync } = require('node:fs')

const file = process.env.STURVO_CLOCK_FILE
if (file) {
  const Real = Date
  let aheadMs = 0
  const look = () => {
    try {
      aheadMs = Number(readFileSync(file, 'utf8')) || 0
    } catch {
      // it is being written
    }
  }
  look()
  setInterval(look, 200).unref()
  globalThis.Date = class extends Real {
    constructor(...given) {
      if (given.length === 0) super(Real.now() + aheadMs)
      else super(...given)
    }
    static now() {
      return Real.now() + aheadMs
    }
  }
}
