import { keepComponents, labelRuns, type BitMask, type Component } from '../image'
import { MeasureError } from '../../groundwork/problem'
import type { References } from '../../groundwork/reference'
import type { PrintMask } from './types'

/**
 * Tells the feet on one picture apart: patches of contact are gathered into feet by the empty lane between them.
 * The lane may slant, as feet do.
 * @returns one mask a foot, left of the picture first; specks far from any foot are dropped
 * @throws MeasureError noContact
 */
export function separatePrints(mask: BitMask, mmPerPx: number, references: References): PrintMask[] {
  const labelled = labelRuns(mask, 8)
  const smallest = smallestPatchMm2 / (mmPerPx * mmPerPx)
  const patches = labelled.components
    .map((component, label) => ({ component, label }))
    .filter((p) => p.component.areaPx >= smallest)
  const groups = splitByLanes(patches, mmPerPx)
    .map((group) => ({
      group,
      areaMm2: group.reduce((sum, p) => sum + p.component.areaPx, 0) * mmPerPx * mmPerPx,
    }))
    .filter((g) => g.areaMm2 >= references.printMinAreaMm2)
  if (groups.length === 0) throw new MeasureError({ code: 'noContact', path: 'image' })
  return groups.map(({ group }) => {
    const labels = new Set(group.map((p) => p.label))
    return { mask: keepComponents(mask, labelled, (label) => labels.has(label)), mmPerPx }
  })
}

type Patch = { component: Component; label: number }

const smallestPatchMm2 = 12 // the smallest toe pad leaves more than this
const laneMm = 9 // feet on one sheet stand further apart than toes do
const laneSlants = [-0.22, -0.15, -0.08, 0, 0.08, 0.15, 0.22] // tangent of the lane's slant, ±12°

/** Projects the patches along several slants and cuts at the widest lane; repeats on both halves. */
function splitByLanes(patches: Patch[], mmPerPx: number): Patch[][] {
  if (patches.length < 2) return [patches]
  let best = { gapMm: laneMm, first: [] as Patch[], second: [] as Patch[] }
  for (const slant of laneSlants) {
    const spans = patches
      .map((patch) => ({ patch, ...spanAlong(patch.component, slant) }))
      .sort((a, b) => a.from - b.from)
    let reach = -Infinity
    spans.forEach((span, i) => {
      const gapMm = (span.from - reach) * mmPerPx
      if (i > 0 && gapMm > best.gapMm) {
        const first = spans.slice(0, i).map((s) => s.patch)
        const second = spans.slice(i).map((s) => s.patch)
        if (isFoot(first, mmPerPx) && isFoot(second, mmPerPx)) best = { gapMm, first, second }
      }
      reach = Math.max(reach, span.to)
    })
  }
  if (best.first.length === 0) return [patches]
  return [...splitByLanes(best.first, mmPerPx), ...splitByLanes(best.second, mmPerPx)]
}

/** The component's box seen along a slanted lane, from its centre: feet are longer than wide and lean with the lane. */
function spanAlong(c: Component, slant: number): { from: number; to: number } {
  const centre = c.centreX + slant * c.centreY
  // box half-width, taken back by what the component itself leans along the lane
  const half = Math.max(
    2,
    (c.maxX - c.minX) / 2 - Math.abs(slant) * 0.5 * (c.maxY - c.minY) * (slant === 0 ? 0 : 1),
  )
  return { from: centre - half, to: centre + half }
}

function isFoot(patches: Patch[], mmPerPx: number): boolean {
  const top = Math.min(...patches.map((p) => p.component.minY))
  const bottom = Math.max(...patches.map((p) => p.component.maxY))
  return (bottom - top) * mmPerPx > 100
}
