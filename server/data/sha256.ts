import { createHash } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { stat } from 'node:fs/promises'

/** What a file is, read to its end. */
export async function sha256Of(file: string): Promise<{ sha256: string; bytes: number }> {
  const hash = createHash('sha256')
  for await (const part of createReadStream(file)) hash.update(part as Buffer)
  return { sha256: hash.digest('hex'), bytes: (await stat(file)).size }
}
