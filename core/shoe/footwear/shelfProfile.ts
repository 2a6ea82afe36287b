import type { References } from '../../groundwork/reference'
import { shelfMean, type ShelfMean } from './shelfMean'
import { dropMm, type Shoe } from './shoe'

export const profileMeasures = ['stack', 'drop', 'bend', 'toeRoom'] as const
export type ProfileMeasure = (typeof profileMeasures)[number]

/** One part of the hours: a band of the measure, from its lower limit on. */
export type Band = { from: number | undefined; to: number | undefined; share: number }
export type ProfileRow = {
  measure: ProfileMeasure
  /** weighted by hours, mm or stiffness, with the part of the hours behind it */
  mean: ShelfMean
  bands: Band[]
}

type Worn = { shoe: Shoe; toesMarginMm: number | undefined; hours: number }

/**
 * The shelf by hours of wear: mean and share of the hours in each band.
 * @param worn shoes with the hours a week they count with; toe room in mm, the tighter foot
 * @returns rows where anything is known; shares of a row sum to 1
 */
export function shelfProfile(worn: readonly Worn[], references: References): ProfileRow[] {
  const limits: Record<ProfileMeasure, readonly number[]> = {
    stack: [references.bandStackLowMm, references.bandStackMiddleMm, references.bandStackHighMm],
    drop: [references.bandDropLowMm, references.bandDropMiddleMm, references.bandDropHighMm],
    bend: [references.bandBendLow, references.bandBendHigh],
    toeRoom: [references.toeWidthMarginMm, references.bandToeRoomMm],
  }
  const valueOf: Record<ProfileMeasure, (w: Worn) => number | undefined> = {
    stack: (w) => w.shoe.stackHeelMm,
    drop: (w) => dropMm(w.shoe),
    bend: (w) => w.shoe.bendStiffness,
    toeRoom: (w) => w.toesMarginMm,
  }
  return profileMeasures.flatMap((measure): ProfileRow[] => {
    const known = worn.flatMap((w) => {
      const value = valueOf[measure](w)
      return value === undefined || w.hours <= 0 ? [] : [{ value, hours: w.hours }]
    })
    const hours = known.reduce((sum, k) => sum + k.hours, 0)
    if (hours === 0) return []
    const cuts = limits[measure]
    return [
      {
        measure,
        mean: shelfMean(
          worn.map((w) => ({ hours: w.hours, value: valueOf[measure](w) })),
          references,
        ),
        bands: [undefined, ...cuts].map((from, i) => {
          const to = cuts[i]
          const inside = known.filter((k) => k.value >= (from ?? -Infinity) && k.value < (to ?? Infinity))
          return { from, to, share: inside.reduce((sum, k) => sum + k.hours, 0) / hours }
        }),
      },
    ]
  })
}
