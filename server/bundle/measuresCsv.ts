import { createHash } from 'node:crypto'
import { parse } from 'csv-parse/sync'
import {
  errorKindOf,
  measureStates,
  measureTable,
  type MeasureId,
  type NumberMeasureId,
} from '@sturvo/core/measures'
import type { References } from '@sturvo/core/reference'
import { daySchema, type BundleRecords } from '@sturvo/schema'
import { csvOf, unguarded } from '../files/csv'
import { foreignMeasure, foreignPerson, foreignVisit, ownId } from './foreignRecords'
import { importFault } from './importFault'

const columns = [
  'client',
  'visit',
  'date',
  'side',
  'measure',
  'trial',
  'value',
  'unit',
  'method',
  'error',
  'client_id',
] as const
const mostRows = 500_000

/** Every measure in force in long form, one row a trial. */
export function toMeasures(records: BundleRecords, references: References): string {
  const visits = new Map(records.visit.map((visit) => [visit.id, visit]))
  const people = new Map(records.person.map((person) => [person.id, person.name]))
  const rows = records.measure.flatMap((row) => {
    const visit = visits.get(row.visitId)
    const value = row.value ?? row.word
    if (!visit || value === null || row.supersededBy !== null) return []
    const definition = measureTable[row.measure as MeasureId] as (typeof measureTable)[MeasureId] | undefined
    const kind = definition?.kind === 'number' ? errorKindOf(row.measure as NumberMeasureId) : undefined
    return [
      [
        people.get(visit.personId) ?? '',
        visit.id,
        visit.startedOn,
        row.side,
        row.measure,
        row.trial,
        value,
        row.unit,
        'by hand',
        kind === undefined ? '' : references[kind],
        visit.personId,
      ],
    ]
  })
  // by day, then as they stand in a visit: the same records give the same table
  return csvOf(
    columns,
    rows.toSorted((a, b) => (orderOf(a) < orderOf(b) ? -1 : 1)),
  )
}

const orderOf = (row: readonly (string | number)[]) =>
  [row[10], row[2], row[1], row[4], row[3], String(row[5]).padStart(3, '0')].join(' ')

/**
 * Reads such a table. Whoever and whichever visit is named by an id of ours is that one; others get one from their name.
 * @throws Fault 422 badFile with the row, nothing half taken
 */
export function fromMeasures(text: string): { records: Partial<BundleRecords>; leftOut: string[] } {
  let rows: Record<string, string>[]
  try {
    rows = parse(text, { columns: true, bom: true, skip_empty_lines: true, max_record_size: 20_000 })
  } catch {
    throw importFault(
      'This table cannot be read: a row has another count of columns, or a quote that never ends.',
    )
  }
  if (rows.length === 0) throw importFault('This table has no rows.')
  if (rows.length > mostRows) throw importFault('This table has more than 500,000 rows.')
  const missing = columns.filter(
    (column) => !['client_id', 'error', 'method', 'trial'].includes(column) && !(column in rows[0]!),
  )
  if (missing.length > 0) throw importFault(`This table has no column “${missing[0]!}”.`)
  const source = createHash('sha256').update(text).digest('hex')
  const people = new Map<string, BundleRecords['person'][number]>()
  const visits = new Map<string, BundleRecords['visit'][number]>()
  const measure: BundleRecords['measure'] = []
  const left = new Map<string, number>()
  rows.forEach((row, i) => {
    const at = i + 2 // the head is the first row
    const read = (column: (typeof columns)[number]) => unguarded(row[column] ?? '').trim()
    const name = read('client')
    if (name === '' || name.length > 120) throw importFault(`Row ${at} names no client.`, `row ${at}`)
    const day = daySchema.safeParse(read('date'))
    if (!day.success)
      throw importFault(
        `Row ${at}: “${read('date').slice(0, 20)}” is no day such as 2026-05-04.`,
        `row ${at}`,
      )
    const side = read('side')
    if (side !== 'left' && side !== 'right')
      throw importFault(`Row ${at}: the side is left or right.`, `row ${at}`)
    const id = read('measure')
    const definition = measureTable[id as MeasureId] as (typeof measureTable)[MeasureId] | undefined
    if (!Object.hasOwn(measureTable, id) || !definition) {
      left.set(id.slice(0, 40), (left.get(id.slice(0, 40)) ?? 0) + 1)
      return
    }
    const trial = read('trial') === '' ? 1 : Number(read('trial'))
    if (!Number.isInteger(trial) || trial < 1 || trial > 99)
      throw importFault(`Row ${at}: a trial is a number from 1 to 99.`, `row ${at}`)
    const state = measureStates.find((one) => one === read('value'))
    if (definition.kind === 'number' && state === undefined && read('unit') !== definition.unit)
      throw importFault(
        `Row ${at}: ${id} is in “${definition.unit}”, not in “${read('unit').slice(0, 12)}”.`,
        `row ${at}`,
      )
    const value = definition.kind === 'number' ? (state ?? Number(read('value'))) : read('value')
    if (read('value') === '' || (typeof value === 'number' && !Number.isFinite(value)))
      throw importFault(`Row ${at}: “${read('value').slice(0, 20)}” is no value of ${id}.`, `row ${at}`)
    // a table tells no year of birth: whom it names by an id that is not ours is somebody of this table alone
    const personId = ownId('client', read('client_id') || ' ', `${source} ${name}`)
    const visitId = ownId('visit', read('visit') || ' ', `${personId} ${day.data}`)
    const earlier = visits.get(visitId)
    if (earlier && (earlier.personId !== personId || earlier.startedOn !== day.data))
      throw importFault(
        `Row ${at}: this visit is another client’s or of another day in an earlier row.`,
        `row ${at}`,
      )
    if (!people.has(personId)) people.set(personId, foreignPerson(personId, { name }))
    visits.set(visitId, earlier ?? foreignVisit(visitId, personId, day.data))
    measure.push(
      foreignMeasure({
        visitId,
        measure: id,
        side,
        trial,
        value,
        unit: definition.kind === 'number' ? definition.unit : '',
        day: day.data,
      }),
    )
  })
  return {
    records: { person: [...people.values()], visit: [...visits.values()], measure },
    leftOut: [...left].map(([id, count]) => `${count} × “${id}”, which is no measure of Sturvo`),
  }
}
