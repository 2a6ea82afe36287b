import { createHash } from 'node:crypto'
import { mkdir, open, rename, stat } from 'node:fs/promises'
import { join } from 'node:path'
import { eq } from 'drizzle-orm'
import { Router } from 'express'
import multer from 'multer'
import type { Picture } from '@sturvo/schema'
import type { Database } from '../data/database'
import { newId } from '../data/ids'
import { picture } from '../data/tables'
import { Fault, idOf, notFound } from '../http/faults'
import { visitRow } from '../visits/queries'
import { reencoded } from './decode'

const mostBytes = 25 * 1024 * 1024

export function pictureRoutes(database: Database): Router {
  const router = Router()
  const upload = multer({
    storage: multer.memoryStorage(),
    limits: { fileSize: mostBytes, files: 1, fields: 4 },
  })

  router.post('/visits/:id/pictures', upload.single('picture'), async (request, response) => {
    const { id: visitId } = await visitRow(database, idOf(request))
    if (!request.file)
      throw new Fault(
        400,
        'badUpload',
        'One picture is expected in the field "picture". Nothing was changed.',
        'picture',
      )
    response.status(201).json(await storePicture(database, visitId, request.file.buffer, new Date()))
  })

  router.get('/pictures/:id', async (request, response) => {
    const [row] = await database.db
      .select()
      .from(picture)
      .where(eq(picture.id, idOf(request)))
    if (!row) throw notFound('picture')
    response.set('Cache-Control', 'private, max-age=31536000, immutable').type('png')
    response.sendFile(fileOf(database, row.hash), { dotfiles: 'allow' })
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
  await mkdir(database.picturesFolder, { recursive: true })
  const file = fileOf(database, hash)
  if (!(await stat(file).catch(() => undefined))) {
    const temporary = `${file}.${newId()}`
    const handle = await open(temporary, 'w')
    await handle.writeFile(png)
    await handle.sync()
    await handle.close()
    await rename(temporary, file)
  }
  const stamp = now.toISOString()
  const id = newId(now)
  await database.write(() =>
    database.db
      .insert(picture)
      .values({ id, visitId, hash, widthPx, heightPx, bytes: png.length, created: stamp, changed: stamp }),
  )
  return { id, widthPx, heightPx, url: `/api/pictures/${id}` }
}
