import { createWriteStream, existsSync, mkdtempSync } from 'node:fs'
import { rename, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import dayjs from 'dayjs'
import { desc, eq } from 'drizzle-orm'
import { stoppedSince } from '@sturvo/core/inForce'
import { addAudit } from '../audit/chain'
import { bundleText, bundleZip, fhirText, measuresText } from '../bundle/exportFile'
import { layInFiles } from '../bundle/files'
import { importRecords } from '../bundle/importRecords'
import { planImport } from '../bundle/planImport'
import { readImport } from '../bundle/readImport'
import type { Scope } from '../bundle/collect'
import { lockForImport, openDatabase, type Database } from '../data/database'
import { FileFault } from '../data/fileFault'
import { newId } from '../data/ids'
import { account, planVersion } from '../data/tables'
import { Fault } from '../http/faults'
import { heldHere } from '../inForce/heldPlan'
import { inForceOf } from '../inForce/inForceOf'
import { currentFor, keptTextsNow } from '../inForce/planNow'
import { findPerson } from '../people/queries'
import { practiceAnswer, practiceRow } from '../practice/queries'
import { oneOf, readArguments, textOption, UsageError } from './usage'

const formats = ['bundle', 'json', 'fhir', 'csv', 'ics', 'pdf'] as const
type Format = (typeof formats)[number]

/** `export --db F --client ID|all --as FORMAT --to FILE` */
export async function exportFile(args: readonly string[]): Promise<string> {
  const { words, options } = readArguments(args, ['db', 'client', 'as', 'to'], [])
  const file = textOption(options, 'db')
  const client = textOption(options, 'client')
  const as = oneOf(options, 'as', formats)
  const to = textOption(options, 'to')
  if (words.length > 0 || !file || !client || !as || !to)
    throw new UsageError('Say what and where to: export --db FILE --client ID|all --as FORMAT --to FILE.')
  if (existsSync(to)) throw new UsageError(`${to} is there already. Nothing was written: name a new file.`)
  return inPractice(file, async (database) => {
    const scope: Scope = client === 'all' ? 'practice' : { personId: client }
    if (client !== 'all' && !(await findPerson(database.db, client)))
      throw new UsageError(`There is no client ${client}. Nothing was written.`)
    const making = `${resolve(to)}.making`
    try {
      await write(database, scope, as, making)
      await rename(making, to)
    } catch (error) {
      await rm(making, { force: true })
      throw error
    }
    const personId = client === 'all' ? '' : client
    const entry = {
      actor: 'program',
      action: 'exported',
      personId,
      what: as,
      origin: 'command line',
    } as const
    await addAudit(database, entry, new Date())
    return `Written to ${to}.`
  })
}

async function write(database: Database, scope: Scope, as: Format, to: string): Promise<void> {
  const put = (content: string | Buffer) => writeFile(to, content, { mode: 0o600 })
  switch (as) {
    case 'bundle':
      return bundleZip(database, scope, createWriteStream(to, { mode: 0o600 }))
    case 'json':
      return put(await bundleText(database, scope))
    case 'fhir':
      return put(await fhirText(database, scope))
    case 'csv':
      return put(await measuresText(database, scope))
    case 'ics':
    case 'pdf':
      return put(await newestPlanAs(database, scope, as))
  }
}

async function newestPlanAs(database: Database, scope: Scope, as: 'ics' | 'pdf'): Promise<string | Buffer> {
  if (scope === 'practice')
    throw new UsageError(`A plan is one client’s: name them with --client ID. Nothing was written.`)
  const none = new UsageError('No plan has been kept for this client yet. Nothing was written.')
  if (as === 'ics') {
    const { name: practice, drills: own } = await practiceAnswer(database.db, await practiceRow(database))
    const kept = await keptTextsNow(database, heldHere, scope.personId)
    const { timeZone: zone } = Intl.DateTimeFormat().resolvedOptions()
    const { keptCalendar } = await import('../plans/calendar')
    const stopped = stoppedSince(await inForceOf(database.db, scope.personId, new Date()))
    const callOffFrom = stopped === undefined ? undefined : dayjs().format('YYYY-MM-DD')
    const text = keptCalendar({ kept, practice, zone, own, callOffFrom })
    if (text === undefined) throw none
    return text
  }
  const [newest] = await database.db
    .select({ document: planVersion.document })
    .from(planVersion)
    .where(eq(planVersion.personId, scope.personId))
    .orderBy(desc(planVersion.number))
    .limit(1)
  const { keptPaper } = await import('../documents/keptPaper')
  if (!newest) throw none
  const current = await currentFor(database, heldHere, { ...newest, now: new Date() })
  const paper = await keptPaper({ current, kind: 'handout', document: newest.document, paper: 'a4' })
  if (!paper) throw none
  return paper
}

/** `import FILE --db F [--look] [--choose newer|here|there]` */
export async function importFile(args: readonly string[]): Promise<string> {
  const { words, options } = readArguments(args, ['db', 'choose'], ['look'])
  const [from] = words
  const file = textOption(options, 'db')
  const choose = oneOf(options, 'choose', ['newer', 'here', 'there'] as const) ?? 'newer'
  if (from === undefined || words.length > 1 || file === undefined)
    throw new UsageError('Say which file and which practice: import FILE --db FILE.')
  if (!existsSync(from)) throw new UsageError(`There is no file ${from}.`)
  return inPractice(file, async (database) => {
    const beside = mkdtempSync(join(tmpdir(), 'sturvo-import-'))
    try {
      const read = await readImport({ file: from, into: beside })
      const plan = await planImport(database, database.db, read, true)
      const { added, merged, same, kept } = plan.counts
      const leftOut = plan.leftOut.map((what) => `\nLeft out: ${what}.`).join('')
      const said = `${added} new, ${merged} taken over, ${same} the same, ${kept} kept as they are, ${plan.conflicts.length} changed in both.${leftOut}`
      if (options.look === true) return `Would be: ${said}`
      const [owner] = await database.db
        .select({ id: account.id })
        .from(account)
        .where(eq(account.role, 'owner'))
        .limit(1)
      if (!owner)
        throw new UsageError('This practice has no owner yet. Nothing was changed: open it once first.')
      const choices = new Map(
        plan.conflicts.map((one) => [one.id, choose === 'newer' ? one.newer : choose] as const),
      )
      const held = await lockForImport(file)
      try {
        const laid = await layInFiles(database, read.files, beside)
        const by = { accountId: owner.id, isOwner: true, origin: 'command line', actor: 'program' }
        try {
          await importRecords(database, { id: newId(), read, choices, by, now: new Date() })
        } finally {
          await laid.settle()
        }
      } finally {
        held.release()
      }
      return `Taken in: ${said}`
    } finally {
      await rm(beside, { recursive: true, force: true })
    }
  })
}

async function inPractice(file: string, work: (database: Database) => Promise<string>): Promise<string> {
  if (!existsSync(file)) throw new UsageError(`There is no file ${file}.`)
  let database: Database | undefined
  try {
    database = await openDatabase(file)
    return await work(database)
  } catch (error) {
    if (error instanceof Fault || error instanceof FileFault) throw new UsageError(error.message)
    throw error
  } finally {
    await database?.close()
  }
}
