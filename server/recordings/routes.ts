import { createHash } from 'node:crypto'
import { createReadStream, createWriteStream, existsSync } from 'node:fs'
import { mkdir, open, rename, rm, stat } from 'node:fs/promises'
import { join } from 'node:path'
import { Transform, type Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { createGzip } from 'node:zlib'
import { and, eq, isNull } from 'drizzle-orm'
import { Router } from 'express'
import type { RecordingMeta } from '@sturvo/core/pressure'
import { MeasureError } from '@sturvo/core/problem'
import type { RecordingFile } from '@sturvo/schema'
import type { Database } from '../data/database'
import { errorCode } from '../data/fileFault'
import { moveDurably } from '../data/durableFile'
import { newId } from '../data/ids'
import { person, recordingFile, visit } from '../data/tables'
import { Fault, fault, faultOf, idOf, notFound } from '../http/faults'
import { visitRow } from '../visits/queries'
import type { Work } from '../work/pool'
import { readRecording } from './readRecording'

const mostBytes = 400 * 1024 * 1024
const kinds = ['text/csv', 'application/gzip', 'application/octet-stream']

export function recordingRoutes(database: Database, work: Work): Router {
  const router = Router()

  router.post('/visits/:id/recordings', async (request, response) => {
    const { id: visitId } = await visitRow(database.db, idOf(request))
    if (!request.is(kinds)) throw fault('notARecording', 'content-type')
    response
      .status(201)
      .json(
        await storeRecording(database, visitId, request, new Date(), (file) =>
          work.run('checkRecording', { file }),
        ),
      )
  })

  router.get('/recordings/:id', async (request, response) => {
    const [row] = await database.db
      .select({ id: recordingFile.id, hash: recordingFile.hash })
      .from(recordingFile)
      .innerJoin(visit, eq(visit.id, recordingFile.visitId))
      .innerJoin(person, eq(person.id, visit.personId))
      .where(and(eq(recordingFile.id, idOf(request)), isNull(person.deletedOn)))
    if (!row) throw notFound('recording')
    const file = fileOf(database, row.hash)
    if (!existsSync(file)) throw fault('recordingFileMissing', 'id')
    response.type('application/gzip').attachment(`recording-${row.id}.csv.gz`)
    response.sendFile(file, { dotfiles: 'allow', cacheControl: false })
  })
  return router
}

function fileOf(database: Database, hash: string): string {
  return join(database.recordingsFolder, `${hash}.csv.gz`)
}

/** Reads a recording to its end, to know that it is one. */
export type CheckRecording = (file: string) => Promise<{ meta: RecordingMeta; frames: number }>

/** In this thread; for programs that answer nobody meanwhile. */
const checkHere: CheckRecording = (file) => readRecording(createReadStream(file), () => undefined)

/**
 * Takes a recording in: what arrives is kept apart until it has been read to its end without a fault, so that a lost
 * line or a broken file leaves nothing behind. The row is written when the file is safe.
 */
export async function storeRecording(
  database: Database,
  visitId: string,
  source: Readable,
  now: Date,
  check: CheckRecording = checkHere,
): Promise<RecordingFile> {
  await mkdir(database.recordingsFolder, { recursive: true, mode: 0o700 })
  const id = newId(now)
  const arriving = join(database.recordingsFolder, `${id}.arriving`)
  const packed = join(database.recordingsFolder, `${id}.packed`)
  try {
    await pipeline(source, atMost(mostBytes), createWriteStream(arriving))
    const { meta, frames } = await check(arriving)
    const isPacked = await beginsPacked(arriving)
    if (isPacked) await rename(arriving, packed)
    else await pipeline(createReadStream(arriving), createGzip(), createWriteStream(packed))
    const hash = await hashOf(packed)
    await makeDurable(packed)
    await moveDurably(packed, fileOf(database, hash))
    const { size } = await stat(fileOf(database, hash))
    const stamp = now.toISOString()
    await database.write((tx) =>
      tx.insert(recordingFile).values({
        id,
        visitId,
        hash,
        rows: meta.rows,
        cols: meta.cols,
        frames,
        bytes: size,
        created: stamp,
        changed: stamp,
      }),
    )
    return { id, meta, frames, bytes: size, url: `/api/recordings/${id}` }
  } catch (error) {
    if (error instanceof MeasureError) throw faultOf(error.problem)
    if (isLineLost(error)) throw fault('cutOff', 'file')
    throw error
  } finally {
    await rm(arriving, { force: true })
    await rm(packed, { force: true })
  }
}

function isLineLost(error: unknown): boolean {
  return ['ECONNRESET', 'ECONNABORTED', 'ERR_STREAM_PREMATURE_CLOSE'].includes(errorCode(error))
}

function atMost(limit: number): Transform {
  let arrived = 0
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      arrived += chunk.length
      if (arrived > limit)
        done(
          new Fault(
            413,
            'tooLarge',
            `A recording has at most ${limit / 1024 / 1024} MB. Nothing was saved.`,
            'file',
          ),
        )
      else done(null, chunk)
    },
  })
}

async function beginsPacked(file: string): Promise<boolean> {
  const handle = await open(file)
  const { buffer } = await handle.read(Buffer.alloc(2), 0, 2, 0)
  await handle.close()
  return buffer[0] === 0x1f && buffer[1] === 0x8b
}

async function hashOf(file: string): Promise<string> {
  const hash = createHash('sha256')
  await pipeline(createReadStream(file), hash)
  return hash.digest('hex')
}

async function makeDurable(file: string): Promise<void> {
  const handle = await open(file, 'r+')
  await handle.sync()
  await handle.close()
}
