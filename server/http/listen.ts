import type { Server } from 'node:http'
import { createServer } from 'node:https'
import type { Express } from 'express'
import type { Logger } from 'pino'
import type { Database } from '../data/database'
import type { Work } from '../work/pool'
import { defectOf } from './faults'

/** The port is taken by another program. */
export class PortBusyError extends Error {
  constructor(readonly port: number) {
    super(`Port ${port} is busy. Stop the other program, or choose another with --port.`)
    this.name = 'PortBusyError'
  }
}

/** Listens on the machine's own address only; with a certificate on every address, and only in HTTPS. */
export function listen(app: Express, port: number, tls?: { cert: string; key: string }): Promise<Server> {
  return new Promise((resolve, reject) => {
    const done = (error?: Error & { code?: string }) => {
      if (!error) resolve(server)
      else reject(error.code === 'EADDRINUSE' ? new PortBusyError(port) : error)
    }
    const server: Server = tls
      ? createServer(tls, app)
          .on('error', done)
          .listen(port, () => done())
      : app.listen(port, '127.0.0.1', done)
  })
}

const drainMs = 3000 // for requests that are under way
const longestMs = 4500 // then it ends, whatever still hangs
const lookAgainMs = 50

/**
 * On a signal, or when whoever started it is gone: no new request, the running ones and the writes in line end, the
 * file is closed. A request that never ends is cut off.
 * @returns ends with an exit code of one's own
 */
export function shutDownCleanly(parts: {
  server: Server
  database: Database
  work: Work
  endStreams: () => Promise<void>
}): (code: number) => void {
  const { server, database, work, endStreams } = parts
  let isEnding = false
  const stop = (code: number) => {
    if (isEnding) return
    isEnding = true
    setTimeout(() => process.exit(code), longestMs)
    void endStreams().catch(() => undefined)
    server.close(() => {
      void Promise.allSettled([work.close(), database.close()]).then(() => process.exit(code))
    })
    setInterval(() => server.closeIdleConnections(), lookAgainMs)
    setTimeout(() => server.closeAllConnections(), drainMs)
  }
  process.on('SIGINT', () => stop(0))
  process.on('SIGTERM', () => stop(0))
  process.on('disconnect', () => stop(0))
  return stop
}

/**
 * The last resort: what nobody caught is written down, what is under way is answered, and the process ends with a
 * fault of its own, so that it is started again with a clean memory.
 */
export function endOnTrouble(logger: Logger, stop: (code: number) => void): void {
  const end = (error: unknown) => {
    logger.fatal(defectOf(error, 'uncaught', ''), 'defect')
    stop(1)
  }
  process.on('uncaughtException', end)
  process.on('unhandledRejection', end)
}
