import { and, eq, isNull, ne } from 'drizzle-orm'
import { measureTable } from '@sturvo/core/measures'
import {
  parsePath,
  type ParsedPath,
  photoSchema,
  printSchema,
  recordingSchema,
  type Mark,
  type ShoeOnShelf,
} from '@sturvo/schema'
import type { Db } from '../data/database'
import { newId } from '../data/ids'
import { unreadable } from '../data/storedJson'
import {
  answer,
  dealtWith,
  deviceOnFoot,
  event,
  fieldHistory,
  mark,
  measure,
  photo,
  print,
  recording,
  shoe,
} from '../data/tables'

export type FieldWrite = {
  visitId: string
  path: string
  value: unknown
  version: number
  byAccount: string
  edit?: string | undefined
  now: Date
  /** what stood there until now */
  before: { value: unknown; version: number } | undefined
}

/**
 * Puts one checked field into its table, and the value with its writer into the history. A taken-away value stays as
 * a row with a date.
 */
export async function writeField(db: Db, write: FieldWrite): Promise<void> {
  const parsed = parsePath(write.path)
  if (!parsed) throw new Error(`unchecked path ${write.path}`)
  // measures keep a row for each value themselves
  if (parsed.kind === 'measure') return writeMeasure(db, write, parsed)
  await keepHistory(db, write)
  await putField(db, write, parsed)
}

async function keepHistory(db: Db, write: FieldWrite): Promise<void> {
  const { visitId, path, before, now } = write
  const row = (value: unknown, version: number, byAccount: string, editId = '') => ({
    id: newId(now),
    visitId,
    path,
    value,
    version,
    byAccount,
    editId,
    at: now.toISOString(),
  })
  // a value from before the history was kept is written down before it is replaced
  if (before && before.value !== unreadable && before.value !== null) {
    const [known] = await db
      .select({ id: fieldHistory.id })
      .from(fieldHistory)
      .where(and(eq(fieldHistory.visitId, visitId), eq(fieldHistory.path, path)))
      .limit(1)
    if (!known) await db.insert(fieldHistory).values(row(before.value, before.version, ''))
  }
  await db.insert(fieldHistory).values(row(write.value, write.version, write.byAccount, write.edit))
}

type OtherPath = Exclude<ParsedPath, { kind: 'measure' }>

