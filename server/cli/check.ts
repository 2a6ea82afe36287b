import { existsSync } from 'node:fs'
import { dirname } from 'node:path'
import { auditRoot, firstBreak, isAuditKept } from '../audit/chain'
import { copiesBeside, goodCopyIn, headsMissing } from '../copies/copyFolder'
import { openDatabase, type Database } from '../data/database'
import { FileFault } from '../data/fileFault'
import { troubles } from '../data/troubles'
import { readArguments, textOption, UsageError } from './usage'

/** `check --db FILE`: everything in a practice that cannot be read, by its id; nothing is changed. */
export async function check(args: readonly string[]): Promise<string> {
  const { options } = readArguments(args, ['db', 'copies'], [])
  const file = textOption(options, 'db')
  if (file === undefined) throw new UsageError('Name the database: check --db FILE.')
  if (!existsSync(file)) throw new UsageError(`There is no file ${file}.`)
  let database: Database | undefined
  try {
    database = await openDatabase(file)
    const copies = textOption(options, 'copies') ?? copiesBeside(file)
    const own = await auditRoot(database.db)
    const { found, counts: what } = await troubles(database, dirname(database.file), (path) =>
      goodCopyIn(copies, path, own),
    )
    const broken = await firstBreak(database.db)
    if (broken) found.push(`audit, line ${broken.number}: ${broken.why}`)
    if (!(await isAuditKept(database.db)))
      found.push('audit: the audit is not kept from being changed, somebody took that away')
    const heads = await headsMissing(database, copies)
    if (heads.broken !== undefined) found.push(heads.broken)
    if (found.length === 0) return `${what}: everything can be read.${excusedText(heads.excused)}`
    throw new UsageError(`${what}. Not readable: ${found.length}\n${found.map((f) => `  ${f}`).join('\n')}`)
  } catch (error) {
    throw error instanceof FileFault ? new UsageError(error.message) : error
  } finally {
    await database?.close()
  }
}

/** Restoring costs lines of the audit; so would somebody who only says it was restored. Who knows which is told. */
const excusedText = (names: readonly string[]) =>
  names.length === 0
    ? ''
    : ` Its audit says it was restored, and ${names.join(', ')} ${names.length === 1 ? 'knows' : 'know'} lines from after the copy it was restored from. If nobody restored it, somebody cut them off.`
