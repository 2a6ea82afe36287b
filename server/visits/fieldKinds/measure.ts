import { and, eq, inArray, isNull, ne } from 'drizzle-orm'
import { measureTable } from '@sturvo/core/measures'
import { newId } from '../../data/ids'
import { measure } from '../../data/tables'
import { stored, type StoredKind } from './storedKind'

/** Measures keep a row for each value themselves: what was corrected points to what came after it. */
export const measureRows: StoredKind<'measure'> = {
  read: async (db, visitIds) => {
    // earlier values stay in the table, and grow with every correction
    const inForce = and(inArray(measure.visitId, visitIds), isNull(measure.supersededBy))
    return (await db.select().from(measure).where(inForce)).map((row) =>
      stored(
        'measure',
        { ...row, deletedOn: null },
        `${row.measure}.${row.side}.${row.trial}`,
        row.value ?? row.word,
      ),
    )
  },
  write: async (db, stamp, at, value) => {
    const now = stamp.now.toISOString()
    const id = newId(stamp.now)
    const definition = measureTable[at.measure]
    const earlier = and(
      eq(measure.visitId, stamp.visitId),
      eq(measure.measure, at.measure),
      eq(measure.side, at.side),
      eq(measure.trial, at.trial),
      isNull(measure.supersededBy),
      ne(measure.id, id),
    )
    // the first value of a measure has none before it
    if (stamp.hasEarlier) await db.update(measure).set({ supersededBy: id, changed: now }).where(earlier)
    await db.insert(measure).values({
      id,
      visitId: stamp.visitId,
      ...at,
      value: typeof value === 'number' ? value : null,
      word: typeof value === 'string' ? value : null,
      unit: definition.kind === 'number' ? definition.unit : '',
      byAccount: stamp.byAccount,
      editId: stamp.edit ?? '',
      supersededBy: null,
      version: stamp.version,
      created: now,
      changed: now,
    })
  },
}
