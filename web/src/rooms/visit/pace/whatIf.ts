import type { TransitionFactor, TransitionInput } from '@sturvo/core/transition'

export type WhatIf = 'missed' | 'ill' | 'job' | 'heavier' | 'sore' | 'stop'
const weeksFrom = (from: number, count: number) => Array.from({ length: count }, (_, i) => from + i)
const withFactor = (input: TransitionInput, factor: TransitionFactor): TransitionInput => ({
  ...input,
  factors: [...new Set([...input.factors, factor])],
})
const moreStandingMin = 600

/** Questions a plan is asked before it leaves the room; nothing of them is recorded. */
export const whatIfs: Record<WhatIf, { name: string; change: (input: TransitionInput) => TransitionInput }> =
  {
    missed: {
      name: 'two weeks missed',
      change: (input) => ({ ...input, away: [...input.away, ...weeksFrom(6, 2)] }),
    },
    ill: {
      name: 'four weeks ill',
      change: (input) => ({ ...input, away: [...input.away, ...weeksFrom(6, 4)] }),
    },
    job: {
      name: 'a job with 10 h more standing',
      change: (input) => ({
        ...input,
        from: {
          ...input.from,
          minutes: { ...input.from.minutes, stand: input.from.minutes.stand + moreStandingMin },
        },
      }),
    },
    heavier: { name: 'a tenth heavier, and running', change: (input) => withFactor(input, 'mass') },
    sore: { name: 'sore from now on', change: (input) => withFactor(input, 'sore') },
    stop: {
      name: 'a stop in week 6, then anew',
      change: (input) => ({ ...input, away: [...input.away, ...weeksFrom(6, 5)] }),
    },
  }
