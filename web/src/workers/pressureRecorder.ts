import {
  analysePressure,
  columnBetweenFeet,
  FrameStore,
  jobOf,
  loadPoints,
  pressureJobTable,
  PressureCsvReader,
  SteadyWatch,
  SummingPass,
  writePressureCsv,
  type PressureJob,
  type PressureReading,
  type PressureWishes,
  type RecordingMeta,
} from '@sturvo/core/pressure'
import { MeasureError, type Outcome } from '@sturvo/core/problem'
import type { References } from '@sturvo/core/reference'
import {
  streamWordSchema,
  unpackFrame,
  type Device,
  type StreamRequest,
  type StreamWord,
} from '@sturvo/schema'
import { feetSoFar, momentOf, type PressureMoment, type SeenFoot } from './livePressure'
import { unpacked } from './unpacked'

export type Phase = 'idle' | 'connecting' | 'countDown' | 'settling' | 'recording' | 'done' | 'failed'

export type RecorderLook = {
  phase: Phase
  /** seconds until the next phase, where there is an end to wait for */
  leftS: number | undefined
  recordedS: number
  frames: number
  /** frames the device sent and that never arrived */
  lostFrames: number
  isLineLost: boolean
  failure: string | undefined
  meta: RecordingMeta | undefined
  moment: PressureMoment | undefined
  feet: SeenFoot[]
}

export type RecordRequest = {
  device: Device
  job: PressureJob
  countDownS: number
  waitsForSteady: boolean
  standIn?: { seed: number; bodyMassKg?: number }
  references: References
}

/** The line to a device; a WebSocket in the page, a stand-in in tests. */
export type FrameLine = {
  onMessage: (listener: (data: ArrayBuffer | string) => void) => void
  onClosed: (listener: () => void) => void
  send: (text: string) => void
  close: () => void
}

const comesBackS = 10
const sayEvery = 12 // frames between two words to the device
const feetEveryS = 1

/**
 * Records from a device: counts down, waits until the client stands still, records, ends by itself. All times of the
 * recording are the device's own; the page's clock only counts down and notices a lost line.
 */
export class PressureRecorder {
  private phase: Phase = 'idle'
  private request: RecordRequest | undefined
  private line: FrameLine | undefined
  private run: string | undefined
  private lastSequence = 0
  /** s of the recording at which another run of the device goes on; set until its first frame */
  private goesOnS: number | undefined
  private lost = 0
  private isLineLost = false
  private lostAtMs = 0
  private failure: string | undefined
  private beganMs = 0
  /** device time at which the recording began */
  private fromS = 0
  private store: FrameStore | undefined
  private sums: SummingPass | undefined
  private running: Float64Array | undefined
  private cut: number | undefined
  private feet: SeenFoot[] = []
  private feetAtS = -Infinity
  private steady: SteadyWatch | undefined
  private preRoll: { tS: number; kpa: Float32Array }[] = []
  private scratch = new Float32Array(0)
  private references: References | undefined

  constructor(
    private readonly connect: (deviceId: string) => FrameLine,
    private readonly nowMs: () => number,
  ) {}

  start(request: RecordRequest): void {
    this.drop()
    this.request = request
    const { task, side } = pressureJobTable[request.job]
    const { rows, cols, pitchMm, rateHz } = request.device.capabilities
    this.begin({ rows, cols, pitchMm, rateHz, task, side }, request.references)
    this.beganMs = this.nowMs()
    this.phase = request.countDownS > 0 ? 'countDown' : 'connecting'
    this.open()
  }

  private begin(meta: RecordingMeta, references: References): void {
    this.store = new FrameStore(meta)
    this.sums = new SummingPass(meta, references)
    this.running = new Float64Array(meta.rows * meta.cols)
    this.scratch = new Float32Array(meta.rows * meta.cols)
    this.cut = undefined
    this.feet = []
    this.feetAtS = -Infinity
    this.lost = 0
    this.lastSequence = 0
    this.goesOnS = undefined
    this.steady = new SteadyWatch(references)
    this.references = references
    this.preRoll = []
  }

  private open(): void {
    const { request } = this
    if (!request) return
    const line = this.connect(request.device.id)
    this.line = line
    line.onMessage((data) => {
      if (this.line !== line) return
      if (typeof data !== 'string') return this.take(data)
      const word = streamWordSchema.safeParse(JSON.parse(data))
      if (word.success) this.hear(word.data)
    })
    line.onClosed(() => {
      if (this.line !== line) return
      this.line = undefined
      if (this.phase === 'done' || this.phase === 'idle' || this.phase === 'failed') return
      if (!this.isLineLost) this.lostAtMs = this.nowMs()
      this.isLineLost = true
    })
  }

  private tell(request: StreamRequest): void {
    this.line?.send(JSON.stringify(request))
  }

