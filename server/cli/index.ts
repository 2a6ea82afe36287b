import { commands, helpOf, listOf, type Command, type Surroundings } from './commands'
import { UsageError } from './usage'

/** Runs one command. @returns what to print and the exit code: 0 done, 2 cannot be done as asked */
export async function runCommand(
  args: readonly string[],
  around: Surroundings,
): Promise<{ output: string; code: 0 | 2 }> {
  try {
    return { output: await dispatch(args, around), code: 0 }
  } catch (error) {
    if (error instanceof UsageError) return { output: error.message, code: 2 }
    throw error
  }
}

async function dispatch(args: readonly string[], around: Surroundings): Promise<string> {
  const words = args.filter((arg) => !isHelp(arg))
  const found = commandOf(words)
  const family = found
    ? []
    : commands.filter((c) => words[0] !== undefined && c.name.startsWith(`${words[0]} `))
  if (args.some(isHelp) || args.length === 0) {
    if (found) return helpOf(found.command)
    return listOf(family.length > 0 ? family : commands)
  }
  if (!found)
    throw new UsageError(
      `There is no command "${words.slice(0, 2).join(' ')}".\n${listOf(family.length > 0 ? family : commands)}`,
    )
  return found.command.run(found.rest, around)
}

const isHelp = (arg: string) => arg === '--help' || arg === '-h'

function commandOf(words: readonly string[]): { command: Command; rest: readonly string[] } | undefined {
  for (const length of [2, 1]) {
    const command = commands.find((c) => c.name === words.slice(0, length).join(' '))
    if (command) return { command, rest: words.slice(length) }
  }
  return undefined
}
