import { closedCurve, type Point } from '../geometry'

/** A shoe from its outer side, toe to the right, mm, y down, standing on y = 0. */
export type ShoeProfile = { solePath: Point[]; upperPath: Point[]; lengthMm: number; heightMm: number }

/**
 * Draws a shoe to scale from its stack heights; only the upper is a neutral shape.
 * @param input outer length mm, stack at heel and forefoot mm (≥ 0)
 */
export function shoeProfile(input: {
  lengthMm: number
  stackHeelMm: number
  stackForefootMm: number
}): ShoeProfile {
  const { lengthMm: l, stackHeelMm: heel, stackForefootMm: fore } = input
  const springMm = Math.min(18, 6 + fore * 0.35)
  const top = (share: number): number => {
    // the foot slopes from heel to ball and stays level in front of it
    const t = Math.min(1, Math.max(0, (share - 0.2) / 0.45))
    return heel + (fore - heel) * t * t * (3 - 2 * t)
  }
  const shares = Array.from({ length: 25 }, (_, i) => i / 24)
  const rise = (share: number) => (share > 0.72 ? springMm * ((share - 0.72) / 0.28) ** 2 : 0)
  const bottomLine = shares.map((s) => ({ x: s * l, y: -rise(s) - (s < 0.04 ? 3 * (1 - s / 0.04) : 0) }))
  const topLine = shares.map((s) => ({ x: s * l, y: -top(s) - rise(s) }))
  const upperTop = (share: number, above: number): Point => ({
    x: share * l,
    y: -top(share) - rise(share) - above,
  })
  const upperPath = closedCurve(
    [
      upperTop(0.012, 1),
      upperTop(0.0, 26),
      upperTop(0.03, 60),
      upperTop(0.1, 68),
      upperTop(0.26, 58),
      upperTop(0.36, 66),
      upperTop(0.5, 54),
      upperTop(0.7, 42),
      upperTop(0.88, 34),
      upperTop(0.975, 20),
      upperTop(0.985, 2),
      upperTop(0.5, 0),
    ],
    10,
  )
  return {
    solePath: [...bottomLine, ...topLine.reverse()],
    upperPath,
    lengthMm: l,
    heightMm: Math.max(heel, fore) + 72,
  }
}
