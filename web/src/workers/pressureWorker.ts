import { expose } from 'comlink'
import type { PressureWishes } from '@sturvo/core/pressure'
import type { References } from '@sturvo/core/reference'
import { streamAddress } from './streamAddress'
import { PressureRecorder, type FrameLine, type RecordRequest } from './pressureRecorder'

/** A WebSocket to the server that served this page. */
function lineTo(deviceId: string): FrameLine {
  const socket = new WebSocket(streamAddress(deviceId))
  socket.binaryType = 'arraybuffer'
  return {
    onMessage: (listener) => {
      socket.onmessage = (event: MessageEvent<ArrayBuffer | string>) => listener(event.data)
    },
    onClosed: (listener) => {
      socket.onclose = listener
    },
    send: (text) => {
      if (socket.readyState === WebSocket.OPEN) socket.send(text)
    },
    close: () => socket.close(),
  }
}

const recorder = new PressureRecorder(lineTo, () => performance.now())
let isCancelled = false

const jobs = {
  start: (request: RecordRequest) => recorder.start(request),
  beginNow: () => recorder.beginNow(),
  stop: () => recorder.stop(),
  drop: () => recorder.drop(),
  look: (index?: number) => recorder.look(index),
  times: () => recorder.times(),
  analyse: (references: References, wishes: PressureWishes) => recorder.analyse(references, wishes),
  csv: () => recorder.csv(),
  read: (file: Blob, references: References, onProgress: (share: number) => void) => {
    isCancelled = false
    return recorder.read(file, references, onProgress, () => isCancelled)
  },
  cancel: () => {
    isCancelled = true
  },
}
export type PressureWorkerJobs = typeof jobs
expose(jobs)
