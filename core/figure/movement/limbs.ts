import { closedCurve, type Point } from '../../groundwork/geometry'
import { at } from './shape'

/** Lengths of a person of 1.70 m between joints, mm. A figure never stretches. */
export const boneMm = {
  shank: 400,
  thigh: 410,
  trunk: 490,
  neck: 195,
  upperArm: 285,
  forearm: 330,
} as const

/** Half widths along a bone: how far skin lies in front of it and behind it. */
type Profile = readonly (readonly [share: number, front: number, back: number])[]

export const shankProfile: Profile = [
  [-0.03, 32, 34],
  [0.06, 31, 27],
  [0.18, 29, 27],
  [0.34, 33, 35],
  [0.5, 38, 50],
  [0.64, 42, 61],
  [0.76, 44, 64],
  [0.88, 47, 57],
  [1, 51, 50],
]
export const thighProfile: Profile = [
  [0, 53, 50],
  [0.12, 56, 53],
  [0.3, 67, 62],
  [0.55, 80, 75],
  [0.8, 88, 86],
  [1, 90, 96],
]
export const shortsProfile: Profile = [
  [0.5, 86, 82],
  [0.62, 90, 86],
  [0.8, 93, 92],
  [1, 94, 100],
]
export const trunkProfile: Profile = [
  [-0.12, 78, 96],
  [0, 92, 112],
  [0.14, 98, 104],
  [0.34, 92, 80],
  [0.55, 98, 88],
  [0.75, 108, 104],
  [0.92, 88, 98],
  [1.03, 52, 66],
]
export const upperArmProfile: Profile = [
  [-0.04, 46, 48],
  [0.2, 46, 46],
  [0.6, 40, 40],
  [1, 35, 36],
]
export const forearmProfile: Profile = [
  [0, 36, 36],
  [0.18, 40, 38],
  [0.5, 32, 31],
  [0.72, 23, 24],
  [0.8, 26, 28],
  [0.92, 27, 27],
  [1, 13, 13],
]

/**
 * A limb between two joints.
 * @param front the side, seen along the bone from `from` to `to`, on which the front lies: 1 to its right, −1 to its left
 * @returns one closed area
 */
export function limb(from: Point, to: Point, profile: Profile, front: 1 | -1): Point[] {
  const length = Math.hypot(to.x - from.x, to.y - from.y) || 1
  const along = at((to.x - from.x) / length, (to.y - from.y) / length)
  const across = at(along.y * front, -along.x * front)
  const put = (share: number, out: number) =>
    at(from.x + along.x * share * length + across.x * out, from.y + along.y * share * length + across.y * out)
  return closedCurve(
    [
      ...profile.map(([share, f]) => put(share, f)),
      ...[...profile].reverse().map(([share, , b]) => put(share, -b)),
    ],
    5,
  )
}

/**
 * The joint between two bones whose ends are known.
 * @param bend 1 where the joint lies to the right of the way from a to b, −1 to its left
 * @returns the joint; where the ends lie too far apart, on the straight line: then the second bone would stretch, which
 *   the tests of the figures do not let pass
 */
export function jointBetween(a: Point, b: Point, first: number, second: number, bend: 1 | -1): Point {
  const d = Math.max(1e-6, Math.hypot(b.x - a.x, b.y - a.y))
  const along = (first * first - second * second + d * d) / (2 * d)
  const out = Math.sqrt(Math.max(0, first * first - along * along))
  const u = at((b.x - a.x) / d, (b.y - a.y) / d)
  return at(a.x + u.x * along + u.y * out * bend, a.y + u.y * along - u.x * out * bend)
}

/** The end of a bone that leans from upright. @param deg + forward */
export function boneFrom(from: Point, length: number, deg: number): Point {
  const a = (deg * Math.PI) / 180
  return at(from.x + length * Math.sin(a), from.y + length * Math.cos(a))
}
