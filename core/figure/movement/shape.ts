import type { Point } from '../../groundwork/geometry'

/**
 * What a shape of a movement is: `skin` and `farSkin` the near and the far limbs, `cloth` and `farCloth` what they wear,
 * `detail` fine lines on the skin, `prop` things, `soft` things that give (towel, cushion), `hand` a helping hand.
 */
export const shapeRoles = [
  'skin',
  'farSkin',
  'cloth',
  'farCloth',
  'detail',
  'farDetail',
  'prop',
  'soft',
  'band',
  'ground',
  'move',
  'hand',
] as const
export type ShapeRole = (typeof shapeRoles)[number]

/** Lines and areas in mm, x forward, y up from the ground. Several parts are one body: no line where they overlap. */
export type FigureShape = { role: ShapeRole; parts: Point[][]; closed: boolean }

/** The part of the scene that is shown, mm. */
export type SceneBox = { left: number; bottom: number; width: number; height: number }

/** Bones of a frame, for whoever checks that a body could do it. */
export type FrameBones = {
  /** joints of every limb in order from the trunk outwards */
  limbs: { name: 'nearLeg' | 'farLeg' | 'nearArm' | 'farArm' | 'trunk'; joints: Point[] }[]
  /** angles by joint, degrees */
  angles: { joint: JointName; deg: number }[]
  /** the lowest point of a foot that stands, and the height of what it stands on */
  soles: { lowestMm: number; onMm: number }[]
}
export type JointName = 'knee' | 'ankle' | 'toe' | 'hip' | 'elbow' | 'toeTip'

export type Frame = { shapes: FigureShape[]; box: SceneBox; bones: FrameBones }

export const noBones = (): FrameBones => ({ limbs: [], angles: [], soles: [] })

export const at = (x: number, y: number): Point => ({ x, y })

export const area = (role: ShapeRole, ...parts: Point[][]): FigureShape => ({ role, parts, closed: true })
export const stroke = (role: ShapeRole, ...parts: Point[][]): FigureShape => ({ role, parts, closed: false })

/** Points about a middle, turned. @param deg against the clock */
export function turned(points: readonly Point[], about: Point, deg: number): Point[] {
  const [s, c] = [Math.sin((deg * Math.PI) / 180), Math.cos((deg * Math.PI) / 180)]
  return points.map((p) => {
    const [dx, dy] = [p.x - about.x, p.y - about.y]
    return { x: about.x + dx * c - dy * s, y: about.y + dx * s + dy * c }
  })
}

export function moved(points: readonly Point[], by: Point): Point[] {
  return points.map((p) => ({ x: p.x + by.x, y: p.y + by.y }))
}

export function ring(middle: Point, rx: number, ry = rx, deg = 0): Point[] {
  const points = Array.from({ length: 32 }, (_, i) => {
    const t = (i / 32) * 2 * Math.PI
    return { x: middle.x + rx * Math.cos(t), y: middle.y + ry * Math.sin(t) }
  })
  return deg === 0 ? points : turned(points, middle, deg)
}
