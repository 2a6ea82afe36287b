import { and, eq, inArray } from 'drizzle-orm'
import { recording } from '../../data/tables'
import { columnsOf, stored, type StoredKind } from './storedKind'

export const recordingRows: StoredKind<'recording'> = {
  read: async (db, visitIds) =>
    (await db.select().from(recording).where(inArray(recording.visitId, visitIds))).map((row) =>
      stored('recording', row, row.id, row.value),
    ),
  write: async (db, stamp, { id }, value) => {
    const { fresh, touched, gone } = columnsOf(stamp)
    if (value === null) {
      await db
        .update(recording)
        .set(gone)
        .where(and(eq(recording.visitId, stamp.visitId), eq(recording.id, id)))
      return
    }
    const { fileId, job, takenAt } = value
    const set = { fileId, job, takenAt, value, ...touched }
    await db
      .insert(recording)
      .values({ ...fresh, ...set, id })
      .onConflictDoUpdate({ target: [recording.visitId, recording.id], set })
  },
}
