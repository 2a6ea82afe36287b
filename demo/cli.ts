import { text } from 'node:stream/consumers'
import { runCommand } from '@sturvo/server/cli'
import { seedDemo } from './seedDemo'

/** The command line: the only place that knows both the server and the made-up practice. */
void runCommand(process.argv.slice(2), { seed: seedDemo, passwordFrom: () => text(process.stdin) }).then(
  ({ output, code }) => {
    if (output !== '') (code === 0 ? process.stdout : process.stderr).write(`${output}\n`)
    process.exitCode = code
  },
)
