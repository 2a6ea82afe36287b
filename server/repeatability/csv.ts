import { referenceTable, type References } from '@sturvo/core/reference'
import { mdc95 } from '@sturvo/core/statistics'
import type { OwnErrors } from '@sturvo/schema'
import { errorKindText } from '@sturvo/words'
import { csvOf } from '../files/csv'

const columns = [
  'measure',
  'unit',
  'practitioner',
  'pairs',
  'practice_pairs',
  'sem',
  'sem_low95',
  'sem_high95',
  'mdc95',
  'default_sem',
  'sem_in_force',
  'own_weight',
] as const

/** Own errors as a table: one row a measure and practitioner, a point as the decimal sign, RFC 4180 quoting. */
export function ownErrorsCsv(answer: OwnErrors, references: References): string {
  const nameOf = new Map(answer.people.map((p) => [p.id, p.name]))
  const rows = answer.rows.map((r) => [
    errorKindText[r.kind].name,
    referenceTable[r.kind].unit,
    nameOf.get(r.accountId) ?? '',
    r.pairs,
    r.practicePairs,
    figure(r.sem),
    figure(r.low),
    figure(r.high),
    figure(mdc95(r.sem, references)),
    figure(r.standard),
    figure(r.inForce),
    figure(r.ownWeight),
  ])
  return csvOf(columns, rows)
}

function figure(value: number): string {
  return String(Math.round(value * 10_000) / 10_000)
}