  private hear(word: StreamWord): void {
    const { request } = this
    if (!request) return
    if (word.say === 'ready') {
      if (this.run !== undefined && this.isLineLost) this.ask(request, this.run)
      else if (this.phase === 'connecting') this.ask(request)
      // during the count-down the device waits, ready
    } else if (word.say === 'started') {
      if (this.run !== undefined && this.run !== word.run) this.goOnIn()
      this.run = word.run
      this.isLineLost = false
      if (this.phase === 'connecting') {
        // a walk begins when somebody steps on, whatever they did before
        const waits = request.waitsForSteady && pressureJobTable[request.job].task !== 'walk'
        this.phase = waits ? 'settling' : 'recording'
      }
    } else if (word.say === 'refused') this.fail(word.message)
  }

  /** The device was started anew while the line was lost: it counts and times from its own beginning again. */
  private goOnIn(): void {
    this.lastSequence = 0
    this.preRoll = []
    this.steady = new SteadyWatch(this.references!)
    const { store } = this
    if (this.phase !== 'recording' || !store || store.count === 0) return
    const awayS = Math.max(0, (this.nowMs() - this.lostAtMs) / 1000)
    this.goesOnS = store.timesS[store.count - 1]! + awayS
    this.lost += Math.round(awayS * store.meta.rateHz)
  }

  private ask({ job, standIn }: RecordRequest, run?: string): void {
    this.tell({
      do: 'start',
      job,
      ...(standIn && { standIn }),
      ...(run !== undefined && { resume: { run, after: this.lastSequence } }),
    })
  }

  /** The page's clock moves on; called with every look. */
  private tick(): void {
    const { request } = this
    if (!request) return
    if (this.phase === 'countDown' && this.nowMs() - this.beganMs >= request.countDownS * 1000) {
      this.phase = 'connecting'
      if (this.line) this.ask(request)
    }
    if (!this.isLineLost || this.line) return
    const awayS = (this.nowMs() - this.lostAtMs) / 1000
    if (awayS <= comesBackS) this.open()
    else if (this.store && this.store.count > 0) {
      // what was recorded until then is worth keeping; the gap at the end shows in its length
      this.finish()
      this.failure = 'The line to the device was lost. What was recorded until then is kept.'
    } else this.fail('The device does not answer. Nothing was recorded: connect it and start again.')
  }

  private take(bytes: ArrayBuffer): void {
    const { request, store } = this
    const frame = unpackFrame(bytes)
    // a frame nobody can read, or of another size, is not part of the recording
    if (!frame || !request || !store || frame.values.length !== store.meta.rows * store.meta.cols) return
    // sent again after a lost line, or late
    if (frame.sequence <= this.lastSequence) return
    if (this.phase === 'recording' && this.goesOnS === undefined)
      this.lost += frame.sequence - this.lastSequence - 1
    this.lastSequence = frame.sequence
    if (frame.sequence % sayEvery === 0) this.tell({ do: 'got', sequence: frame.sequence })
    if (this.phase === 'settling') this.settle(frame.deviceS, frame.values, request)
    else if (this.phase === 'recording') this.keep(frame.deviceS, frame.values, request)
  }

  private settle(tS: number, kpa: Float32Array, request: RecordRequest): void {
    const { steadyS, steadyWithinS } = request.references
    this.preRoll.push({ tS, kpa })
    while (tS - this.preRoll[0]!.tS > steadyS) this.preRoll.shift()
    const { points } = loadPoints(kpa, { ...this.store!.meta, side: 'both' }, undefined, request.references)
    const isSteady = this.steady!.take(tS, points.both)
    if (isSteady || this.nowMs() - this.beganMs > (request.countDownS + steadyWithinS) * 1000) this.beginNow()
  }

  /** Ends the waiting by hand. */
  beginNow(): void {
    const { request } = this
    if (!request || this.phase !== 'settling') return
    this.phase = 'recording'
    for (const { tS, kpa } of this.preRoll) this.keep(tS, kpa, request)
    this.preRoll = []
  }

  private keep(tS: number, kpa: Float32Array, { job, references }: RecordRequest): void {
    const store = this.store!
    if (store.count === 0) this.fromS = tS
    if (this.goesOnS !== undefined) this.fromS = tS - this.goesOnS
    this.goesOnS = undefined
    const ownS = tS - this.fromS
    this.add(ownS, kpa, references)
    if (ownS >= pressureJobTable[job].seconds) this.finish()
  }

  private add(ownS: number, kpa: Float32Array, references: References): void {
    const store = this.store!
    const running = this.running!
    store.append(ownS, kpa)
    this.sums!.take(ownS, kpa, 0)
    for (let i = 0; i < running.length; i++) running[i]! += kpa[i]!
    if (store.meta.task === 'walk' || ownS - this.feetAtS < feetEveryS) return
    this.feetAtS = ownS
    if (store.meta.side === 'both') this.cut = columnBetweenFeet(running, store.meta)
    if (store.count >= references.fewestFrames) this.feet = feetSoFar(this.sums!, store.meta, references)
  }

  stop(): void {
    if (this.phase === 'recording' && this.store && this.store.count > 0) this.finish()
    else this.drop()
  }

  private finish(): void {
    this.phase = 'done'
    this.hangUp()
  }

  private fail(message: string): void {
    this.phase = 'failed'
    this.failure = message
    this.hangUp()
  }

