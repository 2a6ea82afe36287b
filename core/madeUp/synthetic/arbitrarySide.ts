import type { FootShape, SideShape } from '../../figure/footShape'
import { chanceFrom } from './random'

/** A believable inner side from a seed. */
export function arbitrarySide(seed: number, foot: FootShape): SideShape {
  const chance = chanceFrom(seed * 31 + 5)
  const truncatedLengthMm = foot.lengthMm * chance.between(0.715, 0.74)
  return {
    side: foot.side,
    lengthMm: foot.lengthMm,
    truncatedLengthMm,
    navicularMm: truncatedLengthMm * chance.between(0.17, 0.34),
    dorsumMm: truncatedLengthMm * chance.between(0.29, 0.4),
    heelAngleDeg: chance.between(-6, 14),
    legAngleDeg: chance.between(-6, 6),
  }
}
