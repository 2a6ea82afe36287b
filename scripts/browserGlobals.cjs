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
