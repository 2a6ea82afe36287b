import { referenceTable, type ReferenceId } from './referenceTable'

export * from './referenceTable'

/** The values in force: the table's own, or the practice's where it has changed one. */
export type References = Record<ReferenceId, number>

/** The table as it ships, with a practice's own values laid over it. */
export function referenceValues(changed: Partial<References> = {}): References {
  const values = {} as References
  for (const id of Object.keys(referenceTable) as ReferenceId[])
    values[id] = changed[id] ?? referenceTable[id].value
  return values
}

/** Pairs of limits that only make sense in this order. */
const orders: readonly [lower: ReferenceId, higher: ReferenceId][] = [
  ['archIndexHigh', 'archIndexLow'],
  ['positionLow', 'positionHigh'],
  ['travelLittleMm', 'travelMuchMm'],
  ['rigidityLoose', 'rigidityStiff'],
  ['eversionLittleDeg', 'eversionMuchDeg'],
  ['reserveNoneMm', 'reserveMuchMm'],
  ['halluxSlightDeg', 'halluxModerateDeg'],
  ['halluxModerateDeg', 'halluxMarkedDeg'],
  ['fanTapered', 'fanWide'],
  ['tripodEven', 'tripodLeaning'],
  ['kneeToWallLimitedMm', 'kneeToWallGoalMm'],
  ['ownErrorFrom', 'ownErrorAlone'],
]

export type ReferenceProblem =
  { what: 'order'; lower: ReferenceId; higher: ReferenceId } | { what: 'sign'; id: ReferenceId }

/**
 * What is wrong with a table as a whole: limits the wrong way round, or a value at or below zero that ships above it.
 * An error, a weight or a length of nothing would make every chance meaningless.
 */
export function referenceProblem(references: References): ReferenceProblem | undefined {
  const wrong = orders.find(([lower, higher]) => !(references[lower] < references[higher]))
  if (wrong) return { what: 'order', lower: wrong[0], higher: wrong[1] }
  const ids = Object.keys(referenceTable) as ReferenceId[]
  const id = ids.find((each) => referenceTable[each].value > 0 && !(references[each] > 0))
  return id && { what: 'sign', id }
}
