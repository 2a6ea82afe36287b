import fc from 'fast-check'
import { cautionEffects } from '../../cautions'
import { goalKinds, type GoalKind } from '../../story'
import { referenceValues } from '../../../groundwork/reference'
import { bySide } from '../../../groundwork/side'
import {
  kitItems,
  library,
  painPlaces,
  readDeficits,
  readPriorities,
  type FootFacts,
  type PlanInput,
  type TrainingSettings,
} from '../index'

export const references = referenceValues()

export const usualSettings: TrainingSettings = {
  toeCurl: 'pointedOnly',
  plantarFascia: 'strengthen',
  hipDrills: 'always',
  pressureTools: 'softOnly',
  correction: 'wholeChain',
  pronation: 'bothWays',
  barefoot: 'gradual',
  licence: 'coach',
}

export type ClientFacts = {
  left: Partial<FootFacts>
  right: Partial<FootFacts>
  goal: GoalKind | undefined
  locked: boolean
  places: PlanInput['painPlaces']
  pain: number
}

/** The question of one client, from what was measured of the feet. */
export function inputOf(client: Partial<ClientFacts>, changed: Partial<PlanInput> = {}): PlanInput {
  const { left = {}, right = {}, goal, locked = false, pain = 0 } = client
  const places = client.places ?? { left: [], right: [] }
  const settings = changed.settings ?? usualSettings
  const deficits = readDeficits({ left, right }, references, references.bigToeGoalDeg)
  return {
    priorities: readPriorities(
      {
        deficits,
        goal,
        painPlaces: places,
        pain: bySide((side) => (places[side].length > 0 ? pain : 0)),
        drivers: { left: undefined, right: undefined },
        pronation: settings.pronation,
        correction: settings.correction,
        isLocked: bySide(() => locked),
        raised: [],
        lowered: [],
      },
      references,
    ),
    minutesPerSession: 15,
    sessionsPerWeek: 5,
    kit: ['band', 'wall', 'step', 'support'],
    effects: [],
    settings,
    painPlaces: places,
    pain: bySide((side) => (places[side].length > 0 ? pain : 0)),
    hasPinch: false,
    own: [],
    shoeRoom: undefined,
    measured: {
      kneeToWallMm: both(left.kneeToWallMm, right.kneeToWallMm),
      bigToeExtensionDeg: both(left.bigToeExtensionDeg, right.bigToeExtensionDeg),
      singleLegOpenS: both(left.singleLegOpenS, right.singleLegOpenS),
      heelRaises: both(left.heelRaises, right.heelRaises),
      best: {
        singleLegOpen: least(left.singleLegOpenS, right.singleLegOpenS),
        singleLegShut: least(left.singleLegShutS, right.singleLegShutS),
        heelRaises: least(left.heelRaises, right.heelRaises),
      },
      worstPain: pain,
      kneeComesIn: left.kneeComesIn === 'yes',
      isLocked: locked,
    },
    isCheckOnly: goal === 'check',
    pinned: [],
    banned: [],
    inForce: [],
    doses: {},
    liked: [],
    disliked: [],
    references,
    ...changed,
  }
}

const least = (a: number | undefined, b: number | undefined) =>
  a === undefined || b === undefined ? (a ?? b) : Math.min(a, b)

const both = (a: number | undefined, b: number | undefined) =>
  a === undefined || b === undefined ? undefined : Math.min(a, b)

const maybe = <T>(value: fc.Arbitrary<T>) => fc.option(value, { nil: undefined, freq: 3 })
const foot: fc.Arbitrary<Partial<FootFacts>> = fc.record({
  kneeToWallMm: maybe(fc.integer({ min: 30, max: 170 })),
  bigToeExtensionDeg: maybe(fc.integer({ min: 10, max: 95 })),
  singleLegOpenS: maybe(fc.integer({ min: 0, max: 60 })),
  singleLegShutS: maybe(fc.integer({ min: 0, max: 30 })),
  heelRaises: maybe(fc.integer({ min: 0, max: 40 })),
  halluxAngleDeg: maybe(fc.integer({ min: 0, max: 45 })),
  archIndex: maybe(fc.double({ min: 0.1, max: 0.38, noNaN: true })),
  travelMm: maybe(fc.double({ min: 0, max: 18, noNaN: true })),
  archGrade: maybe(fc.integer({ min: 0, max: 3 })),
  eversionRangeDeg: maybe(fc.integer({ min: 0, max: 20 })),
  dexterityShare: maybe(fc.double({ min: 0, max: 1, noNaN: true })),
  archHold: maybe(fc.constantFrom('holds', 'wavers', 'loses')),
  toeGrip: maybe(fc.constantFrom('holds', 'slips')),
  toesUp: maybe(fc.constantFrom('appears', 'partly', 'does not')),
  raisePath: maybe(fc.constantFrom('straight', 'rolls out', 'rolls in')),
  kneeComesIn: maybe(fc.constant('yes')),
})
const places = fc.subarray([...painPlaces], { maxLength: 2 })
export const machineEffects = cautionEffects.filter((e) => e !== 'blocksPlan' && e !== 'noLoadPlan')

