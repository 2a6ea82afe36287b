import type { References } from '../../groundwork/reference'
import type { BySide } from '../../groundwork/side'
import { minimalShoeScore, type MinimalShoeScore } from './minimalShoeScore'
import { shelfMean, type ShelfMean, type WeighedShoe } from './shelfMean'
import { shelfProfile, type ProfileRow } from './shelfProfile'
import { tippingAngleDeg } from './tipping'
import { wearHint, type WearHint } from './wearHint'
import { dropMm, isWorn, type Shoe } from './shoe'

export type ShoeReading = {
  shoe: Shoe
  dropMm: number | undefined
  score: MinimalShoeScore
  /** inner width and stretch less the foot's width, mm; the tighter foot; negative is narrower than the foot */
  ballMarginMm: number | undefined
  toesMarginMm: number | undefined
  /** low drop on a tall stack: little ground feel and a tall lever */
  isTallLever: boolean
  isNarrow: boolean
  hoursShare: number
  /** sideways, degrees; undefined while sole width or stack is missing */
  tippingDeg: number | undefined
  wear: WearHint | undefined
}

export type ShelfReading = {
  /** every shoe, most worn first; ghosts and retired ones behind, with no part of the hours */
  shoes: ShoeReading[]
  hoursPerWeek: number
  /** weighted by hours, mm and % */
  drop: ShelfMean
  stackHeel: ShelfMean
  score: ShelfMean
  /** part of the hours spent in shoes narrower than the foot */
  narrow: ShelfMean
  mostWorn: ShoeReading | undefined
  profile: ProfileRow[]
}

export type FootWidths = BySide<{ ballWidthMm?: number | undefined; toeWidthMm?: number | undefined }>

/** Reads every shoe against the wider foot and weights the shelf by hours of wear: what is worn most counts most. */
export function readShelf(shoes: readonly Shoe[], feet: FootWidths, references: References): ShelfReading {
  const hoursOf = (shoe: Shoe) => (isWorn(shoe) ? (shoe.hoursPerWeek ?? 0) : 0)
  const hoursPerWeek = shoes.reduce((sum, shoe) => sum + hoursOf(shoe), 0)
  const ball = widest(feet, 'ballWidthMm')
  const toes = widest(feet, 'toeWidthMm')
  const standing = (shoe: Shoe) => (shoe.isRetired ? 2 : shoe.isGhost ? 1 : 0)
  const sorted = [...shoes].sort((a, b) => standing(a) - standing(b) || hoursOf(b) - hoursOf(a))
  const readings = sorted.map((shoe): ShoeReading => {
    const drop = dropMm(shoe)
    const margin = (inner: number | undefined, foot: number | undefined) =>
      inner === undefined || foot === undefined ? undefined : inner + references.upperStretchMm - foot
    const ballMarginMm = margin(shoe.innerWidthBallMm, ball)
    const toesMarginMm = margin(shoe.innerWidthToesMm, toes)
    return {
      shoe,
      dropMm: drop,
      score: minimalShoeScore(shoe, references),
      ballMarginMm,
      toesMarginMm,
      isTallLever:
        drop !== undefined && drop < references.lowDropMm && (shoe.stackHeelMm ?? 0) > references.tallStackMm,
      isNarrow: [ballMarginMm, toesMarginMm].some((m) => m !== undefined && m < references.toeWidthMarginMm),
      hoursShare: hoursPerWeek > 0 ? hoursOf(shoe) / hoursPerWeek : 0,
      tippingDeg: tippingAngleDeg(shoe, references),
      wear: shoe.wornZones && wearHint(shoe.wornZones),
    }
  })
  const mean = (of: (r: ShoeReading) => Omit<WeighedShoe, 'hours'>, bounds?: { low: number; high: number }) =>
    shelfMean(
      readings.map((r) => ({ hours: r.hoursShare, ...of(r) })),
      references,
      bounds,
    )
  const isMeasured = (r: ShoeReading) => r.ballMarginMm !== undefined || r.toesMarginMm !== undefined
  return {
    shoes: readings,
    hoursPerWeek,
    drop: mean((r) => ({ value: r.dropMm })),
    stackHeel: mean((r) => ({ value: r.shoe.stackHeelMm })),
    score: mean(({ score }) => ({ value: score.pct, low: score.lowPct, high: score.highPct }), {
      low: 0,
      high: 100,
    }),
    narrow: mean((r) => ({ value: isMeasured(r) ? Number(r.isNarrow) : undefined }), { low: 0, high: 1 }),
    mostWorn: readings.find((r) => r.hoursShare > 0),
    profile: shelfProfile(
      readings.map((r) => ({ shoe: r.shoe, toesMarginMm: r.toesMarginMm, hours: r.hoursShare })),
      references,
    ),
  }
}

function widest(feet: FootWidths, key: 'ballWidthMm' | 'toeWidthMm'): number | undefined {
  const known = [feet.left[key], feet.right[key]].filter((w) => w !== undefined)
  return known.length === 0 ? undefined : Math.max(...known)
}
