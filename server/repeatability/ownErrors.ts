import { and, eq, isNotNull } from 'drizzle-orm'
import { errorKindIds, type ErrorKindId } from '@sturvo/core/measures'
import {
  addedUp,
  agreement,
  blendedSem,
  outlierGroups,
  pairsToGo,
  semEstimate,
  trendOf,
  withinSum,
} from '@sturvo/core/repeatability'
import { referenceValues, type ReferenceId, type References } from '@sturvo/core/reference'
import type { BetweenRaters, OwnError, OwnErrors, Suspect } from '@sturvo/schema'
import type { Database } from '../data/database'
import { account, eyeAnswer } from '../data/tables'
import { practiceAnswer, practiceRow } from '../practice/queries'
import { raterPairs, type RaterPair } from './pairs'
import { grouped } from './grouped'
import { trialSums, type TrialSum } from './trialSums'
import { widestGroups, type WideGroup } from './widestGroups'

/** Everything the page of own errors shows. */
export async function ownErrorsAnswer(database: Database): Promise<OwnErrors> {
  const { references: changed } = await practiceAnswer(database, await practiceRow(database))
  const references = referenceValues(changed)
  const [sums, practised, widest, raters, people] = await Promise.all([
    trialSums(database),
    practiceSums(database),
    widestGroups(database),
    raterPairs(database),
    database.db.select({ id: account.id, name: account.name }).from(account).orderBy(account.name),
  ])
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
    suspects: suspectsOf(sums, widest, references),
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
    return kind ? [{ kind, accountId: of[0]!.accountId, month: '', ...withinSum(errors) }] : []
  })
}

/** The errors in force for one practitioner, to lay over the reference table: only those that differ from it. */
export async function errorsInForce(
  database: Database,
  accountId: string,
  references: References,
): Promise<Partial<Record<ReferenceId, number>>> {
  const [sums, practised] = await Promise.all([
    trialSums(database, accountId),
    practiceSums(database, accountId),
  ])
  const errors: Partial<Record<ReferenceId, number>> = {}
  for (const of of grouped([...sums, ...practised], (s) => s.kind)) {
    const { kind } = of[0]!
    const { sem, ownWeight } = blendedSem(references[kind], semEstimate(addedUp(of)), references)
    if (ownWeight > 0) errors[kind] = sem
  }
  return errors
}
