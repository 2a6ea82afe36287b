import type { ErrorKindId } from '../../foot/measures'
import type { ReferenceId, References } from '../../groundwork/reference'
import { mdc95 } from '../../groundwork/statistics'

type EyeKind = {
  unit: 'mm' | '°' | 'points' | 'index' | 'steps' | 'toes' | '% depth' | 'grades'
  decimals: number
  /** what the error is held against: MDC95 of the measure the eye stands in for, or a limit of its own */
  against: { sem: ErrorKindId | 'semArchIndex' | 'semTripodShare'; factor: number } | { limit: ReferenceId }
  /** an answer can be too large or too small; a choice can only be off */
  hasDirection: boolean
}

/** What can be practised. Order: from the inner side forward through a visit. */
export const eyeTable = {
  archInside: { unit: 'mm', decimals: 0, against: { sem: 'semNavicularMm', factor: 1 }, hasDirection: true },
  archAbove: { unit: 'steps', decimals: 0, against: { limit: 'eyeSteps' }, hasDirection: true },
  archPrint: { unit: 'index', decimals: 2, against: { sem: 'semArchIndex', factor: 1 }, hasDirection: true },
  heel: { unit: '°', decimals: 0, against: { sem: 'semHeelAngleDeg', factor: 1 }, hasDirection: true },
  hallux: { unit: '°', decimals: 0, against: { sem: 'semHalluxDeg', factor: 1 }, hasDirection: true },
  // a share as points of a hundred
  tripod: {
    unit: 'points',
    decimals: 0,
    against: { sem: 'semTripodShare', factor: 100 },
    hasDirection: false,
  },
  toe: { unit: 'toes', decimals: 0, against: { limit: 'eyeToes' }, hasDirection: false },
  squat: { unit: '% depth', decimals: 0, against: { limit: 'eyeDepthPct' }, hasDirection: true },
  shoe: { unit: 'mm', decimals: 0, against: { limit: 'eyePushMm' }, hasDirection: true },
  grade: { unit: 'grades', decimals: 0, against: { limit: 'eyeGrades' }, hasDirection: true },
  landmarks: { unit: 'mm', decimals: 1, against: { limit: 'eyeLandmarksMm' }, hasDirection: false },
} as const satisfies Record<string, EyeKind>

export type EyeKindId = keyof typeof eyeTable
export const eyeKinds = Object.keys(eyeTable) as [EyeKindId, ...EyeKindId[]]
export const eyeLevels = [1, 2, 3, 4] as const
export type EyeLevel = (typeof eyeLevels)[number]

/**
 * What an error of the eye is held against, in the unit of the kind: the smallest change that counts as real for the
 * measure it stands in for (own error, where the references carry it), or a limit of the table.
 */
export function eyeLimit(kind: EyeKindId, references: References): number {
  const { against } = eyeTable[kind]
  return 'limit' in against
    ? references[against.limit]
    : mdc95(references[against.sem], references) * against.factor
}
