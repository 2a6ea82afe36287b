import { existsSync, readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'

/**
 * The folder of the whole project: the one whose manifest is called sturvo. The same code runs from its source, from
 * a test and from the built file, which lie at different depths.
 */
export const rootFolder = findRoot(__dirname)

export const migrationsFolder = join(rootFolder, 'server', 'migrations')

function findRoot(from: string): string {
  const manifest = join(from, 'package.json')
  if (existsSync(manifest)) {
    const { name } = JSON.parse(readFileSync(manifest, 'utf8')) as { name?: string }
    if (name === 'sturvo') return from
  }
  const above = dirname(from)
  if (above === from) throw new Error('no folder of the project above this file')
  return findRoot(above)
}
