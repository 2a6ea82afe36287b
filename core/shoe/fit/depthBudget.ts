import type { Insert, InsertKind, Shoe } from '../footwear'
import type { References } from '../../groundwork/reference'

export const depthPlaces = ['forefoot', 'arch', 'heel'] as const
export type DepthPlace = (typeof depthPlaces)[number]

/** Height of the foot that has to go into the shoe, mm. */
export type FootHeights = {
  lengthMm: number
  forefootMm?: number | undefined
  archMm?: number | undefined
  heelMm?: number | undefined
}

export type DepthPart = {
  place: DepthPlace
  /** inner depth without any insert; undefined where it was not measured */
  depthMm: number | undefined
  footMm: number
  isFootGuessed: boolean
  sockMm: number
  insertMm: number
  /** what is left; negative: it will not go in */
  leftMm: number | undefined
  verdict: 'unknown' | 'fits' | 'tight' | 'no'
}

/** Thickness of an insert at the three places; from its own numbers, or usual for its kind. */
export function insertThickness(
  insert: Insert | undefined,
  references: References,
): Record<DepthPlace, number> {
  const usual = usualThickness(insert?.kind ?? 'none', references)
  return {
    forefoot: insert?.forefootMm ?? usual.forefoot,
    arch: insert?.archMm ?? usual.arch,
    heel: insert?.heelMm ?? usual.heel,
  }
}

function usualThickness(kind: InsertKind, references: References): Record<DepthPlace, number> {
  const { cushionMm, supportForefootMm, supportArchMm, supportHeelMm } = references
  switch (kind) {
    case 'none':
      return { forefoot: 0, arch: 0, heel: 0 }
    case 'flat':
    case 'cushion':
      return { forefoot: cushionMm, arch: cushionMm, heel: cushionMm }
    case 'support':
    case 'custom':
      return { forefoot: supportForefootMm, arch: supportArchMm, heel: supportHeelMm }
  }
}

/**
 * Room above the foot: inner depth less foot, sock and insert, at forefoot, arch and heel.
 * @param shoe inner depths in mm, measured without its insert
 * @param foot heights in mm; what was not measured is guessed from the length and said
 * @param insertMm thickness at the three places, mm
 * @returns negative where it will not go in
 * @source spec of shoes: room for the insert
 * @example 60 mm deep, instep 50, sock 2, insert 12: −4, it will not go in
 */
export function depthBudget(
  shoe: Pick<Shoe, 'depthForefootMm' | 'depthArchMm' | 'depthHeelMm'>,
  foot: FootHeights,
  insertMm: Record<DepthPlace, number>,
  references: References,
): DepthPart[] {
  const depths = { forefoot: shoe.depthForefootMm, arch: shoe.depthArchMm, heel: shoe.depthHeelMm }
  const heights = { forefoot: foot.forefootMm, arch: foot.archMm, heel: foot.heelMm }
  const shares = {
    forefoot: references.heightForefootShare,
    arch: references.heightArchShare,
    heel: references.heightHeelShare,
  }
  return depthPlaces.map((place): DepthPart => {
    const footMm = heights[place] ?? shares[place] * foot.lengthMm
    const depthMm = depths[place]
    const leftMm = depthMm === undefined ? undefined : depthMm - footMm - references.sockMm - insertMm[place]
    return {
      place,
      depthMm,
      footMm,
      isFootGuessed: heights[place] === undefined,
      sockMm: references.sockMm,
      insertMm: insertMm[place],
      leftMm,
      verdict:
        leftMm === undefined
          ? 'unknown'
          : leftMm < 0
            ? 'no'
            : leftMm < references.depthTightMm
              ? 'tight'
              : 'fits',
    }
  })
}
