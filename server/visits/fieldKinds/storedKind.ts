import type { AtOf, FieldKindName, ValueOf } from '@sturvo/schema'
import type { Db } from '../../data/database'
import { unreadable } from '../../data/storedJson'

/** One field as it is stored; null where it was taken away, `unreadable` where what is stored fits no contract. */
export type StoredField = { visitId: string; path: string; value: unknown; version: number }

/** What a write brings beside the value. */
export type WriteStamp = {
  visitId: string
  version: number
  byAccount: string
  edit?: string | undefined
  now: Date
  /** whether a value stood there until now */
  hasEarlier: boolean
}

/**
 * The server's half of a kind of field: its table, and the way to and from a row. The contract is the other half:
 * schema/fields.
 */
export type StoredKind<K extends FieldKindName> = {
  /** Every field of this kind in some visits, the taken-away ones as null. */
  read: (db: Db, visitIds: string[]) => Promise<StoredField[]>
  /** Puts one checked value into its table; null keeps the row with the day it was taken away. */
  write: (db: Db, stamp: WriteStamp, at: AtOf<K>, value: ValueOf<K> | null) => Promise<void>
}

export type RowOfField = { visitId: string; version: number; deletedOn: string | null }

/** A row as the field it keeps. */
export function stored(kind: FieldKindName, row: RowOfField, rest: string, value: unknown): StoredField {
  return {
    visitId: row.visitId,
    path: `${kind}.${rest}`,
    value: row.deletedOn ? null : value,
    version: row.version,
  }
}

/** The columns every kind of field has: of a new row, of a touched one, of one that was taken away. */
export function columnsOf({ visitId, version, now }: WriteStamp) {
  const stamp = now.toISOString()
  const touched = { version, changed: stamp }
  return {
    fresh: { visitId, version, created: stamp, changed: stamp },
    touched: { ...touched, deletedOn: null },
    gone: { ...touched, deletedOn: stamp },
  }
}

/** What has columns of its own, and what is kept together beside them. */
export function withDetails(known: object, details: unknown): unknown {
  return details === unreadable ? unreadable : { ...known, ...(details as object) }
}
