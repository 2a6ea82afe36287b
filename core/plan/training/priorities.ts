import type { References } from '../../groundwork/reference'
import { sides, type BySide, type Side } from '../../groundwork/side'
import type { GoalKind } from '../story'
import { capacities, type Capacity } from './capacities'
import { raise, worst, type Deficit, type Deficits } from './deficits'

/** Where it hurts, as far as it changes what is trained. */
export const painPlaces = ['heel', 'arch', 'ball', 'insideAnkle', 'achilles', 'top'] as const
export type PainPlace = (typeof painPlaces)[number]

type Fills = readonly (readonly [Capacity, number])[]

/** What the client's goal asks of the feet: the first ones are trained even where nothing is short. */
const goalAsks: Readonly<Record<GoalKind, { first: readonly Capacity[]; also: readonly Capacity[] }>> = {
  lessPain: { first: [], also: ['comfort'] },
  walkLonger: { first: ['calf'], also: ['bigToeExtension', 'delay', 'comfort'] },
  run: { first: ['calf', 'bounce'], also: ['bigToeControl', 'balance', 'delay'] },
  barefoot: { first: ['arch', 'toeGrip'], also: ['balance', 'calf'] },
  thinnerShoes: { first: ['arch', 'toeGrip'], also: ['calf', 'bigToeExtension', 'bounce'] },
  balance: { first: ['balance'], also: ['hipKnee', 'outerAnkle', 'toeDexterity'] },
  toeShape: { first: ['toeSpread', 'bigToeControl'], also: ['toeDexterity'] },
  check: { first: [], also: [] },
}

/** What a place that hurts asks for beside comfort. */
const painAsks: Readonly<Record<PainPlace, Fills>> = {
  heel: [
    ['comfort', 1],
    ['calf', 0.5],
    ['ankleBend', 0.3],
  ],
  arch: [
    ['comfort', 1],
    ['arch', 0.4],
  ],
  ball: [
    ['comfort', 0.8],
    ['toeSpread', 0.4],
    ['toeGrip', 0.3],
  ],
  insideAnkle: [
    ['insideAnkle', 0.8],
    ['comfort', 0.5],
    ['delay', 0.3],
  ],
  achilles: [
    ['calf', 0.7],
    ['comfort', 0.4],
  ],
  top: [
    ['comfort', 0.6],
    ['shinLift', 0.4],
  ],
}

/** What the likeliest driver asks to come first. */
const driverAsks: Readonly<Record<string, readonly Capacity[]>> = {
  ankle: ['ankleBend'],
  bigToe: ['bigToeExtension'],
  firstRay: ['bigToeControl', 'yield'],
  hip: ['hipKnee'],
  footMuscles: ['arch', 'toeGrip'],
  shin: ['shinLift'],
  calf: ['calf', 'insideAnkle'],
  shoe: ['toeSpread', 'toeDexterity'],
}

export type PriorityInput = {
  deficits: Deficits
  goal: GoalKind | undefined
  painPlaces: BySide<readonly PainPlace[]>
  /** worst pain of each side, 0..10 */
  pain: BySide<number>
  /** id of the likeliest driver of each side */
  drivers: BySide<string | undefined>
  pronation: 'bothWays' | 'limit'
  correction: 'wholeChain' | 'localFirst'
  isLocked: BySide<boolean>
  /** what the practitioner raised or lowered by hand */
  raised: readonly Capacity[]
  lowered: readonly Capacity[]
}

/** One capacity as the plan weighs it: how short it is on each side, and how much that counts. */
export type Priority = {
  capacity: Capacity
  deficit: BySide<number>
  /** what the goal, pain, driver and hand make of it; 1 as measured */
  factor: BySide<number>
  /** deficit times factor: what a drill is paid for filling it */
  weight: BySide<number>
  because: ('goal' | 'pain' | 'driver' | 'raised' | 'lowered' | 'setting')[]
}
export type Priorities = { deficits: Deficits; rows: Record<Capacity, Priority> }

