import { readdir, rm } from 'node:fs/promises'
import { basename, dirname, join } from 'node:path'

export const workPrefix = '.working-'

const unfinished = /\.(arriving|packed|temporary)$/

/**
 * Takes away what uploads left that never ended. Only the one server of a practice may call this, before it listens:
 * nothing can be on its way then.
 */
export async function sweepLeftovers(folders: {
  picturesFolder: string
  recordingsFolder: string
  /** files that somebody looked at and did not take in */
  importsFolder: string
  /** the practice itself */
  file: string
}): Promise<void> {
  await sweepRestoring(folders.file)
  await rm(folders.importsFolder, { recursive: true, force: true })
  // what a copying that fell over had open
  const beside = dirname(folders.importsFolder)
  for (const name of await readdir(beside).catch(() => []))
    if (name.startsWith(workPrefix)) await rm(join(beside, name), { recursive: true, force: true })
  for (const folder of [folders.picturesFolder, folders.recordingsFolder]) {
    const names = await readdir(folder).catch(() => [])
    for (const name of names) if (unfinished.test(name)) await rm(join(folder, name), { force: true })
  }
}

/** What a restore left that never ended: the whole practice, half in its place. */
export async function sweepRestoring(file: string): Promise<void> {
  const half = `${basename(file)}.restoring`
  for (const name of await readdir(dirname(file)).catch(() => []))
    if (name.startsWith(half)) await rm(join(dirname(file), name), { force: true })
}
