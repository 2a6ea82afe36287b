import { and, eq, inArray } from 'drizzle-orm'
import { event } from '../../data/tables'
import { columnsOf, stored, type StoredKind } from './storedKind'

export const eventRows: StoredKind<'event'> = {
  read: async (db, visitIds) =>
    (await db.select().from(event).where(inArray(event.visitId, visitIds))).map((row) =>
      stored('event', row, row.id, row.value),
    ),
  write: async (db, stamp, { id }, value) => {
    const { fresh, touched, gone } = columnsOf(stamp)
    if (value === null) {
      await db
        .update(event)
        .set(gone)
        .where(and(eq(event.visitId, stamp.visitId), eq(event.id, id)))
      return
    }
    const set = { value, ...touched }
    await db
      .insert(event)
      .values({ ...fresh, ...set, id })
      .onConflictDoUpdate({ target: [event.visitId, event.id], set })
  },
}
