import { and, eq, inArray } from 'drizzle-orm'
import { mark } from '../../data/tables'
import { columnsOf, stored, withDetails, type StoredKind } from './storedKind'

export const markRows: StoredKind<'mark'> = {
  read: async (db, visitIds) =>
    (await db.select().from(mark).where(inArray(mark.visitId, visitIds))).map((row) =>
      stored(
        'mark',
        row,
        row.id,
        withDetails({ side: row.side, across: row.across, along: row.along, kind: row.kind }, row.details),
      ),
    ),
  write: async (db, stamp, { id }, value) => {
    const { fresh, touched, gone } = columnsOf(stamp)
    if (value === null) {
      await db
        .update(mark)
        .set(gone)
        .where(and(eq(mark.visitId, stamp.visitId), eq(mark.id, id)))
      return
    }
    const { side, across, along, kind, ...details } = value
    const set = { side, across, along, kind, details, ...touched }
    await db
      .insert(mark)
      .values({ ...fresh, ...set, id })
      .onConflictDoUpdate({ target: [mark.visitId, mark.id], set })
  },
}
