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
export const kitItems = ['band', 'softBall', 'step', 'cloth', 'wall', 'support', 'bench'] as const
export type KitItem = (typeof kitItems)[number]
export const stages = ['wake', 'build', 'joinUp', 'load'] as const
export type Stage = (typeof stages)[number]
