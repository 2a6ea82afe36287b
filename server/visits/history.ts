import { and, asc, eq } from 'drizzle-orm'
import type { FieldHistory } from '@sturvo/schema'
import type { Db } from '../data/database'
import { unreadable } from '../data/storedJson'
import { account, fieldHistory as historyTable, measure } from '../data/tables'

const mostEntries = 5000

/** Every value that fields of a visit ever had, oldest first. @param path only this field */
export async function fieldHistory(db: Db, visitId: string, path?: string): Promise<FieldHistory> {
  const [kept, measured] = await Promise.all([
    db
      .select({ row: historyTable, by: account.name })
      .from(historyTable)
      .leftJoin(account, eq(account.id, historyTable.byAccount))
      .where(
        and(eq(historyTable.visitId, visitId), path === undefined ? undefined : eq(historyTable.path, path)),
      )
      .orderBy(asc(historyTable.version))
      .limit(mostEntries),
    path !== undefined && !path.startsWith('measure.') ? [] : measuredValues(db, visitId),
  ])
  const entries = [
    ...kept.map(({ row, by }) => ({
      path: row.path,
      value: row.value === unreadable ? null : row.value,
      version: row.version,
      by: by ?? '',
      at: row.at,
    })),
    ...measured.filter((entry) => path === undefined || entry.path === path),
  ]
  return { entries: entries.sort((a, b) => a.version - b.version) }
}

/** Measures keep a row for each value themselves. */
async function measuredValues(db: Db, visitId: string) {
  const rows = await db
    .select({ row: measure, by: account.name })
    .from(measure)
    .leftJoin(account, eq(account.id, measure.byAccount))
    .where(eq(measure.visitId, visitId))
    .orderBy(asc(measure.version))
    .limit(mostEntries)
  return rows.map(({ row, by }) => ({
    path: `measure.${row.measure}.${row.side}.${row.trial}`,
    value: row.value ?? row.word,
    version: row.version,
    by: by ?? '',
    at: row.created,
  }))
}
