import type { FrameVisitor, Frames, RecordingMeta } from './recording'

const blockValues = 1 << 19

/**
 * Frames kept exactly, but only the cells that carry something: a recording read from a file can be gone through a
 * second time without being read again. Gives up where it would take more memory than it may.
 */
export class SparseFrames implements Frames {
  /** the values of a run of neighbouring cells, run after run */
  private readonly values: Float32Array[] = []
  private used = blockValues
  /** for each run its first cell and its length; for each frame how many runs it has */
  private readonly runs = new Counts()
  private readonly runsOfFrame = new Counts()
  private readonly times: number[] = []
  private isFull = false

  /** @param mostBytes memory that may be used for the values */
  constructor(
    readonly meta: RecordingMeta,
    private readonly mostBytes: number,
  ) {}

  get count(): number {
    return this.times.length
  }

  /** Whether every frame that was given is here. */
  get isWhole(): boolean {
    return !this.isFull
  }

  append(tS: number, kpa: ArrayLike<number>): void {
    if (this.isFull) return
    const cells = this.meta.rows * this.meta.cols
    if (this.used + cells > blockValues) {
      if ((this.values.length + 1) * blockValues * 4 > this.mostBytes) return this.giveUp()
      this.values.push(new Float32Array(Math.max(blockValues, cells)))
      this.used = 0
    }
    const block = this.values[this.values.length - 1]!
    let at = this.used
    let runs = 0
    for (let i = 0; i < cells; i++) {
      if (!(kpa[i]! > 0)) continue
      const first = i
      for (; i < cells && kpa[i]! > 0; i++) block[at++] = kpa[i]!
      this.runs.push(first)
      this.runs.push(i - first)
      runs++
    }
    // a frame lies in one block, so that reading it needs no look at where it ends
    this.used = at
    this.runsOfFrame.push(runs)
    this.runsOfFrame.push(this.values.length - 1)
    this.times.push(tS)
  }

  forEach(visit: FrameVisitor): void {
    const frame = new Float32Array(this.meta.rows * this.meta.cols)
    const counts = this.runsOfFrame.all()
    const runs = this.runs.all()
    let [run, at, block] = [0, 0, 0]
    for (let i = 0; i < this.times.length; i++) {
      if (counts[i * 2 + 1]! !== block) [block, at] = [counts[i * 2 + 1]!, 0]
      const values = this.values[block]!
      frame.fill(0)
      for (let k = counts[i * 2]!; k > 0; k--) {
        const first = runs[run]!
        const end = first + runs[run + 1]!
        run += 2
        for (let cell = first; cell < end; cell++) frame[cell] = values[at++]!
      }
      visit(this.times[i]!, frame, 0)
    }
  }

  private giveUp(): void {
    this.isFull = true
    this.values.length = 0
    this.times.length = 0
  }
}

/** Whole numbers that grow without boxing each. */
class Counts {
  private data = new Uint32Array(4096)
  private length = 0
  push(value: number): void {
    if (this.length === this.data.length) {
      const wider = new Uint32Array(this.data.length * 2)
      wider.set(this.data)
      this.data = wider
    }
    this.data[this.length++] = value
  }
  all(): Uint32Array {
    return this.data.subarray(0, this.length)
  }
}
