import { and, eq, inArray } from 'drizzle-orm'
import { shoe } from '../../data/tables'
import { columnsOf, stored, withDetails, type StoredKind } from './storedKind'
import type { ShoeOnShelf } from '@sturvo/schema'

export const shoeRows: StoredKind<'shoe'> = {
  read: async (db, visitIds) =>
    (await db.select().from(shoe).where(inArray(shoe.visitId, visitIds))).map((row) =>
      stored('shoe', row, row.id, shoeValue(row)),
    ),
  write: async (db, stamp, { id }, value) => {
    const { fresh, touched, gone } = columnsOf(stamp)
    if (value === null) {
      await db
        .update(shoe)
        .set(gone)
        .where(and(eq(shoe.visitId, stamp.visitId), eq(shoe.id, id)))
      return
    }
    const set = { ...shoeColumns(value), ...touched }
    await db
      .insert(shoe)
      .values({ ...fresh, ...set, id })
      .onConflictDoUpdate({ target: [shoe.visitId, shoe.id], set })
  },
}

/** The quick shoe has columns of its own; what a measured one has beyond it is kept together. */
function shoeColumns(value: ShoeOnShelf) {
  const {
    name,
    hoursPerWeek = null,
    stackHeelMm = null,
    stackForefootMm = null,
    weightG = null,
    bendStiffness = null,
    twistStiffness = null,
    supportFeatures = null,
    innerWidthBallMm = null,
    innerWidthToesMm = null,
    ...details
  } = value
  return {
    name,
    hoursPerWeek,
    stackHeelMm,
    stackForefootMm,
    weightG,
    bendStiffness,
    twistStiffness,
    supportFeatures,
    innerWidthBallMm,
    innerWidthToesMm,
    details,
  }
}

/** The shoe without its row's own columns, and without what nobody measured. */
function shoeValue(row: typeof shoe.$inferSelect): unknown {
  const {
    id: _,
    visitId: _visit,
    version: _version,
    created: _created,
    changed: _changed,
    deletedOn: _gone,
    details,
    ...value
  } = row
  return withDetails(Object.fromEntries(Object.entries(value).filter(([, v]) => v !== null)), details)
}
