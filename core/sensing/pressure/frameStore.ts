import type { FrameVisitor, Frames, RecordingMeta } from './recording'

const stepsPerKpa = 10 // a tenth of a kilopascal: finer than any mat is true to
const blockValues = 1 << 20

/**
 * Frames kept small: only cells that carry something, in tenths of a kPa. Five minutes of standing at 100 Hz
 * take about 40 MB instead of 550.
 * Each frame: number of runs, then for each run its first cell, its length and its values.
 */
export class FrameStore implements Frames {
  private readonly blocks: Uint16Array[] = []
  private used = blockValues
  private readonly starts: number[] = []
  private readonly times: number[] = []

  constructor(readonly meta: RecordingMeta) {}

  get count(): number {
    return this.times.length
  }
  get timesS(): readonly number[] {
    return this.times
  }
  /** memory held by the values */
  get bytes(): number {
    return this.blocks.length * blockValues * 2
  }

  append(tS: number, kpa: ArrayLike<number>): void {
    const cells = this.meta.rows * this.meta.cols
    if (this.used + cells * 2 + 4 > blockValues) {
      this.blocks.push(new Uint16Array(blockValues))
      this.used = 0
    }
    const block = this.blocks[this.blocks.length - 1]!
    this.starts.push((this.blocks.length - 1) * blockValues + this.used)
    this.times.push(tS)
    const head = this.used++
    let runs = 0
    for (let i = 0; i < cells; i++) {
      if (!(kpa[i]! > 0)) continue
      const first = this.used
      block[first] = i
      this.used = first + 2
      for (; i < cells && kpa[i]! > 0; i++)
        block[this.used++] = Math.min(65535, Math.round(kpa[i]! * stepsPerKpa))
      block[first + 1] = this.used - first - 2
      runs++
    }
    block[head] = runs
  }

  /** Writes one frame over an array; the same array each time costs no memory. */
  read(index: number, into: Float32Array): number {
    into.fill(0)
    const start = this.starts[index]!
    const block = this.blocks[Math.floor(start / blockValues)]!
    let at = start % blockValues
    for (let runs = block[at++]!; runs > 0; runs--) {
      const cell = block[at]!
      const length = block[at + 1]!
      at += 2
      for (let k = 0; k < length; k++) into[cell + k] = block[at++]! / stepsPerKpa
    }
    return this.times[index]!
  }

  forEach(visit: FrameVisitor): void {
    const frame = new Float32Array(this.meta.rows * this.meta.cols)
    for (let i = 0; i < this.count; i++) visit(this.read(i, frame), frame, 0)
  }
}
