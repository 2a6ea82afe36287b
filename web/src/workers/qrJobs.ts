import { transfer, wrap } from 'comlink'
import type { QrJobs } from './qrWorker'

export type QrReader = {
  /** one frame after the other: the next is looked at when this one was */
  read: (frame: ImageData) => Promise<string | undefined>
  end: () => void
}

/** Reads pictures to scan away from the screen. @param onBroken the reader cannot be used any more */
export function startQrReader(onBroken: () => void): QrReader {
  const worker = new Worker(new URL('./qrWorker.ts', import.meta.url), { type: 'module', name: 'qr' })
  worker.addEventListener('error', onBroken)
  worker.addEventListener('messageerror', onBroken)
  const jobs = wrap<QrJobs>(worker)
  return {
    read: ({ data, width, height }) => jobs.read(transfer(data, [data.buffer]), width, height),
    end: () => worker.terminate(),
  }
}
