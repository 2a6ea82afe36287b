// what every browser has and the test document lacks
const { TextEncoder, TextDecoder } = require('node:util')
Object.assign(globalThis, { TextEncoder, TextDecoder })
const nothing = () => undefined
window.matchMedia = (media) => ({
  matches: false,
  media,
  addEventListener: nothing,
  removeEventListener: nothing,
  addListener: nothing,
  removeListener: nothing,
})
globalThis.Headers ??= class extends Map {
  constructor(init = {}) {
    super(Object.entries(init))
  }
}
globalThis.ResizeObserver ??= class {
  observe() {}
  unobserve() {}
  disconnect() {}
}
