import { asc, eq } from 'drizzle-orm'
import { isNumberMeasure, type MeasureId } from '@sturvo/core/measures'
import { referenceValues } from '@sturvo/core/reference'
import { sides, type Side } from '@sturvo/core/side'
import {
  answerOf,
  eventsOf,
  footOf,
  printOf,
  shoesOf,
  type Course,
  type CourseVisit,
  type Fields,
  type Practice,
} from '@sturvo/schema'
import type { Database } from '../data/database'
import { visit } from '../data/tables'
import { practiceAnswer, practiceRow } from '../practice/queries'
import { errorsInForce } from '../repeatability/ownErrors'
import { fieldsOfVisits } from '../visits/fieldRows'

/** What the visits of a person say over time, oldest first; nothing of what was carried into a re-test. */
export async function courseOf(database: Database, personId: string, accountId: string): Promise<Course> {
  const { db } = database
  const rows = await db
    .select({ id: visit.id, day: visit.startedOn })
    .from(visit)
    .where(eq(visit.personId, personId))
    .orderBy(asc(visit.startedOn), asc(visit.created))
  const practice = await practiceAnswer(db, await practiceRow(database))
  const [fields, { overDays }] = await Promise.all([
    fieldsOfVisits(
      db,
      rows.map(({ id }) => id),
      ['measure', 'print', 'answer', 'shoe', 'event'],
    ),
    errorsInForce(database, accountId, referenceValues(practice.references)),
  ])
  const newest = fields.get(rows.at(-1)?.id ?? '') ?? {}
  return {
    visits: rows.map(({ id, day }) => courseVisit({ id, day, fields: fields.get(id) ?? {}, practice })),
    events: eventsOf(newest).map(({ kind, side, month, words }) => ({
      kind,
      side,
      month,
      words: words ?? '',
    })),
    overDays,
  }
}

type Visited = { id: string; day: string; fields: Fields; practice: Practice }

function courseVisit({ id, day, fields, practice }: Visited): CourseVisit {
  const of = (side: Side) => valuesOf(fields, side, practice)
  const worstPain = answerOf(fields, 'worstPain')
  const goal = answerOf(fields, 'goal')
  return {
    id,
    day,
    left: of(sides[0]),
    right: of(sides[1]),
    ...(worstPain !== undefined && { worstPain }),
    ...(goal !== undefined && { goal }),
    shoes: shoesOf(fields).flatMap(({ name, hoursPerWeek, stackHeelMm }) =>
      hoursPerWeek === undefined
        ? []
        : [{ name, hours: hoursPerWeek, ...(stackHeelMm !== undefined && { stackMm: stackHeelMm }) }],
    ),
  }
}

function valuesOf(fields: Fields, side: Side, { trialUses }: Practice): CourseVisit['left'] {
  const { numbers, trials = {} } = footOf(fields, side, trialUses)
  const values: CourseVisit['left'] = {}
  for (const [id, value] of Object.entries(numbers) as [MeasureId, number][])
    if (isNumberMeasure(id)) values[id] = { value, trials: trials[id] ?? 1 }
  const { navicularSit, navicularStand, navicularSingle } = values
  const less = (a: typeof navicularSit, b: typeof navicularSit) =>
    a && b && { value: a.value - b.value, trials: Math.min(a.trials, b.trials) }
  const derived = {
    archTravel: less(navicularSit, navicularStand),
    archReserve: less(navicularStand, navicularSingle),
    archIndex: printOf(fields, side) && { value: printOf(fields, side)!.measures.archIndex.value, trials: 1 },
  }
  for (const [id, value] of Object.entries(derived)) if (value) values[id] = value
  return values
}
