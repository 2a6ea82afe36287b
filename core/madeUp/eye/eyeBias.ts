import type { References } from '../../groundwork/reference'
import { sides, type Side } from '../../groundwork/side'
import { studentQuantile } from '../../groundwork/statistics'
import { eyeKinds, eyeTable, type EyeKindId } from './eyeKinds'

export type EyeResult = { kind: EyeKindId; side: Side; error: number; level: number; at: string }
/** A habit of the eye: on one side, or on both alike where side is undefined. Mean of answer less truth. */
export type EyeBias = { kind: EyeKindId; side: Side | undefined; mean: number; answers: number }

/**
 * What an eye does always in the same direction: mean error against 0 (t test), of each kind that has a direction.
 * Named by side; where both sides show it in the same direction, once for both.
 */
export function eyeBiases(results: readonly EyeResult[], references: References): EyeBias[] {
  return eyeKinds.flatMap((kind): EyeBias[] => {
    if (!eyeTable[kind].hasDirection) return []
    const of = results.filter((r) => r.kind === kind)
    const found = sides.flatMap((side) => {
      const bias = biasOf(
        of.filter((r) => r.side === side),
        references,
      )
      return bias ? [{ kind, side, ...bias }] : []
    })
    const [a, b] = found
    if (a && b && Math.sign(a.mean) === Math.sign(b.mean)) {
      const answers = a.answers + b.answers
      return [{ kind, side: undefined, mean: (a.mean * a.answers + b.mean * b.answers) / answers, answers }]
    }
    return found
  })
}

function biasOf(
  results: readonly EyeResult[],
  references: References,
): { mean: number; answers: number } | undefined {
  const n = results.length
  if (n < references.eyeBiasFrom) return undefined
  const mean = results.reduce((sum, r) => sum + r.error, 0) / n
  const squares = results.reduce((sum, r) => sum + (r.error - mean) ** 2, 0)
  const standardError = Math.sqrt(squares / (n - 1) / n)
  const t = studentQuantile(1 - references.eyeBiasChance / 2, n - 1)
  return Math.abs(mean) > t * standardError && mean !== 0 ? { mean, answers: n } : undefined
}
