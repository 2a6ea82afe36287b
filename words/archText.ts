import type { ArchCell, PositionSource } from '@sturvo/core/arch'

export const sourceText = {
  archHeight: 'arch height index',
  navicular: 'navicular height',
  archIndex: 'arch index',
  seen: 'the look from the side',
} as const

export const positionText = { high: 'high', middle: 'in the middle', low: 'low' } as const
export const motionText = { little: 'moves little', usual: 'moves as usual', much: 'moves a lot' } as const
export function cellName({ position, motion }: ArchCell): string {
  return `${positionText[position]}, ${motionText[motion]}`
}

/** What each cell of the arch map means, in two sentences. */
const cellText: Record<ArchCell['position'], Record<ArchCell['motion'], readonly [string, string]>> = {
  high: {
    little: [
      'High and locked: it carries on little ground and gives little.',
      'Unlock it first, and load slowly.',
    ],
    usual: ['High and able to yield: that is fine.', 'Leave it, unless something hurts.'],
    much: ['High at rest, but it gives a lot under load.', 'Train control of the way down.'],
  },
  middle: {
    little: ['Stands in the middle and moves little.', 'Look for stiffness above and in front of it.'],
    usual: ['Stands in the middle and moves as usual.', 'Nothing to change here.'],
    much: ['Stands in the middle and moves a lot.', 'Train it to hold through a step.'],
  },
  low: {
    little: [
      'Low and moving little: it may simply be built so, or be used up.',
      'Look at the reserve and the hand lift before promising height.',
    ],
    usual: ['Low, and moves as usual: a low arch that works.', 'Height by itself is no reason to act.'],
    much: [
      'Low and moving a lot: it takes load to knee and hip once nothing is left.',
      'With reserve it trains well; without, support while it regains height.',
    ],
  },
}
export function cellMeaning({ position, motion }: ArchCell): readonly [string, string] {
  return cellText[position][motion]
}

/** Why two sources may disagree about the position of the arch. */
export function disagreeWhy(pair: readonly [PositionSource, PositionSource]): string {
  const has = (source: PositionSource) => pair.includes(source)
  const why = [
    has('archIndex') ? 'flesh under the arch or toes off the ground widen or narrow the print' : '',
    has('navicular') ? 'a soft foot comes down under weight' : '',
    has('archHeight') ? 'a thick or swollen instep reads high' : '',
    has('seen') ? 'the look from the side is coarse' : '',
  ].filter(Boolean)
  return `${sourceText[pair[0]]} reads lower than ${sourceText[pair[1]]}: ${why.join('; ')}.`
}
