import { openCurve, type Point } from '../../groundwork/geometry'

/** A shoe from its outer side, toe to the right, mm, y down, standing on y = 0. */
export type ShoeProfile = {
  solePath: Point[]
  upperPath: Point[]
  /** edge of the opening, seams, laces or straps: open lines */
  lines: Point[][]
  /** where the sole bends, and how much: a short line for a sole that gives, none for one that does not */
  bendMark: Point[][]
  /** the insert inside, closed; empty where there is none */
  insertPath: Point[]
  lengthMm: number
  heightMm: number
}

export type UpperKind = 'laces' | 'strap' | 'zip' | 'slipOn' | 'boot'

type ProfileInput = {
  lengthMm: number
  stackHeelMm: number
  stackForefootMm: number
  toeSpringMm?: number | undefined
  upper?: UpperKind | undefined
  /** 0 folds like cloth … 5 does not bend */
  bendStiffness?: number | undefined
  /** thickness of an insert under heel, arch and forefoot, mm */
  insert?: { heelMm: number; archMm: number; forefootMm: number } | undefined
}

const shares = Array.from({ length: 41 }, (_, i) => i / 40)
const ballAt = 0.68
const raisedHeel = 14 // mm of drop from which a shoe stands on a heel of its own, with a hollow before it

/**
 * Draws a shoe to scale from its stack heights, toe spring and closure; the upper follows the shape of a foot.
 * @param input outer length mm, stack at heel and forefoot mm (≥ 0)
 */
export function shoeProfile(input: ProfileInput): ShoeProfile {
  const { lengthMm: l, stackHeelMm: heel, stackForefootMm: fore } = input
  const springMm = input.toeSpringMm ?? Math.min(16, 5 + fore * 0.35)
  const rise = (share: number) => (share > 0.74 ? springMm * ((share - 0.74) / 0.26) ** 2 : 0)
  // the foot slopes from heel to ball and stays level in front of it
  const stack = (share: number): number => {
    const t = Math.min(1, Math.max(0, (share - 0.22) / (ballAt - 0.24)))
    return heel + (fore - heel) * t * t * (3 - 2 * t)
  }
  const top = (share: number): number => stack(share) + rise(share)
  const at = (share: number, above: number): Point => ({ x: share * l, y: -top(share) - above })
  const bottom = shares.map((s) => ({ x: s * l, y: -rise(s) - hollow(s, heel - fore) - edge(s) }))
  const upper = upperOf(input.upper ?? 'laces', at)
  return {
    solePath: [...bottom, ...shares.map((s) => ({ x: s * l, y: -top(s) })).reverse()],
    upperPath: upper.outline,
    lines: upper.lines,
    bendMark: bendMarks(input.bendStiffness, l, rise, fore),
    insertPath: input.insert ? insertOf(input.insert, at) : [],
    lengthMm: l,
    heightMm: Math.max(heel, fore) + (input.upper === 'boot' ? 140 : 80),
  }
}

/** Ends of the sole are rounded. */
function edge(share: number): number {
  return share < 0.04 ? 4 * (1 - share / 0.04) ** 2 : share > 0.97 ? 5 * ((share - 0.97) / 0.03) ** 2 : 0
}

/** Before a raised heel the sole leaves the ground. */
function hollow(share: number, dropMm: number): number {
  if (dropMm < raisedHeel || share < 0.27 || share > 0.6) return 0
  return Math.min(dropMm * 0.55, 14) * Math.sin(((share - 0.27) / 0.33) * Math.PI) ** 0.6
}

type At = (share: number, above: number) => Point

const front: [number, number][] = [
  [0.62, 49],
  [0.72, 42],
  [0.82, 37],
  [0.9, 31],
  [0.955, 21],
  [0.985, 9],
  [0.988, 0],
]
const back: [number, number][] = [
  [0.012, 0],
  [-0.002, 14],
  [0.004, 34],
  [0.02, 54],
]

