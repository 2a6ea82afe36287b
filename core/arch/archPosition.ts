import type { References } from '../reference'
import { archIndexZ, classChances, type ClassChances } from './archClass'

export const archSeenWords = ['none', 'some', 'clear', 'tall'] as const
export type ArchSeen = (typeof archSeenWords)[number]
export type PositionSource = 'navicular' | 'archIndex' | 'seen'

export type ArchPosition = {
  z: number
  errorZ: number
  chances: ClassChances
  /** most likely class */
  kind: keyof ClassChances
  parts: { source: PositionSource; z: number }[]
  /** two sources further apart than the reference allows */
  disagree: PositionSource[] | undefined
}

/**
 * Position class of the arch: weighted mean of z over what was measured.
 * @param input standing navicular height mm with the truncated length mm; arch index 0..1; the arch as seen
 * @returns undefined when nothing was measured
 * @source Cavanagh & Rodgers 1987 for the arch index; weights are practice defaults
 */
export function archPosition(
  input: {
    navicularStandMm?: number | undefined
    truncatedLengthMm?: number | undefined
    archIndex?: number | undefined
    seen?: ArchSeen | undefined
  },
  references: References,
): ArchPosition | undefined {
  const found: { source: PositionSource; z: number; weight: number; error: number }[] = []
  const { navicularStandMm, truncatedLengthMm, archIndex, seen } = input
  if (navicularStandMm !== undefined && truncatedLengthMm)
    found.push({
      source: 'navicular',
      z: (navicularStandMm / truncatedLengthMm - references.nnhMean) / references.nnhSd,
      weight: references.weightNnh,
      error: references.zErrorNnh,
    })
  if (archIndex !== undefined)
    found.push({
      source: 'archIndex',
      z: archIndexZ(archIndex, references),
      weight: references.weightArchIndex,
      error: references.zErrorArchIndex,
    })
  if (seen)
    found.push({
      source: 'seen',
      z: seenZ(seen, references),
      weight: references.weightSeen,
      error: references.zErrorSeen,
    })
  if (found.length === 0) return undefined
  const weight = found.reduce((sum, f) => sum + f.weight, 0)
  const z = found.reduce((sum, f) => sum + f.weight * f.z, 0) / weight
  const errorZ = Math.sqrt(found.reduce((sum, f) => sum + (f.weight * f.error) ** 2, 0)) / weight
  const chances = classChances(z, errorZ, references)
  const kinds = ['low', 'middle', 'high'] as const
  return {
    z,
    errorZ,
    chances,
    kind: kinds.reduce((a, b) => (chances[b] > chances[a] ? b : a)),
    parts: found.map(({ source, z: own }) => ({ source, z: own })),
    disagree: disagreeing(found, references),
  }
}

function seenZ(seen: ArchSeen, references: References): number {
  const { seenNone, seenSome, seenClear, seenTall } = references
  return { none: seenNone, some: seenSome, clear: seenClear, tall: seenTall }[seen]
}

function disagreeing(found: { source: PositionSource; z: number }[], references: References) {
  const sorted = [...found].sort((a, b) => a.z - b.z)
  const first = sorted[0]!
  const last = sorted[sorted.length - 1]!
  return last.z - first.z > references.indicesDisagree ? [first.source, last.source] : undefined
}
