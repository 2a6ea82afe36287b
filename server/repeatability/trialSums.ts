import { sql } from 'drizzle-orm'
import { errorKindOf, isNumberMeasure, measureIds, type ErrorKindId } from '@sturvo/core/measures'
import type { WithinSum } from '@sturvo/core/repeatability'
import type { Database } from '../data/database'

/** Squares and pairs of one practitioner, one measure and one month, and how far apart the widest trials lie. */
export type TrialSum = WithinSum & {
  kind: ErrorKindId
  measure: string
  accountId: string
  month: string
  widest: number
}

/** Groups of repeated trials by the same hands in one visit, added up by measure and month. Read from the index alone. */
export const trialSumsSql = sql`
  select a, m, month, sum(n - 1) as pairs, sum(squares) as squares, max(spread) as widest from (
    select by_account as a, measure as m, count(*) as n, substr(min(created), 1, 7) as month,
      max(value) - min(value) as spread,
      sum(value * value) - sum(value) * sum(value) / count(*) as squares
    from measure where superseded_by is null and value is not null
    group by by_account, measure, visit_id, side having count(*) > 1)
  group by a, m, month`

/** @param accountId left out for everybody */
export async function trialSums(database: Database, accountId?: string): Promise<TrialSum[]> {
  const rows = await database.db.all<{
    a: string
    m: string
    month: string
    pairs: number
    squares: number
    widest: number
  }>(accountId === undefined ? trialSumsSql : ofOne(accountId))
  return rows.flatMap((row): TrialSum[] => {
    const kind = kindOf(row.m)
    return kind
      ? [
          {
            kind,
            measure: row.m,
            widest: row.widest,
            accountId: row.a,
            month: row.month,
            pairs: row.pairs,
            // the difference of two large sums may fall a hair below 0
            squares: Math.max(0, row.squares),
          },
        ]
      : []
  })
}

function ofOne(accountId: string) {
  return sql`
    select by_account as a, measure as m, '' as month, count(*) - 1 as pairs, 0 as widest,
      sum(value * value) - sum(value) * sum(value) / count(*) as squares
    from measure where superseded_by is null and value is not null and by_account = ${accountId}
    group by by_account, measure, visit_id, side having count(*) > 1`
}

/** The kind of error behind a measure as it is stored; measures of older versions may be gone. */
export function kindOf(measure: string): ErrorKindId | undefined {
  const id = measureIds.find((m) => m === measure)
  return id && isNumberMeasure(id) ? errorKindOf(id) : undefined
}
