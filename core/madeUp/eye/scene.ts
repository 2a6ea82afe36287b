import { boundsOf, turn, type Point } from '../../groundwork/geometry'
import type { Chance } from '../synthetic'
import { degToRad } from '../../groundwork/units'
import type { EyeLevel } from './eyeKinds'

/** A drawn foot: mm, x to the right, y down as it is shown. Light falls from one side. */
export type EyeScene = {
  box: { x: number; y: number; width: number; height: number }
  skins: Point[][]
  lines: Point[][]
  dots: Point[]
  /** contact on paper or mat instead of skin */
  prints: Point[][]
  shoes: { name: string; outline: Point[] }[]
  /** ground, from left to right */
  floor: [Point, Point] | undefined
  ruler: { from: Point; mm: number } | undefined
  /** 0 light to 4 deep */
  tone: number
  lightFrom: 'left' | 'right'
  /** 1 clear, less is flatter light */
  contrast: number
}

/** How hard the level makes it to see. */
export function difficulty(
  level: EyeLevel,
  chance: Chance,
): { tiltDeg: number; contrast: number; helped: boolean } {
  const tilt = [0, 2, 4, 7][level - 1]!
  return {
    tiltDeg: chance.between(-tilt, tilt),
    contrast: [1, 0.9, 0.72, 0.55][level - 1]!,
    helped: level === 1,
  }
}

const aroundMm = 16

type Parts = Partial<Omit<EyeScene, 'box' | 'skins' | 'tone' | 'lightFrom' | 'contrast'>> & {
  skins: Point[][]
}

/** Puts a scene together: turned a little by its level, framed, lit. Points come with y up. */
export function framed(
  parts: Parts,
  input: { level: EyeLevel; chance: Chance; isTurned?: boolean; topMm?: number },
): EyeScene {
  const { chance, level } = input
  const { tiltDeg, contrast } = difficulty(level, chance)
  const angle = input.isTurned === false ? 0 : degToRad(tiltDeg)
  const put = (p: Point): Point => {
    const t = turn(p, angle)
    return { x: t.x, y: -t.y }
  }
  const all = (rings: readonly Point[][] = []) => rings.map((ring) => ring.map(put))
  const scene = {
    skins: all(parts.skins),
    lines: all(parts.lines),
    dots: (parts.dots ?? []).map(put),
    prints: all(parts.prints),
    shoes: (parts.shoes ?? []).map((s) => ({ name: s.name, outline: s.outline.map(put) })),
    floor: parts.floor && ([put(parts.floor[0]), put(parts.floor[1])] as [Point, Point]),
    ruler: parts.ruler && { ...parts.ruler, from: put(parts.ruler.from) },
  }
  const seen = [
    ...scene.skins.flat(),
    ...scene.prints.flat(),
    ...scene.shoes.flatMap((s) => s.outline),
    ...(scene.ruler ? [scene.ruler.from] : []),
  ]
  const bounds = boundsOf(seen)
  const { minX, maxX, maxY } = bounds
  // a leg goes on beyond the picture: it is cut off by the frame, not by an end of its own
  const minY = input.topMm === undefined ? bounds.minY : Math.max(bounds.minY, aroundMm - input.topMm)
  return {
    ...scene,
    box: {
      x: minX - aroundMm,
      y: minY - aroundMm,
      width: maxX - minX + 2 * aroundMm,
      height: maxY - minY + 2 * aroundMm,
    },
    tone: chance.integer(0, 4),
    lightFrom: chance.unit() < 0.5 ? 'left' : 'right',
    contrast,
  }
}
