import { cautionQuestions } from '@sturvo/core/cautions'
import type { FootShape } from '@sturvo/core/synthetic'
import type { BySide } from '@sturvo/core/side'
import type { KitItem } from '@sturvo/core/training'
import type { MeasureId } from '@sturvo/core/measures'
import type { ShoeOnShelf } from '@sturvo/schema'

type Pair = readonly [left: number | string | null, right: number | string | null]

/** One made-up client with one visit: what was asked, measured and chosen so far. */
export type MadeUpClient = {
  key: string
  person: { name: string; pronouns: string; birthYear: number; work: string; kit: KitItem[] }
  daysAgo: number
  feet: BySide<Partial<FootShape>> | undefined
  prints: readonly ('left' | 'right')[]
  answers: Record<string, unknown>
  pains: readonly { side: 'left' | 'right'; across: number; along: number }[]
  measures: Partial<Record<MeasureId, Pair>>
  shoes: readonly ShoeOnShelf[]
}

const noRedFlags = Object.fromEntries(cautionQuestions.map((q) => [`caution:${q}`, false]))

export const madeUpClients: readonly MadeUpClient[] = [
  {
    key: 'ansa',
    person: {
      name: 'Ansa Rook',
      pronouns: 'she/her',
      birthYear: 1992,
      work: 'ferry deckhand',
      kit: ['band', 'wall', 'step', 'cloth', 'support'],
    },
    daysAgo: 3,
    feet: {
      left: {
        kind: 'bridged',
        isthmus: 0.43,
        lengthMm: 249,
        ballWidthMm: 99,
        heelWidthMm: 64,
        halluxAngleDeg: 9,
      },
      right: {
        kind: 'bridged',
        isthmus: 0.55,
        lengthMm: 251,
        ballWidthMm: 101,
        heelWidthMm: 65,
        halluxAngleDeg: 17,
      },
    },
    prints: ['left', 'right'],
    answers: {
      ...noRedFlags,
      'caution:oldInjury': true,
      goal: 'Stand a whole shift on the car deck without the feet burning, and walk the coast path in lighter shoes by summer.',
      complaint: 'Inner arch tired and sore after six hours in boots, right more than left.',
      oldInjuries: 'Right ankle sprained on a ramp four years ago.',
      worstPain: 2,
      hoursStanding: 34,
      hoursWalking: 22,
      hoursTraining: 2,
      runs: false,
      loadMethod: 'scales',
      planMinutes: 18,
      planSessions: 5,
      planKit: ['band', 'wall', 'step', 'cloth', 'support'],
      planPace: 'usual',
    },
    pains: [{ side: 'right', across: 0.24, along: 0.42 }],
    measures: {
      navicularSit: [43, 42],
      navicularStand: [34.5, 31],
      navicularSingle: [31, 30.5],
      navicularActive: [42.5, 36],
      navicularPassive: [44, 42],
      archSeen: ['some', 'none'],
      ballWidth: [101, 104],
      toeWidth: [99, 101],
      halluxAngle: [9, 17],
      toeState: ['straight', 'straight'],
      scaleHeel: [17.5, 19.5],
      scaleInner: [8.5, 13],
      scaleOuter: [8.5, 3],
      kneeToWall: [92, 78],
      kneeToWallFeel: ['pull at the back', 'pinch in front'],
      bigToeExtension: [58, 49],
      singleLegOpen: [26, 14],
      singleLegShut: [7, 3],
      heelRaises: [17, 11],
      heelRest: [7, 12],
      heelActive: [3, 8],
      heelPassive: [2, 4],
    },
    shoes: [
      {
        name: 'Deck boots',
        hoursPerWeek: 60,
        stackHeelMm: 36,
        stackForefootMm: 22,
        weightG: 760,
        bendStiffness: 4,
        twistStiffness: 5,
        supportFeatures: 3,
        innerWidthBallMm: 98,
        innerWidthToesMm: 90,
      },
      {
        name: 'Canvas slip-ons',
        hoursPerWeek: 14,
        stackHeelMm: 14,
        stackForefootMm: 12,
        weightG: 210,
        bendStiffness: 1,
        twistStiffness: 1,
        supportFeatures: 0,
        innerWidthBallMm: 102,
        innerWidthToesMm: 101,
      },
    ],
  },
  {
    key: 'oda',
    person: {
      name: 'Oda Fennick',
      pronouns: 'she/her',
      birthYear: 1985,
      work: 'botanical illustrator',
      kit: ['wall', 'cloth', 'softBall'],
    },
    daysAgo: 1,
    feet: {
      left: {
        kind: 'bridged',
        isthmus: 0.3,
        lengthMm: 242,
        ballWidthMm: 94,
        halluxAngleDeg: 26,
        fifthToeAngleDeg: 13,
        toeGapMm: 0.4,
      },
      right: {
        kind: 'bridged',
        isthmus: 0.28,
        lengthMm: 243,
        ballWidthMm: 93,
        halluxAngleDeg: 22,
        fifthToeAngleDeg: 12,
        toeGapMm: 0.4,
      },
    },
    prints: ['left', 'right'],
    answers: {
      ...noRedFlags,
      goal: 'Toes that have room again; keep walking to the gardens every day.',
      complaint: 'Big-toe joints rub in town shoes.',
      worstPain: 3,
      hoursStanding: 6,
      hoursWalking: 9,
      hoursTraining: 0,
      loadMethod: 'felt',
    },
    pains: [{ side: 'left', across: 0.44, along: 0.72 }],
    measures: {
      navicularSit: [49, 50],
      navicularStand: [44, 45.5],
      navicularSingle: [41, 42],
      archSeen: ['clear', 'clear'],
      ballWidth: [97, 96],
      toeWidth: [89, 90],
      halluxAngle: [26, 22],
      toeState: ['bent, soft', 'straight'],
      feltHeel: [6, 6],
      feltInner: [2, 3],
      feltOuter: [4, 3],
      kneeToWall: [118, 121],
      bigToeExtension: [44, 47],
      singleLegOpen: [30, 30],
      singleLegShut: [12, 15],
      heelRaises: [22, 23],
    },
    shoes: [
      {
        name: 'Narrow town shoes',
        hoursPerWeek: 40,
        stackHeelMm: 32,
        stackForefootMm: 9,
        innerWidthBallMm: 84,
        innerWidthToesMm: 70,
      },
      {
        name: 'Garden clogs',
        hoursPerWeek: 12,
        stackHeelMm: 30,
        stackForefootMm: 28,
        weightG: 330,
        bendStiffness: 5,
        twistStiffness: 4,
        supportFeatures: 1,
        innerWidthBallMm: 104,
        innerWidthToesMm: 102,
      },
    ],
  },
  {
    key: 'suna',
    person: {
      name: 'Suna Harrow',
      pronouns: 'she/her',
      birthYear: 1974,
      work: 'beekeeper',
      kit: ['wall', 'step', 'support'],
    },
    daysAgo: 0,
    feet: {
      left: {
        kind: 'full',
        isthmus: 0.8,
        lengthMm: 256,
        ballWidthMm: 102,
        heelWidthMm: 66,
        halluxAngleDeg: 13,
      },
      right: {
        kind: 'bridged',
        isthmus: 0.4,
        lengthMm: 255,
        ballWidthMm: 100,
        heelWidthMm: 65,
        halluxAngleDeg: 11,
      },
    },
    prints: ['left'],
    answers: {
      ...noRedFlags,
      goal: 'Carry full supers to the cart without the left foot rolling in.',
      complaint: 'Left inner ankle tired; the device does not fit the bee boot.',
      worstPain: 4,
      hoursStanding: 20,
      hoursWalking: 14,
    },
    pains: [{ side: 'left', across: 0.2, along: 0.38 }],
    measures: {
      navicularSit: [38, 45],
      navicularStand: [29, 41],
      navicularSingle: [28.5, null],
      navicularActive: [31, 47],
      navicularPassive: [39, null],
      archSeen: ['none', 'some'],
    },
    shoes: [],
  },
  {
    key: 'yusk',
    person: { name: 'Yusk Amari', pronouns: 'he/him', birthYear: 1979, work: 'glass-blower', kit: [] },
    daysAgo: 0,
    feet: undefined,
    prints: [],
    answers: {
      goal: 'Get back to the furnace.',
      complaint: 'Right foot hot and swollen since the night before last.',
      worstPain: 7,
      hoursStanding: 38,
      'caution:hotSwollen': true,
      'caution:cannotBearWeight': false,
    },
    pains: [{ side: 'right', across: 0, along: 0.55 }],
    measures: {},
    shoes: [],
  },
]