/**
 * What the plan is to fill, and in which order: deficits, and what goal, place of pain, driver, settings and the
 * practitioner's hand make of them.
 * @returns deficits with what goal and pain ask added; rows by capacity
 * @source training plan: goal weights, pain weights and filters, drivers order
 */
export function readPriorities(input: PriorityInput, r: References): Priorities {
  const deficits = withWhatIsAsked(input, r)
  const rows = Object.fromEntries(
    capacities.map((capacity): [Capacity, Priority] => [capacity, rowOf(capacity, deficits, input, r)]),
  ) as Record<Capacity, Priority>
  return { deficits, rows }
}

function withWhatIsAsked(input: PriorityInput, r: References): Deficits {
  const deficits = Object.fromEntries(
    capacities.map((c): [Capacity, Deficit] => [
      c,
      { ...input.deficits[c], evidence: [...input.deficits[c].evidence] },
    ]),
  ) as Deficits
  for (const side of sides) {
    for (const place of input.painPlaces[side])
      raise(deficits, painAsks[place], side, Math.min(1, input.pain[side] / r.painFull), {
        measure: 'painPlace',
        side,
        value: place,
      })
    // a locked arch is not asked to be higher still
    const asks = input.goal ? goalAsks[input.goal].first : []
    for (const capacity of asks)
      if (!(capacity === 'arch' && input.isLocked[side]))
        raise(deficits, [[capacity, 1]], side, r.goalAsks, { measure: 'goal', side, value: input.goal! })
    for (const capacity of input.raised)
      raise(deficits, [[capacity, 1]], side, r.raisedAsks, { measure: 'raised', side, value: 'raised' })
    if (input.isLocked[side]) deficits.arch[side] = 0
  }
  return deficits
}

function rowOf(capacity: Capacity, deficits: Deficits, input: PriorityInput, r: References): Priority {
  const because = new Set<Priority['because'][number]>()
  const asks = input.goal ? goalAsks[input.goal] : { first: [], also: [] }
  const factorOf = (side: Side) => {
    let factor = 1
    const times = (by: number, why: Priority['because'][number]) => {
      factor *= by
      because.add(why)
    }
    if ([...asks.first, ...asks.also].includes(capacity)) times(r.goalFactor, 'goal')
    if (input.painPlaces[side].some((place) => painAsks[place].some(([c]) => c === capacity)))
      times(r.painFactor, 'pain')
    const driver = input.drivers[side]
    if (driver !== undefined && driverAsks[driver]?.includes(capacity)) times(r.driverFactor, 'driver')
    if (capacity === 'yield' && input.pronation === 'limit') times(r.limitYieldFactor, 'setting')
    if (capacity === 'delay' && input.pronation === 'limit') times(r.goalFactor, 'setting')
    // whole chain first: hip, calf and balance before what is loosened on the spot
    if (input.correction === 'wholeChain' && (capacity === 'hipKnee' || capacity === 'calf'))
      times(r.chainFactor, 'setting')
    if (input.correction === 'localFirst' && (capacity === 'comfort' || capacity === 'yield'))
      times(r.chainFactor, 'setting')
    if (input.raised.includes(capacity)) times(r.raisedFactor, 'raised')
    if (input.lowered.includes(capacity)) times(r.loweredFactor, 'lowered')
    return factor
  }
  const deficit = { left: deficits[capacity].left, right: deficits[capacity].right }
  const factor = { left: factorOf('left'), right: factorOf('right') }
  const counts = (side: Side) => (deficit[side] > r.worthTraining ? deficit[side] * factor[side] : 0)
  const weight = { left: counts('left'), right: counts('right') }
  const isNothing = worst({ ...deficit, evidence: [] }) === 0
  return { capacity, deficit, factor, weight, because: isNothing ? [] : [...because] }
}
