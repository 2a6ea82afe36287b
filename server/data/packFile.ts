import { createRequire } from 'node:module'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { Worker } from 'node:worker_threads'
import { rootFolder } from './places'

/** What a packing waits for another program that has the file, until it gives up. */
const patienceMs = 5000

/** Plain text, for it runs the same from the source, from a test and from the built file. */
const packing = `
const { workerData } = require('node:worker_threads')
const { createClient } = require(workerData.library)
const client = createClient({ url: workerData.url, concurrency: 1, timeout: workerData.patienceMs })
const pack = async () => {
  await client.execute('PRAGMA secure_delete = ON')
  await client.execute('VACUUM')
  const { rows } = await client.execute('PRAGMA wal_checkpoint(TRUNCATE)')
  // somebody still reads an older state: it lies in the log until they are done
  if (Number(rows[0].busy) !== 0) throw new Error('the log of the file is held')
}
pack().finally(() => client.close())
`

/**
 * Writes a database file anew and empties its log, so that nothing that was deleted is left in either. As long as it
 * takes nobody else may write.
 */
export function packFile(file: string): Promise<void> {
  const library = createRequire(join(rootFolder, 'server', 'package.json')).resolve('@libsql/client')
  const url = pathToFileURL(file).href
  const worker = new Worker(packing, { eval: true, workerData: { url, library, patienceMs } })
  return new Promise((resolve, reject) => {
    worker.once('error', reject)
    worker.once('exit', () => resolve())
  })
}
