import { toeMeasures, type FootValues } from '../measures'
import type { References } from '../../groundwork/reference'
import { chanceBetween } from '../../groundwork/statistics'

export const halluxClasses = ['straight', 'slight', 'moderate', 'marked'] as const
export type HalluxClass = (typeof halluxClasses)[number]
export type FanClass = 'fanned' | 'even' | 'tapered'
/** The gap number n lies between toe n and toe n + 1, big toe first. */
export type ToeGap = { gap: number; spreadMm: number; restMm: number | undefined }

/** How far the big toe leans, with the chance of the class. @param angleDeg + towards the second toe */
export function halluxClass(angleDeg: number, references: References): { lean: HalluxClass; chance: number } {
  const limits = [
    -Infinity,
    references.halluxSlightDeg,
    references.halluxModerateDeg,
    references.halluxMarkedDeg,
    Infinity,
  ]
  const at = limits.findLastIndex((limit) => angleDeg >= limit)
  return {
    lean: halluxClasses[at]!,
    chance: chanceBetween({
      mean: angleDeg,
      sd: references.semHalluxDeg,
      low: limits[at]!,
      high: limits[at + 1]!,
    }),
  }
}

/** Shape of the forefoot: width in front of the ball over the ball. @returns class and its chance */
export function fanClass(ratio: number, references: References): { fan: FanClass; chance: number } {
  const { fanWide, fanTapered, fanError } = references
  const fan = ratio >= fanWide ? 'fanned' : ratio < fanTapered ? 'tapered' : 'even'
  const [low, high] =
    fan === 'fanned'
      ? [fanWide, Infinity]
      : fan === 'tapered'
        ? [-Infinity, fanTapered]
        : [fanTapered, fanWide]
  return { fan, chance: chanceBetween({ mean: ratio, sd: fanError, low, high }) }
}

/** The stiffest of the toes: it decides about spacers. The single word of older visits still counts. */
export function stiffestToe(foot: FootValues): 'straight' | 'bent, soft' | 'bent, fixed' | undefined {
  const words = [foot.words.toeState, ...toeMeasures.map((id) => foot.words[id])]
  return (['bent, fixed', 'bent, soft', 'straight'] as const).find((word) => words.includes(word))
}
