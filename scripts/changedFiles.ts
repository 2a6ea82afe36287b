import { execFileSync } from 'node:child_process'
import { existsSync, readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'

const git = (...args: string[]): string[] =>
  execFileSync('git', args, { encoding: 'utf8' }).split('\n').filter(Boolean)
const isThere = (file: string) => existsSync(file)

/** What differs from a commit, new files too; without one, from the last commit, or what that commit itself changed. */
export function changedSince(commit: string | undefined): string[] {
  const fresh = git('ls-files', '--others', '--exclude-standard')
  if (commit !== undefined) return [...git('diff', '--name-only', commit), ...fresh].filter(isThere)
  const open = [...git('diff', '--name-only', 'HEAD'), ...fresh]
  return (open.length > 0 ? open : git('diff', '--name-only', 'HEAD~1', 'HEAD')).filter(isThere)
}

/** What a day of commits changed, with what is not committed: the part of the tree whose format may be off. */
export function changedInADay(): string[] {
  try {
    const [stamp] = git('log', '-1', '--format=%ct')
    const [before] = git('rev-list', '-1', `--before=${Number(stamp) - 86_400}`, 'HEAD')
    return before === undefined ? ['.'] : changedSince(before)
  } catch {
    return ['.'] // no history here: everything is looked at
  }
}

export const formattable = (files: readonly string[]): string[] =>
  files.filter((file) => file === '.' || /\.(ts|tsx|cjs|mjs|mts|css|md|json|html)$/.test(file))

/** Browser journeys that walk through what changed: by the addresses they visit, and the whole visit for what is shared. */
export function journeysOf(files: readonly string[]): string[] {
  const journeys = readdirSync('e2e').filter((name) => name.endsWith('.test.ts'))
  const found = new Set(files.filter((file) => /^e2e\/\w+\.test\.ts$/.test(file)))
  const product = files.filter(
    (file) => /^(core|schema|words|pages|server|web)\//.test(file) && !/\.test\.tsx?$|\/testing\//.test(file),
  )
  if (files.some((file) => file.startsWith('demo/'))) found.add('demo/demo.test.ts')
  for (const file of product) {
    if (file.startsWith('web/client/')) found.add('e2e/client.test.ts')
    const [, step, room] = /^web\/src\/rooms\/(?:visit\/(\w+)|(\w+))\//.exec(file) ?? []
    if (step === undefined && room === undefined) continue
    const address =
      step === undefined ? new RegExp(`['"\`/]${room}\\b`) : new RegExp(`/visit/[^'"\`]*/${step}\\b`)
    for (const name of journeys)
      if (address.test(readFileSync(join('e2e', name), 'utf8'))) found.add(join('e2e', name))
  }
  if (product.length > 0) found.add('e2e/journey.test.ts')
  return [...found].sort()
}
