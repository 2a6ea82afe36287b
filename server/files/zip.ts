import { createWriteStream } from 'node:fs'
import { mkdir } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import { Transform, type Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { errorCode } from '../data/fileFault'
import { openPromise, type ZipFile } from 'yauzl'
import { ZipFile as NewZip } from 'yazl'

/** Why a zip is not taken: one sentence for people. */
export class ZipFault extends Error {
  constructor(message: string) {
    super(message)
    this.name = 'ZipFault'
  }
}

export type ZipLimits = {
  /** names that may be in it; anything else is refused */
  name: RegExp
  /** bytes of one file and of all together, unpacked */
  fileBytes: number
  allBytes: number
  files: number
}

/** The same files give the same bytes: no time of day is in it. */
const anyDay = new Date('2000-01-01T00:00:00Z')

/** Packs files and texts; pictures are packed already and are only laid in. */
export async function writeZip(
  to: NodeJS.WritableStream,
  entries: readonly { name: string; file?: string; text?: string }[],
): Promise<void> {
  const zip = new NewZip()
  // a file that went away meanwhile ends this zip; without a listener it would end the whole server
  zip.on('error', (error: Error) => (zip.outputStream as unknown as Readable).destroy(error))
  for (const { name, file, text } of entries) {
    const options = { mtime: anyDay, mode: 0o100600, forceDosTimestamp: true }
    if (file !== undefined) zip.addFile(file, name, { ...options, compress: false })
    else zip.addBuffer(Buffer.from(text ?? ''), name, { ...options, compress: true })
  }
  zip.end()
  await pipeline(zip.outputStream as unknown as Readable, to)
}

const notAZip = () => new ZipFault('This is not a zip file, or it was cut off. Nothing was changed.')

/**
 * Goes through a zip without believing it: names are checked against a pattern, sizes are counted while unpacking, not
 * read from its head.
 * @param take gets each file as a stream and has to read it to its end
 * @throws ZipFault in one sentence
 */
export async function readZip(
  file: string,
  limits: ZipLimits,
  take: (name: string, content: Readable) => Promise<void>,
): Promise<void> {
  let zip: ZipFile
  try {
    zip = await openPromise(file, { lazyEntries: true, validateEntrySizes: true, strictFileNames: true })
  } catch {
    throw notAZip()
  }
  let all = 0
  const seen = new Set<string>()
  try {
    if (zip.entryCount > limits.files)
      throw new ZipFault(`This zip holds more than ${limits.files} files. Nothing was changed.`)
    for await (const entry of zip.eachEntry()) {
      const name = entry.fileName
      if (name.endsWith('/')) continue
      if (!limits.name.test(name))
        throw new ZipFault(
          `This zip holds “${shown(name)}”, which does not belong there. Nothing was changed.`,
        )
      if (seen.has(name)) throw new ZipFault(`This zip holds “${name}” twice. Nothing was changed.`)
      seen.add(name)
      if (entry.isEncrypted()) throw new ZipFault('This zip is locked with a password. Nothing was changed.')
      const counted = counter(name, limits, (bytes) => {
        all += bytes
        return all
      })
      const content = await zip.openReadStreamPromise(entry)
      const done = pipeline(content, counted)
      // the one who takes it may stop reading at a fault of its own
      done.catch(() => undefined)
      await take(name, counted)
      await done
    }
  } catch (error) {
    // a full disk is no fault of the zip, and whoever takes a file may have one of their own
    if (error instanceof ZipFault || isOfSystem(error) || isRefusal(error)) throw error
    // whatever else the reader says is about the zip: it has no class of its own for it
    throw notAZip()
  } finally {
    zip.close()
  }
}

const shown = (name: string) => name.replaceAll(/[^\w./ -]/g, '?').slice(0, 60)

function counter(name: string, limits: ZipLimits, addAll: (bytes: number) => number): Transform {
  let own = 0
  return new Transform({
    transform(part: Buffer, _encoding, done) {
      own += part.length
      const all = addAll(part.length)
      if (own > limits.fileBytes || all > limits.allBytes)
        return done(new ZipFault(`“${name}” in this zip is too large unpacked. Nothing was changed.`))
      done(null, part)
    },
  })
}

const isOfSystem = (error: unknown) => /^E[A-Z]+$/.test(errorCode(error))
const isRefusal = (error: unknown) => error instanceof Error && 'status' in error

/** Unpacks a zip into a folder, names checked. */
export async function unpackZip(file: string, into: string, limits: ZipLimits): Promise<void> {
  await readZip(file, limits, async (name, content) => {
    const to = join(into, name)
    await mkdir(dirname(to), { recursive: true, mode: 0o700 })
    await pipeline(content, createWriteStream(to, { mode: 0o600 }))
  })
}