/** Any client a practice could meet, with any wishes; drawn the same in every run. */
export const arbitraryInput: fc.Arbitrary<PlanInput> = fc
  .record({
    left: foot,
    right: foot,
    goal: fc.option(fc.constantFrom(...goalKinds), { nil: undefined }),
    locked: fc.boolean(),
    left2: places,
    right2: places,
    pain: fc.integer({ min: 0, max: 10 }),
    minutes: fc.integer({ min: 5, max: 40 }),
    sessions: fc.integer({ min: 3, max: 7 }),
    kit: fc.subarray([...kitItems]),
    effects: fc.subarray([...machineEffects], { maxLength: 5 }),
    settings: fc.record({
      toeCurl: fc.constantFrom('pointedOnly' as const, 'allowed' as const, 'avoided' as const),
      plantarFascia: fc.constantFrom('strengthen' as const, 'lengthen' as const),
      hipDrills: fc.constantFrom('always' as const, 'whenKneeIn' as const),
      pressureTools: fc.constantFrom('softOnly' as const, 'firmAllowed' as const),
      correction: fc.constantFrom('wholeChain' as const, 'localFirst' as const),
      pronation: fc.constantFrom('bothWays' as const, 'limit' as const),
      barefoot: fc.constantFrom('gradual' as const, 'cautious' as const, 'most' as const),
      licence: fc.constantFrom('coach' as const, 'therapist' as const, 'podiatrist' as const),
    }),
    hasPinch: fc.boolean(),
    pinned: fc.subarray(
      library.map((e) => e.id),
      { maxLength: 2 },
    ),
    banned: fc.subarray(
      library.map((e) => e.id),
      { maxLength: 4 },
    ),
    doses: fc.dictionary(
      fc.constantFrom(...library.map((e) => e.id)),
      fc.record(
        {
          sets: fc.integer({ min: 1, max: 6 }),
          amount: fc.integer({ min: 1, max: 300 }),
          extra: fc.constantFrom('left' as const, 'right' as const, 'none' as const),
        },
        { requiredKeys: [] },
      ),
      { maxKeys: 6 },
    ),
    isPainKnown: fc.boolean(),
  })
  .map((c) => {
    const input = inputOf(
      {
        left: c.left,
        right: c.right,
        goal: c.goal,
        locked: c.locked,
        places: { left: c.left2, right: c.right2 },
        pain: c.pain,
      },
      {
        minutesPerSession: c.minutes,
        sessionsPerWeek: c.sessions,
        kit: c.kit,
        effects: c.effects,
        settings: c.settings,
        hasPinch: c.hasPinch,
        pinned: c.pinned.filter((id) => !c.banned.includes(id)),
        banned: c.banned,
        doses: c.doses,
      },
    )
    return c.isPainKnown ? input : { ...input, measured: { ...input.measured, worstPain: undefined } }
  })

/** Short of nearly everything, so that nearly every drill is worth something. */
export const shortOfAll: Partial<FootFacts> = {
  kneeToWallMm: 96,
  bigToeExtensionDeg: 46,
  singleLegOpenS: 22,
  singleLegShutS: 3,
  heelRaises: 12,
  halluxAngleDeg: 28,
  archIndex: 0.3,
  travelMm: 13,
  archGrade: 1,
  eversionRangeDeg: 5,
  inversionStrength: 4,
  forefootLifts: 8,
  dexterityShare: 0.4,
  archHold: 'wavers',
  toeGrip: 'slips',
  raisePath: 'rolls out',
  kneeComesIn: 'yes',
  hadSprain: 'yes',
}
