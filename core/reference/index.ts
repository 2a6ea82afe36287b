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
