import { and, eq, inArray } from 'drizzle-orm'
import { deviceOnFoot } from '../../data/tables'
import { columnsOf, stored, type StoredKind } from './storedKind'

export const deviceRows: StoredKind<'device'> = {
  read: async (db, visitIds) =>
    (await db.select().from(deviceOnFoot).where(inArray(deviceOnFoot.visitId, visitIds))).map((row) =>
      stored('device', row, row.id, row.value),
    ),
  write: async (db, stamp, { id }, value) => {
    const { fresh, touched, gone } = columnsOf(stamp)
    if (value === null) {
      await db
        .update(deviceOnFoot)
        .set(gone)
        .where(and(eq(deviceOnFoot.visitId, stamp.visitId), eq(deviceOnFoot.id, id)))
      return
    }
    const set = { value, ...touched }
    await db
      .insert(deviceOnFoot)
      .values({ ...fresh, ...set, id })
      .onConflictDoUpdate({ target: [deviceOnFoot.visitId, deviceOnFoot.id], set })
  },
}
