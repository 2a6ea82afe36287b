import { createReadStream, existsSync } from 'node:fs'
import { mkdir, rm } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import { Router, type Request } from 'express'
import { importChoicesSchema } from '@sturvo/schema'
import type { Database } from '../data/database'
import { newId } from '../data/ids'
import { bodyAs, fault, idOf, notFound } from '../http/faults'
import { uploadTo } from '../files/upload'
import { findPerson } from '../people/queries'
import { whoIs } from '../signin/sessions'
import type { Work } from '../work/pool'
import { bundleText, bundleZip, fhirText, measuresText } from './exportFile'
import { layInFiles } from './files'
import { importRecords, type Importer } from './importRecords'
import { planImport, previewOf } from './planImport'
import { undoImport } from './undoImport'
import type { ReadImport } from './readImport'

const mostBytes = 2 * 1024 ** 3
const keptMs = 3_600_000
const mostStaged = 4
const upload = {
  field: 'file',
  mostBytes,
  missing: () => fault('noFileSent', 'file'),
  tooLarge: () => fault('fileTooLarge', 'file'),
}

type Staged = { read: ReadImport; folder: string; accountId: string; until: number }

/** Everything out in open formats, and in again. */
export function bundleRoutes(database: Database, work: Work): Router {
  const router = Router()
  const folder = join(dirname(database.file), 'imports')
  const staged = new Map<string, Staged>()
  const personThere = async (request: Request) => {
    const row = await findPerson(database.db, idOf(request))
    if (!row) throw notFound('person')
    return row.id
  }
  const importerOf = (request: Request): Importer => {
    const { accountId, role, device, address } = whoIs(request)
    return { accountId, isOwner: role === 'owner', origin: `${device}, ${address}` }
  }

  router.get('/people/:id/export.zip', async (request, response) => {
    const personId = await personThere(request)
    response.type('application/zip').attachment(`${personId}.sturvo.zip`)
    await bundleZip(database, { personId }, response)
  })
  router.get('/people/:id/export.json', async (request, response) => {
    const personId = await personThere(request)
    response.type('json').attachment(`${personId}.sturvo.json`)
    response.send(await bundleText(database, { personId }))
  })
  router.get('/people/:id/fhir.json', async (request, response) => {
    const personId = await personThere(request)
    response.type('application/fhir+json').attachment(`${personId}.fhir.json`)
    response.send(await fhirText(database, { personId }))
  })
  router.get('/people/:id/measures.csv', async (request, response) => {
    const personId = await personThere(request)
    response.type('text/csv').attachment(`${personId}-measures.csv`)
    response.send(await measuresText(database, { personId }))
  })
  router.get('/practice/export.zip', async (_request, response) => {
    response.type('application/zip').attachment('practice.sturvo.zip')
    // a server of databases has no file that a thread could read
    if (!existsSync(database.file)) return bundleZip(database, 'practice', response)
    const to = join(folder, `${newId()}.arriving`)
    await mkdir(folder, { recursive: true, mode: 0o700 })
    try {
      await work.run('practiceBundle', { file: database.file, to })
      await pipeline(createReadStream(to), response)
    } finally {
      await rm(to, { force: true })
    }
  })

  router.post('/imports', uploadTo(folder, upload), async (request, response) => {
    const { file } = request
    if (!file) throw fault('noFileSent', 'file')
    await forgetOld(staged)
    const id = newId()
    const own = join(folder, id)
    try {
      const read = await work.run('readImport', { file: file.path, into: own })
      const by = importerOf(request)
      const plan = await planImport(database, database.db, read, by.isOwner)
      await makeRoom(staged, by.accountId)
      staged.set(id, { read, folder: own, accountId: by.accountId, until: performance.now() + keptMs })
      // pictures of a file that nobody takes in do not stay
      setTimeout(() => void forgetOld(staged).catch(() => undefined), keptMs + 1000).unref()
      response.status(201).json(previewOf(id, read, plan))
    } catch (error) {
      await rm(own, { recursive: true, force: true })
      throw error
    } finally {
      await rm(file.path, { force: true })
    }
  })
  router.post('/imports/:id', async (request, response) => {
    const { choices, same = [] } = bodyAs(importChoicesSchema, request)
    const id = idOf(request)
    const by = importerOf(request)
    const found = staged.get(id)
    // what one looks at is nobody else's to take in
    if (!found || found.accountId !== by.accountId || found.until < performance.now())
      throw fault('noImport', 'id')
    // pressed twice at once, one is told: the files of the other are not to be laid in and taken back beside it
    staged.delete(id)
    const laid = await layInFiles(database, found.read.files, found.folder).catch((error: unknown) => {
      staged.set(id, found)
      throw error
    })
    const read = { ...found.read, same: new Map(same.map(({ client, here }) => [client, here])) }
    const input = { id, read, choices: new Map(choices.map((one) => [one.id, one.take])), by }
    const counts = await importRecords(database, { ...input, now: new Date() }).catch(
      async (error: unknown) => {
        await laid.settle()
        staged.set(id, found)
        throw error
      },
    )
    await laid.settle()
    await rm(found.folder, { recursive: true, force: true })
    response.status(201).json({ id, counts, isUndone: false })
  })
  router.post('/imports/:id/undo', async (request, response) => {
    const id = idOf(request)
    const counts = await undoImport(database, id, importerOf(request), new Date())
    response.json({ id, counts, isUndone: true })
  })
  return router
}

/** Of what somebody looks at and takes in never, only the last few stay. */
async function makeRoom(staged: Map<string, Staged>, accountId: string): Promise<void> {
  const own = [...staged].filter(([, one]) => one.accountId === accountId)
  for (const [id, { folder }] of own.slice(0, Math.max(0, own.length - mostStaged + 1))) {
    staged.delete(id)
    await rm(folder, { recursive: true, force: true })
  }
}

async function forgetOld(staged: Map<string, Staged>): Promise<void> {
  for (const [id, one] of staged)
    if (one.until < performance.now()) {
      staged.delete(id)
      await rm(one.folder, { recursive: true, force: true })
    }
}
