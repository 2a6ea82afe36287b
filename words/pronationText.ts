import type { PostureKind } from '@sturvo/core/posture'
import type { Control, PronationProfile } from '@sturvo/core/pronation'
import type { StanceTiming } from '@sturvo/core/rearfoot'
import type { PracticeSettings } from '@sturvo/core/reading'
import { chancePct, num, signed } from './rich'

type View = PracticeSettings['pronation']

export const postureText: Record<PostureKind, string> = {
  muchLess: 'rolled out',
  less: 'rolled in less than usual',
  usual: 'usual',
  more: 'rolled in more than usual',
  much: 'rolled in much',
}
const timingText: Record<StanceTiming, string> = { early: 'early', usual: 'usual', late: 'late' }
const controlText: Record<Control['kind'], string> = {
  holds: 'holds it',
  wavers: 'wavers',
  loses: 'loses it',
}

/** The word and the small print of each of the four answers. Pronation is normal; the view decides what is aimed at. */
export function profileWords(
  profile: PronationProfile,
  view: View,
): Record<keyof PronationProfile, { word: string; detail: string }> {
  const { amount, available, timing, control } = profile
  return {
    amount: amount
      ? {
          word: amount.kind ? postureText[amount.kind] : 'seen',
          detail: [
            amount.posture
              ? `posture score ${signed(amount.posture.sum)}, z ${signed(amount.posture.z, 1)}`
              : '',
            amount.heelDeg === undefined
              ? ''
              : `heel ${num(Math.abs(amount.heelDeg), 0)}° ${amount.heelDeg >= 0 ? 'everted' : 'inverted'}`,
          ]
            .filter(Boolean)
            .join(' · '),
        }
      : notMeasured('posture score or relaxed heel angle'),
    available: available
      ? {
          word: available.canRollIn ? 'can roll in' : 'cannot roll in',
          detail: `eversion range ${num(available.rangeDeg, 0)}° · ${chancePct(available.chance)} sure${
            available.canRollIn
              ? ''
              : ' · meets the ground on its outer edge: more sprains, and little to push with'
          }`,
        }
      : notMeasured('eversion range'),
    timing: timing
      ? {
          word: timing.kind ? timingText[timing.kind] : 'no clear turn',
          detail: [
            timing.peakAtPct === undefined
              ? 'the load of these steps does not turn inward'
              : `furthest in at ${num(timing.peakAtPct, 0)} % of stance${timing.from === 'mat' ? ', from the mat' : ''}`,
            timing.backAtPct === undefined ? '' : `back at neutral at ${num(timing.backAtPct, 0)} %`,
            timing.copExcursionPct === undefined
              ? ''
              : `excursion index ${num(timing.copExcursionPct, 0)} %, ${timing.path === 'usual' ? 'usual path' : `load runs ${timing.path}`}`,
          ]
            .filter(Boolean)
            .join(' · '),
        }
      : notMeasured('a walk on the mat or a heel angle series'),
    control: control
      ? {
          word: controlText[control.kind],
          detail: [
            control.archHold ? `arch hold: ${control.archHold}` : '',
            control.lostAtPct === undefined ? '' : `lost at ${num(control.lostAtPct, 0)} % of the squat`,
            control.seconds === undefined ? '' : `${num(control.seconds, 0)} s on one leg`,
            control.kind === 'holds' ? '' : viewText[view],
          ]
            .filter(Boolean)
            .join(' · '),
        }
      : notMeasured('arch hold or a squat'),
  }
}

const viewText: Record<View, string> = {
  bothWays: 'train in and out of it',
  limit: 'train against it',
}

function notMeasured(what: string) {
  return { word: 'not measured', detail: `needs ${what}` }
}
