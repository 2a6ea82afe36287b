import { bundleKinds, type BundleKind, type BundleRecords } from '@sturvo/schema'
import { stableText } from './stableText'
import { wasSignedFor } from './signedFor'
import { breathing } from '../work/breathe'
import { asText, kindRules, kindsInOrder, nameOf, type Row } from './kinds'

/** What becomes of one record of a file. */
export type Step = {
  kind: BundleKind
  row: Row
  /** add: not here yet. take: the one of the file goes on from the one here */
  what: 'add' | 'take'
}

/** Two states of one thing that do not follow from each other. */
export type Conflict = {
  id: string
  kind: BundleKind
  here: Row
  there: Row
  newer: 'here' | 'there'
}

export type MergePlan = {
  steps: Step[]
  conflicts: Conflict[]
  counts: { added: number; merged: number; same: number; kept: number }
  leftOut: string[]
}

/** Columns that say when something was written, not what. */
const aboutWriting = new Set([
  'version',
  'created',
  'changed',
  'supersededBy',
  'coreVersion',
  'referencesVersion',
  // whose hand it was comes in as somebody's from elsewhere
  'byAccount',
])
const contentOf = (row: Row) =>
  stableText(Object.fromEntries(Object.entries(row).filter(([column]) => !aboutWriting.has(column))))

const fieldKinds: readonly BundleKind[] = [
  'mark',
  'event',
  'photo',
  'shoe',
  'device',
  'print',
  'answer',
  'dealt',
  'recording',
]

/** The path of the field that a record keeps. */
export function pathOf(kind: BundleKind, row: Row): string {
  const part = (name: string) => String(row[name])
  switch (kind) {
    case 'photo':
      return `photo.${part('view')}.${part('side')}`
    case 'print':
      return `print.${part('side')}`
    case 'answer':
      return `answer.${part('key')}`
    case 'dealt':
      return `dealt.${part('caution')}`
    case 'measure':
      return `measure.${part('measure')}.${part('side')}.${part('trial')}`
    default:
      return `${kind}.${part('id')}`
  }
}

/**
 * What taking in a file would do, record by record: what is not here is added; what follows from the one here takes its
 * place; what the one here follows from is kept as it is; and where neither follows from the other, somebody chooses,
 * with the one changed later proposed.
 * @param here the records of the same clients, and of the practice, as they are now
 * @param isPartial the file knows less than we do (a table, another program's bundle): persons and visits that are here
 * stay, and a trial is the same where its value is
 */
