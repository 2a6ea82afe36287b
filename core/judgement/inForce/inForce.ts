import type { References } from '../../groundwork/reference'
import { cautionTable, type CautionId, type CautionQuestion, type CautionRule } from '../../plan/cautions'
import type { StopSign } from '../../followup'

/** What one visit told about stops, read from its own fields. */
export type VisitTold = {
  visitId: string
  /** YYYY-MM-DD */
  startedOn: string
  /** stops raised there that nobody dealt with there, and cautions that allow no plan */
  raised: readonly CautionId[]
  /** dealt with by name */
  dealtWith: readonly CautionId[]
  /** questions answered with no */
  denied: readonly CautionQuestion[]
}

/** Stop signs of one day of the log that no practitioner has settled. */
export type LogTold = { day: string; signs: readonly StopSign[] }

export type StopInForce = {
  what: CautionId | StopSign
  toldAt: 'visit' | 'log' | 'yearOfBirth'
  /** YYYY-MM-DD */
  since: string
  visitId: string | undefined
}

/** What holds everything back that would be handed to a client now. */
export type InForce = { stops: readonly StopInForce[] }

/**
 * One list of what is in force for a person now, whichever room it was told in. Every door that hands something out
 * asks it at that moment.
 *
 * A stop of a visit stays until it is dealt with, there or at a later visit, or until a later visit asks the same
 * question and hears no. A sign that was only seen (on the map, in Look) stays until it is dealt with by name.
 * @param visits in any order; @param birthYear null where it is not known
 * @source cautions: in force now
 */
export function inForce(
  told: {
    visits: readonly VisitTold[]
    log: readonly LogTold[]
    birthYear: number | null
    today: string
  },
  r: References,
): InForce {
  const newestFirst = [...told.visits].sort(
    (a, b) => compare(b.startedOn, a.startedOn) || compare(b.visitId, a.visitId),
  )
  const settled = new Set<CautionId>()
  const stops = new Map<CautionId, StopInForce>()
  for (const visit of newestFirst) {
    for (const what of visit.raised)
      if (!settled.has(what))
        // an older visit that raised it too says since when
        stops.set(what, {
          what,
          toldAt: 'visit',
          since: visit.startedOn,
          visitId: stops.get(what)?.visitId ?? visit.visitId,
        })
    for (const what of visit.dealtWith) if (!stops.has(what)) settled.add(what)
    for (const what of Object.keys(cautionTable) as CautionId[]) {
      const { asks }: CautionRule = cautionTable[what]
      if (
        asks !== undefined &&
        visit.denied.includes(asks) &&
        !visit.raised.includes(what) &&
        !stops.has(what)
      )
        settled.add(what)
    }
  }
  const signs = new Map<StopSign, string>()
  for (const { day, signs: those } of told.log)
    for (const sign of those) if (day < (signs.get(sign) ?? '9')) signs.set(sign, day)
  const isChild =
    told.birthYear !== null && Number(told.today.slice(0, 4)) - told.birthYear - 1 < r.childUnderAge
  return {
    stops: [
      ...stops.values(),
      ...[...signs].map(([what, since]): StopInForce => ({ what, toldAt: 'log', since, visitId: undefined })),
      ...(isChild && !stops.has('child')
        ? [{ what: 'child', toldAt: 'yearOfBirth', since: told.today, visitId: undefined } as const]
        : []),
    ],
  }
}

/** The day since when something stops everything; undefined where nothing does. */
export function stoppedSince({ stops }: InForce): string | undefined {
  return stops.map((stop) => stop.since).sort()[0]
}

const compare = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0)
