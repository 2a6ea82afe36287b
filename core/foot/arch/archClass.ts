import type { References } from '../../groundwork/reference'
import { chanceBetween } from '../../groundwork/statistics'

/** Chances of the three position classes; they add up to 1. */
export type ClassChances = { low: number; middle: number; high: number }

/** Chances of low, middle and high for a z value with a normal error (both in standard deviations). */
export function classChances(z: number, errorZ: number, references: References): ClassChances {
  const { positionLow, positionHigh } = references
  return {
    low: chanceBetween({ mean: z, sd: errorZ, low: -Infinity, high: positionLow }),
    middle: chanceBetween({ mean: z, sd: errorZ, low: positionLow, high: positionHigh }),
    high: chanceBetween({ mean: z, sd: errorZ, low: positionHigh, high: Infinity }),
  }
}

/** The arch index as z, sign turned so that + is a high arch. @source Cavanagh & Rodgers 1987 */
export function archIndexZ(archIndex: number, references: References): number {
  return (references.archIndexMean - archIndex) / references.archIndexSd
}

/** Position class from the arch index alone. @param archIndex 0..1 @returns chances */
export function archClassFromIndex(archIndex: number, references: References): ClassChances {
  return classChances(archIndexZ(archIndex, references), references.zErrorArchIndex, references)
}
