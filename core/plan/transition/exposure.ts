import type { References } from '../../groundwork/reference'
import { weekSums, type WeekBlock } from '../week'
import type { SoleSpec } from './loadModel'
import type { GroundSurface } from './loadTable'

/** A shoe as far as it says where the client stands today; what is not known is left out. */
export type WornShoe = {
  use?: string | undefined
  hoursPerWeek?: number | undefined
  wear?:
    | readonly { activity: 'sit' | FootActivity; surface: 'soft' | 'hard' | 'rough'; hours: number }[]
    | undefined
  stackHeelMm?: number | undefined
  stackForefootMm?: number | undefined
  bendStiffness?: number | undefined
}

export const footActivities = ['stand', 'walk', 'train', 'run'] as const
export type FootActivity = (typeof footActivities)[number]
export type FootMinutes = Record<FootActivity, number>

/** Where the client stands today. */
export type Exposure = {
  /** minutes of a usual week, in whatever is worn */
  minutes: FootMinutes
  /** of these without running: already in shoes like those of the target, or barefoot */
  newMinutes: number
  newRunMinutes: number
  /** of them painted as barefoot, on no shoe of the shelf */
  barefootMin: number
  /** longest stretch of them in one go; 0 where there are none */
  longestBoutMin: number
  /** the hardest ground they are walked on */
  surface: GroundSurface | undefined
  /** sole of what is worn otherwise, by its hours */
  usual: SoleSpec
  /** whether shoes with known soles cover at least half of the hours */
  isUsualKnown: boolean
}

const minutesPerHour = 60
/** What the hours of a shoe are spent on where nobody said. @source practice default */
const usualWear: Readonly<Record<string, Partial<FootMinutes>>> = {
  work: { stand: 0.6, walk: 0.4 },
  town: { stand: 0.4, walk: 0.6 },
  walk: { walk: 1 },
  // nothing of running is inferred from hours in a shoe that may run: it is told, or painted
  run: { walk: 1 },
  sport: { train: 1 },
  other: { stand: 0.5, walk: 0.5 },
  // slippers are worn sitting
  home: {},
}

/** Minutes a week that a shoe is stood, walked, trained and run in. */
export function shoeMinutes(shoe: WornShoe): FootMinutes {
  const minutes: FootMinutes = { stand: 0, walk: 0, train: 0, run: 0 }
  if (shoe.wear) {
    for (const { activity, hours } of shoe.wear)
      if (activity !== 'sit') minutes[activity] += hours * minutesPerHour
    return minutes
  }
  const shares = usualWear[shoe.use ?? 'other'] ?? {}
  for (const activity of footActivities)
    minutes[activity] = (shares[activity] ?? 0) * (shoe.hoursPerWeek ?? 0) * minutesPerHour
  return minutes
}

/** Whether a shoe is no thicker and no steeper than the one that is aimed at, within what a sole wears down. */
export function isLikeTarget(shoe: WornShoe, target: SoleSpec, r: References): boolean {
  const { stackHeelMm, stackForefootMm } = shoe
  return (
    stackHeelMm !== undefined &&
    stackForefootMm !== undefined &&
    stackHeelMm <= target.stackMm + r.likeTargetMm &&
    stackHeelMm - stackForefootMm <= target.dropMm + r.likeTargetMm
  )
}

/**
 * Today's exposure, from the shelf, the painted week and what was told.
 * @param shoes those that are worn
 * @param week as painted, or empty
 * @param told hours a week from memory, where no week was painted
 * @returns minutes ≥ 0; new minutes are never more than there are on the feet
 * @source footwear transition: from
 */
