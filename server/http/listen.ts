import type { Server } from 'node:http'
import type { Express } from 'express'
import type { Database } from '../data/database'

/** The port is taken by another program. */
export class PortBusyError extends Error {
  constructor(readonly port: number) {
    super(`Port ${port} is busy. Stop the other program, or choose another with --port.`)
    this.name = 'PortBusyError'
  }
}

/** Listens on the machine's own address only. */
export function listen(app: Express, port: number): Promise<Server> {
  return new Promise((resolve, reject) => {
    const server = app.listen(port, '127.0.0.1', (error?: Error & { code?: string }) => {
      if (!error) resolve(server)
      else reject(error.code === 'EADDRINUSE' ? new PortBusyError(port) : error)
    })
  })
}

/** On a signal: no new request, the running ones and the writes in line end, the file is closed. */
export function shutDownCleanly(
  server: Server,
  database: Database,
  endStreams: () => Promise<void> = () => Promise.resolve(),
): void {
  const stop = () => {
    void endStreams()
    server.close(() => {
      void database.close().then(() => process.exit(0))
    })
    server.closeIdleConnections()
  }
  process.once('SIGINT', stop)
  process.once('SIGTERM', stop)
}
