export const cautionLevels = ['stop', 'limit', 'mind'] as const
export type CautionLevel = (typeof cautionLevels)[number]

/** What a caution does to the plan. The planner asks for these, never for a rule by name. */
export const cautionEffects = [
  'blocksPlan',
  'noBarefootOutside',
  'noSpacers',
  'noBall',
  'noCold',
  'noBounce',
  'noBigToeExtension',
  'supportAtHand',
  'noEyesShutAlone',
  'softGround',
  'longerTransition',
  'gentleChange',
] as const
export type CautionEffect = (typeof cautionEffects)[number]
export const roles = ['doctor', 'urgentCare', 'footDoctor', 'surgeon'] as const
export type Role = (typeof roles)[number]

/** Questions of the story that may raise a caution; asked in this order. */
export const cautionQuestions = [
  'cannotBearWeight',
  'tenderBone',
  'hotSwollen',
  'calfSwollen',
  'nightPain',
  'diabetesOrNumb',
  'boneHistory',
  'jointFusion',
  'falls',
  'oldInjury',
] as const
export type CautionQuestion = (typeof cautionQuestions)[number]

export type CautionRule = {
  level: CautionLevel
  effects: readonly CautionEffect[]
  /** who should see it, by role */
  see: Role | undefined
  asks: CautionQuestion
  /** step of the visit where it is raised */
  step: 'story'
}

/** Ten rules: five stop, four limit, one minds. */
export const cautionTable = {
  noWeight: {
    level: 'stop',
    effects: ['blocksPlan'],
    see: 'urgentCare',
    asks: 'cannotBearWeight',
    step: 'story',
  },
  tenderBone: { level: 'stop', effects: ['blocksPlan'], see: 'doctor', asks: 'tenderBone', step: 'story' },
  hotSwollen: {
    level: 'stop',
    effects: ['blocksPlan'],
    see: 'urgentCare',
    asks: 'hotSwollen',
    step: 'story',
  },
  calfSwollen: {
    level: 'stop',
    effects: ['blocksPlan'],
    see: 'urgentCare',
    asks: 'calfSwollen',
    step: 'story',
  },
  nightPain: { level: 'stop', effects: ['blocksPlan'], see: 'doctor', asks: 'nightPain', step: 'story' },
  feeling: {
    level: 'limit',
    effects: ['noBarefootOutside', 'noSpacers', 'noCold', 'noBall'],
    see: 'footDoctor',
    asks: 'diabetesOrNumb',
    step: 'story',
  },
  boneHistory: {
    level: 'limit',
    effects: ['noBounce', 'longerTransition', 'softGround'],
    see: undefined,
    asks: 'boneHistory',
    step: 'story',
  },
  jointFusion: {
    level: 'limit',
    effects: ['noBigToeExtension'],
    see: 'surgeon',
    asks: 'jointFusion',
    step: 'story',
  },
  balanceRisk: {
    level: 'limit',
    effects: ['supportAtHand', 'noEyesShutAlone'],
    see: undefined,
    asks: 'falls',
    step: 'story',
  },
  oldInjury: { level: 'mind', effects: ['gentleChange'], see: undefined, asks: 'oldInjury', step: 'story' },
} as const satisfies Record<string, CautionRule>

export type CautionId = keyof typeof cautionTable
export const cautionIds = Object.keys(cautionTable) as CautionId[]