  private hangUp(): void {
    this.tell({ do: 'stop' })
    const { line } = this
    this.line = undefined
    this.run = undefined
    this.isLineLost = false
    line?.close()
  }

  /** Forgets everything. */
  drop(): void {
    this.hangUp()
    this.phase = 'idle'
    this.failure = undefined
    this.request = undefined
    this.store = undefined
    this.sums = undefined
    this.feet = []
  }

  /** What there is to see now, or at one moment of the recording. */
  look(index?: number): RecorderLook {
    this.tick()
    const { store, request, phase } = this
    const count = store?.count ?? 0
    const at = count === 0 ? undefined : Math.min(count - 1, Math.max(0, index ?? count - 1))
    const live = phase === 'settling' ? this.preRoll[this.preRoll.length - 1] : undefined
    const recordedS = store && count > 0 ? store.timesS[count - 1]! : 0
    return {
      phase,
      leftS:
        phase === 'countDown'
          ? Math.max(0, request!.countDownS - (this.nowMs() - this.beganMs) / 1000)
          : phase === 'recording'
            ? Math.max(0, pressureJobTable[request!.job].seconds - recordedS)
            : undefined,
      recordedS,
      frames: count,
      lostFrames: this.lost,
      isLineLost: this.isLineLost,
      failure: this.failure,
      meta: store?.meta,
      moment:
        store && at !== undefined
          ? momentOf(store, at, this.cut, this.scratch, this.references!)
          : live && store
            ? this.waitingMoment(live, store.meta)
            : undefined,
      feet: this.feet,
    }
  }

  private waitingMoment({ tS, kpa }: { tS: number; kpa: Float32Array }, meta: RecordingMeta): PressureMoment {
    const one = new FrameStore(meta)
    one.append(tS, kpa)
    return momentOf(
      one,
      0,
      meta.side === 'both' && meta.task !== 'walk' ? Math.floor(meta.cols / 2) : undefined,
      this.scratch,
      this.references!,
    )
  }

  /** Moments of the recording, s. */
  times(): number[] {
    return [...(this.store?.timesS ?? [])]
  }

  /**
   * Reads a recording from a file; what was there before stays until the new one is whole.
   * @param onProgress 0..1 of the bytes
   */
  async read(
    file: { stream: () => ReadableStream<Uint8Array>; size: number },
    references: References,
    onProgress: (share: number) => void,
    isCancelled: () => boolean,
  ): Promise<Outcome<{ meta: RecordingMeta; job: PressureJob; frames: number }>> {
    let next: PressureRecorder | undefined
    try {
      const reader = new PressureCsvReader(
        (tS, kpa) => next!.addFrom(tS, kpa, references),
        (meta) => {
          next = new PressureRecorder(this.connect, this.nowMs)
          next.begin(meta, references)
        },
      )
      const chunks = unpacked(file.stream(), (bytes) =>
        onProgress(Math.min(1, bytes / file.size)),
      ).getReader()
      for (let part = await chunks.read(); !part.done; part = await chunks.read()) {
        if (isCancelled()) {
          await chunks.cancel().catch(() => undefined)
          return { ok: false, problem: { code: 'cancelled', path: 'file' } }
        }
        reader.push(part.value)
      }
      const { meta, frames } = reader.end()
      this.adopt(next!)
      return { ok: true, value: { meta, frames, job: jobOf(meta.task, meta.side) } }
    } catch (error) {
      if (error instanceof MeasureError) return { ok: false, problem: error.problem }
      // the browser's unpacker says no more than that it failed
      if (error instanceof TypeError) return { ok: false, problem: { code: 'truncatedFile', path: 'file' } }
      throw error
    }
  }

  private addFrom(tS: number, kpa: Float32Array, references: References): void {
    if (this.store!.count === 0) this.fromS = tS
    this.add(tS - this.fromS, kpa, references)
  }

  private adopt(other: PressureRecorder): void {
    this.drop()
    this.store = other.store
    this.sums = other.sums
    this.running = other.running
    this.cut = other.cut
    this.feet = other.feet
    this.scratch = other.scratch
    this.references = other.references
    this.phase = 'done'
  }

  analyse(references: References, wishes: PressureWishes): Outcome<PressureReading> {
    if (!this.store) return { ok: false, problem: { code: 'noFrames', path: 'recording' } }
    const outcome = analysePressure(this.store, references, wishes)
    if (outcome.ok)
      this.feet = (['left', 'right'] as const).flatMap((side) => {
        const foot = outcome.value[side]
        return foot ? [{ side, landmarks: foot.landmarks }] : []
      })
    return outcome
  }

  /** The recording as a packed CSV. */
  async csv(): Promise<Blob> {
    const { store } = this
    if (!store) return new Blob([])
    const parts: Blob[] = []
    // in pieces, which the browser may put aside: five minutes are never one string
    writePressureCsv(store, (bytes) => parts.push(new Blob([bytes as Uint8Array<ArrayBuffer>])))
    return new Response(new Blob(parts).stream().pipeThrough(new CompressionStream('gzip'))).blob()
  }
}
