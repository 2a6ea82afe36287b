import { closedCurve, openCurve, type Point } from '../../groundwork/geometry'

/** The back of a shoe: mm, x medial, y up from the ground, the middle of the heel at x = 0. */
export type RearShoe = { soleMm: Point[]; counterMm: Point[] }

/**
 * A shoe from behind, to scale in its base, flare and stack; the counter is a neutral shape round the heel.
 * @param shoe width of the base on the ground without its flare, flare inwards, stack, width of the heel inside; mm
 */
export function rearShoe(shoe: {
  baseWidthMm: number
  flareMm: number
  stackMm: number
  insideMm: number
}): RearShoe {
  const { baseWidthMm: base, flareMm, stackMm: stack } = shoe
  const wall = shoe.insideMm / 2 + 5
  const corner = Math.min(4, stack * 0.3)
  return {
    soleMm: [
      { x: -base / 2 + corner, y: 0 },
      { x: base / 2 + flareMm - corner, y: 0 },
      { x: base / 2 + flareMm, y: corner },
      { x: wall, y: stack },
      { x: -wall, y: stack },
      { x: -base / 2, y: corner },
    ],
    counterMm: [
      ...openCurve(
        [
          { x: wall, y: stack },
          { x: wall + 2, y: stack + 22 },
          { x: wall - 3, y: stack + 44 },
          { x: wall - 9, y: stack + 62 },
        ],
        6,
      ),
      ...openCurve(
        [
          { x: -wall + 9, y: stack + 62 },
          { x: -wall + 3, y: stack + 44 },
          { x: -wall - 2, y: stack + 22 },
          { x: -wall, y: stack },
        ],
        6,
      ),
    ],
  }
}

const jointMm = 66 // height of the joint below the ankle on a foot of usual length
const usualLengthMm = 252
/** half widths of heel and lower leg by height */
const skin: readonly (readonly [height: number, half: number])[] = [
  [0, 20],
  [6, 28],
  [20, 31.5],
  [38, 29.5],
  [54, 28],
  [66, 31],
  [76, 33.5],
  [90, 28],
  [108, 23.5],
  [126, 24.5],
]

/**
 * Heel and lower leg from behind, leaning so that the line of the leg meets the ground where it was measured.
 * @param leg load line from the middle of the heel, mm, + medial; lean of the leg, degrees, + top inwards
 * @returns closed skin line and the middle line of the leg, mm, standing on y = 0 with the heel's middle at x = 0
 */
export function rearLeg(leg: {
  lengthMm: number
  heelWidthMm: number
  loadLineMm: number
  leanDeg: number
}): {
  skinMm: Point[]
  legMm: Point[]
} {
  const scale = leg.lengthMm / usualLengthMm
  const joint = jointMm * scale
  const wide = leg.heelWidthMm / 63
  const tanLeg = Math.tan((leg.leanDeg * Math.PI) / 180)
  // the joint lies on the line of the leg; the heel leans from its own middle on the ground up to it
  const jointX = leg.loadLineMm + tanLeg * joint
  const middle = (h: number) => (h <= joint ? (jointX * h) / joint : jointX + tanLeg * (h - joint))
  const side = (sign: 1 | -1) =>
    skin.map(([h, half]) => ({
      x: middle(h * scale) + sign * half * scale * (h < 60 ? wide : 1),
      y: h * scale,
    }))
  return {
    skinMm: closedCurve([...side(1), ...side(-1).reverse()], 8),
    legMm: [
      { x: leg.loadLineMm, y: 0 },
      { x: leg.loadLineMm + tanLeg * 126 * scale, y: 126 * scale },
    ],
  }
}
