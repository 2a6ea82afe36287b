import { STATUS_CODES, type IncomingMessage, type Server } from 'node:http'
import type { Duplex } from 'node:stream'
import { Router } from 'express'
import { WebSocketServer, type WebSocket } from 'ws'
import { deviceListSchema, pictureQuerySchema } from '@sturvo/schema'
import type { Database } from '../data/database'
import { Fault, fault, notFound } from '../http/faults'
import { isOwnHost, isSameHost } from '../http/security'
import { isSessionOpen, sessionOfCookie, type SignedIn } from '../signin/sessions'
import type { DeviceShelf } from './deviceShelf'
import { DeviceFault } from './driver'
import { DeviceStream } from './stream'

/** What can be asked of devices without a stream. */
export function deviceRoutes(shelf: DeviceShelf): Router {
  const router = Router()
  const driverOf = (id: unknown) => {
    const driver = typeof id === 'string' ? shelf.find(id) : undefined
    if (!driver) throw notFound('device')
    return driver
  }
  router.get('/devices', (_request, response) => {
    response.json(deviceListSchema.parse({ devices: shelf.list() }))
  })
  router.post('/devices/:id/zero', async (request, response) => {
    const driver = driverOf(request.params.id)
    await obeyed(() => driver.calibrate())
    response.json(driver.describe())
  })
  router.get('/devices/:id/picture', async (request, response) => {
    const driver = driverOf(request.params.id)
    const take = driver.picture?.bind(driver)
    if (!take) throw new Fault(422, 'noPicture', `${driver.describe().name} takes no pictures.`, 'id')
    const asked = pictureQuerySchema.safeParse(request.query)
    if (!asked.success) throw fault('badSeed', 'seed')
    response.type('png').send(await obeyed(() => take(asked.data)))
  })
  return router
}

async function obeyed<T>(ask: () => Promise<T>): Promise<T> {
  try {
    return await ask()
  } catch (error) {
    if (error instanceof DeviceFault) throw new Fault(422, error.code, error.message, 'id')
    throw error
  }
}

const address = /^\/api\/devices\/([a-z0-9-]{2,40})\/stream$/
const mostBytes = 4096 // pages send short words, never frames
const mostLines = 4 // a person has one foot on one mat; more are pages that were forgotten
const lookMs = 4000
const signedOut = 4401 // a code of our own: the session is over

/**
 * Lets signed-in pages of this very address listen to devices. Every line has somebody who hears its errors from its
 * first moment: a line that is reset, or that sends what is no frame, ends itself and nothing else.
 *
 * @param hostNames further names under which the practice is reached
 * @param isSealed TLS is spoken here, or by a proxy that is believed
 * @returns ends all streams
 */
export function serveStreams(
  server: Server,
  shelf: DeviceShelf,
  database: Database,
  {
    hostNames = [],
    isSealed = false,
  }: { hostNames?: readonly string[] | undefined; isSealed?: boolean | undefined } = {},
): () => Promise<void> {
  const sockets = new WebSocketServer({ noServer: true, maxPayload: mostBytes })
  const streams = new Map<string, DeviceStream>()
  /** whose line it is, from its admission on */
  const lines = new Map<Duplex, { who: SignedIn; socket?: WebSocket }>()
  server.on('upgrade', (request: IncomingMessage, line: Duplex, head: Buffer) => {
    // before anything is awaited: the other end may be gone already
    const gone = () => line.destroy()
    line.on('error', gone)
    const refuse = (status: number) => {
      if (line.writable)
        line.end(`HTTP/1.1 ${status} ${STATUS_CODES[status] ?? ''}\r\nConnection: close\r\n\r\n`)
    }
    admitStream(request).then(
      (answer) => {
        if (typeof answer === 'number') return refuse(answer)
        if (line.destroyed) return
        const { who, stream } = answer
        const own = [...lines.values()].filter((one) => one.who.accountId === who.accountId)
        if (own.length >= mostLines) return refuse(429)
        lines.set(line, { who })
        line.on('close', () => lines.delete(line))
        sockets.handleUpgrade(request, line, head, (socket) => {
          // a frame that is none closes this line; the socket does so by itself after telling
          socket.on('error', () => socket.terminate())
          stream.attach(socket)
          lines.set(line, { who, socket })
        })
      },
      // the database could not say who this is
      () => refuse(503),
    )
  })
  // a line asks nothing, so nobody would notice that whoever opened it was signed out
  const look = setInterval(() => {
    for (const { who, socket } of lines.values())
      isSessionOpen(database, who.idHash, new Date()).then(
        (isOpen) => !isOpen && socket?.close(signedOut, 'The session is over.'),
        () => undefined, // the database cannot say just now
      )
  }, lookMs)
  look.unref()
  async function admitStream(
    request: IncomingMessage,
  ): Promise<{ stream: DeviceStream; who: SignedIn } | 401 | 403 | 404 | 421> {
    const { origin, host } = request.headers
    if (!isOwnHost(host, hostNames)) return 421
    if (origin === undefined || !isSameHost(origin, host)) return 403
    // a proxy speaks TLS for us, so the page's own address tells whether it came by it
    const isSecure = isSealed && origin.startsWith('https:')
    const who = await sessionOfCookie(database, { header: request.headers.cookie, isSecure }, new Date())
    if (!who) return 401
    if (who.needsFactor) return 403
    const id = address.exec(request.url ?? '')?.[1]
    const driver = id === undefined ? undefined : shelf.find(id)
    if (id === undefined || !driver) return 404
    let stream = streams.get(id)
    if (!stream) streams.set(id, (stream = new DeviceStream(driver)))
    return { stream, who }
  }
  return async () => {
    clearInterval(look)
    for (const socket of sockets.clients) socket.terminate()
    await Promise.all([...streams.values()].map((s) => s.end()))
    sockets.close()
  }
}
