import { existsSync } from 'node:fs'
import { join } from 'node:path'
import cookieParser from 'cookie-parser'
import express, { Router, type Express, type RequestHandler } from 'express'
import type { Logger } from 'pino'
import pinoHttp from 'pino-http'
import { openApiDocument } from '@sturvo/schema'
import type { Database } from '../data/database'
import { practice } from '../data/tables'
import { deviceShelf, usualDevices, type DeviceShelf } from '../devices/deviceShelf'
import { deviceRoutes } from '../devices/routes'
import { documentRoutes } from '../documents/routes'
import { eyeRoutes } from '../eye/routes'
import { peopleRoutes } from '../people/routes'
import { pictureRoutes } from '../pictures/routes'
import { practiceRoutes } from '../practice/routes'
import { repeatabilityRoutes } from '../repeatability/routes'
import { shoeRoutes } from '../shoes/routes'
import { signInRoutes } from '../signin/routes'
import { recordingRoutes } from '../recordings/routes'
import { requireSession } from '../signin/sessions'
import { coreVersion } from '../version'
import { visitRoutes } from '../visits/routes'
import { answerFaults, Fault } from './faults'
import { apiLimit, sameOrigin, strictPolicy } from './security'

/** The whole application: API under /api, the built pages for everything else. */
export function createApp(input: {
  database: Database
  logger: Logger
  webFolder: string
  devices?: DeviceShelf
}): Express {
  const { database, logger, webFolder } = input
  const devices = input.devices ?? deviceShelf(usualDevices())
  const app = express()
  app.disable('x-powered-by')
  app.use(strictPolicy, requestLog(logger))
  app.use('/api', apiRouter(database, devices))
  app.use(pages(webFolder))
  app.use(answerFaults)
  return app
}

function apiRouter(database: Database, devices: DeviceShelf): Router {
  const api = Router()
  api.use(apiLimit(), sameOrigin, express.json({ limit: '2mb' }), cookieParser())
  api.use((_request, response, next) => {
    response.set('Cache-Control', 'no-store')
    next()
  })
  api.get('/health', async (_request, response) => {
    await database.db.select({ id: practice.id }).from(practice).limit(1)
    response.json({ ok: true, version: coreVersion })
  })
  api.get('/openapi.json', (_request, response) => {
    response.json(openApiDocument(coreVersion))
  })
  api.use(signInRoutes(database))
  api.use(requireSession(database))
  api.use(
    practiceRoutes(database),
    peopleRoutes(database),
    visitRoutes(database),
    pictureRoutes(database),
    recordingRoutes(database),
    deviceRoutes(devices),
    documentRoutes(database),
    repeatabilityRoutes(database),
    eyeRoutes(database),
    shoeRoutes(database),
  )
  api.use((request) => {
    throw new Fault(404, 'notFound', 'There is no such address in the API.', request.path)
  })
  return api
}

/** Method, path, status and time: no name, no note, no cookie, no query. */
function requestLog(logger: Logger): RequestHandler {
  return pinoHttp({
    logger,
    serializers: {
      req: (request: { method: string; url: string }) => ({
        method: request.method,
        path: request.url.split('?')[0],
      }),
      res: (response: { statusCode: number }) => ({ status: response.statusCode }),
    },
    customLogLevel: (_request, response) => (response.statusCode >= 500 ? 'error' : 'debug'),
  })
}

function pages(webFolder: string): Router {
  const router = Router()
  const page = join(webFolder, 'index.html')
  router.use(
    '/assets',
    express.static(join(webFolder, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }),
  )
  router.use(express.static(webFolder, { index: false, maxAge: 0 }))
  router.get('/{*path}', (_request, response) => {
    if (!existsSync(page))
      throw new Fault(503, 'notBuilt', 'The pages are not built yet. Run ./sturvo demo or ./sturvo serve.')
    response.set('Cache-Control', 'no-cache').sendFile(page)
  })
  return router
}
