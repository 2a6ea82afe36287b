import { and, eq, isNotNull } from 'drizzle-orm'
import { errorKindIds, type ErrorKindId } from '@sturvo/core/measures'
import {
  addedUp,
  agreement,
  blendedSem,
  errorOverDays,
  type ErrorOverDays,
  outlierGroups,
  pairsToGo,
  semEstimate,
  trendOf,
  withinSum,
} from '@sturvo/core/repeatability'
import { type ReferenceId, type References } from '@sturvo/core/reference'
import type { BetweenRaters, OwnError, OwnErrors, Suspect } from '@sturvo/schema'
import type { Database } from '../data/database'
import { account, eyeAnswer } from '../data/tables'
import { practiceReferences } from '../practice/queries'
import { raterPairs, type RaterPair } from './pairs'
import { grouped } from './grouped'
import { trialSums, type TrialSum } from './trialSums'
import { perMeasure, widestGroups, type WideGroup } from './widestGroups'

/** Everything the page of own errors shows. */
export async function ownErrorsAnswer(database: Database): Promise<OwnErrors> {
  const references = await practiceReferences(database)
  const [sums, practised, raters, people] = await Promise.all([
    trialSums(database),
    practiceSums(database),
    raterPairs(database),
    database.db.select({ id: account.id, name: account.name }).from(account).orderBy(account.name),
  ])
  const wide = await Promise.all(doubtful(sums, references).map((at) => widestGroups(database, at)))
  const keys = new Map<string, { kind: ErrorKindId; accountId: string }>()
  for (const { kind, accountId } of [...sums, ...practised])
    keys.set(`${accountId} ${kind}`, { kind, accountId })
  const rows = [...keys.values()].flatMap(({ kind, accountId }): OwnError[] => {
    const isOf = (sum: TrialSum) => sum.kind === kind && sum.accountId === accountId
    return ownErrorRow(kind, accountId, sums.filter(isOf), practised.filter(isOf), references)
  })
  return {
    people,
    rows: rows.sort((a, b) => errorKindIds.indexOf(a.kind) - errorKindIds.indexOf(b.kind)),
    suspects: suspectsOf(sums, wide.flat(), references),
    between: betweenOf(raters),
  }
}

function ownErrorRow(
  kind: ErrorKindId,
  accountId: string,
  sums: readonly TrialSum[],
  practised: readonly TrialSum[],
  references: References,
): OwnError[] {
  const months = [...sums].sort((a, b) => a.month.localeCompare(b.month))
  const own = semEstimate(addedUp([...months, ...practised]))
  if (!own) return []
  const blend = blendedSem(references[kind], own, references)
  const { widthNow, ...more } = pairsToGo(own.pairs, references, relativeWidth)
  return [
    {
      kind,
      accountId,
      ...own,
      practicePairs: addedUp(practised).pairs,
      standard: references[kind],
      inForce: blend.sem,
      ownWeight: blend.ownWeight,
      trend: trendOf(months, references) ?? null,
      widthNow: widthNow ?? null,
      ...more,
    },
  ]
}

/** Interval of an estimate from so many pairs, as a part of the estimate. */
function relativeWidth(pairs: number): number {
  const one = semEstimate({ squares: pairs, pairs })
  return one ? (one.high - one.low) / one.sem : Infinity
}

/**
 * Measures whose widest trials could be slips even if everything else that is wide were left out. Most are ruled out
 * by sums alone, so that only a few are looked into group by group.
 */
