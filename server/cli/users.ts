import {
  emailSchema,
  newAccountSchema,
  passwordSchema,
  rolesOfAccounts,
  firstSentence,
  throughTheDoor,
} from '@sturvo/schema'
import { addAudit } from '../audit/chain'
import { openDatabase, type Database } from '../data/database'
import { FileFault } from '../data/fileFault'
import { Fault } from '../http/faults'
import { practiceRow } from '../practice/queries'
import { addAccount, resetPassword } from '../signin/accounts'
import { takeFactorAway } from '../signin/factor'
import { oneOf, readArguments, textOption, UsageError, type Options } from './usage'

/** `user add --db F --name N --email E --role owner --password-stdin` */
export async function addUser(args: readonly string[], passwordFrom: () => Promise<string>): Promise<string> {
  const { options } = readArguments(args, ['db', 'name', 'email', 'role'], ['password-stdin'])
  const file = needed(options, 'db')
  assertPasswordIsPiped(options)
  const role = oneOf(options, 'role', rolesOfAccounts) ?? 'practitioner'
  const input = newAccountSchema.safeParse(
    throughTheDoor({
      name: needed(options, 'name'),
      email: needed(options, 'email'),
      role,
      password: lineOf(await passwordFrom()),
    }),
  )
  if (!input.success) throw new UsageError(firstSentence(input.error))
  return inPractice(file, async (database) => {
    const now = new Date()
    const row = await addAccount(database, input.data, now)
    const what = `${row.role} ${row.name} added`
    const entry = { actor: 'program', action: 'access', personId: '', what, origin: 'command line' } as const
    await addAudit(database, entry, now)
    return `Added ${row.role} ${row.email}.`
  })
}

/** `user reset --db F --email E --password-stdin` */
export async function resetUser(
  args: readonly string[],
  passwordFrom: () => Promise<string>,
): Promise<string> {
  const { options } = readArguments(args, ['db', 'email'], ['password-stdin', 'without-factor'])
  const file = needed(options, 'db')
  assertPasswordIsPiped(options)
  const email = emailSchema.safeParse(needed(options, 'email'))
  const password = passwordSchema.safeParse(throughTheDoor(lineOf(await passwordFrom())))
  const wrong = email.error ?? password.error
  if (wrong || !email.success || !password.success)
    throw new UsageError(wrong ? firstSentence(wrong) : 'This password cannot be set.')
  return inPractice(file, async (database) => {
    const now = new Date()
    const row = await resetPassword(database, email.data, password.data, now)
    const isWithout = options['without-factor'] === true
    if (isWithout) await database.write((tx) => takeFactorAway(tx, row.id, now))
    const what = `password by the command line${isWithout ? ', second factor taken away' : ''}`
    const entry = { actor: 'program', action: 'access', personId: '', what, origin: 'command line' } as const
    await addAudit(database, entry, now)
    return `${row.email} has a new password and is signed out everywhere.${isWithout ? ' Their second factor is taken away.' : ''}`
  })
}

async function inPractice(file: string, work: (database: Database) => Promise<string>): Promise<string> {
  let database: Database | undefined
  try {
    database = await openDatabase(file)
    await practiceRow(database)
    return await work(database)
  } catch (error) {
    if (error instanceof Fault || error instanceof FileFault) throw new UsageError(error.message)
    throw error
  } finally {
    await database?.close()
  }
}

function needed(options: Options, name: string): string {
  const value = textOption(options, name)
  if (value === undefined) throw new UsageError(`--${name} is missing.`)
  return value
}

function assertPasswordIsPiped(options: Options): void {
  if (options['password-stdin'] !== true)
    throw new UsageError('Give the password on standard input with --password-stdin.')
}

const lineOf = (text: string) => text.replace(/\r?\n$/, '')
