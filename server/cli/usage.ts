/** What was asked for cannot be done; the command line prints the sentence and ends with 2. */
export class UsageError extends Error {
  constructor(message: string) {
    super(message)
    this.name = 'UsageError'
  }
}

export type Options = Record<string, string | true>

/** Splits arguments into words and --options; an option without a value is true. */
export function readArguments(
  args: readonly string[],
  withValue: readonly string[],
  flags: readonly string[],
): { words: string[]; options: Options } {
  const words: string[] = []
  const options: Options = {}
  for (let i = 0; i < args.length; i++) {
    const arg = args[i]!
    if (!arg.startsWith('--')) {
      words.push(arg)
      continue
    }
    const name = arg.slice(2)
    if (flags.includes(name)) options[name] = true
    else if (withValue.includes(name)) {
      const value = args[++i]
      if (value === undefined) throw new UsageError(`--${name} needs a value.`)
      options[name] = value
    } else throw new UsageError(`There is no option --${name}.`)
  }
  return { words, options }
}

export function textOption(options: Options, name: string): string | undefined {
  const value = options[name]
  return typeof value === 'string' ? value : undefined
}

export function oneOf<T extends string>(
  options: Options,
  name: string,
  allowed: readonly T[],
): T | undefined {
  const value = textOption(options, name)
  if (value === undefined) return undefined
  const found = allowed.find((a) => a === value)
  if (!found) throw new UsageError(`--${name} is ${allowed.join(' or ')}, not "${value}".`)
  return found
}

export function portOf(options: Options, standard: number): number {
  const value = textOption(options, 'port')
  if (value === undefined) return standard
  const port = Number(value)
  if (!Number.isInteger(port) || port < 1 || port > 65_535)
    throw new UsageError(`--port is a number from 1 to 65535, not "${value}".`)
  return port
}
