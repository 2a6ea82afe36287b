import { inArray } from 'drizzle-orm'
import { answer } from '../../data/tables'
import { columnsOf, stored, type StoredKind } from './storedKind'

export const answerRows: StoredKind<'answer'> = {
  read: async (db, visitIds) =>
    (await db.select().from(answer).where(inArray(answer.visitId, visitIds))).map((row) =>
      stored('answer', { ...row, deletedOn: null }, row.key, row.value),
    ),
  // an answer that was taken back is kept as null in its own row
  write: async (db, stamp, { key }, value) => {
    const { fresh } = columnsOf(stamp)
    const set = { value, version: fresh.version, changed: fresh.changed }
    await db
      .insert(answer)
      .values({ ...fresh, ...set, key })
      .onConflictDoUpdate({ target: [answer.visitId, answer.key], set })
  },
}
