import { and, eq, inArray } from 'drizzle-orm'
import { photo } from '../../data/tables'
import { columnsOf, stored, type StoredKind } from './storedKind'

export const photoRows: StoredKind<'photo'> = {
  read: async (db, visitIds) =>
    (await db.select().from(photo).where(inArray(photo.visitId, visitIds))).map((row) =>
      stored('photo', row, `${row.view}.${row.side}`, row.value),
    ),
  write: async (db, stamp, { view, side }, value) => {
    const { fresh, touched, gone } = columnsOf(stamp)
    if (value === null) {
      const own = and(eq(photo.visitId, stamp.visitId), eq(photo.view, view), eq(photo.side, side))
      await db.update(photo).set(gone).where(own)
      return
    }
    const set = { pictureId: value.pictureId, value, ...touched }
    await db
      .insert(photo)
      .values({ ...fresh, ...set, view, side })
      .onConflictDoUpdate({ target: [photo.visitId, photo.view, photo.side], set })
  },
}
