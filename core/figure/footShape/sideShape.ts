import { closedCurve, type Point } from '../../groundwork/geometry'
import { degToRad } from '../../groundwork/units'
import type { FootShape } from './shape'

/** What a foot is drawn from, seen from its inner side and from behind; mm and degrees. */
export type SideShape = {
  side: FootShape['side']
  lengthMm: number
  /** heel to first joint */
  truncatedLengthMm: number
  navicularMm: number
  /** top of the foot at half its length */
  dorsumMm: number
  /** heel bone against the vertical, + everted */
  heelAngleDeg: number
  /** lower leg against the vertical, + top leans inwards */
  legAngleDeg: number
}

/** A foot drawn from its inner side: u forward from the heel, v up from the floor, mm. */
export type SideDrawing = { skinMm: Point[]; navicularMm: Point; firstJointMm: Point; dorsumMm: Point }

export function sideDrawing(shape: SideShape): SideDrawing {
  const { lengthMm: l, dorsumMm: d } = shape
  const rise = Math.max(1.5, (shape.navicularMm - 20) * 0.62)
  const at = (u: number, v: number): Point => ({ x: u * l, y: v })
  const skinMm = closedCurve(
    [
      at(0.012, 10),
      at(0, 26),
      at(0.022, 62),
      at(0.05, 100),
      at(0.062, 150),
      at(0.068, 205),
      at(0.335, 205),
      at(0.332, 150),
      at(0.345, 110),
      at(0.4, d * 1.2 + 6),
      at(0.5, d),
      at(0.6, d * 0.8),
      at(0.7, d * 0.6),
      at(0.78, d * 0.44),
      at(0.87, 23),
      at(0.945, 20),
      at(0.992, 12),
      at(0.997, 5),
      at(0.97, 0.5),
      at(0.89, 2.5),
      at(0.82, 1.4),
      at(0.745, 0),
      at(0.675, rise * 0.22),
      at(0.56, rise * 0.82),
      at(0.45, rise),
      at(0.33, rise * 0.5),
      at(0.24, 0.6),
      at(0.12, 0),
      at(0.045, 1.5),
    ],
    10,
  )
  return {
    skinMm,
    navicularMm: { x: 0.405 * l, y: shape.navicularMm },
    firstJointMm: { x: shape.truncatedLengthMm, y: d * 0.34 },
    dorsumMm: { x: 0.5 * l, y: d },
  }
}

/** Heel and lower leg from behind: x medial, y up from the floor, mm; dots drawn on the skin by the practitioner. */
export type RearDrawing = {
  skinMm: Point[]
  dots: { legUpper: Point; legLower: Point; heelUpper: Point; heelLower: Point }
}

const jointHeightMm = 66
const half: [height: number, halfWidthMm: number][] = [
  [0, 21],
  [7, 28],
  [20, 31],
  [38, 29.5],
  [54, 28],
  [66, 31],
  [76, 33.5],
  [88, 28.5],
  [108, 23],
  [140, 28],
  [180, 40],
  [212, 47],
]

export function rearDrawing(shape: SideShape): RearDrawing {
  const place = (across: number, height: number): Point => {
    const above = height - jointHeightMm
    const angle = degToRad(above < 0 ? shape.heelAngleDeg : shape.legAngleDeg)
    return { x: across + Math.tan(angle) * above, y: height }
  }
  const scale = shape.lengthMm / 252
  const up = half.map(([height, w]) => place(w * scale, height))
  const down = [...half].reverse().map(([height, w]) => place(-w * scale, height))
  return {
    skinMm: closedCurve([...up, ...down], 8),
    dots: {
      legUpper: place(0, 188),
      legLower: place(0, 108),
      heelUpper: place(0, 60),
      heelLower: place(0, 12),
    },
  }
}
