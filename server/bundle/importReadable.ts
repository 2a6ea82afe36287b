import {
  keptInsoleSchema,
  keptPlanSchema,
  logEntrySchema,
  personSchema,
  referencesSchema,
  type BundleKind,
} from '@sturvo/schema'
import type { Db } from '../data/database'
import { practice } from '../data/tables'
import { practiceAnswer } from '../practice/queries'
import { breathing } from '../work/breathe'
import { importFault } from './importFault'
import type { Row } from './kinds'
import type { Step } from './mergePlan'

/**
 * Every record that came in can be read again by its contract. Fields are held against theirs where visits are counted.
 * @throws Fault 422 badFile
 */
export async function assertReadable(tx: Db, steps: readonly Step[]): Promise<void> {
  const breathe = breathing()
  for (const { kind, row } of steps) {
    await breathe()
    const wrong = problemOf(kind, row)
    if (wrong !== undefined) throw importFault(wrong, kind)
  }
  if (steps.some(({ kind }) => kind === 'practice')) {
    const [row] = await tx.select().from(practice).limit(1)
    try {
      await practiceAnswer(tx, row!)
    } catch {
      throw importFault('The settings of the practice in it cannot be.', 'practice')
    }
  }
}

function problemOf(kind: BundleKind, row: Row): string | undefined {
  switch (kind) {
    case 'person':
      return personSchema.safeParse({ ...row, visits: [], cautions: { stop: 0, limit: 0 } }).success
        ? undefined
        : 'A person in it cannot be.'
    case 'plan':
      return isPlanOf(row) ? undefined : 'A plan in it cannot be read.'
    case 'logEntry':
      return logEntrySchema.safeParse(row.value).success
        ? undefined
        : 'An entry of the log in it cannot be read.'
    case 'referenceVersion':
      return referencesSchema.safeParse(row.values).success ? undefined : 'Reference values in it cannot be.'
    case 'insole':
      return keptInsoleSchema.safeParse({ id: row.id, name: row.name, size: row.size, insole: row.outline })
        .success
        ? undefined
        : 'An inside of a shoe in it cannot be.'
    case 'followState':
      return Array.isArray(row.fired) && typeof row.proposal === 'object' && row.proposal !== null
        ? undefined
        : 'The state of a follow-up in it cannot be read.'
    default:
      return undefined
  }
}

/** A plan is what it was decided as: its text says the same as its columns. */
function isPlanOf(row: Row): boolean {
  try {
    const plan = keptPlanSchema.safeParse(JSON.parse(row.document as string))
    return (
      plan.success &&
      plan.data.id === row.id &&
      plan.data.personId === row.personId &&
      plan.data.visitId === row.visitId &&
      plan.data.number === row.number
    )
  } catch {
    return false
  }
}
