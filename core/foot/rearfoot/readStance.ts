import { MeasureError, outcomeOf, type Outcome } from '../../groundwork/problem'
import type { References } from '../../groundwork/reference'
import { resampled, zeroLagLowPass } from '../../groundwork/signal'
import type { AngleSeries } from './angleCsv'

export const stanceTimings = ['early', 'usual', 'late'] as const
export type StanceTiming = (typeof stanceTimings)[number]

/** The heel through one stance. Degrees, everted +; percent of the stance. */
export type StanceReading = {
  samples: number
  stanceS: number
  contactDeg: number
  peakDeg: number
  peakAtPct: number
  timing: StanceTiming
  /** when the heel is back at neutral after the peak; undefined where it never is */
  neutralAtPct: number | undefined
  isBackBeforeHeelOff: boolean
}

/**
 * Reads a heel angle series that runs from contact to the foot leaving.
 * @returns reading, or tooFewFrames
 * @source usual peak eversion at 30 to 50 % of stance, late beyond 55 %, early before 20 %
 */
export function readStance(series: AngleSeries, references: References): Outcome<StanceReading> {
  return outcomeOf(() => {
    const { timesS, anglesDeg } = series
    const samples = timesS.length
    if (samples < references.fewestAngles)
      throw new MeasureError({
        code: 'tooFewFrames',
        path: 'rows',
        frames: samples,
        neededFrames: references.fewestAngles,
      })
    const startS = timesS[0]!
    const stanceS = timesS[samples - 1]! - startS
    const rateHz = (samples - 1) / stanceS
    const even = resampled(timesS, Float64Array.from(anglesDeg), rateHz)
    // a slow series has nothing above the filter to take away
    const smooth =
      rateHz > references.rearfootFilterHz * 3
        ? zeroLagLowPass(even, references.rearfootFilterHz, rateHz)
        : even
    const pctAt = (i: number) => (i / (smooth.length - 1)) * 100
    let peak = 0
    smooth.forEach((deg, i) => {
      if (deg > smooth[peak]!) peak = i
    })
    const peakAtPct = pctAt(peak)
    let neutralAtPct: number | undefined
    for (let i = peak + 1; i < smooth.length && neutralAtPct === undefined; i++)
      if (smooth[i]! <= 0 && smooth[i - 1]! > 0)
        neutralAtPct = pctAt(i - 1 + smooth[i - 1]! / (smooth[i - 1]! - smooth[i]!))
    if (smooth[peak]! <= 0) neutralAtPct = peakAtPct // never everted at all: it does not have to come back
    return {
      samples,
      stanceS,
      contactDeg: smooth[0]!,
      peakDeg: smooth[peak]!,
      peakAtPct,
      timing: timingOf(peakAtPct, references),
      neutralAtPct,
      isBackBeforeHeelOff: neutralAtPct !== undefined && neutralAtPct <= references.heelOffAtPct,
    }
  })
}

/** @param peakAtPct percent of stance at which the heel is most everted */
export function timingOf(peakAtPct: number, references: References): StanceTiming {
  if (peakAtPct < references.peakEarlyPct) return 'early'
  return peakAtPct > references.peakLatePct ? 'late' : 'usual'
}
