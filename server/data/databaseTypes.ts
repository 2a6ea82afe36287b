import type { ResultSet } from '@libsql/client'
import type { BaseSQLiteDatabase } from 'drizzle-orm/sqlite-core'
import type * as tables from './tables'
import type { WriteQueue } from './writeQueue'

export type Tables = typeof tables
/** What queries are asked of: the reader, or the part of a transaction that a write is given. */
export type Db = BaseSQLiteDatabase<'async', ResultSet, Tables>
export type Database = {
  /** reads only what is safe on the disk */
  db: Db
  /** every write goes through here, with the transaction it is given */
  write: WriteQueue<Db>
  file: string
  picturesFolder: string
  recordingsFolder: string
  /** packs the file anew and empties its log, so that nothing that was deleted is left in either */
  compact: () => Promise<void>
  close: () => Promise<void>
}
