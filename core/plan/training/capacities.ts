/** What the plan fills. */
export const capacities = [
  'arch',
  'toeSpread',
  'bigToeControl',
  'bigToeExtension',
  'toeDexterity',
  'toeGrip',
  'ankleBend',
  'shinLift',
  'outerAnkle',
  'insideAnkle',
  'calf',
  'yield',
  'delay',
  'balance',
  'hipKnee',
  'comfort',
  'bounce',
] as const
export type Capacity = (typeof capacities)[number]
/** Ids stay readable for ever: a visit file names them. */
export const kitItems = [
  'band',
  'softBall',
  'step',
  'cloth',
  'wall',
  'support',
  'bench',
  'loopBand',
  'slopeBoard',
  'splitBoard',
  'wedge',
  'towel',
  'marbles',
  'softBag',
  'texturedMat',
  'cushion',
  'smallBall',
  'firmBall',
  'coolPack',
] as const
export type KitItem = (typeof kitItems)[number]
export const stages = ['wake', 'build', 'joinUp', 'load'] as const
export type Stage = (typeof stages)[number]
/** Tissues that carry training and new shoes together, under one ceiling. */
export const tissues = ['forefootBone', 'plantarFascia', 'calfAchilles', 'archMuscle'] as const
export type Tissue = (typeof tissues)[number]
