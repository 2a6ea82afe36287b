import type { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { createGunzip } from 'node:zlib'
import { PressureCsvReader, type FrameVisitor, type RecordingMeta } from '@sturvo/core/pressure'
import { MeasureError } from '@sturvo/core/problem'

const gzipMagic = [0x1f, 0x8b]

/**
 * Reads a recording from a stream, packed or not, told apart by its first two bytes.
 * @throws MeasureError as PressureCsvReader, truncatedFile for a packed file that ends early or is damaged
 */
export async function readRecording(
  source: Readable,
  visit: FrameVisitor,
  begun?: (meta: RecordingMeta) => void,
): Promise<{ meta: RecordingMeta; frames: number }> {
  const reader = new PressureCsvReader(visit, begun)
  const [first, rest] = await begin(source)
  const take = async (chunks: AsyncIterable<Uint8Array>) => {
    for await (const chunk of chunks) reader.push(chunk)
  }
  if (first[0] === gzipMagic[0] && first[1] === gzipMagic[1])
    await pipeline(rest, createGunzip(), take).catch((error: unknown) => {
      throw isDamage(error) ? new MeasureError({ code: 'truncatedFile', path: 'file' }) : error
    })
  else await pipeline(rest, take)
  return reader.end()
}

async function begin(source: Readable): Promise<[first: Uint8Array, rest: () => AsyncGenerator<Uint8Array>]> {
  const chunks = source[Symbol.asyncIterator]() as AsyncIterator<Uint8Array>
  const head: Uint8Array[] = []
  let size = 0
  // a slow line may bring a single byte first
  while (size < gzipMagic.length) {
    const next = await chunks.next()
    if (next.done) break
    head.push(next.value)
    size += next.value.length
  }
  return [
    Buffer.concat(head),
    async function* () {
      yield* head
      for (let next = await chunks.next(); !next.done; next = await chunks.next()) yield next.value
    },
  ]
}

function isDamage(error: unknown): boolean {
  const code = typeof error === 'object' && error && 'code' in error ? String(error.code) : ''
  return code.startsWith('Z_') // zlib's own names
}
