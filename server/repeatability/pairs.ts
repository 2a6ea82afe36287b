import { sql, type SQL } from 'drizzle-orm'
import { errorKinds, type ErrorKindId } from '@sturvo/core/measures'
import type { Side } from '@sturvo/core/side'
import type { TrialPairs } from '@sturvo/schema'
import type { Database } from '../data/database'
import { kindOf } from './trialSums'

type PairRow = {
  visitId: string
  personName: string
  measure: string
  side: Side
  day: string
  first: number
  second: number
}
const mostPairs = 2000 // more dots than that say nothing more

/** First and second trial of one practitioner, or the means of two practitioners on the same foot, oldest first. */
export async function trialPairs(
  database: Database,
  input: { kind: ErrorKindId; account: string; second?: string | undefined },
): Promise<TrialPairs> {
  const measures = sql.join(
    errorKinds[input.kind].measures.map((m) => sql`${m}`),
    sql`, `,
  )
  const rows = await database.db.all<PairRow>(
    input.second === undefined
      ? ofOne(input.account, measures)
      : ofTwo(input.account, input.second, measures),
  )
  return { pairs: rows.map(({ day, ...row }) => ({ ...row, on: day })) }
}

function ofOne(account: string, measures: SQL): SQL {
  return sql`
    select one.visit_id as visitId, person.name as personName, one.measure as measure, one.side as side,
      visit.started_on as day, one.value as first, two.value as second
    from measure one
    join measure two on two.by_account = one.by_account and two.measure = one.measure
      and two.visit_id = one.visit_id and two.side = one.side and two.trial > one.trial
      and two.superseded_by is null and two.value is not null
    join visit on visit.id = one.visit_id join person on person.id = visit.person_id
    where one.superseded_by is null and one.value is not null
      and one.by_account = ${account} and one.measure in (${measures})
    order by visit.started_on desc, one.created desc limit ${mostPairs}`
}

function ofTwo(account: string, second: string, measures: SQL): SQL {
  return sql`
    select one.v as visitId, person.name as personName, one.m as measure, one.s as side,
      visit.started_on as day, one.mean as first, two.mean as second
    from ${meansOf(account, measures)} one join ${meansOf(second, measures)} two on two.m = one.m and two.v = one.v and two.s = one.s
    join visit on visit.id = one.v join person on person.id = visit.person_id
    order by visit.started_on desc limit ${mostPairs}`
}

function meansOf(account: string, measures: SQL): SQL {
  return sql`(
    select measure as m, visit_id as v, side as s, avg(value) as mean from measure
    where superseded_by is null and value is not null and by_account = ${account} and measure in (${measures})
    group by measure, visit_id, side)`
}

export type RaterPair = { kind: ErrorKindId; first: string; second: string; values: [number, number] }

/** Means of every two practitioners who measured the same foot in the same visit. */
export async function raterPairs(database: Database): Promise<RaterPair[]> {
  const rows = await database.db.all<{ m: string; a: string; b: string; x: number; y: number }>(sql`
    with shared as (
      select visit_id as v from measure where superseded_by is null and value is not null
      group by visit_id having min(by_account) < max(by_account)),
    means as (
      select t.by_account as a, t.measure as m, t.visit_id as v, t.side as s, avg(t.value) as mean
      from measure t join shared on shared.v = t.visit_id
      where t.superseded_by is null and t.value is not null
      group by t.by_account, t.measure, t.visit_id, t.side)
    select one.m as m, one.a as a, two.a as b, one.mean as x, two.mean as y
    from means one join means two on two.v = one.v and two.m = one.m and two.s = one.s and two.a > one.a`)
  return rows.flatMap((row): RaterPair[] => {
    const kind = kindOf(row.m)
    return kind ? [{ kind, first: row.a, second: row.b, values: [row.x, row.y] }] : []
  })
}
