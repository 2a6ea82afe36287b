import { and, eq, inArray } from 'drizzle-orm'
import { wornOrthosis } from '../../data/tables'
import { columnsOf, stored, type StoredKind } from './storedKind'

export const orthosisRows: StoredKind<'device'> = {
  read: async (db, visitIds) =>
    (await db.select().from(wornOrthosis).where(inArray(wornOrthosis.visitId, visitIds))).map((row) =>
      stored('device', row, row.id, row.value),
    ),
  write: async (db, stamp, { id }, value) => {
    const { fresh, touched, gone } = columnsOf(stamp)
    if (value === null) {
      await db
        .update(wornOrthosis)
        .set(gone)
        .where(and(eq(wornOrthosis.visitId, stamp.visitId), eq(wornOrthosis.id, id)))
      return
    }
    const set = { value, ...touched }
    await db
      .insert(wornOrthosis)
      .values({ ...fresh, ...set, id })
      .onConflictDoUpdate({ target: [wornOrthosis.visitId, wornOrthosis.id], set })
  },
}