export async function mergePlan(
  there: BundleRecords,
  here: BundleRecords,
  isPartial = false,
): Promise<MergePlan> {
  const breathe = breathing()
  const plan: MergePlan = {
    steps: [],
    conflicts: [],
    counts: { added: 0, merged: 0, same: 0, kept: 0 },
    leftOut: [],
  }
  const known = new Map<string, Row>()
  for (const kind of bundleKinds) for (const row of here[kind] as Row[]) known.set(nameOf(kind, row), row)
  const knownVisits = new Set((here.visit as Row[]).map((row) => row.id))
  const lastWord = { here: lastWords(here), there: lastWords(there) }
  const written = { here: idsOf(here), there: idsOf(there) }
  const planNumbers = new Map(
    (here.plan as Row[]).map((row) => [`${String(row.personId)} ${String(row.number)}`, row.id]),
  )
  const droppedPlans = new Set<unknown>()
  const add = (kind: BundleKind, row: Row) => {
    plan.steps.push({ kind, row, what: 'add' })
    plan.counts.added++
  }
  const inForce = new Map(
    (here.measure as Row[])
      .filter((row) => row.supersededBy === null)
      .map((row) => [`${String(row.visitId)} ${pathOf('measure', row)}`, row]),
  )
  for (const kind of kindsInOrder) {
    for (const row of there[kind] as Row[]) {
      await breathe()
      const at = `${String(row.visitId)} ${kind === 'measure' ? pathOf(kind, row) : ''}`
      const mine =
        known.get(nameOf(kind, row)) ?? (isPartial && kind === 'measure' ? inForce.get(at) : undefined)
      if (isPartial && mine) {
        const value = (one: Row) => stableText([one.value, one.word])
        const isSame = kind === 'person' || kind === 'visit' || value(mine) === value(row)
        if (isSame) plan.counts.same++
        else plan.conflicts.push(conflict(nameOf(kind, row), kind, mine, row))
        continue
      }
      if (kind === 'planItem' && droppedPlans.has(row.planId)) continue
      if (kind === 'plan' && !mine) {
        const holder = planNumbers.get(`${String(row.personId)} ${String(row.number)}`)
        if (holder !== undefined) {
          droppedPlans.add(row.id)
          plan.leftOut.push(
            `version ${String(row.number)} of a plan: another one was decided here under that number, and it stays`,
          )
          continue
        }
      }
      if (!mine) {
        add(kind, row)
        continue
      }
      if (kind === 'dealt' && wasSignedFor(mine, row)) {
        plan.counts.same++
        continue
      }
      if (stableText(mine) === stableText(row) || contentOf(mine) === contentOf(row)) {
        // a measure that was corrected elsewhere keeps its value and gets its successor
        if (kind === 'measure' && mine.supersededBy === null && row.supersededBy !== null)
          plan.steps.push({
            kind,
            row: { ...mine, supersededBy: row.supersededBy, changed: row.changed },
            what: 'take',
          })
        plan.counts.same++
        continue
      }
      if (kindRules[kind].isFixed) {
        plan.counts.kept++
        if (kind !== 'account')
          plan.leftOut.push(
            `${kind} ${asText(row.id ?? row.number)}: the one here is another one under the same name, and it stays`,
          )
        continue
      }
      // worked out from plan and log, here as there
      if (kind === 'followState') {
        plan.counts.kept++
        continue
      }
      if (kind === 'practice' && mine.version === 1) {
        plan.steps.push({ kind, row, what: 'take' })
        plan.counts.merged++
        continue
      }
      if (fieldKinds.includes(kind)) {
        const field = `${String(row.visitId)} ${pathOf(kind, row)}`
        const [mineLast, theirLast] = [lastWord.here.get(field), lastWord.there.get(field)]
        if (mineLast !== undefined && written.there.has(mineLast)) {
          plan.steps.push({ kind, row, what: 'take' })
          plan.counts.merged++
          continue
        }
        if (theirLast !== undefined && written.here.has(theirLast)) {
          plan.counts.kept++
          continue
        }
      }
      plan.conflicts.push(conflict(nameOf(kind, row), kind, mine, row))
    }
  }
  if (!isPartial) for (const one of measureConflicts(there, here, knownVisits)) plan.conflicts.push(one)
  return plan
}

function conflict(id: string, kind: BundleKind, here: Row, there: Row): Conflict {
  return { id, kind, here, there, newer: String(there.changed) > String(here.changed) ? 'there' : 'here' }
}

const idsOf = (records: BundleRecords) => new Set<unknown>(records.fieldHistory.map(({ id }) => id))

/** The last thing that was written in each field, by the id of its line in the history. */
function lastWords(records: BundleRecords): Map<string, string> {
  const last = new Map<string, BundleRecords['fieldHistory'][number]>()
  for (const row of records.fieldHistory) {
    const at = `${row.visitId} ${row.path}`
    const before = last.get(at)
    if (!before || before.version < row.version || (before.version === row.version && before.id < row.id))
      last.set(at, row)
  }
  return new Map([...last].map(([at, { id }]) => [at, id]))
}

/** Trials that were corrected in both places, each to its own value. */
function measureConflicts(
  there: BundleRecords,
  here: BundleRecords,
  knownVisits: ReadonlySet<unknown>,
): Conflict[] {
  const found: Conflict[] = []
  const hereIds = new Set(here.measure.map(({ id }) => id))
  const thereIds = new Set(there.measure.map(({ id }) => id))
  const inForce = new Map(
    here.measure
      .filter((row) => row.supersededBy === null)
      .map((row) => [`${row.visitId} ${pathOf('measure', row)}`, row]),
  )
  for (const row of there.measure) {
    if (row.supersededBy !== null || !knownVisits.has(row.visitId) || hereIds.has(row.id)) continue
    const mine = inForce.get(`${row.visitId} ${pathOf('measure', row)}`)
    if (!mine || thereIds.has(mine.id)) continue
    found.push(conflict(`measure ${row.visitId} ${pathOf('measure', row)}`, 'measure', mine, row))
  }
  return found
}
