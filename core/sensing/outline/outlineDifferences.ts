import { boundsOf, crossingsAt, type Point } from '../../groundwork/geometry'
import type { References, SemId } from '../../groundwork/reference'
import { changeError, judgeChange, type Judgement } from '../../groundwork/statistics'

/** Left less right, mm, + where the left one reaches further, and whether that is more than the error of measuring. */
export type Difference = { mm: number; judged: Judgement }
export type LevelDifference = {
  level: 'heel' | 'arch' | 'ball' | 'toes'
  /** height of the level, mm from the heel */
  yMm: number
  medial: Difference
  lateral: Difference
}

/**
 * Lays the left outline over the right one in the foot frame, where both look alike, and says where they differ.
 * @param left right closed outlines, mm, x medial, y forward, origin at the back of the heel
 * @returns undefined where either crosses none of the levels
 */
export function outlineDifferences(
  left: readonly Point[],
  right: readonly Point[],
  references: References,
): { length: Difference; levels: LevelDifference[] } | undefined {
  if (left.length < 3 || right.length < 3) return undefined
  const lengthOf = (ring: readonly Point[]) => {
    const box = boundsOf(ring)
    return box.maxY - box.minY
  }
  const judged = (mm: number, sem: SemId): Difference => ({
    mm,
    judged: judgeChange({ value: 0 }, { value: mm }, changeError(sem, references)).judged,
  })
  const meanMm = (lengthOf(left) + lengthOf(right)) / 2
  const shares = {
    heel: references.levelHeel,
    arch: references.levelArch,
    ball: references.levelBall,
    toes: references.levelToes,
  }
  const levels = (Object.keys(shares) as (keyof typeof shares)[]).flatMap((level): LevelDifference[] => {
    const yMm = shares[level] * meanMm
    const [a, b] = [spanAt(left, yMm), spanAt(right, yMm)]
    if (!a || !b) return []
    return [
      {
        level,
        yMm,
        medial: judged(a.medial - b.medial, 'semWidthMm'),
        lateral: judged(b.lateral - a.lateral, 'semWidthMm'),
      },
    ]
  })
  if (levels.length === 0) return undefined
  return { length: judged(lengthOf(left) - lengthOf(right), 'semLengthMm'), levels }
}

function spanAt(ring: readonly Point[], y: number): { medial: number; lateral: number } | undefined {
  const xs = crossingsAt(ring, y)
  return xs.length < 2 ? undefined : { medial: Math.max(...xs), lateral: Math.min(...xs) }
}
