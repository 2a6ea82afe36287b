export const cautionLevels = ['stop', 'limit', 'mind'] as const
export type CautionLevel = (typeof cautionLevels)[number]

/** What a caution does to the plan. The planner asks for these, never for a rule by name. */
export const cautionEffects = [
  'blocksPlan',
  'noLoadPlan',
  'noBarefootOutside',
  'noSpacers',
  'noBall',
  'noFirmBall',
  'noCrossRub',
  'noDeepPress',
  'noKnobs',
  'notOnBack',
  'noBigToeLoad',
  'noCold',
  'noCompression',
  'noBounce',
  'noBigToeExtension',
  'noThinSoles',
  'passiveOnly',
  'noStrengthYet',
  'noBalanceYet',
  'bigToeInComfort',
  'nothingForced',
  'midRangeOnly',
  'noNewExtremes',
  'surgeonRules',
  'supportAtHand',
  'noEyesShutAlone',
  'oneLegSupported',
  'softGround',
  'longerTransition',
  'keepCushion',
  'checkKitSkin',
  'supportStays',
  'dailySkinLook',
  'licensedLead',
  'gentleChange',
  'goLightly',
] as const
export type CautionEffect = (typeof cautionEffects)[number]
export const roles = ['doctor', 'urgentCare', 'footDoctor', 'surgeon', 'childDoctor'] as const
export type Role = (typeof roles)[number]

/** Red flags: asked of everybody, before anything else, in this order. */
export const stopQuestions = [
  'cannotBearWeight',
  'tenderBone',
  'hotSwollen',
  'openWound',
  'coldPale',
  'newNumbness',
  'calfSwollen',
  'popPushOff',
  'nightPain',
  'shapeChange',
  'eyeJointSkin',
  'childLimping',
] as const
/** Conditions and medicines: picked from a list, so that only this client's are on the screen. */
export const conditionQuestions = [
  'diabetesOrNumb',
  'circulation',
  'boneHistory',
  'inflammatory',
  'anticoagulants',
  'pregnancy',
  'recentOperation',
  'jointFusion',
  'stiffBigToe',
  'hypermobility',
  'falls',
  'thinFatPad',
  'allergy',
  'oldInjury',
] as const
export const cautionQuestions = [...stopQuestions, ...conditionQuestions] as const
export type CautionQuestion = (typeof cautionQuestions)[number]

/** What the values of the visit say by themselves; each may raise a caution without a question. */
export const cautionSigns = [
  'ageChild',
  'ageOld',
  'thinFatPadSeen',
  'fixedFlatFound',
  'operationLately',
  'fractureLately',
  'sprainLately',
  'injuryAtPassive',
  'injuryAtRange',
  'injuryAtStrength',
  'bloodThinnerTaken',
  'diabetesMedicineTaken',
  'steroidTaken',
  'boneMedicineTaken',
  'goutMedicineTaken',
  'swellingSeen',
  'stressFractureNoted',
  'injuryNoted',
  'oneSidedPain',
  'soreSpotMarked',
  'nightPainMarked',
] as const
export type CautionSign = (typeof cautionSigns)[number]

export type CautionStep = 'story' | 'look' | 'grade'
export type CautionRule = {
  level: CautionLevel
  effects: readonly CautionEffect[]
  /** who should see it, by role */
  see: Role | undefined
  asks: CautionQuestion | undefined
  signs: readonly CautionSign[]
  /** step of the visit where it is raised */
  step: CautionStep
}

const stop = (asks: CautionQuestion, see: Role, signs: readonly CautionSign[] = []): CautionRule => ({
  level: 'stop',
  effects: ['blocksPlan'],
  see,
  asks,
  signs,
  step: 'story',
})
type Limit = { asks?: CautionQuestion; signs?: readonly CautionSign[]; see?: Role; step?: CautionStep }
const milder =
  (level: 'limit' | 'mind') =>
  (effects: readonly CautionEffect[], { asks, signs = [], see, step = 'story' }: Limit): CautionRule => ({
    level,
    effects,
    see,
    asks,
    signs,
    step,
  })
const limit = milder('limit')
const mind = milder('mind')

const keptUntilNamed = ['noBounce', 'noBigToeLoad', 'noBigToeExtension', 'noThinSoles'] as const

/** What a release by name can open, and the effects it takes away. Bounce asks for the whole load first. */
export const releaseParts = {
  toes: ['noBigToeLoad', 'noBigToeExtension'],
  thinSoles: ['noThinSoles'],
  spacers: ['noSpacers'],
  fullLoad: ['surgeonRules'],
  bounce: ['surgeonRules', 'noBounce'],
} as const satisfies Record<string, readonly CautionEffect[]>
export type ReleasePart = keyof typeof releaseParts

