import fc from 'fast-check'
import { paces, transitionFactors, type TransitionInput } from '../index'

/** Somebody from nothing, without factors, with so many hours to reach. */
export const walker = (hours: number, more: Partial<TransitionInput> = {}): TransitionInput => ({
  from: {
    minutes: { stand: 1000, walk: 1000, train: 60, run: 0 },
    newMinutes: 0,
    newRunMinutes: 0,
    barefootMin: 0,
    longestBoutMin: 0,
    surface: undefined,
    usual: { stackMm: 28, dropMm: 9, bend: 3 },
    isUsualKnown: true,
  },
  to: { end: 'thinPart', sole: { stackMm: 10, dropMm: 0, bend: 1 }, minutes: hours * 60 },
  pace: 'usual',
  factors: [],
  softStart: false,
  staysInside: false,
  noImpact: false,
  isCautious: false,
  trainingMinAWeek: 75,
  heldWeeks: 0,
  away: [],
  edits: [],
  ...more,
})

/** Anybody: weeks, shoes, factors and cautions as they come. */
export const arbitraryWalker: fc.Arbitrary<TransitionInput> = fc
  .record({
    stand: fc.integer({ min: 0, max: 2400 }),
    walk: fc.integer({ min: 60, max: 2400 }),
    train: fc.integer({ min: 0, max: 300 }),
    run: fc.constantFrom(0, 0, 40, 120, 240),
    newShare: fc.constantFrom(0, 0, 0.1, 0.4, 0.9),
    newRunShare: fc.constantFrom(0, 0, 0.5),
    targetShare: fc.double({ min: 0.05, max: 1, noNaN: true }),
    stackMm: fc.integer({ min: 12, max: 45 }),
    dropMm: fc.integer({ min: 0, max: 12 }),
    pace: fc.constantFrom(...paces),
    factors: fc.subarray([...transitionFactors], { maxLength: 3 }),
    softStart: fc.boolean(),
    staysInside: fc.boolean(),
    noImpact: fc.boolean(),
    isCautious: fc.boolean(),
    trainingMinAWeek: fc.integer({ min: 0, max: 300 }),
    heldWeeks: fc.constant(0),
    away: fc.uniqueArray(fc.integer({ min: 1, max: 30 }), { maxLength: 6 }),
  })
  .map(({ stand, walk, train, run, newShare, newRunShare, targetShare, stackMm, dropMm, ...rest }) => {
    const onFeet = stand + walk + train
    const newMinutes = Math.round(onFeet * newShare)
    return {
      ...rest,
      from: {
        minutes: { stand, walk, train, run },
        newMinutes,
        newRunMinutes: run * newRunShare,
        barefootMin: 0,
        longestBoutMin: newMinutes / 7,
        surface: newMinutes > 0 ? ('wood' as const) : undefined,
        usual: { stackMm, dropMm, bend: 3 },
        isUsualKnown: true,
      },
      to: {
        end: 'thinPart' as const,
        sole: { stackMm: 10, dropMm: 0, bend: 1 },
        minutes: Math.max(newMinutes, Math.round(onFeet * targetShare)),
      },
      edits: [],
    }
  })