function doubtful(
  sums: readonly TrialSum[],
  references: References,
): { accountId: string; measure: string }[] {
  return grouped(sums, (s) => `${s.accountId} ${s.kind}`).flatMap((ofKind) => {
    const all = addedUp(ofKind)
    const { kind } = ofKind[0]!
    const widest = Math.max(...ofKind.map((s) => s.widest))
    const rest = {
      squares: Math.max(0, all.squares - (perMeasure * widest * widest) / 2),
      pairs: all.pairs - perMeasure,
    }
    const least = rest.pairs >= references.ownErrorFrom ? semEstimate(rest)!.sem : references[kind]
    const sem = Math.max(Math.min(least, references[kind]), references[kind] * references.ownErrorLeastShare)
    return grouped(ofKind, (s) => s.measure).flatMap((ofMeasure) => {
      const { accountId, measure } = ofMeasure[0]!
      const spread = Math.max(...ofMeasure.map((s) => s.widest))
      return spread > references.outlierFactor * Math.SQRT2 * sem ? [{ accountId, measure }] : []
    })
  })
}

function suspectsOf(
  sums: readonly TrialSum[],
  widest: readonly WideGroup[],
  references: References,
): Suspect[] {
  return grouped(widest, (g) => `${g.accountId} ${g.kind}`).flatMap((of) => {
    const { kind, accountId } = of[0]!
    const all = addedUp(sums.filter((s) => s.kind === kind && s.accountId === accountId))
    return outlierGroups(of, all, references[kind], references).map(({ group, slip, timesError }) => ({
      ...group,
      slip,
      timesError,
    }))
  })
}

function betweenOf(pairs: readonly RaterPair[]): BetweenRaters[] {
  return grouped(pairs, (p) => `${p.kind} ${p.first} ${p.second}`).flatMap((of): BetweenRaters[] => {
    const { kind, first, second } = of[0]!
    const estimate = semEstimate(addedUp(of.map((p) => withinSum(p.values))))
    const agreed = agreement(of.map(({ values }) => ({ first: values[0], second: values[1] })))
    return estimate
      ? [
          {
            kind,
            first,
            second,
            ...estimate,
            bias: agreed?.bias ?? null,
            isBiased: agreed?.isBiased ?? false,
          },
        ]
      : []
  })
}

/** Practice with known truth, for those who want it counted: squares of the error about their own bias. */
async function practiceSums(database: Database, accountId?: string): Promise<TrialSum[]> {
  const counts = eq(account.practiceCounts, true)
  const rows = await database.db
    .select({
      accountId: eyeAnswer.accountId,
      kind: eyeAnswer.derivedKind,
      error: eyeAnswer.derivedError,
    })
    .from(eyeAnswer)
    .innerJoin(account, eq(account.id, eyeAnswer.accountId))
    .where(
      and(
        isNotNull(eyeAnswer.derivedError),
        accountId === undefined ? counts : and(counts, eq(account.id, accountId)),
      ),
    )
  return grouped(rows, (r) => `${r.accountId} ${r.kind}`).flatMap((of): TrialSum[] => {
    const kind = errorKindIds.find((k) => k === of[0]!.kind)
    const errors = of.map((r) => r.error).filter((e) => e !== null)
    return kind
      ? [{ kind, measure: '', widest: 0, accountId: of[0]!.accountId, month: '', ...withinSum(errors) }]
      : []
  })
}

/** Values that lie over the reference table, and the same errors in their two parts where two days are compared. */
export type ErrorsInForce = {
  errors: Partial<Record<ReferenceId, number>>
  overDays: Partial<Record<ErrorKindId, ErrorOverDays>>
}

/** The errors in force for one practitioner, to lay over the reference table: only those that differ from it. */
export async function errorsInForce(
  database: Database,
  accountId: string,
  references: References,
): Promise<ErrorsInForce> {
  const [sums, practised] = await Promise.all([
    trialSums(database, accountId),
    practiceSums(database, accountId),
  ])
  const inForce: ErrorsInForce = { errors: {}, overDays: {} }
  for (const of of grouped([...sums, ...practised], (s) => s.kind)) {
    const { kind } = of[0]!
    const own = semEstimate(addedUp(of))
    const { sem, ownWeight } = blendedSem(references[kind], own, references)
    if (ownWeight === 0) continue
    inForce.errors[kind] = sem
    inForce.overDays[kind] = errorOverDays(references[kind], own, references)
  }
  return inForce
}
