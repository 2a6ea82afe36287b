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

const perMeasure = 6 // as many slips of one measure as are looked for at once

/** The groups of trials that lie furthest apart, a handful of each measure and practitioner. */
export async function widestGroups(database: Database): Promise<WideGroup[]> {
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
      group by by_account, measure, visit_id, side having count(*) > 1),
    ranked as (
      select *, row_number() over (partition by a, m order by spread desc) as place from grouped)
    select a, m, v, s, vals, person.name as name, visit.started_on as startedOn
    from ranked join visit on visit.id = v join person on person.id = visit.person_id
    where place <= ${perMeasure} and spread > 0`)
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
