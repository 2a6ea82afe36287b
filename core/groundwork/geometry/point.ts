/** A point; the name of the variable says in which frame and unit. */
export type Point = { x: number; y: number }

export function subtract(a: Point, b: Point): Point {
  return { x: a.x - b.x, y: a.y - b.y }
}

export function add(a: Point, b: Point): Point {
  return { x: a.x + b.x, y: a.y + b.y }
}

export function scaleBy(a: Point, factor: number): Point {
  return { x: a.x * factor, y: a.y * factor }
}

/** Twice the signed area of the triangle origin-a-b: positive when b lies anticlockwise of a (y up). */
export function cross(a: Point, b: Point): number {
  return a.x * b.y - a.y * b.x
}

export function dot(a: Point, b: Point): number {
  return a.x * b.x + a.y * b.y
}

export function distance(a: Point, b: Point): number {
  return Math.hypot(a.x - b.x, a.y - b.y)
}

/** Turns a point about the origin, anticlockwise with y up. */
export function turn(a: Point, angleRad: number): Point {
  const c = Math.cos(angleRad)
  const s = Math.sin(angleRad)
  return { x: a.x * c - a.y * s, y: a.x * s + a.y * c }
}

/** Unsigned angle between two directions, 0..180 degrees. @example angleBetweenDeg({x:1,y:0},{x:0,y:1}) // 90 */
export function angleBetweenDeg(a: Point, b: Point): number {
  return (Math.abs(Math.atan2(cross(a, b), dot(a, b))) * 180) / Math.PI
}
