import type { SoleZone } from './shoe'

export type WearHint =
  'usual' | 'rollsInLate' | 'rollsInEarly' | 'staysOutside' | 'dragsToes' | 'loadsMiddle' | 'pushesBigToe'

/** All of the named zones worn and none of the others: the first rule that fits speaks. */
const rules: readonly { hint: WearHint; all: readonly SoleZone[]; none: readonly SoleZone[] }[] = [
  { hint: 'rollsInLate', all: ['innerHeel', 'innerBall'], none: [] },
  { hint: 'rollsInLate', all: ['innerBall', 'innerWaist'], none: [] },
  { hint: 'rollsInEarly', all: ['innerHeel'], none: ['outerHeel'] },
  { hint: 'staysOutside', all: ['outerHeel', 'outerBall'], none: ['innerBall', 'innerHeel'] },
  { hint: 'staysOutside', all: ['outerWaist'], none: ['innerWaist'] },
  { hint: 'loadsMiddle', all: ['middleBall'], none: ['innerBall', 'outerBall'] },
  { hint: 'pushesBigToe', all: ['bigToe'], none: ['smallToes'] },
  { hint: 'dragsToes', all: ['bigToe', 'smallToes'], none: [] },
  { hint: 'usual', all: ['outerHeel'], none: ['innerHeel', 'innerWaist'] },
]

/**
 * What the worn parts of a sole hint at; never a finding alone.
 * @param zones worn parts of one sole, either foot
 * @returns undefined where nothing is painted or the picture says nothing
 * @source practice default; inner heel and inner ball: rolls in late, outer heel alone: usual
 * @example wearHint(['outerHeel']) // 'usual'
 */
export function wearHint(zones: readonly SoleZone[]): WearHint | undefined {
  return rules.find(
    ({ all, none }) =>
      all.every((zone) => zones.includes(zone)) && !none.some((zone) => zones.includes(zone)),
  )?.hint
}
