import { noWishes } from '../../../plan/days'
import { cautionQuestions } from '../../../plan/cautions'
import { emptyFoot } from '../../../foot/measures'
import { noTransitionWish, type VisitFacts } from '../index'

/** Every red flag and condition asked and denied: without it no plan is made. */
export const noRedFlags = Object.fromEntries(cautionQuestions.map((q) => [q, false]))

/** A visit in which nothing was measured, asked and denied the red flags; what a test is about goes over it. */
export const bareFacts = (changed: Partial<VisitFacts> = {}): VisitFacts => ({
  ageYears: 40,
  bodyMassKg: undefined,
  goal: undefined,
  marks: [],
  recordings: [],
  events: [],
  medicines: [],
  feet: { left: emptyFoot, right: emptyFoot },
  prints: { left: undefined, right: undefined },
  loadMethod: 'scales',
  worstPain: undefined,
  soreSides: [],
  hoursStanding: undefined,
  hoursWalking: undefined,
  hoursTraining: undefined,
  week: [],
  runs: false,
  kneeComesIn: false,
  cautionAnswers: noRedFlags,
  dealtWith: {},
  shoes: [],
  orthoses: [],
  spacersMm: [0, 0, 0, 0],
  traced: { left: undefined, right: undefined },
  plan: {
    minutesPerSession: 15,
    sessionsPerWeek: 5,
    kit: ['wall', 'step', 'band'],
    pinned: [],
    banned: [],
    raised: [],
    lowered: [],
    inForce: [],
    doses: {},
    pace: 'usual',
    transition: noTransitionWish,
    wishes: noWishes,
    horizon: 12,
    startsOn: undefined,
    liked: [],
    disliked: [],
    drillWords: {},
  },
  ...changed,
})
