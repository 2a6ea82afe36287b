import { and, eq, inArray } from 'drizzle-orm'
import { dealtWith } from '../../data/tables'
import { columnsOf, stored, type StoredKind } from './storedKind'

export const dealtRows: StoredKind<'dealt'> = {
  read: async (db, visitIds) =>
    (await db.select().from(dealtWith).where(inArray(dealtWith.visitId, visitIds))).map((row) =>
      stored('dealt', row, row.caution, {
        by: row.by,
        on: row.on,
        words: row.words,
        ...(row.release && { release: row.release }),
      }),
    ),
  write: async (db, stamp, { caution }, value) => {
    const { fresh, touched, gone } = columnsOf(stamp)
    if (value === null) {
      const own = and(eq(dealtWith.visitId, stamp.visitId), eq(dealtWith.caution, caution))
      await db.update(dealtWith).set(gone).where(own)
      return
    }
    const set = { ...value, release: value.release ?? null, ...touched }
    await db
      .insert(dealtWith)
      .values({ ...fresh, ...set, caution })
      .onConflictDoUpdate({ target: [dealtWith.visitId, dealtWith.caution], set })
  },
}