async function putField(db: Db, write: FieldWrite, parsed: OtherPath): Promise<void> {
  const { visitId, value, version } = write
  const stamp = write.now.toISOString()
  const row = { visitId, version, created: stamp, changed: stamp }
  const touched = { version, changed: stamp }
  const gone = { ...touched, deletedOn: stamp }
  switch (parsed.kind) {
    case 'mark': {
      const own = and(eq(mark.visitId, visitId), eq(mark.id, parsed.id))
      if (value === null) return void (await db.update(mark).set(gone).where(own))
      const { side, across, along, kind, ...details } = value as Mark
      const set = { side, across, along, kind, details, deletedOn: null, ...touched }
      await db
        .insert(mark)
        .values({ ...row, ...set, id: parsed.id })
        .onConflictDoUpdate({ target: [mark.visitId, mark.id], set })
      return
    }
    case 'event': {
      const own = and(eq(event.visitId, visitId), eq(event.id, parsed.id))
      if (value === null) return void (await db.update(event).set(gone).where(own))
      const set = { value: value as object, deletedOn: null, ...touched }
      await db
        .insert(event)
        .values({ ...row, ...set, id: parsed.id })
        .onConflictDoUpdate({ target: [event.visitId, event.id], set })
      return
    }
    case 'photo': {
      const { view, side } = parsed
      const own = and(eq(photo.visitId, visitId), eq(photo.view, view), eq(photo.side, side))
      if (value === null) return void (await db.update(photo).set(gone).where(own))
      const checked = photoSchema.parse(value)
      const set = { pictureId: checked.pictureId, value: checked, deletedOn: null, ...touched }
      await db
        .insert(photo)
        .values({ ...row, ...set, view, side })
        .onConflictDoUpdate({ target: [photo.visitId, photo.view, photo.side], set })
      return
    }
    case 'recording': {
      const own = and(eq(recording.visitId, visitId), eq(recording.id, parsed.id))
      if (value === null) return void (await db.update(recording).set(gone).where(own))
      const checked = recordingSchema.parse(value)
      const { fileId, job, takenAt } = checked
      const set = { fileId, job, takenAt, value: checked, deletedOn: null, ...touched }
      await db
        .insert(recording)
        .values({ ...row, ...set, id: parsed.id })
        .onConflictDoUpdate({ target: [recording.visitId, recording.id], set })
      return
    }
    case 'shoe': {
      const own = and(eq(shoe.visitId, visitId), eq(shoe.id, parsed.id))
      if (value === null) return void (await db.update(shoe).set(gone).where(own))
      const set = { ...shoeColumns(value as ShoeOnShelf), deletedOn: null, ...touched }
      await db
        .insert(shoe)
        .values({ ...row, ...set, id: parsed.id })
        .onConflictDoUpdate({ target: [shoe.visitId, shoe.id], set })
      return
    }
    case 'device': {
      const own = and(eq(deviceOnFoot.visitId, visitId), eq(deviceOnFoot.id, parsed.id))
      if (value === null) return void (await db.update(deviceOnFoot).set(gone).where(own))
      const set = { value: value as object, deletedOn: null, ...touched }
      await db
        .insert(deviceOnFoot)
        .values({ ...row, ...set, id: parsed.id })
        .onConflictDoUpdate({ target: [deviceOnFoot.visitId, deviceOnFoot.id], set })
      return
    }
    case 'print': {
      const own = and(eq(print.visitId, visitId), eq(print.side, parsed.side))
      if (value === null) return void (await db.update(print).set(gone).where(own))
      const checked = printSchema.parse(value)
      const set = {
        pictureId: checked.pictureId,
        archIndex: checked.measures.archIndex.value,
        value: checked,
        deletedOn: null,
        ...touched,
      }
      await db
        .insert(print)
        .values({ ...row, ...set, side: parsed.side })
        .onConflictDoUpdate({ target: [print.visitId, print.side], set })
      return
    }
    case 'answer': {
      const set = { value, ...touched }
      await db
        .insert(answer)
        .values({ ...row, ...set, key: parsed.key })
        .onConflictDoUpdate({ target: [answer.visitId, answer.key], set })
      return
    }
    case 'dealt': {
      const own = and(eq(dealtWith.visitId, visitId), eq(dealtWith.caution, parsed.caution))
      if (value === null) return void (await db.update(dealtWith).set(gone).where(own))
      const set = { ...(value as { by: string; on: string; words: string }), deletedOn: null, ...touched }
      await db
        .insert(dealtWith)
        .values({ ...row, ...set, caution: parsed.caution })
        .onConflictDoUpdate({ target: [dealtWith.visitId, dealtWith.caution], set })
      return
    }
  }
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

async function writeMeasure(
  db: Db,
  write: FieldWrite,
  at: { measure: keyof typeof measureTable; side: 'left' | 'right'; trial: number },
): Promise<void> {
  const stamp = write.now.toISOString()
  const id = newId(write.now)
  const definition = measureTable[at.measure]
  const successor = {
    id,
    visitId: write.visitId,
    ...at,
    value: typeof write.value === 'number' ? write.value : null,
    word: typeof write.value === 'string' ? write.value : null,
    unit: definition.kind === 'number' ? definition.unit : '',
    byAccount: write.byAccount,
    editId: write.edit ?? '',
    supersededBy: null,
    version: write.version,
    created: stamp,
    changed: stamp,
  }
  const earlier = and(
    eq(measure.visitId, write.visitId),
    eq(measure.measure, at.measure),
    eq(measure.side, at.side),
    eq(measure.trial, at.trial),
    isNull(measure.supersededBy),
    ne(measure.id, id),
  )
  // the first value of a measure has none before it
  if (write.before) await db.update(measure).set({ supersededBy: id, changed: stamp }).where(earlier)
  await db.insert(measure).values(successor)
}
