import type { References } from '../../groundwork/reference'
import type { SoleSpec } from './loadModel'
import type { TransitionFactor, TransitionInput } from './transition'

export const whatIfs = ['halfWay', 'missed', 'ill', 'job', 'heavier', 'sore', 'stop'] as const
export type WhatIf = (typeof whatIfs)[number]

const fromWeek = 6
const moreStandingMin = 600
const away = (input: TransitionInput, weeks: number): TransitionInput => ({
  ...input,
  away: [...input.away, ...Array.from({ length: weeks }, (_, i) => fromWeek + i)],
})
const withFactor = (input: TransitionInput, factor: TransitionFactor): TransitionInput => ({
  ...input,
  factors: [...new Set([...input.factors, factor])],
})

/** The sole that lies in the middle between the usual one and the one that is aimed at. */
export function halfWaySole({
  from: { usual },
  to: { sole },
}: Pick<TransitionInput, 'from' | 'to'>): SoleSpec {
  const between = (a: number, b: number) => (a + b) / 2
  return {
    stackMm: between(usual.stackMm, sole.stackMm),
    dropMm: between(usual.dropMm, sole.dropMm),
    bend: between(usual.bend, sole.bend),
  }
}

/** The same plan asked under another condition: what would become of it if. Nothing of it is kept. */
export function askedIf(input: TransitionInput, what: WhatIf): TransitionInput {
  switch (what) {
    case 'halfWay': {
      return { ...input, to: { ...input.to, sole: halfWaySole(input) } }
    }
    case 'missed':
      return away(input, 2)
    case 'ill':
      return away(input, 4)
    case 'stop':
      return away(input, 5)
    case 'job': {
      const { minutes } = input.from
      return {
        ...input,
        from: { ...input.from, minutes: { ...minutes, stand: minutes.stand + moreStandingMin } },
      }
    }
    case 'heavier':
      return withFactor(input, 'mass')
    case 'sore':
      return withFactor(input, 'sore')
  }
}

/** Questions that make sense of this client: body mass slows those who run, a shoe in between helps a long way down. */
export const whatIfsOf = ({ from, to }: TransitionInput, r: References): WhatIf[] =>
  whatIfs.filter(
    (what) =>
      (what !== 'heavier' || from.minutes.run > 0) &&
      (what !== 'halfWay' ||
        (to.end !== 'barefootTraining' && from.usual.stackMm - to.sole.stackMm > r.halfWayFromMm)),
  )
