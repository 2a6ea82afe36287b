import { text } from 'node:stream/consumers'
import { runCommand } from '@sturvo/server/cli'

// what is written holds health records: nobody else on this machine reads it
process.umask(0o077)

/** The command line: the only place that knows both the server and the made-up practice. */
void runCommand(process.argv.slice(2), {
  seed: async (database, today) => (await import('./seedDemo')).seedDemo(database, today),
  passwordFrom: () => text(process.stdin),
  isWatched: true,
}).then(({ output, code }) => {
  if (output !== '') (code === 0 ? process.stdout : process.stderr).write(`${output}\n`)
  // a watched server has its own code, from the child that ended
  if (code !== 0) process.exitCode = code
})
