import type { References } from '../../groundwork/reference'
import { sides, type Side } from '../../groundwork/side'
import { gatesOf } from './gates'
import { painStep, painSteps } from './painGate'
import type { PlanInput } from './programme'

type Asked = Pick<PlanInput, 'effects' | 'painPlaces' | 'hasPinch' | 'measured'>

/**
 * Whether an earlier plan may be taken up again by what is known now. Not where a caution, a pinch, a place of pain or a
 * locked foot came up that it was not made with, nor where a gate it went through is shut now, unmeasured or by pain.
 * @param then what the earlier plan was made from @param now what the newest visit says
 */
export function mayTakeUp(
  then: Asked & { pain?: PlanInput['pain'] | undefined },
  now: Asked & Pick<PlanInput, 'pain'>,
  references: References,
): boolean {
  const hasNew = <T>(was: readonly T[], is: readonly T[]) => is.some((each) => !was.includes(each))
  if (hasNew(then.effects, now.effects)) return false
  if (now.hasPinch && !then.hasPinch) return false
  if (hasNew(then.painPlaces.left, now.painPlaces.left)) return false
  if (hasNew(then.painPlaces.right, now.painPlaces.right)) return false
  // a plan of before pain was kept by side was made as if nothing hurt
  const isSorer = (side: Side) =>
    painSteps.indexOf(painStep(now.pain[side], references)) >
    painSteps.indexOf(painStep(then.pain?.[side] ?? 0, references))
  if (sides.some(isSorer)) return false
  if (now.measured.isLocked && !then.measured.isLocked) return false
  const shut = new Set(gatesOf(now.measured, references).flatMap((gate) => (gate.isOpen ? [] : [gate.id])))
  return gatesOf(then.measured, references).every((gate) => !gate.isOpen || !shut.has(gate.id))
}
