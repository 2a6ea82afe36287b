const { execFileSync } = require('node:child_process')
const { join } = require('node:path')

/** The threads of the server are built files: a test must run those of the present sources, and copies what they fill. */
module.exports = () => {
  if (process.env.STURVO_BUILT) return // by ./sturvo, which fills the practice beside the first tests
  execFileSync(process.execPath, [join(__dirname, 'build.mjs'), 'server'], { stdio: 'inherit' })
  execFileSync(join(__dirname, '..', 'node_modules', '.bin', 'tsx'), [join(__dirname, 'fillPractice.ts')], {
    stdio: 'inherit',
  })
}
