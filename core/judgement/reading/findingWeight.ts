import { gradeFloor } from '../../foot/deformity'
import { halluxClasses } from '../../foot/toes'
import type { Concern, FindingFacts, Found } from './finding'

type Kind = FindingFacts['kind']
type Weigh<K extends Kind> = (finding: Extract<Found, { kind: K }>) => number

/** Tests that are passed, nearly, and not. */
const ofTests: Record<Concern, number> = { fine: 0.15, watch: 0.45, work: 0.75 }

/**
 * How telling each kind of finding is by itself, 0 to 1: the order of the Reading and nothing else. What is impossible
 * stands first, then what changes what may be done, then what is far off; what is usual stands last.
 * Practice defaults, no measure: they are compared with each other only.
 */
const weights: { [K in Kind]: Weigh<K> } = {
  // a number that cannot be makes everything read from it worthless
  ladderImpossible: () => 1,
  archPosition: ({ position }) => 0.45 + 0.1 * Math.min(3, Math.abs(position.z)),
  archMotion: ({ motion }) => (motion.kind === 'much' ? 0.85 : 0.4),
  archMap: ({ place: { best } }) => (best.position === 'middle' && best.motion === 'usual' ? 0.35 : 0.6),
  noReserve: () => 0.8,
  print: ({ concern }) => (concern === 'fine' ? 0.25 : 0.5),
  hallux: ({ lean }) => 0.2 + 0.2 * halluxClasses.indexOf(lean),
  fifthToe: () => 0.4,
  fan: ({ fan }) => (fan === 'tapered' ? 0.55 : 0.2),
  toeRoom: ({ narrowest, goalMm }) => 0.25 + 0.3 * Math.max(0, 1 - narrowest.spreadMm / goalMm),
  toes: ({ fixed }) => (fixed.length > 0 ? 0.7 : 0.45),
  toesOff: ({ toes }) => 0.35 + 0.05 * toes.length,
  crossArch: () => 0.5,
  outerArch: () => 0.3,
  noRollIn: () => 0.65,
  swelling: ({ amount }) => (amount === 'clear' ? 0.8 : 0.4),
  tripod: ({ concern, tripod }) => (concern === 'fine' ? 0.3 : Math.min(0.9, 0.55 + tripod.distance)),
  sideShare: ({ concern }) => (concern === 'fine' ? 0.15 : 0.5),
  range: ({ concern }) => ofTests[concern],
  sideDifference: () => 0.5,
  // eyes shut is the harder test: fewer can, and it says less
  balance: ({ concern, eyes }) => ofTests[concern] * (eyes === 'open' ? 1 : 0.7),
  heelRaises: ({ concern }) => ofTests[concern] * 0.8,
  driver: ({ chain }) => 0.4 + 0.5 * chain.strength,
  posture: ({ concern }) => ({ fine: 0.15, watch: 0.4, work: 0.6 })[concern],
  postureDifference: () => 0.45,
  timing: ({ concern }) => (concern === 'fine' ? 0.2 : 0.5),
  squatLoss: ({ concern }) => ({ fine: 0.2, watch: 0.5, work: 0.65 })[concern],
  grade: ({ grade }) => 0.3 + 0.2 * (gradeFloor(grade) ?? 0),
  fit: ({ reading }) => ofShoe(reading.hoursShare),
  shoe: ({ reading }) => ofShoe(reading.hoursShare),
  base: () => 0.7,
  orthosis: () => 0.65,
  shelf: () => 0.35,
}

/** A shoe counts by the hours it is worn. */
function ofShoe(hoursShare: number): number {
  return 0.4 + 0.5 * hoursShare
}

/** The weight of one finding by its kind and its own size, before the client's goal and places of pain raise it. */
export function findingWeight(found: Found): number {
  return (weights[found.kind] as (finding: Found) => number)(found)
}
