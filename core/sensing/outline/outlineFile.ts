import { XMLParser } from 'fast-xml-parser'
import { svgPathProperties } from 'svg-path-properties'
import { polygonArea, type Point } from '../../groundwork/geometry'
import { MeasureError, outcomeOf, type Outcome, type Problem } from '../../groundwork/problem'
import { sides, type Side } from '../../groundwork/side'

/** An outline as it lies in a file: mm, x right, y up, toes upwards, seen from above. */
export type OutlineFile = {
  seenMm: Point[]
  /** which foot or shoe; undefined where the file does not say */
  side: Side | undefined
}

const sampleMm = 1
const mostPoints = 20_000
const openMm = 8 // ends further apart than this were not meant to meet
const [leastLengthMm, mostLengthMm] = [120, 400] // no foot or shoe of a grown or growing person is shorter or longer
const unitMm: Record<string, number> = { mm: 1, cm: 10, in: 25.4, px: 25.4 / 96, '': 1 }

/**
 * Reads an outline from a file: JSON `{"side": "left", "points": [[x, y], …]}` in mm with y up, or an SVG drawing with one
 * closed path, y down as in every SVG; its width and view box give the scale, and without units one unit is 1 mm.
 * @returns the closed line, or what is wrong: badOutline with its reason
 */
export function readOutlineFile(text: string): Outcome<OutlineFile> {
  return outcomeOf(() => {
    const file = text.trimStart().startsWith('<') ? fromSvg(text) : fromJson(text)
    return { ...file, seenMm: checked(file.seenMm) }
  })
}

function fail(reason: OutlineFault, facts: { lengthMm?: number } = {}): never {
  throw new MeasureError({ code: 'badOutline', path: 'outline', reason, ...facts })
}
type OutlineFault = Extract<Problem, { code: 'badOutline' }>['reason']

function fromJson(text: string): OutlineFile {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    fail('unreadable')
  }
  const file = (Array.isArray(value) ? { points: value } : value) as {
    points?: unknown
    side?: unknown
  } | null
  if (typeof file !== 'object' || !file || !Array.isArray(file.points)) fail('points')
  const seenMm = file.points.map(pointOf)
  return { seenMm, side: sideOf(file.side) }
}

function pointOf(value: unknown): Point {
  const [x, y] = Array.isArray(value)
    ? (value as unknown[])
    : [(value as Point | null)?.x, (value as Point | null)?.y]
  if (typeof x !== 'number' || typeof y !== 'number' || !Number.isFinite(x) || !Number.isFinite(y))
    fail('points')
  return { x, y }
}

function sideOf(value: unknown): Side | undefined {
  if (value === undefined || value === null) return undefined
  return sides.find((side) => side === value) ?? fail('side')
}

type SvgElement = { [key: string]: unknown }

function fromSvg(text: string): OutlineFile {
  let root: SvgElement
  try {
    root = new XMLParser({ ignoreAttributes: false, attributeNamePrefix: '@' }).parse(
      text,
      true,
    ) as SvgElement
  } catch {
    fail('unreadable')
  }
  const svg = root.svg as SvgElement | undefined
  if (!svg || typeof svg !== 'object') fail('noPath')
  const paths = pathsIn(svg)
  if (paths.length === 0) fail('noPath')
  if (paths.length > 1) fail('severalPaths')
  const path = paths[0]!
  // "M … M …" would be a second line
  if ((path.match(/m/gi) ?? []).length > 1) fail('severalPaths')
  let points: Point[]
  try {
    points = sampled(path, scaleOf(svg))
  } catch (error) {
    if (error instanceof MeasureError) throw error
    fail('unreadable')
  }
  return { seenMm: points, side: sideOf(svg['@data-side']) }
}

function pathsIn(element: SvgElement): string[] {
  return Object.entries(element).flatMap(([tag, child]): string[] => {
    if (tag.startsWith('@') || typeof child !== 'object' || child === null) return []
    return (Array.isArray(child) ? child : [child]).flatMap((c: unknown): string[] => {
      const own = c as SvgElement
      const d = tag === 'path' ? own['@d'] : undefined
      return [...(typeof d === 'string' ? [d] : []), ...pathsIn(own)]
    })
  })
}

