import type { References } from '../../groundwork/reference'
import type { DeadCell } from './deadCells'
import { cellMiddle, type FootInFrame } from './feetInFrame'
import { Growing, type Contact } from './sumUp'
import type { RecordingMeta } from './recording'

/** Load and its centre of one foot through a stretch of contact; frames without load are left out. */
export type FootTrace = {
  foot: FootInFrame
  timesS: Float64Array
  loadN: Float64Array
  xMatMm: Float64Array
  yMatMm: Float64Array
}

type Following = {
  foot: FootInFrame
  contact: Contact
  cells: Int32Array
  xMm: Float64Array
  yMm: Float64Array
  /** how often each cell counts: once, and more where it stands in for a dead neighbour */
  times: Growing
  loads: Growing
  xs: Growing
  ys: Growing
  dead: DeadCell[]
}

/** Second pass: follows the centre of pressure of each foot found. */
export class TracePass {
  private readonly following: Following[]
  private readonly cellN: number

  constructor(
    feet: readonly { contact: Contact; foot: FootInFrame }[],
    private readonly meta: RecordingMeta,
    dead: readonly DeadCell[],
    private readonly references: References,
  ) {
    this.cellN = (meta.pitchMm / 1000) ** 2 * 1000
    this.following = feet.map(({ contact, foot }) => {
      const own = new Set(foot.cells)
      const middles = [...foot.cells].map((cell) => cellMiddle(cell, meta))
      return {
        foot,
        contact,
        cells: foot.cells,
        xMm: Float64Array.from(middles, (p) => p.x),
        yMm: Float64Array.from(middles, (p) => p.y),
        times: new Growing(),
        loads: new Growing(),
        xs: new Growing(),
        ys: new Growing(),
        dead: dead.filter((d) => own.has(d.cell)),
      }
    })
  }

  take(tS: number, kpa: Float32Array, offset: number): void {
    for (const f of this.following) {
      if (tS < f.contact.fromS || tS > f.contact.toS) continue
      const { cells, xMm, yMm } = f
      let [sum, x, y] = [0, 0, 0]
      for (let k = 0; k < cells.length; k++) {
        const v = kpa[offset + cells[k]!]!
        sum += v
        x += v * xMm[k]!
        y += v * yMm[k]!
      }
      for (const { cell, neighbours } of f.dead) {
        let v = 0
        for (const n of neighbours) v += kpa[offset + n]! / neighbours.length
        const at = cellMiddle(cell, this.meta)
        sum += v
        x += v * at.x
        y += v * at.y
      }
      const loadN = sum * this.cellN
      if (loadN < this.references.matTraceN) continue
      f.times.push(tS)
      f.loads.push(loadN)
      f.xs.push(x / sum)
      f.ys.push(y / sum)
    }
  }

  result(): FootTrace[] {
    return this.following.map((f) => ({
      foot: f.foot,
      timesS: f.times.values(),
      loadN: f.loads.values(),
      xMatMm: f.xs.values(),
      yMatMm: f.ys.values(),
    }))
  }
}
