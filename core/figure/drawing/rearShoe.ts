import { closedCurve, openCurve, type Point } from '../../groundwork/geometry'

/** The back of a shoe: mm, x medial, y up from the ground, the middle of the heel at x = 0. */
export type RearShoe = {
  /** heel block and midsole, closed */
  soleMm: Point[]
  /** where the tread begins */
  treadMm: Point[]
  /** counter and collar, closed; the collar dips behind the tendon */
  counterMm: Point[]
  /** the reinforced back of the heel, closed */
  heelCapMm: Point[]
  /** seam down the back, edge of the collar, loop to pull it on by */
  linesMm: Point[][]
}

export const collars = ['low', 'ankle'] as const
export type Collar = (typeof collars)[number]
const collarHeightMm: Record<Collar, number> = { low: 64, ankle: 118 }
/** half widths beyond the wall at the sole, by share of the collar's height: bulges round the heel, narrows at the tendon */
const low: readonly (readonly [share: number, mm: number])[] = [
  [0, 0],
  [0.14, 2.4],
  [0.34, 2.6],
  [0.56, 0],
  [0.78, -4.5],
  [0.93, -8],
  [1, -9.5],
]
const ankle: readonly (readonly [share: number, mm: number])[] = [
  [0, 0],
  [0.08, 2.4],
  [0.2, 2.6],
  [0.36, 0.5],
  [0.52, 1.5],
  [0.66, 2.5],
  [0.82, -1.5],
  [0.95, -4],
  [1, -4.5],
]
const profiles = { low, ankle }
const uppersGive: Record<Collar, number> = { low: 0.7, ankle: 0.92 }

/**
 * A shoe from behind, to scale in its base, flare and stack; the upper is a usual one of its height.
 * @param shoe width of the base on the ground without its flare, flare inwards, stack, width of the heel inside; mm
 */
export function rearShoe(shoe: {
  baseWidthMm: number
  flareMm: number
  stackMm: number
  insideMm: number
  collar?: Collar
  /** middle of the leg by height above the insole, mm: the upper gives way to it */
  legAt?: (heightMm: number) => number
}): RearShoe {
  const { baseWidthMm: base, flareMm, stackMm: stack, collar = 'low' } = shoe
  const wall = shoe.insideMm / 2 + 5
  const corner = Math.min(3.5, stack * 0.3)
  const height = collarHeightMm[collar]
  // held at the sole, carried along at the collar
  const given = (p: Point): Point => {
    const above = Math.max(0, p.y - stack)
    const gives = uppersGive[collar] * Math.min(1, above / height)
    return { x: p.x + gives * (shoe.legAt?.(above) ?? 0), y: p.y }
  }
  const dip = collar === 'low' ? 9 : 6
  const edge = (sign: 1 | -1) =>
    profiles[collar].map(([share, mm]) => ({ x: sign * (wall + mm), y: stack + share * height }))
  const topX = wall + profiles[collar][profiles[collar].length - 1]![1]
  const collarLine = openCurve(
    [
      { x: topX, y: stack + height },
      { x: topX * 0.62, y: stack + height - dip * 0.55 },
      { x: 0, y: stack + height - dip },
      { x: -topX * 0.62, y: stack + height - dip * 0.55 },
      { x: -topX, y: stack + height },
    ],
    8,
  )
  const tread = Math.min(5, stack * 0.28)
  const atTread = (inner: number, outer: number) => outer + ((inner - outer) * tread) / Math.max(stack, 1)
  const capTop = stack + Math.min(34, height * 0.5)
  return {
    soleMm: [
      ...openCurve(
        [
          { x: -base / 2 + corner, y: 0 },
          { x: base / 2 + flareMm - corner, y: 0 },
        ],
        2,
      ),
      { x: base / 2 + flareMm - corner * 0.3, y: corner * 0.3 },
      { x: base / 2 + flareMm, y: corner },
      { x: wall + 1.5, y: stack - Math.min(1.5, stack * 0.1) },
      { x: wall, y: stack },
      { x: -wall, y: stack },
      { x: -wall - 1.5, y: stack - Math.min(1.5, stack * 0.1) },
      { x: -base / 2, y: corner },
      { x: -base / 2 + corner * 0.3, y: corner * 0.3 },
    ],
    treadMm: [
      { x: -atTread(wall, base / 2), y: tread },
      { x: atTread(wall, base / 2 + flareMm), y: tread },
    ],
    counterMm: [...openCurve(edge(1), 6), ...collarLine, ...openCurve(edge(-1).reverse(), 6)].map(given),
    heelCapMm: closedCurve(
      [
        { x: wall * 0.8, y: stack + 1 },
        { x: wall * 0.72, y: stack + (capTop - stack) * 0.55 },
        { x: wall * 0.3, y: capTop },
        { x: -wall * 0.3, y: capTop },
        { x: -wall * 0.72, y: stack + (capTop - stack) * 0.55 },
        { x: -wall * 0.8, y: stack + 1 },
      ],
      6,
    ).map(given),
    linesMm: [
      Array.from({ length: 7 }, (_, i) => ({
        x: 0,
        y: capTop + ((stack + height - dip - 11 - capTop) * i) / 6,
      })),
      collarLine.map((p) => ({ x: p.x * 0.985, y: p.y - 5 })),
      openCurve(
        [
          { x: -3.2, y: stack + height - dip - 10 },
          { x: -3, y: stack + height - dip + 5 },
          { x: 3, y: stack + height - dip + 5 },
          { x: 3.2, y: stack + height - dip - 10 },
        ],
        5,
      ),
    ].map((line) => line.map(given)),
  }
}

