import type { References } from '../../groundwork/reference'
import type { Side } from '../../groundwork/side'
import type { Capacity } from './capacities'
import type { Bound } from './exercise'
import { gateIds, type GateId } from './gateIds'

/** What was measured, of the weaker side. A gate asks for both sides; a dose is held down by whatever is known. */
export type Measured = {
  /** undefined unless both sides were measured: nobody knows that the other is not the weaker one */
  kneeToWallMm: number | undefined
  bigToeExtensionDeg: number | undefined
  singleLegOpenS: number | undefined
  heelRaises: number | undefined
  /** the least of what is known, of either side */
  best: Record<Bound, number | undefined>
  /** the worst of the typed answer, the pain map and the log, 0..10 */
  worstPain: number | undefined
  kneeComesIn: boolean
  /** a high arch that moves little, or a heel that cannot roll in */
  isLocked: boolean
  /** sides with a fresh injury; left out where there are none */
  fresh?: readonly Side[] | undefined
}

export type Gate = {
  id: GateId
  isOpen: boolean
  /** what has to be trained first, so that a drill behind the gate may stand in the plan with a fallback */
  trainedBy: Capacity
  /** what was measured, and what opens it; value undefined where nobody measured */
  value: number | undefined
  need: number
  /** pain above the limit, or unknown, keeps the drill out altogether: no fallback makes it harmless */
  isShutByPain: boolean
  /** pain at most, where the gate asks for that too, 0..10 */
  painMost?: number | undefined
  /** the worst pain now, where the gate asks for it */
  pain?: number | undefined
}

/** The gates that are asked of a client: to yield first is asked of a locked foot alone. */
export function gatesOf(measured: Measured, references: References): Gate[] {
  return gateIds
    .filter((id) => id !== 'yieldFirst' || measured.isLocked)
    .map((id) => readGate(id, measured, references))
}

/**
 * Where a gate stands.
 * @source training plan: ankle bend before deep squats, big-toe bend before toe-off, 20 s eyes open before shut, heel
 * raises and pain before bounce, yield before delay where the arch is locked
 */
export function readGate(id: GateId, measured: Measured, r: References): Gate {
  const from = (value: number | undefined, need: number, trainedBy: Capacity): Gate => ({
    id,
    isOpen: value !== undefined && value >= need,
    trainedBy,
    value,
    need,
    isShutByPain: false,
  })
  switch (id) {
    case 'ankleBend':
      return from(measured.kneeToWallMm, r.kneeToWallLimitedMm, 'ankleBend')
    case 'bigToeBend':
      return from(measured.bigToeExtensionDeg, r.gateBigToeDeg, 'bigToeExtension')
    case 'eyesOpenFirst':
      return from(measured.singleLegOpenS, r.gateEyesOpenS, 'balance')
    case 'yieldFirst':
      return { ...from(measured.isLocked ? 0 : 1, 1, 'yield'), value: undefined }
    case 'bounce': {
      const raises = from(measured.heelRaises, r.bounceOneLegged, 'calf')
      const isCalm = measured.worstPain !== undefined && measured.worstPain <= r.bouncePain
      return {
        ...raises,
        isOpen: raises.isOpen && isCalm,
        isShutByPain: !isCalm,
        painMost: r.bouncePain,
        pain: measured.worstPain,
      }
    }
  }
}
