import { and, eq, inArray } from 'drizzle-orm'
import { print } from '../../data/tables'
import { columnsOf, stored, type StoredKind } from './storedKind'

export const printRows: StoredKind<'print'> = {
  read: async (db, visitIds) =>
    (await db.select().from(print).where(inArray(print.visitId, visitIds))).map((row) =>
      stored('print', row, row.side, row.value),
    ),
  write: async (db, stamp, { side }, value) => {
    const { fresh, touched, gone } = columnsOf(stamp)
    if (value === null) {
      await db
        .update(print)
        .set(gone)
        .where(and(eq(print.visitId, stamp.visitId), eq(print.side, side)))
      return
    }
    const set = { pictureId: value.pictureId, archIndex: value.measures.archIndex.value, value, ...touched }
    await db
      .insert(print)
      .values({ ...fresh, ...set, side })
      .onConflictDoUpdate({ target: [print.visitId, print.side], set })
  },
}
