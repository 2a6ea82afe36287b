import { existsSync } from 'node:fs'
import { join } from 'node:path'
import compression from 'compression'
import cookieParser from 'cookie-parser'
import express, { Router, type Express, type RequestHandler } from 'express'
import staticGzip from 'express-static-gzip'
import type { Logger } from 'pino'
import pinoHttp from 'pino-http'
import { openApiDocument } from '@sturvo/schema'
import { guard } from '../access/guard'
import { accessRoutes } from '../access/routes'
import { bundleRoutes } from '../bundle/routes'
import { recordAudit } from '../audit/record'
import { recordRefusals } from '../audit/refusals'
import { auditRoutes } from '../audit/routes'
import { copiesBeside } from '../copies/copyFolder'
import { copyKeeper, type CopyKeeper } from '../copies/keeper'
import { copyRoutes } from '../copies/routes'
import type { Database } from '../data/database'
import { practice } from '../data/tables'
import { deviceShelf, usualDevices, type DeviceShelf } from '../devices/deviceShelf'
import { deviceRoutes } from '../devices/routes'
import { documentRoutes } from '../documents/routes'
import { eyeRoutes } from '../eye/routes'
import { isOpenLink } from '../follow/links'
import { followRoutes } from '../follow/routes'
import { peopleRoutes } from '../people/routes'
import { planRoutes } from '../plans/routes'
import { pictureRoutes } from '../pictures/routes'
import { practiceRoutes } from '../practice/routes'
import { privacyRoutes } from '../privacy/routes'
import { repeatabilityRoutes } from '../repeatability/routes'
import { shoeRoutes } from '../shoes/routes'
import { signInRoutes } from '../signin/routes'
import { recordingRoutes } from '../recordings/routes'
import { admit, whoIfAny } from '../signin/sessions'
import { asker } from '../work/fairLine'
import { coreVersion } from '../version'
import { visitRoutes } from '../visits/routes'
import type { Work } from '../work/pool'
import { answerFaults, fault } from './faults'
import {
  limiters,
  onlySecureFromNow,
  ownHostOnly,
  sameOrigin,
  strictPolicy,
  byAddress,
  usualLimits,
  type Limits,
} from './security'

export type AppInput = {
  database: Database
  logger: Logger
  webFolder: string
  work: Work
  devices?: DeviceShelf
  limits?: Partial<Limits>
  /** what the first owner has to type; without one nobody can become it */
  ownerCode?: string | undefined
  /** where clients reach the practice, without a slash at the end; left out, only this machine is reached */
  publicUrl?: string | undefined
  /** a proxy on this machine speaks HTTPS for us */
  isBehindProxy?: boolean
  /** copies of this practice; beside it where left out */
  copies?: CopyKeeper
  /** further names under which the practice is reached */
  hostNames?: readonly string[]
}

/** The devices of this machine, with the simulated ones drawn in other threads. */
export function shelfOf(work: Work): DeviceShelf {
  return deviceShelf(usualDevices((wish) => work.run('simulatedPicture', wish)))
}

/** The whole application: API under /api, the built pages for everything else. */
export function createApp(input: AppInput): Express {
  const app = express()
  app.disable('x-powered-by')
  // only a proxy on this very machine is believed
  if (input.isBehindProxy) app.set('trust proxy', 'loopback')
  app.use(requestLog(input.logger), ownHostOnly(input.hostNames))
  // before the policy: it belongs to pages, and would be a third of what a small file weighs
  app.use('/assets', assets(join(input.webFolder, 'assets')))
  app.use('/c/assets', assets(join(input.webFolder, 'c', 'assets')))
  app.use(strictPolicy, onlySecureFromNow)
  app.use('/api', apiRouter(input))
  app.use(pages(input.webFolder))
  app.use(answerFaults)
  return app
}

const packedFromBytes = 1024

