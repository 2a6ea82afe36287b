import type { References } from '../../groundwork/reference'
import type { Side } from '../../groundwork/side'
import type { CautionSign } from './cautionTable'
import { isFreshInjury } from './freshInjury'
import { medicineGroupsOf } from './medicines'

/** What somebody told or somebody saw that raises a caution without its question. */
export type Told = {
  /** by the year of birth alone: whole years reached by the end of this one */
  ageYears: number | undefined
  /** `weeksAtLeast`: by the latest day the month allows; where only the year is known, the latest of that year */
  events: readonly { kind: string; weeksAgo: number; weeksAtLeast?: number | undefined }[]
  pains: readonly { side: Side; when: readonly string[] }[]
  medicines: readonly string[]
  /** swelling as it was looked at */
  swelling: readonly (string | undefined)[]
}

/**
 * Signs that what was told raises by itself; the same for a reading, for lists and for every door.
 * A month, a year of birth and a day are read in the most cautious way they allow.
 * @source cautions: facts that raise a caution by themselves
 */
export function toldSigns(
  { ageYears, events, pains, medicines, swelling }: Told,
  r: References,
): CautionSign[] {
  const sore = new Set(pains.map((m) => m.side))
  const happened = (...kinds: string[]) => events.some((e) => kinds.includes(e.kind))
  const lately = (weeks: number, ...kinds: string[]) =>
    events.some((e) => kinds.includes(e.kind) && (e.weeksAtLeast ?? e.weeksAgo) < weeks)
  const groups = medicineGroupsOf(medicines)
  const isInjured = events.some((e) => isFreshInjury(e, undefined, r))
  const holds: Partial<Record<CautionSign, boolean>> = {
    // sixteen this year is fifteen until the birthday
    ageChild: ageYears !== undefined && ageYears - 1 < r.childUnderAge,
    ageOld: ageYears !== undefined && ageYears >= r.supportFromAge,
    operationLately: lately(r.operationWeeks, 'operation'),
    fractureLately: lately(r.freshBreakWeeks, 'stressFracture', 'brokenToe'),
    sprainLately: isInjured,
    stressFractureNoted: happened('stressFracture'),
    injuryNoted: happened('sprain', 'brokenToe', 'otherInjury'),
    bloodThinnerTaken: groups.includes('bloodThinner'),
    diabetesMedicineTaken: groups.includes('diabetes'),
    steroidTaken: groups.includes('steroid'),
    boneMedicineTaken: groups.includes('boneStrength'),
    goutMedicineTaken: groups.includes('gout'),
    swellingSeen: swelling.includes('clear'),
    oneSidedPain: sore.size === 1,
    soreSpotMarked: pains.length > 0,
    nightPainMarked: pains.some((m) => m.when.includes('night')),
  }
  return (Object.keys(holds) as CautionSign[]).filter((sign) => holds[sign])
}
