import { createHash } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { mkdir, open, readFile, rm, stat, writeFile } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import type { Readable } from 'node:stream'
import { MeasureError } from '@sturvo/core/problem'
import {
  bundleSchema,
  bundleVersion,
  DoorError,
  firstSentence,
  throughTheDoor,
  tooDeepText,
  type BundleKind,
  type BundleRecords,
  type ImportKind,
} from '@sturvo/schema'
import { readZip, ZipFault } from '../files/zip'
import { Fault } from '../http/faults'
import { reencoded } from '../pictures/decode'
import { readRecording } from '../recordings/readRecording'
import { fromFhir } from './fromFhir'
import { importFault } from './importFault'
import { fromMeasures } from './measuresCsv'

/** What a file holds, as records that can be merged. */
export type ReadImport = {
  kind: ImportKind
  records: BundleRecords
  /** files that came along, by their path beside the database, laid in the staging folder */
  files: string[]
  /** what is in the file and is not taken, in words */
  leftOut: string[]
  /** clients of it of whom somebody said who they are here */
  same?: ReadonlyMap<string, string>
}

const mostTextBytes = 96 * 1024 * 1024
const zipLimits = {
  name: /^(bundle\.json|(pictures|recordings)\/[0-9a-f]{64}\.(png|csv\.gz))$/,
  fileBytes: 400 * 1024 * 1024,
  allBytes: 8 * 1024 ** 3,
  files: 200_000,
}
const zipMagic = Buffer.from('PK')

/**
 * Reads a file of any kind that can come in: looks at its content, never at its name.
 * @param into a folder of this import's own for pictures and recordings
 * @throws Fault 422 badFile in one sentence
 */
export async function readImport({ file, into }: { file: string; into: string }): Promise<ReadImport> {
  if (await beginsWith(file, zipMagic)) return readZipped(file, into)
  const { size } = await stat(file)
  if (size === 0) throw importFault('This file is empty.')
  if (size > mostTextBytes) throw importFault('This file is larger than 96 MB.')
  return readText(textOf(await readFile(file)))
}

async function readZipped(file: string, into: string): Promise<ReadImport> {
  let bundle: ReadImport | undefined
  const files: string[] = []
  try {
    await readZip(file, zipLimits, async (name, content) => {
      if (name === 'bundle.json') bundle = readText(textOf(await gathered(content)))
      else {
        await layIn(name, content, into)
        files.push(name)
      }
    })
  } catch (error) {
    if (error instanceof ZipFault) throw new Fault(422, 'badFile', error.message, 'file')
    throw error
  }
  if (bundle === undefined) throw importFault('This zip holds no bundle.json.')
  return { ...bundle, files }
}

/** A picture is drawn anew and a recording read to its end: nothing comes in by a zip that could not come in by itself. */
async function layIn(name: string, content: Readable, into: string): Promise<void> {
  const to = join(into, name)
  await mkdir(dirname(to), { recursive: true, mode: 0o700 })
  const bytes = await gathered(content)
  const hash = /([0-9a-f]{64})\./.exec(name)?.[1]
  if (createHash('sha256').update(bytes).digest('hex') !== hash)
    throw importFault(`“${name}” is not what its name says: it is damaged.`)
  await writeFile(to, bytes, { mode: 0o600 })
  try {
    if (name.startsWith('pictures/')) {
      const { png } = await reencoded(bytes)
      // a picture of ours comes out as it went in; anything else carries something along
      if (!png.equals(bytes)) throw importFault(`“${name}” is not a picture as Sturvo keeps them.`)
    } else await readRecording(createReadStream(to), () => undefined)
  } catch (error) {
    await rm(to, { force: true })
    if (error instanceof MeasureError) throw importFault(`“${name}” is no recording that can be read.`)
    if (error instanceof Fault && error.code !== 'badFile')
      throw importFault(`“${name}” is no picture that can be read.`)
    throw error
  }
}

async function gathered(content: Readable): Promise<Buffer> {
  const parts: Buffer[] = []
  let bytes = 0
  for await (const part of content) {
    bytes += (part as Buffer).length
    if (bytes > mostTextBytes) throw importFault('A file in this zip is larger than 96 MB.')
    parts.push(part as Buffer)
  }
  return Buffer.concat(parts)
}

function textOf(bytes: Buffer): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    throw importFault('This file is no text that can be read (UTF-8).')
  }
}

function readText(text: string): ReadImport {
  const trimmed = text.trimStart()
  if (trimmed.startsWith('{')) return readJson(trimmed)
  if (trimmed.startsWith('BEGIN:VCALENDAR'))
    throw importFault('A calendar is made from a plan and does not come back in.')
  if (/^"?client"?,/.test(trimmed)) return readTable(trimmed)
  throw importFault(
    'This is no file that Sturvo can take in: it takes bundles, FHIR bundles and tables of measures.',
  )
}

function readJson(text: string): ReadImport {
  let raw: unknown
  try {
    raw = JSON.parse(text)
  } catch {
    throw importFault('This file was cut off or changed: it cannot be read.')
  }
  try {
    raw = throughTheDoor(raw)
  } catch (error) {
    if (error instanceof DoorError) throw importFault(tooDeepText.replace(' Nothing was changed.', ''))
    throw error
  }
  const head = raw as { resourceType?: unknown; format?: unknown; version?: unknown }
  if (head.resourceType !== undefined) {
    const { records, leftOut } = fromFhir(raw)
    return { kind: 'fhir', records: withEverything(records), files: [], leftOut }
  }
  if (head.format !== 'sturvo-bundle') throw importFault('This is no bundle of Sturvo, and no FHIR bundle.')
  if (typeof head.version === 'number' && head.version > bundleVersion)
    throw importFault('This bundle was written by a newer Sturvo than this one.')
  if (head.version !== bundleVersion) throw importFault('This bundle names no version that is known.')
  const parsed = bundleSchema.safeParse(raw)
  if (!parsed.success)
    throw importFault(firstSentence(parsed.error), parsed.error.issues[0]?.path.join('.') ?? 'file')
  return { kind: 'bundle', records: parsed.data.records, files: [], leftOut: unknownIn(raw) }
}

/** Kinds of records that a later program would know what to do with. */
function unknownIn(raw: unknown): string[] {
  const { records } = raw as { records?: Record<string, unknown> }
  return Object.keys(records ?? {})
    .filter((kind) => !(kind in bundleSchema.shape.records.shape))
    .map((kind) => `records of the kind “${kind.slice(0, 40)}”, which this version does not know`)
}

function readTable(text: string): ReadImport {
  const { records, leftOut } = fromMeasures(text)
  return { kind: 'measures', records: withEverything(records), files: [], leftOut }
}

/** Every kind of record, empty where nothing is known of it. */
export function withEverything(known: Partial<BundleRecords>): BundleRecords {
  const kinds = Object.keys(bundleSchema.shape.records.shape) as BundleKind[]
  return Object.fromEntries(kinds.map((kind) => [kind, known[kind] ?? []])) as unknown as BundleRecords
}

async function beginsWith(file: string, magic: Buffer): Promise<boolean> {
  const handle = await open(file, 'r')
  try {
    const head = Buffer.alloc(magic.length)
    await handle.read(head, 0, magic.length, 0)
    return head.equals(magic)
  } finally {
    await handle.close()
  }
}
