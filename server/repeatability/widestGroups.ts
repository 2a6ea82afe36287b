import { sql } from 'drizzle-orm'
import type { ErrorKindId } from '@sturvo/core/measures'
import type { Side } from '@sturvo/core/side'
import type { Database } from '../data/database'
import { kindOf } from './trialSums'

export type WideGroup = {
  kind: ErrorKindId
  accountId: string
  measure: string
  visitId: string
  personName: string
  side: Side
  on: string
  values: number[]
}

/** As many slips of one measure as are looked for at once. */
export const perMeasure = 6

/** The groups of one practitioner and one measure that lie furthest apart, a handful. */
export async function widestGroups(
  database: Database,
  at: { accountId: string; measure: string },
): Promise<WideGroup[]> {
  const rows = await database.db.all<{
    a: string
    m: string
    v: string
    s: Side
    name: string
    startedOn: string
    vals: string
  }>(sql`
    with grouped as (
      select by_account as a, measure as m, visit_id as v, side as s,
        max(value) - min(value) as spread, group_concat(value) as vals
      from measure where superseded_by is null and value is not null
        and by_account = ${at.accountId} and measure = ${at.measure}
      group by visit_id, side having count(*) > 1
      order by spread desc limit ${perMeasure})
    select a, m, v, s, vals, person.name as name, visit.started_on as startedOn
    from grouped join visit on visit.id = v join person on person.id = visit.person_id
    where spread > 0`)
  return rows.flatMap((row): WideGroup[] => {
    const kind = kindOf(row.m)
    return kind
      ? [
          {
            kind,
            accountId: row.a,
            measure: row.m,
            visitId: row.v,
            personName: row.name,
            side: row.s,
            on: row.startedOn,
            values: row.vals.split(',').map(Number),
          },
        ]
      : []
  })
}
