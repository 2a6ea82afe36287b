import { complement, emptyMask, setRun, type BitMask } from './bitMask'

/** Connected pixels; coordinates in pixels, the box includes its last row and column. */
export type Component = {
  areaPx: number
  minX: number
  maxX: number
  minY: number
  maxY: number
  centreX: number
  centreY: number
  touchesEdge: boolean
}

/** The mask as horizontal runs, each labelled with its component. */
export type LabelledRuns = {
  rowOf: Int32Array
  startOf: Int32Array
  endOf: Int32Array
  labelOf: Int32Array
  components: Component[]
}

/**
 * Connected components by joining the runs of neighbouring rows (union-find).
 * @param connectivity 8 joins corners, 4 does not
 */
export function labelRuns(mask: BitMask, connectivity: 4 | 8): LabelledRuns {
  const { rowOf, startOf, endOf, firstOfRow } = findRuns(mask)
  const parent = Int32Array.from(rowOf, (_, i) => i)
  const root = (i: number) => {
    while (parent[i] !== i) {
      parent[i] = parent[parent[i]!]!
      i = parent[i]!
    }
    return i
  }
  const reach = connectivity === 8 ? 0 : 1
  for (let y = 1; y < mask.heightPx; y++) {
    let above = firstOfRow[y - 1]!
    const aboveEnd = firstOfRow[y]!
    for (let i = firstOfRow[y]!; i < firstOfRow[y + 1]!; i++) {
      while (above < aboveEnd && endOf[above]! < startOf[i]! + reach) above++
      for (let k = above; k < aboveEnd && startOf[k]! + reach <= endOf[i]!; k++) {
        const a = root(i)
        const b = root(k)
        if (a !== b) parent[Math.max(a, b)] = Math.min(a, b)
      }
    }
  }
  return summarise(mask, { rowOf, startOf, endOf }, root)
}

function findRuns(mask: BitMask) {
  const starts: number[] = []
  const ends: number[] = []
  const rows: number[] = []
  const firstOfRow = new Int32Array(mask.heightPx + 1)
  const n = mask.wordsPerRow
  for (let y = 0; y < mask.heightPx; y++) {
    firstOfRow[y] = starts.length
    let open = false
    for (let w = 0; w < n; w++) {
      const word = mask.words[y * n + w]!
      // bits where the value differs from the pixel to its left
      let edges = (word ^ ((word << 1) | (open ? 1 : 0))) >>> 0
      while (edges !== 0) {
        const bit = 31 - Math.clz32(edges & -edges)
        const x = w * 32 + bit
        if (open) ends.push(x)
        else {
          starts.push(x)
          rows.push(y)
        }
        open = !open
        edges &= edges - 1
      }
    }
    if (open) ends.push(mask.widthPx)
  }
  firstOfRow[mask.heightPx] = starts.length
  return {
    rowOf: Int32Array.from(rows),
    startOf: Int32Array.from(starts),
    endOf: Int32Array.from(ends),
    firstOfRow,
  }
}

function summarise(
  mask: BitMask,
  runs: { rowOf: Int32Array; startOf: Int32Array; endOf: Int32Array },
  root: (i: number) => number,
): LabelledRuns {
  const labelOf = new Int32Array(runs.rowOf.length)
  const labelOfRoot = new Map<number, number>()
  const components: Component[] = []
  for (let i = 0; i < labelOf.length; i++) {
    const r = root(i)
    let label = labelOfRoot.get(r)
    if (label === undefined) {
      label = components.length
      labelOfRoot.set(r, label)
      components.push({
        areaPx: 0,
        minX: Infinity,
        maxX: 0,
        minY: runs.rowOf[i]!,
        maxY: 0,
        centreX: 0,
        centreY: 0,
        touchesEdge: false,
      })
    }
    labelOf[i] = label
    const c = components[label]!
    const y = runs.rowOf[i]!
    const from = runs.startOf[i]!
    const end = runs.endOf[i]!
    const count = end - from
    c.areaPx += count
    c.minX = Math.min(c.minX, from)
    c.maxX = Math.max(c.maxX, end - 1)
    c.maxY = Math.max(c.maxY, y)
    c.centreX += (count * (from + end - 1)) / 2
    c.centreY += count * y
    if (from === 0 || end === mask.widthPx || y === 0 || y === mask.heightPx - 1) c.touchesEdge = true
  }
  for (const c of components) {
    c.centreX /= c.areaPx
    c.centreY /= c.areaPx
  }
  return { ...runs, labelOf, components }
}

/** A mask of the chosen components only. */
export function keepComponents(
  mask: BitMask,
  labelled: LabelledRuns,
  keep: (label: number) => boolean,
): BitMask {
  const out = emptyMask(mask.widthPx, mask.heightPx)
  for (let i = 0; i < labelled.labelOf.length; i++)
    if (keep(labelled.labelOf[i]!)) setRun(out, labelled.rowOf[i]!, labelled.startOf[i]!, labelled.endOf[i]!)
  return out
}

/** Fills holes smaller than a limit; larger ones are real gaps in the contact. */
export function fillHoles(mask: BitMask, limitPx: number): BitMask {
  const holes = labelRuns(complement(mask), 4)
  const out = { ...mask, words: mask.words.slice() }
  for (let i = 0; i < holes.labelOf.length; i++) {
    const hole = holes.components[holes.labelOf[i]!]!
    if (!hole.touchesEdge && hole.areaPx < limitPx)
      setRun(out, holes.rowOf[i]!, holes.startOf[i]!, holes.endOf[i]!)
  }
  return out
}
