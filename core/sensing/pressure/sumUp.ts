import type { References } from '../../groundwork/reference'
import type { RecordingMeta } from './recording'

/** A stretch of contact: the whole of a standing recording, or one pass over the mat. */
export type Contact = {
  fromS: number
  toS: number
  frames: number
  /** sum over the frames, and the most at any moment, kPa a cell */
  sumKpa: Float64Array
  peakKpa: Float32Array
}

export type Summed = {
  timesS: Float64Array
  /** all cells together, N, one a frame */
  loadN: Float64Array
  contacts: Contact[]
}

/**
 * First pass over a recording: sums and peaks of every stretch of contact. Memory does not grow with the frames but
 * for their times and loads.
 */
export class SummingPass {
  private readonly times = new Growing()
  private readonly loads = new Growing()
  private readonly contacts: Contact[] = []
  private open: Contact | undefined
  private readonly cells: number
  private readonly cellM2: number
  private readonly isWalk: boolean

  constructor(
    meta: RecordingMeta,
    private readonly references: References,
  ) {
    this.cells = meta.rows * meta.cols
    this.cellM2 = (meta.pitchMm / 1000) ** 2
    this.isWalk = meta.task === 'walk'
  }

  take(tS: number, kpa: Float32Array, offset: number): void {
    const contact = this.open ?? this.begin(tS)
    const { sumKpa, peakKpa } = contact
    const { cells } = this
    let sum = 0
    for (let c = 0; c < cells; c++) {
      const v = kpa[offset + c]!
      if (v > 0) {
        sum += v
        sumKpa[c]! += v
        if (v > peakKpa[c]!) peakKpa[c] = v
      }
    }
    const loadN = sum * 1000 * this.cellM2
    this.times.push(tS)
    this.loads.push(loadN)
    contact.frames++
    contact.toS = tS
    if (!this.isWalk) this.open = contact
    // a pass over the mat ends when nobody is on it; what little lay there before is not a step
    else this.open = loadN >= this.references.matContactN ? contact : this.end(contact)
  }

  result(): Summed {
    if (this.open) this.end(this.open)
    this.open = undefined
    return { timesS: this.times.values(), loadN: this.loads.values(), contacts: this.contacts }
  }

  /** What was summed so far, as a copy; taking goes on. */
  soFar(): Summed {
    const copied = (c: Contact): Contact => ({ ...c, sumKpa: c.sumKpa.slice(), peakKpa: c.peakKpa.slice() })
    return {
      timesS: this.times.values().slice(),
      loadN: this.loads.values().slice(),
      contacts: [...this.contacts, ...(this.open ? [this.open] : [])].map(copied),
    }
  }

  private begin(tS: number): Contact {
    this.spare ??= { sumKpa: new Float64Array(this.cells), peakKpa: new Float32Array(this.cells) }
    const contact = { fromS: tS, toS: tS, frames: 0, ...this.spare }
    return contact
  }
  private spare: Pick<Contact, 'sumKpa' | 'peakKpa'> | undefined

  private end(contact: Contact): undefined {
    if (!this.isWalk || contact.toS - contact.fromS >= this.references.stepShortestS) {
      this.contacts.push(contact)
      this.spare = undefined
    } else {
      contact.sumKpa.fill(0)
      contact.peakKpa.fill(0)
    }
    return undefined
  }
}

/** A list of numbers that grows without boxing each. */
export class Growing {
  private data = new Float64Array(1024)
  private length = 0
  push(value: number): void {
    if (this.length === this.data.length) {
      const wider = new Float64Array(this.data.length * 2)
      wider.set(this.data)
      this.data = wider
    }
    this.data[this.length++] = value
  }
  values(): Float64Array {
    return this.data.subarray(0, this.length)
  }
}
