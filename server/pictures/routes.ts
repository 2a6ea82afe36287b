import { createHash } from 'node:crypto'
import { existsSync } from 'node:fs'
import { readFile, rm } from 'node:fs/promises'
import { join } from 'node:path'
import { and, eq, isNull } from 'drizzle-orm'
import { Router } from 'express'
import type { Picture } from '@sturvo/schema'
import type { Database } from '../data/database'
import { writeDurably } from '../data/durableFile'
import { newId } from '../data/ids'
import { person, picture, visit } from '../data/tables'
import { uploadTo } from '../files/upload'
import { badUpload, fault, idOf, notFound } from '../http/faults'
import { visitRow } from '../visits/queries'
import { reencoded } from './decode'

const upload = {
  field: 'picture',
  mostBytes: 25 * 1024 * 1024,
  missing: badUpload,
  tooLarge: () => fault('pictureTooLarge', 'picture'),
}

export function pictureRoutes(database: Database): Router {
  const router = Router()
  router.post(
    '/visits/:id/pictures',
    uploadTo(database.picturesFolder, upload),
    async (request, response) => {
      const { file } = request
      const store = async () => {
        const { id: visitId } = await visitRow(database.db, idOf(request))
        if (!file) throw badUpload()
        return storePicture(database, visitId, await readFile(file.path), new Date())
      }
      let stored
      try {
        stored = await store()
      } finally {
        // before the answer: whoever is answered finds no half of an upload
        if (file) await rm(file.path, { force: true })
      }
      response.status(201).json(stored)
    },
  )

  router.get('/pictures/:id', async (request, response) => {
    const [row] = await database.db
      .select({ hash: picture.hash })
      .from(picture)
      .innerJoin(visit, eq(visit.id, picture.visitId))
      .innerJoin(person, eq(person.id, visit.personId))
      .where(and(eq(picture.id, idOf(request)), isNull(person.deletedOn)))
    if (!row) throw notFound('picture')
    const file = fileOf(database, row.hash)
    if (!existsSync(file)) throw fault('pictureFileMissing', 'id')
    // feet are nobody else's: the next person at this tablet finds none in the browser's store
    response.type('png').sendFile(file, { dotfiles: 'allow', cacheControl: false })
  })
  return router
}

function fileOf(database: Database, hash: string): string {
  return join(database.picturesFolder, `${hash}.png`)
}

/** Writes the file and makes it durable before the row that points to it. */
export async function storePicture(
  database: Database,
  visitId: string,
  bytes: Buffer,
  now: Date,
): Promise<Picture> {
  const { png, widthPx, heightPx } = await reencoded(bytes)
  const hash = createHash('sha256').update(png).digest('hex')
  const file = fileOf(database, hash)
  const id = newId(now)
  if (!existsSync(file)) await writeDurably(file, png, id)
  const stamp = now.toISOString()
  await database.write((tx) =>
    tx
      .insert(picture)
      .values({ id, visitId, hash, widthPx, heightPx, bytes: png.length, created: stamp, changed: stamp }),
  )
  return { id, widthPx, heightPx, url: `/api/pictures/${id}` }
}
