import { emptyFoot } from '../../../foot/measures'
import { referenceValues } from '../../../groundwork/reference'
import { chanceFrom } from '../../../madeUp/synthetic'
import { defaultSettings, read } from '../../reading'
import { bareFacts } from '../../reading/testing/bareFacts'
import { addedUp, errorOverDays, semEstimate, withinSum } from '../../repeatability'
import { compareVisits } from '../index'

const r = referenceValues()
const trialsADay = 3

/** Parts of simulated comparisons that are called a change, by what is asked. */
export type CalledReal = {
  /** by the error over days */
  real: number
  /** by the error of the trials alone, as if a day were nothing */
  withoutDays: number
  /** any difference in the right direction */
  bare: number
  /** by the error over days, where nobody said that other hands measured the second day */
  handsUnsaid: number
}

/** How the second day errs otherwise than the first. */
export type Errs = {
  /** hands of somebody else, whose spread against the first is this part of the default error */
  hands?: number
  /** one trial in so many slips by three times the error */
  slips?: number
}

/**
 * A practice whose error is known from its own pairs measures the same foot on two days.
 * @param times its error of one trial, as a multiple of the default @param changeInMdc what truly changed
 */
export function calledReal(
  {
    times,
    changeInMdc,
    pairs = 24,
    hands = 0,
    slips = 0,
  }: { times: number; changeInMdc: number; pairs?: number } & Errs,
  runs: number,
  seed: number,
): CalledReal {
  const c = chanceFrom(seed)
  const standard = r.semNavicularMm
  const trialSd = times * standard
  const daySd = standard * Math.sqrt(r.dayShare)
  const change = changeInMdc * r.changeReal * Math.SQRT2 * standard
  const reading = read(bareFacts(), r, defaultSettings)
  const called = { real: 0, withoutDays: 0, bare: 0, handsUnsaid: 0 }
  const meanOf = (truth: number, handsSd: number) => {
    const day = c.normal(c.normal(truth, handsSd), daySd)
    let sum = 0
    for (let trial = 0; trial < trialsADay; trial++)
      sum += c.normal(day, slips > 0 && c.unit() < 1 / slips ? 3 * trialSd : trialSd)
    return sum / trialsADay
  }
  const visitOf = (day: string, value: number) => {
    const foot = {
      ...emptyFoot,
      numbers: { navicularStand: value },
      trials: { navicularStand: trialsADay },
    }
    return { day, facts: bareFacts({ feet: { left: foot, right: emptyFoot } }), reading }
  }
  for (let run = 0; run < runs; run++) {
    const own = semEstimate(
      addedUp(Array.from({ length: pairs }, () => withinSum([c.normal(40, trialSd), c.normal(40, trialSd)]))),
    )
    const error = errorOverDays(standard, own, r)
    const [before, after] = [
      visitOf('2026-03-02', meanOf(40, hands * standard)),
      visitOf('2026-06-01', meanOf(40 + change, hands * standard)),
    ]
    const judged = (day: number, isSaid = true) =>
      compareVisits(
        { ...before, by: 'Ilse' },
        { ...after, by: isSaid && hands > 0 ? 'Ferro' : 'Ilse' },
        {
          references: r,
          errors: { semNavicularMm: { trial: error.trial, day } },
          bigToeGoalDeg: r.bigToeGoalDeg,
        },
      ).rows[0]!.change
    const { judged: verdict, difference } = judged(error.day)
    if (verdict === 'real') called.real++
    if (judged(0).judged === 'real') called.withoutDays++
    if (difference > 0) called.bare++
    if (judged(error.day, false).judged === 'real') called.handsUnsaid++
  }
  return {
    real: called.real / runs,
    withoutDays: called.withoutDays / runs,
    bare: called.bare / runs,
    handsUnsaid: called.handsUnsaid / runs,
  }
}
