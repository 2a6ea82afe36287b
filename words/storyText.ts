import type { EventKind, GoalKind, MarkKind, MarkView, PainMoment } from '@sturvo/core/story'
import type { Surface, WeekKind } from '@sturvo/core/week'

export const goalKindText: Record<GoalKind, string> = {
  lessPain: 'less pain',
  walkLonger: 'walk or stand longer',
  run: 'run',
  barefoot: 'train barefoot',
  thinnerShoes: 'thinner shoes',
  balance: 'balance',
  toeShape: 'shape of toes',
  check: 'just a check',
}
export const markViewText: Record<MarkView, string> = {
  sole: 'sole',
  top: 'top',
  inner: 'inner side',
  outer: 'outer side',
  back: 'back',
  leg: 'leg and knee',
}
export const markKindText: Record<MarkKind, string> = { pain: 'pain', skin: 'hard skin', scar: 'scar' }
export const painMomentText: Record<PainMoment, string> = {
  firstStep: 'first steps',
  underLoad: 'under load',
  afterLoad: 'after load',
  evening: 'in the evening',
  night: 'at night, rest does not ease',
  always: 'all the time',
}
export const eventKindText: Record<EventKind, string> = {
  sprain: 'sprain',
  brokenToe: 'broken toe',
  stressFracture: 'stress fracture',
  otherInjury: 'other injury',
  operation: 'operation',
  device: 'device or insert',
  birth: 'birth',
  weightChange: 'big change of weight',
  shoeChange: 'change of shoes',
}
export const weekKindText: Record<WeekKind, string> = {
  standing: 'standing',
  walking: 'walking',
  running: 'running',
  training: 'training',
  barefoot: 'barefoot',
}
export const groundText: Record<Surface, string> = {
  hard: 'concrete, stone',
  indoor: 'floor indoors',
  soft: 'grass, sand, forest',
}
export const dayText = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const
/** Offered first; anything else goes in as free text. */
export const medicineList = [
  'painkillers now and then',
  'painkillers daily',
  'blood thinners',
  'cortisone',
  'insulin',
  'diabetes tablets',
  'osteoporosis medicine',
  'gout medicine',
  'blood pressure',
  'thyroid',
  'hormone treatment',
  'antibiotics in the last month',
] as const
