import { chmodSync } from 'node:fs'
import { pathToFileURL } from 'node:url'
import { createClient } from '@libsql/client'
import { errorCode, FileFault } from './fileFault'

export type FileLock = { release: () => void }

/**
 * One server for a practice: a small database beside the file whose write lock is held as long as the process lives.
 * The operating system gives it back when a process ends, however it ends, so it can never be left behind.
 *
 * @throws FileFault inUse where another server holds it
 */
export async function lockFile(file: string): Promise<FileLock> {
  const beside = `${file}.lock`
  const client = createClient({ url: pathToFileURL(beside).href, concurrency: 1, timeout: 0 })
  try {
    const held = await client.transaction('write')
    chmodSync(beside, 0o600)
    return {
      release: () => {
        held.close()
        client.close()
      },
    }
  } catch (error) {
    client.close()
    if (/BUSY|LOCKED/.test(errorCode(error))) throw new FileFault('inUse', file)
    throw error
  }
}
