const { execFileSync } = require('node:child_process')
const { join } = require('node:path')

/** The threads of the server are built files: a test must run those of the present sources. */
module.exports = () => {
  if (process.env.STURVO_BUILT) return
  execFileSync(process.execPath, [join(__dirname, 'build.mjs'), 'server'], { stdio: 'inherit' })
}
