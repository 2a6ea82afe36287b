import { randomBytes } from 'node:crypto'
import type { WebSocket } from 'ws'
import { packFrame, streamRequestSchema, type StreamFrame, type StreamWord } from '@sturvo/schema'
import { DeviceFault, type DeviceDriver, type StartRequest } from './driver'

/** frames that may be on their way before the page says which it got */
const mostAhead = 64
/** frames kept for a page that waits or comes back: three seconds of a mat at 100 Hz */
const mostWaiting = 300
/** a page that lost its line may come back within this */
const comesBackMs = 10_000

type Run = {
  id: string
  waiting: StreamFrame[]
  /** sent, not yet said to have arrived */
  sent: StreamFrame[]
  count: number
  /** frames that had to be left out because the page did not keep up */
  left: number
  socket: WebSocket | undefined
  goneTimer: NodeJS.Timeout | undefined
}

/**
 * One device and the page that listens to it. A page that is slow gets fewer frames, never a growing pile: what does
 * not fit is left out, and the hole in the sequence tells the page. A page that comes back goes on where it was.
 */
export class DeviceStream {
  private run: Run | undefined

  constructor(private readonly driver: DeviceDriver) {}

  get isBusy(): boolean {
    return this.run?.socket !== undefined
  }

  /** Serves one page until its line ends. */
  attach(socket: WebSocket): void {
    const say = (word: StreamWord) => {
      if (socket.readyState === socket.OPEN) socket.send(JSON.stringify(word))
    }
    const refuse = (code: string, message: string) => say({ say: 'refused', code, message })
    socket.on('message', (data, isBinary) => {
      const request = isBinary || !Buffer.isBuffer(data) ? undefined : requestOf(data.toString())
      if (!request) return refuse('badRequest', 'The page sent something a device does not understand.')
      if (request.do === 'got') return this.arrived(socket, request.sequence)
      void this.obey(socket, request, say).catch((error: unknown) => {
        if (error instanceof DeviceFault) refuse(error.code, error.message)
        else refuse('deviceFailed', 'The device does not answer. Nothing was lost: connect it again.')
      })
    })
    socket.on('close', () => this.lineEnded(socket))
    say({ say: 'ready', device: this.driver.describe() })
  }

  /** Ends everything; for the server's own end. */
  async end(): Promise<void> {
    clearTimeout(this.run?.goneTimer)
    this.run = undefined
    await this.driver.stop()
  }

  private async obey(
    socket: WebSocket,
    request: StartRequest | { do: 'stop' },
    say: (word: StreamWord) => void,
  ): Promise<void> {
    const { run } = this
    if (request.do === 'stop') {
      if (run?.socket !== socket) return
      this.run = undefined
      await this.driver.stop()
      return say({ say: 'stopped', sent: run.count, left: run.left })
    }
    if (request.resume && run?.id === request.resume.run)
      return this.resume(run, socket, request.resume.after, say)
    if (run?.socket && run.socket !== socket)
      throw new DeviceFault('busy', 'Another page is recording with this device. Stop it there first.')
    clearTimeout(run?.goneTimer)
    const fresh: Run = {
      id: randomBytes(8).toString('hex'),
      waiting: [],
      sent: [],
      count: 0,
      left: 0,
      socket,
      goneTimer: undefined,
    }
    // taken before anything is awaited: of two pages at one moment one is told
    this.run = fresh
    try {
      await this.driver.open()
    } catch (error) {
      if (this.run === fresh) this.run = undefined
      throw error
    }
    // ended meanwhile
    if (this.run !== fresh) return
    say({ say: 'started', run: fresh.id })
    await this.driver.start(request, (frame) => this.take(fresh, frame))
  }

  private resume(run: Run, socket: WebSocket, after: number, say: (word: StreamWord) => void): void {
    clearTimeout(run.goneTimer)
    run.goneTimer = undefined
    run.socket = socket
    // what was under way when the line broke is sent again; the page throws away what it has
    run.waiting = [...run.sent.filter((f) => f.sequence > after), ...run.waiting]
    run.sent = []
    say({ say: 'started', run: run.id })
    this.pump(run)
  }

  private take(run: Run, frame: StreamFrame): void {
    if (this.run !== run) return
    run.waiting.push(frame)
    if (run.waiting.length > mostWaiting) {
      run.waiting.shift()
      run.left++
    }
    this.pump(run)
  }

  private pump(run: Run): void {
    const { socket } = run
    if (!socket || socket.readyState !== socket.OPEN) return
    while (run.waiting.length > 0 && run.sent.length < mostAhead) {
      const frame = run.waiting.shift()!
      run.sent.push(frame)
      run.count++
      socket.send(packFrame(frame))
    }
  }

  private arrived(socket: WebSocket, sequence: number): void {
    const { run } = this
    if (!run || run.socket !== socket) return
    run.sent = run.sent.filter((f) => f.sequence > sequence)
    this.pump(run)
  }

  private lineEnded(socket: WebSocket): void {
    const { run } = this
    if (!run || run.socket !== socket) return
    run.socket = undefined
    run.goneTimer = setTimeout(() => {
      if (this.run !== run || run.socket) return
      this.run = undefined
      // a device that cannot even stop is nobody's to hear here
      this.driver.stop().catch(() => undefined)
    }, comesBackMs)
    run.goneTimer.unref()
  }
}

function requestOf(text: string) {
  try {
    const result = streamRequestSchema.safeParse(JSON.parse(text))
    return result.success ? result.data : undefined
  } catch {
    return undefined // not JSON
  }
}