export function exposureOf(
  input: {
    shoes: readonly WornShoe[]
    week: readonly WeekBlock[]
    told: { stand: number; walk: number; train: number; runs: boolean }
    target: SoleSpec
  },
  r: References,
): Exposure {
  const { shoes, week, told, target } = input
  const sums = week.length > 0 ? weekSums(week) : undefined
  const thin = shoes.filter((shoe) => isLikeTarget(shoe, target, r))
  const thick = shoes.filter((shoe) => !thin.includes(shoe))
  const inThin = thin.map(shoeMinutes)
  const sum = (of: readonly FootMinutes[], activity: FootActivity) =>
    of.reduce((total, minutes) => total + minutes[activity], 0)
  const toldOfShoes = sum(shoes.map(shoeMinutes), 'run')
  const running = sums ? sums.running * minutesPerHour : toldOfShoes
  const minutes: FootMinutes = {
    stand: (sums ? sums.standing : told.stand) * minutesPerHour,
    walk: (sums ? sums.walking + sums.barefoot : told.walk) * minutesPerHour,
    train: (sums ? sums.training : told.train) * minutesPerHour,
    // somebody who runs and did not say how much runs a little
    run: running > 0 ? running : told.runs ? r.runUnknownMin : 0,
  }
  const barefoot = (sums?.barefoot ?? 0) * minutesPerHour
  const worn = inThin.reduce((total, each) => total + onFeetMin(each), 0)
  const newMinutes = Math.min(onFeetMin(minutes), worn + barefoot)
  const soles = thick.flatMap((shoe) => {
    const { stand, walk, train, run } = shoeMinutes(shoe)
    const weight = stand + walk + train + run
    const { stackHeelMm, stackForefootMm } = shoe
    return stackHeelMm === undefined || stackForefootMm === undefined || weight <= 0
      ? []
      : [
          {
            weight,
            stackMm: stackHeelMm,
            dropMm: stackHeelMm - stackForefootMm,
            bend: shoe.bendStiffness ?? r.usualBend,
          },
        ]
  })
  const known = soles.reduce((total, { weight }) => total + weight, 0)
  const mean = (of: (sole: SoleSpec) => number) =>
    soles.reduce((total, sole) => total + sole.weight * of(sole), 0) / known
  const longestBlock = Math.max(0, ...week.filter((b) => b.kind === 'barefoot').map((b) => b.to - b.from))
  const halfHourMin = 30
  return {
    minutes,
    newMinutes,
    newRunMinutes: Math.min(minutes.run, sum(inThin, 'run')),
    barefootMin: barefoot,
    // an hour a week is not worn in one go: a day's share of it is
    longestBoutMin: newMinutes > 0 ? Math.max(longestBlock * halfHourMin, newMinutes / r.wearingDays) : 0,
    surface: newMinutes > 0 ? hardestOf(thin) : undefined,
    usual:
      known > 0
        ? { stackMm: mean((s) => s.stackMm), dropMm: mean((s) => s.dropMm), bend: mean((s) => s.bend) }
        : { stackMm: r.usualStackMm, dropMm: r.usualDropMm, bend: r.usualBend },
    isUsualKnown:
      known > 0 && 2 * known >= thick.reduce((total, shoe) => total + onFeetMin(shoeMinutes(shoe)), 0),
  }
}

/** What nobody said is taken as an indoor floor: the plan then opens the harder ground itself. */
function hardestOf(thin: readonly WornShoe[]): GroundSurface {
  const grounds = thin.flatMap((shoe) => shoe.wear?.map((w) => w.surface) ?? [])
  if (grounds.includes('rough')) return 'rough'
  if (grounds.includes('hard')) return 'paving'
  return grounds.includes('soft') ? 'carpet' : 'wood'
}

/**
 * Height under the heel, by the hours on the feet.
 * @param newMinutes of the week, in the new sole; the others in the usual one
 * @returns mm
 */
export function meanStackMm({ minutes, usual }: Exposure, sole: SoleSpec, newMinutes: number): number {
  const onFeet = onFeetMin(minutes)
  const share = onFeet > 0 ? Math.min(1, newMinutes / onFeet) : 0
  return usual.stackMm * (1 - share) + sole.stackMm * share
}

/** Minutes a week stood, walked and trained: running is counted by itself. */
export const onFeetMin = ({ stand, walk, train }: FootMinutes): number => stand + walk + train
