import {
  dexterityMeasures,
  errorKindOf,
  gapSpreadMeasures,
  isNumberMeasure,
  measuredTogether,
  measureIds,
  toeGroundMeasures,
  type MeasureId,
} from '../../foot/measures'
import type { References } from '../../groundwork/reference'
import { sides } from '../../groundwork/side'
import {
  drillNamed,
  gatesOf,
  numberRows,
  wordRows,
  worst,
  type Capacity,
  type FactId,
  type OwnDrill,
} from '../../plan/training'
import type { VisitFacts } from '../reading/facts'
import type { VisitReading } from '../reading/read'

/** Why a row is worth repeating, the weightiest first. */
export const dueWhys = ['gate', 'deficit', 'trained', 'borderline'] as const
export type DueWhy = (typeof dueWhys)[number]
/** What is taken as one: both footprints, the loads under both feet, or one measure of both feet. */
export type DueWhat = 'print' | 'load' | MeasureId
export type DueRow = { what: DueWhat; whys: DueWhy[] }

/** How a fact of the plan is measured. */
export const measuresOfFact: Partial<Record<FactId, readonly DueWhat[]>> = {
  kneeToWallMm: ['kneeToWall'],
  bigToeExtensionDeg: ['bigToeExtension'],
  singleLegOpenS: ['singleLegOpen'],
  singleLegShutS: ['singleLegShut'],
  heelRaises: ['heelRaises'],
  halluxAngleDeg: ['halluxAngle'],
  fifthToeDeg: ['fifthToeAngle'],
  narrowestSpreadMm: gapSpreadMeasures,
  archIndex: ['print'],
  travelMm: ['navicularSit', 'navicularStand'],
  archGrade: ['navicularStand', 'navicularActive'],
  heelGrade: ['heelRest', 'heelActive'],
  halluxGrade: ['halluxAngle', 'halluxActive'],
  m1Missing: ['load'],
  eversionRangeDeg: ['eversionRange'],
  inversionStrength: ['inversionStrength'],
  forefootLifts: ['forefootLift'],
  toeGripN: ['toeGripForce'],
  squatLostAtPct: ['squatLostAt'],
  lungeLostAtPct: ['lungeLostAt'],
  dexterityShare: dexterityMeasures,
  archHold: ['archHold'],
  toesUp: ['toesUp'],
  toeGrip: ['toeGrip'],
  raisePath: ['raisePath'],
  squatFirst: ['squatFirst'],
  walkLatePush: ['walkLatePush'],
  walkToesUp: ['walkToesUp'],
  kneesOut: ['kneesOut'],
  toesOff: toeGroundMeasures,
}
const ofGate = {
  ankleBend: ['kneeToWall'],
  bigToeBend: ['bigToeExtension'],
  eyesOpenFirst: ['singleLegOpen'],
  bounce: ['heelRaises'],
  yieldFirst: ['eversionRange'],
} as const satisfies Record<string, readonly DueWhat[]>

const mainWeight = 0.6
/** Facts that say most of a capacity. */
export function factsOfCapacity(capacity: Capacity): FactId[] {
  const rows = [...numberRows, ...wordRows].filter(({ fills }) =>
    fills.some(([id, weight]) => id === capacity && weight >= mainWeight),
  )
  return [...new Set(rows.map((row) => row.fact))]
}

export type TrainedCapacity = { capacity: Capacity; drills: string[] }
/** What a plan trains, by the main target of each drill, in the order of the plan. */
export function trainedBy(inForce: readonly string[], own: readonly OwnDrill[]): TrainedCapacity[] {
  const trained = new Map<Capacity, string[]>()
  for (const id of inForce) {
    const capacity = drillNamed(id, own)?.targets[0]?.[0]
    if (capacity !== undefined) trained.set(capacity, [...(trained.get(capacity) ?? []), id])
  }
  return [...trained].map(([capacity, drills]) => ({ capacity, drills }))
}

