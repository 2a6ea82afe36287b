import { newAccountSchema, rolesOfAccounts } from '@sturvo/schema'
import { openDatabase } from '../data/database'
import { Fault } from '../http/faults'
import { practiceRow } from '../practice/queries'
import { addAccount } from '../signin/accounts'
import { oneOf, readArguments, textOption, UsageError } from './usage'

/** `user add --db F --name N --email E --role owner --password-stdin` */
export async function addUser(args: readonly string[], passwordFrom: () => Promise<string>): Promise<string> {
  const { options } = readArguments(args, ['db', 'name', 'email', 'role'], ['password-stdin'])
  const need = (name: string) => {
    const value = textOption(options, name)
    if (value === undefined) throw new UsageError(`--${name} is missing.`)
    return value
  }
  const file = need('db')
  if (options['password-stdin'] !== true)
    throw new UsageError('Give the password on standard input with --password-stdin.')
  const role = oneOf(options, 'role', rolesOfAccounts) ?? 'practitioner'
  const input = newAccountSchema.safeParse({
    name: need('name'),
    email: need('email'),
    role,
    password: (await passwordFrom()).replace(/\r?\n$/, ''),
  })
  if (!input.success) throw new UsageError(input.error.issues[0]?.message ?? 'This account cannot be made.')
  const database = await openDatabase(file)
  try {
    await practiceRow(database)
    const row = await addAccount(database, input.data, new Date())
    return `Added ${row.role} ${row.email}.`
  } catch (error) {
    if (error instanceof Fault) throw new UsageError(error.message)
    throw error
  } finally {
    await database.close()
  }
}
