import type { BundleKind, BundleRecords } from '@sturvo/schema'
import { kindRules, kindsInOrder, type Row } from './kinds'

/** Records of some clients, and those of the practice. */
export function recordsOf(records: BundleRecords, isOf: (personId: unknown) => boolean): BundleRecords {
  const whose = ownersIn(records)
  return Object.fromEntries(
    kindsInOrder.map((kind) => [
      kind,
      kindRules[kind].of === 'practice'
        ? records[kind]
        : (records[kind] as Row[]).filter((row) => isOf(whose(kind, row))),
    ]),
  ) as unknown as BundleRecords
}

/** Which client a record is of, by the visits and plans beside it. */
export function ownersIn({
  visit,
  plan,
}: Pick<BundleRecords, 'visit' | 'plan'>): (kind: BundleKind, row: Row) => unknown {
  const of = {
    visit: new Map<unknown, string>(visit.map(({ id, personId }) => [id, personId])),
    plan: new Map<unknown, string>(plan.map(({ id, personId }) => [id, personId])),
  }
  return (kind, row) => {
    switch (kindRules[kind].of) {
      case 'person':
        return kind === 'person' ? row.id : row.personId
      case 'visit':
        return of.visit.get(row.visitId)
      case 'plan':
        return of.plan.get(row.planId)
      case 'practice':
        return undefined
    }
  }
}