/**
 * What is worth measuring again, and why: what was short, gates that are shut, what the plan trained, what lay within the
 * error of its limit. Of these only what was measured before, except a gate that nobody has measured. Measures that are
 * read together come together.
 * @param before the visit that the re-test goes on from @param inForce drills of the plan in force
 * @returns in the order of a visit, prints first
 */
export function dueRows(
  before: { facts: VisitFacts; reading: Pick<VisitReading, 'priorities' | 'planInput' | 'load'> },
  inForce: readonly string[],
  own: readonly OwnDrill[],
  r: References,
): DueRow[] {
  const { facts, reading } = before
  const whys = new Map<DueWhat, Set<DueWhy>>()
  const add = (what: DueWhat, why: DueWhy) => {
    for (const each of together(what, facts))
      if (isKnown(each, before) || (why === 'gate' && each === what))
        whys.set(each, (whys.get(each) ?? new Set()).add(why))
  }
  const addFact = (fact: FactId, why: DueWhy) => {
    for (const what of measuresOfFact[fact] ?? []) add(what, why)
  }
  if (reading.planInput)
    for (const gate of gatesOf(reading.planInput.measured, r))
      if (!gate.isOpen) for (const what of ofGate[gate.id]) add(what, 'gate')
  for (const deficit of Object.values(reading.priorities.deficits))
    if (worst(deficit) >= r.retestDeficit)
      for (const { measure } of deficit.evidence)
        if (measure !== 'goal' && measure !== 'painPlace' && measure !== 'raised') addFact(measure, 'deficit')
  for (const { capacity } of trainedBy(inForce, own))
    for (const fact of factsOfCapacity(capacity)) addFact(fact, 'trained')
  for (const { fact, fine } of numberRows)
    for (const what of measuresOfFact[fact] ?? [])
      if (isBorderline(what, r[fine], facts, r)) add(what, 'borderline')
  const place = (what: DueWhat) =>
    what === 'print' ? -1 : what === 'load' ? measureIds.indexOf('scaleHeel') - 0.5 : measureIds.indexOf(what)
  return [...whys]
    .map(([what, set]) => ({ what, whys: dueWhys.filter((why) => set.has(why)) }))
    .sort((a, b) => place(a.what) - place(b.what))
}

function together(what: DueWhat, { feet }: VisitFacts): readonly DueWhat[] {
  if (what === 'print' || what === 'load') return [what]
  const group = measuredTogether(what).filter((id) =>
    sides.some((side) =>
      isNumberMeasure(id) ? feet[side].numbers[id] !== undefined : feet[side].words[id] !== undefined,
    ),
  )
  return group.includes(what) ? group : [what, ...group]
}

function isKnown(
  what: DueWhat,
  { facts, reading }: { facts: VisitFacts; reading: Pick<VisitReading, 'load'> },
): boolean {
  return sides.some((side) => {
    if (what === 'print') return facts.prints[side] !== undefined
    if (what === 'load') return reading.load.tripods[side] !== undefined
    const { numbers, words, states } = facts.feet[side]
    const value = isNumberMeasure(what) ? numbers[what] : words[what]
    return value !== undefined || states[what] === 'cannot'
  })
}

/** Whether a value lies so near its limit that measuring again could put it on the other side. */
function isBorderline(what: DueWhat, limit: number, facts: VisitFacts, r: References): boolean {
  if (what === 'print' || what === 'load' || !isNumberMeasure(what)) return false
  // heights of the arch are compared as travel, which is due with what is short of it
  if (what.startsWith('navicular')) return false
  const kind = errorKindOf(what)
  if (kind === undefined) return false
  return sides.some((side) => {
    const value = facts.feet[side].numbers[what]
    return value !== undefined && Math.abs(value - limit) <= r.changeReal * r[kind]
  })
}

/** Seconds that the rows of a re-test take. */
export function plannedSeconds(rows: readonly DueRow[], r: References): number {
  return rows.reduce(
    (sum, { what }) =>
      sum + (what === 'print' ? r.retestPrintS : what === 'load' ? r.retestLoadS : r.retestRowS),
    0,
  )
}
