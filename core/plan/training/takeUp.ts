import type { References } from '../../groundwork/reference'
import { gatesOf } from './gates'
import type { PlanInput } from './programme'

/**
 * Whether an earlier plan may be taken up again by what is known now. Not where a caution, a pinch, a place of pain or a
 * locked foot came up that it was not made with, nor where a gate it went through is shut now, unmeasured or by pain.
 * @param then what the earlier plan was made from @param now what the newest visit says
 */
export function mayTakeUp(
  then: Pick<PlanInput, 'effects' | 'painPlaces' | 'hasPinch' | 'measured'>,
  now: Pick<PlanInput, 'effects' | 'painPlaces' | 'hasPinch' | 'measured'>,
  references: References,
): boolean {
  const hasNew = <T>(was: readonly T[], is: readonly T[]) => is.some((each) => !was.includes(each))
  if (hasNew(then.effects, now.effects)) return false
  if (now.hasPinch && !then.hasPinch) return false
  if (hasNew(then.painPlaces.left, now.painPlaces.left)) return false
  if (hasNew(then.painPlaces.right, now.painPlaces.right)) return false
  if (now.measured.isLocked && !then.measured.isLocked) return false
  const shut = new Set(gatesOf(now.measured, references).flatMap((gate) => (gate.isOpen ? [] : [gate.id])))
  return gatesOf(then.measured, references).every((gate) => !gate.isOpen || !shut.has(gate.id))
}