const jointMm = 66 // height of the joint below the ankle on a foot of usual length
const usualLengthMm = 252
export const rearLegHeightMm = 172

/** half widths of heel and lower leg by height; the inner ankle bone stands higher than the outer one */
const inner: readonly (readonly [height: number, half: number])[] = [
  [0, 17],
  [2.5, 24],
  [9, 29.5],
  [20, 31.5],
  [34, 30],
  [46, 28],
  [57, 28.5],
  [68, 31.5],
  [77, 34.5],
  [85, 34],
  [95, 29.5],
  [108, 26],
  [124, 26],
  [142, 30.5],
  [rearLegHeightMm, 42],
]
const outer: readonly (readonly [height: number, half: number])[] = [
  [0, 17],
  [2.5, 24],
  [9, 29.5],
  [20, 32],
  [32, 31],
  [42, 29.5],
  [51, 31],
  [59, 34],
  [67, 34.5],
  [77, 31],
  [92, 27],
  [108, 25],
  [124, 26],
  [142, 31],
  [rearLegHeightMm, 44],
]

/**
 * Heel and lower leg from behind, leaning so that the line of the leg meets the ground where it was measured.
 * @param leg load line from the middle of the heel, mm, + medial; lean of the leg, degrees, + top inwards
 * @returns skin from the top of the inner side round the heel to the top of the outer side, open where the leg goes on;
 *   tendon, ankle bones and heel pad as finer lines; the middle line of the leg; mm, standing on y = 0, heel's middle at
 *   x = 0
 */
export function rearLeg(leg: {
  lengthMm: number
  heelWidthMm: number
  loadLineMm: number
  leanDeg: number
}): {
  skinMm: Point[]
  linesMm: Point[][]
  legMm: Point[]
  middleAt: (heightMm: number) => number
} {
  const scale = leg.lengthMm / usualLengthMm
  const joint = jointMm * scale
  const wide = leg.heelWidthMm / 63
  const tanLeg = Math.tan((leg.leanDeg * Math.PI) / 180)
  // the joint lies on the line of the leg; the heel leans from its own middle on the ground up to it
  const jointX = leg.loadLineMm + tanLeg * joint
  // tissue bends, it does not break: the turn from heel to leg is spread over the height of the ankle bones
  const soft = 16 * scale
  const middle = (h: number) => {
    const below = (jointX * h) / joint
    const above = jointX + tanLeg * (h - joint)
    const share = Math.min(1, Math.max(0, (h - joint + soft) / (2 * soft)))
    const smooth = share * share * (3 - 2 * share)
    return below * (1 - smooth) + above * smooth
  }
  const put = (x: number, h: number): Point => ({
    x: middle(h * scale) + x * scale * (h < 50 ? wide : 1),
    y: h * scale,
  })
  const line = (...points: [x: number, h: number][]) =>
    openCurve(
      points.map(([x, h]) => put(x, h)),
      6,
    )
  return {
    skinMm: openCurve(
      [...inner.map(([h, half]) => put(half, h)).reverse(), ...outer.map(([h, half]) => put(-half, h))],
      6,
    ),
    linesMm: [
      // the tendon: broad where it takes hold of the heel, narrowest above the ankle bones, lost in the calf
      line([10.5, 46], [8, 62], [6.3, 84], [7, 108], [11.5, 140]),
      line([-10.5, 46], [-8, 62], [-6.3, 84], [-7, 108], [-12, 140]),
      // the hollows in front of it run down behind the ankle bones
      line([22, 98], [25.5, 88], [26, 77], [23.5, 68]),
      line([-21.5, 82], [-25.5, 72], [-26, 62], [-23, 53]),
      // where the pad of the heel begins
      line([-19, 33], [-8, 29.5], [8, 29.5], [19, 33]),
    ],
    middleAt: middle,
    legMm: [
      { x: leg.loadLineMm, y: 0 },
      {
        x: leg.loadLineMm + tanLeg * (rearLegHeightMm - 8) * scale,
        y: (rearLegHeightMm - 8) * scale,
      },
    ],
  }
}
