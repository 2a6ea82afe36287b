// Stands before fast-check in every test. The seed turns: another each day (or STURVO_SEED), printed by ./sturvo test,
// so that a property is not asked the same cases for ever. A case that failed is written to keptCases.json and is asked
// first from then on.
const { createHash } = require('node:crypto')
const { mkdirSync, readFileSync, writeFileSync } = require('node:fs')
const { join, relative } = require('node:path')
const real = require('../node_modules/fast-check/lib/cjs/fast-check.js')

const root = join(__dirname, '..')
const seed = Number(process.env.STURVO_SEED ?? new Date().toISOString().slice(0, 10).replaceAll('-', ''))
real.configureGlobal({ ...real.readConfigureGlobal(), seed })

const kept = JSON.parse(readFileSync(join(__dirname, 'keptCases.json'), 'utf8'))
const here = () => {
  const { testPath, currentTestName } = expect.getState()
  return `${relative(root, testPath)}: ${currentTestName}`
}

/** One small file a case: several workers write at once, and runTests gathers them. */
function keep(name, error) {
  if (process.env.STURVO_MUTATED) return // broken on purpose
  const found = /seed: (-?\d+), path: "([\d:]+)"/.exec(String(error?.message))
  if (!found) return
  const folder = join(root, '.sturvo', 'failedCases')
  mkdirSync(folder, { recursive: true })
  const text = JSON.stringify({ name, seed: Number(found[1]), path: found[2] })
  writeFileSync(join(folder, `${createHash('sha1').update(text).digest('hex')}.json`), text)
}

function assert(property, params = {}) {
  const name = here()
  const runs = [
    ...(kept[name] ?? []).map((one) => ({ ...params, ...one, endOnFailure: true })),
    // a test that names its seed asks for just those cases
    params,
  ]
  const failed = (error) => {
    keep(name, error)
    throw error
  }
  let before
  for (const run of runs)
    if (before) before = before.then(() => real.assert(property, run))
    else
      try {
        before = real.assert(property, run)
      } catch (error) {
        failed(error)
      }
  return before?.catch(failed)
}

module.exports = { ...real, assert, default: { ...real.default, assert } }
Object.defineProperty(module.exports, '__esModule', { value: true })
