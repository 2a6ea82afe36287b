import type { References } from '../../groundwork/reference'
import { archIndexZ, classChances, type ClassChances } from './archClass'

export const archSeenWords = ['none', 'some', 'clear', 'tall'] as const
export type ArchSeen = (typeof archSeenWords)[number]
export const positionSources = ['archHeight', 'navicular', 'archIndex', 'seen'] as const
export type PositionSource = (typeof positionSources)[number]

export type ArchPosition = {
  z: number
  errorZ: number
  chances: ClassChances
  /** most likely class */
  kind: keyof ClassChances
  parts: { source: PositionSource; z: number }[]
  /** two sources further apart than the reference allows: the lower one first */
  disagree: [PositionSource, PositionSource] | undefined
}

export type PositionInput = {
  dorsumStandMm?: number | undefined
  /** stands in where standing was not measured */
  dorsumSitMm?: number | undefined
  navicularStandMm?: number | undefined
  truncatedLengthMm?: number | undefined
  archIndex?: number | undefined
  seen?: ArchSeen | undefined
}

/** What one source weighs in the position class, and its error, in z. */
export function positionWeight(
  source: PositionSource,
  references: References,
): { weight: number; error: number } {
  const r = references
  return {
    archHeight: { weight: r.weightAhi, error: r.zErrorAhi },
    navicular: { weight: r.weightNnh, error: r.zErrorNnh },
    archIndex: { weight: r.weightArchIndex, error: r.zErrorArchIndex },
    seen: { weight: r.weightSeen, error: r.zErrorSeen },
  }[source]
}

/**
 * Position class of the arch: weighted mean of z over what was measured.
 * @param input heights in mm with the truncated length in mm; arch index 0..1; the arch as seen from the side
 * @returns undefined when nothing was measured
 * @source Williams & McClay 2000 and Butler 2008 for the arch height index, Cavanagh & Rodgers 1987 for the arch
 * index; weights are practice defaults
 */
export function archPosition(input: PositionInput, references: References): ArchPosition | undefined {
  const parts = positionSources.flatMap((source) => {
    const z = zOf(source, input, references)
    return z === undefined ? [] : [{ source, z }]
  })
  if (parts.length === 0) return undefined
  const { z, errorZ } = weightedZ(
    parts.map((part) => ({ z: part.z, ...positionWeight(part.source, references) })),
  )
  const chances = classChances(z, errorZ, references)
  const kinds = ['low', 'middle', 'high'] as const
  return {
    z,
    errorZ,
    chances,
    kind: kinds.reduce((a, b) => (chances[b] > chances[a] ? b : a)),
    parts,
    disagree: disagreeing(parts, references),
  }
}

/** Weighted mean of several z with independent normal errors. @param parts at least one */
export function weightedZ(parts: readonly { z: number; weight: number; error: number }[]): {
  z: number
  errorZ: number
} {
  const weight = parts.reduce((sum, p) => sum + p.weight, 0)
  return {
    z: parts.reduce((sum, p) => sum + p.weight * p.z, 0) / weight,
    errorZ: Math.sqrt(parts.reduce((sum, p) => sum + (p.weight * p.error) ** 2, 0)) / weight,
  }
}

function zOf(source: PositionSource, input: PositionInput, r: References): number | undefined {
  const { dorsumStandMm, dorsumSitMm, navicularStandMm, truncatedLengthMm, archIndex, seen } = input
  switch (source) {
    case 'archHeight':
      if (!truncatedLengthMm) return undefined
      if (dorsumStandMm !== undefined) return (dorsumStandMm / truncatedLengthMm - r.ahiStandMean) / r.ahiSd
      return dorsumSitMm === undefined
        ? undefined
        : (dorsumSitMm / truncatedLengthMm - r.ahiSitMean) / r.ahiSd
    case 'navicular':
      return navicularStandMm === undefined || !truncatedLengthMm
        ? undefined
        : (navicularStandMm / truncatedLengthMm - r.nnhMean) / r.nnhSd
    case 'archIndex':
      return archIndex === undefined ? undefined : archIndexZ(archIndex, r)
    case 'seen':
      return seen === undefined
        ? undefined
        : { none: r.seenNone, some: r.seenSome, clear: r.seenClear, tall: r.seenTall }[seen]
  }
}

function disagreeing(found: ArchPosition['parts'], references: References): ArchPosition['disagree'] {
  const sorted = [...found].sort((a, b) => a.z - b.z)
  const first = sorted[0]!
  const last = sorted[sorted.length - 1]!
  return last.z - first.z > references.indicesDisagree ? [first.source, last.source] : undefined
}