function apiRouter(input: AppInput): Router {
  const { database, work, devices = shelfOf(work), ownerCode, publicUrl } = input
  const limited = limiters({ ...usualLimits, ...input.limits })
  const keeper = input.copies ?? copyKeeper(database, { folder: copiesBeside(database.file) })
  const api = Router()
  api.use((_request, response, next) => {
    response.set('Cache-Control', 'no-store')
    next()
  })
  api.use(sameOrigin, cookieParser())
  // who is let in is asked before anything that was sent is read
  api.use(guard({ admit: (request) => admit(database, request), limiters: limited }))
  // of somebody whose link opens nothing hardly anything is read
  api.use('/c', async (request, response, next) => {
    const isKnown = await isOpenLink(database, request.get('x-sturvo-link'))
    express.json({ limit: isKnown ? '2mb' : '16kb' })(request, response, next)
  })
  api.use(compression({ threshold: packedFromBytes }), express.json({ limit: '2mb' }), recordAudit(database))
  // after the body was read: what reads it forgets whose it is
  api.use((request, _response, next) => asker.run(whoIfAny(request)?.accountId ?? byAddress(request), next))
  api.get('/health', async (_request, response) => {
    await database.db.select({ id: practice.id }).from(practice).limit(1)
    response.json({ ok: true, version: coreVersion })
  })
  api.get('/line', (_request, response) => {
    response.json(work.waiting(asker.getStore() ?? ''))
  })
  api.get('/openapi.json', (_request, response) => {
    response.json(openApiDocument(coreVersion))
  })
  api.use(
    signInRoutes(database, { ownerCode }),
    accessRoutes(database, publicUrl),
    auditRoutes(database),
    privacyRoutes(database, keeper),
    bundleRoutes(database, work),
    copyRoutes(keeper),
    practiceRoutes(database, work),
    peopleRoutes(database, work),
    planRoutes(database, work),
    followRoutes(database, work, {
      publicUrl,
      webFolder: input.webFolder,
      closedLink: limited.closedLink,
    }),
    visitRoutes(database),
    pictureRoutes(database),
    recordingRoutes(database, work),
    deviceRoutes(devices),
    documentRoutes(database, work),
    repeatabilityRoutes(database),
    eyeRoutes(database),
    shoeRoutes(database),
  )
  api.use(recordRefusals(database))
  return api
}

/** Method, path, status and time: no name, no note, no cookie, no query, and of an error only what `defectOf` lets through. */
function requestLog(logger: Logger): RequestHandler {
  return pinoHttp({
    logger,
    serializers: {
      req: (request: { method: string; url: string }) => ({
        method: request.method,
        path: request.url.split('?')[0],
      }),
      res: (response: { statusCode: number }) => ({ status: response.statusCode }),
      err: () => undefined,
    },
    customLogLevel: (_request, response) => (response.statusCode >= 500 ? 'error' : 'debug'),
  })
}

/** Packed once when they were built; the best packing that the browser knows is sent. */
function packed(folder: string, serveStatic: Record<string, unknown>) {
  return staticGzip(folder, { enableBrotli: true, orderPreference: ['br', 'gz'], index: false, serveStatic })
}

/** Files whose name changes with their content: kept for a year and never asked for again. */
function assets(folder: string): Router {
  const router = Router()
  router.use((_request, response, next) => {
    response.set({ 'X-Content-Type-Options': 'nosniff', 'Cross-Origin-Resource-Policy': 'same-origin' })
    next()
  })
  router.use(
    packed(folder, {
      immutable: true,
      maxAge: '1y',
      etag: false,
      lastModified: false,
      acceptRanges: false,
    }),
  )
  router.use((request) => {
    throw fault('noSuchAsset', request.path)
  })
  return router
}

function pages(webFolder: string): Router {
  const router = Router()
  const page = join(webFolder, 'index.html')
  // the client's page is one of its own; its worker may not be older than the page
  router.get('/c', (request, response, next) => {
    if (request.path.endsWith('/')) return next()
    response.redirect(308, '/c/')
  })
  router.get('/c/', (request, _response, next) => {
    request.url = '/c/index.html'
    next()
  })
  router.use(packed(webFolder, { maxAge: 0 }))
  router.get('/{*path}', (_request, response) => {
    if (!existsSync(page)) throw fault('notBuilt')
    response.set('Cache-Control', 'no-cache').sendFile(page)
  })
  router.use((request) => {
    throw fault('noAddress', request.path)
  })
  return router
}
