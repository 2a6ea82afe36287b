import { neutralFoot, type FootShape, type PrintKind } from '../../figure/footShape'
import { chanceFrom, type Chance } from './random'

const toeFormulas: readonly FootShape['toeTips'][] = [
  [1, 0.982, 0.942, 0.897, 0.838], // big toe longest
  [0.985, 1, 0.955, 0.905, 0.845], // second toe longest
  [0.99, 0.99, 0.965, 0.925, 0.865], // first three nearly even
]

/** A believable foot from a seed, reaching all print kinds, toe formulas and the touching-toe case. */
export function arbitraryFoot(seed: number, fixed: Partial<FootShape> = {}): FootShape {
  const chance = chanceFrom(seed)
  const kind = fixed.kind ?? pickKind(chance)
  const lengthMm = chance.between(218, 288)
  const shape: FootShape = {
    side: chance.unit() < 0.5 ? 'left' : 'right',
    lengthMm,
    ballWidthMm: lengthMm * chance.between(0.365, 0.42),
    heelWidthMm: lengthMm * chance.between(0.235, 0.268),
    halluxAngleDeg: chance.between(0, 24),
    fifthToeAngleDeg: chance.between(0, 14),
    toeTips: chance.pick(toeFormulas),
    toeWidths: neutralFoot.toeWidths,
    toeGapMm: chance.between(0, 4),
    kind,
    isthmus: isthmusFor(kind, chance),
    gap: gapFor(chance),
    touchingToes: chance.unit() < 0.3 ? chance.pick([[0], [0, 1], [0, 2], [3], [1, 2, 3]]) : [],
    liftedToes: chance.unit() < 0.15 ? chance.pick([[4], [3], [3, 4]]) : [],
  }
  return { ...shape, ...fixed }
}

function pickKind(chance: Chance): PrintKind {
  const u = chance.unit()
  return u < 0.22 ? 'interrupted' : u < 0.85 ? 'bridged' : 'full'
}

function isthmusFor(kind: PrintKind, chance: Chance): number {
  if (kind === 'interrupted') return 0
  return kind === 'bridged' ? chance.between(0.1, 0.68) : chance.between(0.785, 0.82)
}

function gapFor(chance: Chance): readonly [number, number] {
  const middle = chance.between(0.46, 0.54)
  const half = chance.between(0.035, 0.09)
  return [middle - half, middle + half]
}