function upperOf(kind: UpperKind, at: At): { outline: Point[]; lines: Point[][] } {
  const place = (points: readonly [number, number][]) => points.map(([s, a]) => at(s, a))
  const smooth = (points: readonly [number, number][]) => openCurve(place(points), 8)
  const soleLine = [0.9, 0.75, 0.6, 0.45, 0.3, 0.15, 0.05].map((s) => at(s, 0))
  const laces = [0.44, 0.49, 0.54, 0.59].map((s, i): [number, number][] => [
    [s, 68 - i * 5.6],
    [s + 0.055, 61 - i * 6.2],
  ])
  if (kind === 'boot') {
    const shaft: [number, number][] = [
      ...back,
      [0.03, 84],
      [0.027, 108],
      [0.024, 134],
      [0.2, 137],
      [0.375, 132],
      [0.37, 112],
      [0.385, 96],
      [0.44, 74],
      [0.53, 59],
    ]
    return {
      outline: [...smooth([...shaft, ...front]), ...soleLine],
      lines: [
        smooth([
          [0.026, 116],
          [0.2, 119],
          [0.372, 114],
        ]),
        smooth([
          [0.03, 20],
          [0.12, 24],
          [0.2, 14],
          [0.24, 1],
        ]),
        smooth([
          [0.74, 40],
          [0.72, 22],
          [0.74, 1],
        ]),
        ...laces.slice(0, 3).map((lace) => place(lace)),
      ],
    }
  }
  const opening: Record<Exclude<UpperKind, 'boot'>, [number, number][]> = {
    laces: [
      [0.04, 64],
      [0.1, 60],
      [0.18, 52],
      [0.28, 50],
      [0.36, 60],
      [0.41, 74],
      [0.46, 70],
    ],
    strap: [
      [0.04, 62],
      [0.1, 56],
      [0.18, 46],
      [0.27, 42],
      [0.36, 52],
      [0.42, 68],
      [0.48, 64],
    ],
    zip: [
      [0.04, 70],
      [0.1, 70],
      [0.2, 66],
      [0.3, 66],
      [0.37, 72],
      [0.42, 76],
      [0.47, 70],
    ],
    slipOn: [
      [0.04, 60],
      [0.1, 55],
      [0.18, 45],
      [0.28, 40],
      [0.38, 44],
      [0.46, 53],
      [0.52, 54],
    ],
  }
  const extra: Record<Exclude<UpperKind, 'boot'>, Point[][]> = {
    laces: [
      ...laces.map((lace) => place(lace)),
      smooth([
        [0.36, 60],
        [0.4, 38],
        [0.46, 24],
        [0.6, 20],
      ]),
    ],
    strap: [
      smooth([
        [0.4, 64],
        [0.42, 30],
        [0.44, 1],
      ]),
      smooth([
        [0.49, 63],
        [0.51, 30],
        [0.53, 1],
      ]),
    ],
    zip: [
      smooth([
        [0.24, 66],
        [0.26, 30],
        [0.27, 4],
      ]),
    ],
    slipOn: [
      smooth([
        [0.28, 40],
        [0.36, 24],
        [0.5, 26],
        [0.56, 50],
      ]),
    ],
  }
  return {
    outline: [...smooth([...back, ...opening[kind], [0.54, 59], ...front]), ...soleLine],
    lines: [
      smooth([
        [0.004, 26],
        [0.08, 30],
        [0.15, 22],
        [0.19, 1],
      ]),
      smooth([
        [0.76, 39],
        [0.735, 22],
        [0.76, 1],
      ]),
      ...extra[kind],
    ],
  }
}

/** Short strokes under the ball: three for a sole that folds, none for one that does not bend. */
function bendMarks(
  stiffness: number | undefined,
  l: number,
  rise: (share: number) => number,
  foreMm: number,
): Point[][] {
  if (stiffness === undefined) return []
  const count = Math.round(3 * (1 - stiffness / 5))
  return Array.from({ length: count }, (_, i) => {
    const share = ballAt + (i - (count - 1) / 2) * 0.03
    const height = Math.min(foreMm * 0.6, 3 + foreMm * 0.4)
    return [
      { x: share * l, y: -rise(share) - 0.6 },
      { x: share * l, y: -rise(share) - height },
    ]
  })
}

function insertOf({ heelMm, archMm, forefootMm }: NonNullable<ProfileInput['insert']>, at: At): Point[] {
  const above = openCurve(
    [
      at(0.04, heelMm + 5),
      at(0.1, heelMm),
      at(0.2, heelMm),
      at(0.4, archMm),
      at(0.6, forefootMm),
      at(0.8, forefootMm),
      at(0.95, 0.8),
    ],
    6,
  )
  return [...above, ...[0.95, 0.75, 0.55, 0.35, 0.15, 0.04].map((s) => at(s, 0))]
}
