import type { Contact } from './sumUp'
import type { References } from '../../groundwork/reference'
import type { RecordingMeta } from './recording'

/** A cell that never answered though its neighbours did, and the cells it is filled from. */
export type DeadCell = { cell: number; row: number; col: number; neighbours: number[] }

const loadedNeighbours = 6 // of eight: a notch in a foot's border has fewer

/** Cells that stay silent through every stretch of contact while most of the cells around them carry load. */
export function deadCellsOf(
  contacts: readonly Contact[],
  meta: RecordingMeta,
  references: References,
): DeadCell[] {
  const { rows, cols } = meta
  const sum = new Float64Array(rows * cols)
  for (const contact of contacts) for (let c = 0; c < sum.length; c++) sum[c]! += contact.sumKpa[c]!
  const loaded = sum.filter((v) => v > 0)
  // a gap between toe and ball is empty too, but its borders press little
  const pressing = (references.matDeadShare * loaded.reduce((s, v) => s + v, 0)) / Math.max(1, loaded.length)
  const dead: DeadCell[] = []
  for (let row = 1; row < rows - 1; row++)
    for (let col = 1; col < cols - 1; col++) {
      const cell = row * cols + col
      if (sum[cell]! > 0) continue
      const around = [-cols - 1, -cols, -cols + 1, -1, 1, cols - 1, cols, cols + 1].map((d) => cell + d)
      const answered = around.filter((c) => sum[c]! > 0)
      if (answered.length < loadedNeighbours || answered.some((c) => sum[c]! < pressing)) continue
      const neighbours = [cell - cols, cell - 1, cell + 1, cell + cols].filter((c) => sum[c]! > 0)
      dead.push({ cell, row, col, neighbours })
    }
  return dead
}

/** Fills a picture of sums or peaks in place: a dead cell gets the mean of the neighbours that answered. */
export function fillDeadCells(
  values: Float64Array | Float32Array,
  dead: readonly DeadCell[],
  offset = 0,
): void {
  for (const { cell, neighbours } of dead) {
    let sum = 0
    for (const n of neighbours) sum += values[offset + n]!
    values[offset + cell] = neighbours.length > 0 ? sum / neighbours.length : 0
  }
}
