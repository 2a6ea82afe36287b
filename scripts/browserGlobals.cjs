// what every browser has and the test document lacks
const { TextEncoder, TextDecoder } = require('node:util')
Object.assign(globalThis, { TextEncoder, TextDecoder })
const { ReadableStream, TransformStream, DecompressionStream, CompressionStream } = require('node:stream/web')
Object.assign(globalThis, { ReadableStream, TransformStream, DecompressionStream, CompressionStream })
const nothing = () => undefined
window.matchMedia = (media) => ({
  matches: false,
  media,
  addEventListener: nothing,
  removeEventListener: nothing,
  addListener: nothing,
  removeListener: nothing,
})
// no test speaks to a server by accident; one that wants to gives its own
globalThis.fetch ??= () => Promise.reject(new TypeError('there is no server here'))
globalThis.Request ??= class {
  clone() {
    return this
  }
}
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