const textOf = (value: unknown) => (typeof value === 'string' ? value : '')

/** Millimetres of one unit of the path. */
function scaleOf(svg: SvgElement): number {
  const width = /^([\d.]+)\s*(mm|cm|in|px|)$/.exec(textOf(svg['@width']))
  const box = textOf(svg['@viewBox'])
    .trim()
    .split(/[\s,]+/)
    .map(Number)
  if (!width || box.length !== 4 || !(box[2]! > 0)) return 1
  // a width without a unit or in pixels says nothing about paper
  if (width[2] === '' || width[2] === 'px') return 1
  return (Number(width[1]) * unitMm[width[2]!]!) / box[2]!
}

function sampled(path: string, mmPerUnit: number): Point[] {
  const line = new svgPathProperties(path)
  const length = line.getTotalLength()
  if (!(length > 0)) fail('points')
  const count = Math.min(mostPoints, Math.max(8, Math.ceil((length * mmPerUnit) / sampleMm)))
  const points = Array.from({ length: count + 1 }, (_, i) => line.getPointAtLength((i * length) / count))
  return points.map((p) => ({ x: p.x * mmPerUnit, y: -p.y * mmPerUnit }))
}

/** One closed line without crossings, as long as a foot or a shoe can be. */
function checked(points: Point[]): Point[] {
  if (points.length < 8 || points.length > mostPoints) fail('points')
  const ys = points.map((p) => p.y)
  const xs = points.map((p) => p.x)
  const lengthMm = Math.max(Math.max(...ys) - Math.min(...ys), Math.max(...xs) - Math.min(...xs))
  if (lengthMm < leastLengthMm || lengthMm > mostLengthMm) fail('unit', { lengthMm })
  const [first, last] = [points[0]!, points[points.length - 1]!]
  const apart = Math.hypot(first.x - last.x, first.y - last.y)
  const usual = medianStep(points)
  if (apart > Math.max(openMm, 3 * usual)) fail('open')
  const ring = apart < closeMm ? points.slice(0, -1) : points
  if (crosses(ring) || polygonArea(ring) === 0) fail('crossing')
  return ring
}
const closeMm = 1e-3

function medianStep(points: readonly Point[]): number {
  const steps = points.slice(1).map((p, i) => Math.hypot(p.x - points[i]!.x, p.y - points[i]!.y))
  return steps.sort((a, b) => a - b)[Math.floor(steps.length / 2)]!
}

/** Whether any two pieces of a closed line cross; pieces are compared where their heights overlap. */
function crosses(ring: readonly Point[]): boolean {
  const n = ring.length
  const order = ring.map((_, i) => i).sort((a, b) => lowOf(a) - lowOf(b))
  function lowOf(i: number): number {
    return Math.min(ring[i]!.y, ring[(i + 1) % n]!.y)
  }
  let open: number[] = []
  for (const i of order) {
    const low = lowOf(i)
    open = open.filter((k) => Math.max(ring[k]!.y, ring[(k + 1) % n]!.y) >= low)
    if (open.some((k) => areApart(i, k, n) && cut(ring, i, k))) return true
    open.push(i)
  }
  return false
}

function areApart(i: number, k: number, n: number): boolean {
  const steps = Math.abs(i - k)
  return steps > 1 && steps < n - 1
}

function cut(ring: readonly Point[], i: number, k: number): boolean {
  const n = ring.length
  const [a, b, c, d] = [ring[i]!, ring[(i + 1) % n]!, ring[k]!, ring[(k + 1) % n]!]
  const turn = (p: Point, q: Point, r: Point) => (q.x - p.x) * (r.y - p.y) - (q.y - p.y) * (r.x - p.x)
  return turn(a, b, c) * turn(a, b, d) < 0 && turn(c, d, a) * turn(c, d, b) < 0
}
