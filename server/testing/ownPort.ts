import { createServer } from 'node:net'

// below the ports that the system hands out by chance, a stretch for each worker of a run
const firstPort = 20_000
const portsAWorker = 1000
let next = process.pid % portsAWorker

/** A port that no other test of this run takes between asking for it and listening on it. */
export async function ownPort(): Promise<number> {
  const worker = Number(process.env.JEST_WORKER_ID ?? 0) % 10
  for (let tries = 0; tries < portsAWorker; tries++) {
    const port = firstPort + worker * portsAWorker + (next++ % portsAWorker)
    if (await isFree(port)) return port
  }
  throw new Error('every port of this worker is taken')
}

function isFree(port: number): Promise<boolean> {
  const probe = createServer()
  return new Promise((resolve) => {
    probe.once('error', () => resolve(false))
    probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)))
  })
}