/** Every rule in one table. @source cautions of the practice; local law and licence come first */
export const cautionTable = {
  noWeight: stop('cannotBearWeight', 'urgentCare'),
  tenderBone: stop('tenderBone', 'doctor'),
  // a foot that is seen to be swollen is asked about again, whatever was answered before anybody looked
  hotSwollen: stop('hotSwollen', 'urgentCare', ['swellingSeen']),
  openWound: stop('openWound', 'urgentCare'),
  coldPale: stop('coldPale', 'urgentCare'),
  newNumbness: stop('newNumbness', 'doctor'),
  calfSwollen: stop('calfSwollen', 'urgentCare'),
  popPushOff: stop('popPushOff', 'urgentCare'),
  nightPain: stop('nightPain', 'doctor', ['nightPainMarked']),
  shapeChange: stop('shapeChange', 'doctor'),
  eyeJointSkin: stop('eyeJointSkin', 'doctor'),
  childLimping: stop('childLimping', 'childDoctor'),
  feeling: limit(
    [
      'noBarefootOutside',
      'noSpacers',
      'noCold',
      'noBall',
      'noFirmBall',
      'noKnobs',
      'noDeepPress',
      'noEyesShutAlone',
      'oneLegSupported',
      'dailySkinLook',
      'licensedLead',
    ],
    { asks: 'diabetesOrNumb', signs: ['diabetesMedicineTaken'], see: 'footDoctor' },
  ),
  circulation: limit(['noCold', 'noCompression', 'noSpacers'], { asks: 'circulation' }),
  boneHistory: limit(['noBounce', 'longerTransition', 'softGround'], {
    asks: 'boneHistory',
    signs: ['stressFractureNoted', 'boneMedicineTaken', 'steroidTaken'],
  }),
  inflammatory: limit(['nothingForced', 'noBounce'], {
    asks: 'inflammatory',
    signs: ['goutMedicineTaken'],
    see: 'doctor',
  }),
  anticoagulants: limit(['noFirmBall', 'noCrossRub'], {
    asks: 'anticoagulants',
    signs: ['bloodThinnerTaken'],
  }),
  pregnancy: limit(['supportAtHand', 'noNewExtremes', 'notOnBack', 'noDeepPress'], { asks: 'pregnancy' }),
  // what a release does not name stays shut
  recentOperation: limit(['surgeonRules', ...keptUntilNamed, 'nothingForced', 'noSpacers'], {
    asks: 'recentOperation',
    signs: ['operationLately'],
    see: 'surgeon',
  }),
  // no plan until whoever looks after the bone has let it go by name; then nothing hops or runs on it for long
  freshBreak: limit(['surgeonRules', ...keptUntilNamed, 'nothingForced', 'longerTransition', 'softGround'], {
    signs: ['fractureLately'],
    see: 'doctor',
  }),
  freshSprain: limit(['noBounce', 'nothingForced', 'midRangeOnly', 'supportAtHand'], {
    signs: ['sprainLately'],
  }),
  injuryPassive: limit(['passiveOnly', 'noThinSoles', 'noEyesShutAlone'], {
    signs: ['injuryAtPassive'],
    step: 'look',
  }),
  injuryRange: limit(['noStrengthYet', 'noThinSoles', 'noEyesShutAlone'], {
    signs: ['injuryAtRange'],
    step: 'look',
  }),
  injuryStrength: limit(['noBalanceYet', 'noEyesShutAlone'], { signs: ['injuryAtStrength'], step: 'look' }),
  jointFusion: limit(['noBigToeExtension', 'noBigToeLoad'], { asks: 'jointFusion', see: 'surgeon' }),
  stiffBigToe: limit(['bigToeInComfort', 'noBigToeLoad'], { asks: 'stiffBigToe' }),
  hypermobility: limit(['midRangeOnly'], { asks: 'hypermobility' }),
  child: limit(['noLoadPlan', 'noBounce'], { signs: ['ageChild'], see: 'childDoctor' }),
  balanceRisk: limit(['supportAtHand', 'noEyesShutAlone'], { asks: 'falls', signs: ['ageOld'] }),
  thinFatPad: limit(['keepCushion', 'noKnobs', 'supportAtHand'], {
    asks: 'thinFatPad',
    signs: ['thinFatPadSeen'],
    step: 'look',
  }),
  allergy: limit(['checkKitSkin'], { asks: 'allergy' }),
  fixedFlat: limit(['supportStays'], { signs: ['fixedFlatFound'], step: 'grade' }),
  oldInjury: mind(['gentleChange'], { asks: 'oldInjury', signs: ['injuryNoted'] }),
  twoSided: mind([], { signs: ['oneSidedPain'] }),
  soreSpots: mind(['goLightly'], { signs: ['soreSpotMarked'] }),
} satisfies Record<string, CautionRule>

export type CautionId = keyof typeof cautionTable
export const cautionIds = Object.keys(cautionTable) as CautionId[]
