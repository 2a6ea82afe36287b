import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { eq } from 'drizzle-orm'
import { openDatabase } from '../data/database'
import { account, answer, person, picture } from '../data/tables'
import { practiceRow } from '../practice/queries'
import { addAccount } from '../signin/accounts'
import { isPassword } from '../signin/passwords'
import { aPicture } from '../testing/aPicture'
import { beginVisit } from '../visits/queries'
import { changeVisit } from '../visits/changeVisit'
import { commands } from './commands'
import { runCommand } from './index'

const folder = mkdtempSync(join(tmpdir(), 'sturvo-check-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))
const run = (args: string[], password = '') =>
  runCommand(args, { seed: () => Promise.resolve(), passwordFrom: () => Promise.resolve(`${password}\n`) })

describe('--help', () => {
  test.each(commands.map((c) => [c.name, c] as const))(
    '%s: options, an example, exit codes',
    async (name, command) => {
      for (const flag of ['--help', '-h']) {
        const { output, code } = await run([...name.split(' '), flag])
        expect(code).toBe(0)
        expect(output).toContain(`sturvo ${command.usage}`)
        expect(output).toContain('Example: sturvo')
        expect(output).toContain('Exit codes: 0')
        for (const [option] of command.options) expect(output).toContain(option)
      }
    },
  )
  test('every option that a usage names is explained', () => {
    for (const { usage, options } of commands)
      for (const [option] of usage.matchAll(/--[a-z-]+/g))
        expect(options.some(([text]) => text.startsWith(option))).toBe(true)
  })
  test('a family of commands lists its own, and no command at all lists all', async () => {
    expect((await run(['measure', '--help'])).output).toContain('measure rearfoot')
    expect((await run(['measure', '--help'])).output).not.toContain('user add')
    const { output, code } = await run([])
    expect(code).toBe(0)
    for (const { name } of commands) expect(output).toContain(name)
  })
  test('a command that does not exist is said, with those that do', async () => {
    const { output, code } = await run(['measure', 'hand'])
    expect([
      code,
      output.includes('There is no command "measure hand"'),
      output.includes('measure shoe'),
    ]).toEqual([2, true, true])
  })
})

async function practice(name: string): Promise<string> {
  const file = join(folder, name)
  const database = await openDatabase(file)
  await practiceRow(database)
  const who = await addAccount(
    database,
    { name: 'Ilse', email: 'ilse@tideway.example', role: 'owner', password: 'a long password' },
    new Date(),
  )
  await database.write((tx) =>
    tx.insert(person).values({
      id: 'person000001',
      name: 'Ansa Rook',
      pronouns: '',
      birthYear: null,
      work: '',
      phone: '',
      email: '',
      lengthUnit: 'mm',
      massUnit: 'kg',
      kit: [],
      version: 1,
      created: '',
      changed: '',
    }),
  )
  await beginVisit(database, {
    id: 'visit0000001',
    personId: 'person000001',
    startedOn: '2026-05-04',
    now: new Date(),
  })
  await changeVisit(database, {
    visitId: 'visit0000001',
    base: 0,
    changes: [{ path: 'answer.goal', value: 'x' }],
    byAccount: who.id,
    now: new Date(),
  })
  await aPicture(database, 'visit0000001')
  await database.close()
  return file
}

test('check: a sound practice is sound, and everything that cannot be read is named by its id', async () => {
  const file = await practice('sound.db')
  const sound = await run(['check', '--db', file])
  expect(sound).toMatchObject({
    code: 0,
    output: expect.stringContaining('1 people, 1 visits, 1 pictures') as string,
  })
  const database = await openDatabase(file)
  await database.write(async (tx) => {
    await tx.update(person).set({ name: '' })
    await tx.update(answer).set({ value: 17 })
    await tx.update(picture).set({ hash: 'gone' })
  })
  await database.close()
  const { output, code } = await run(['check', '--db', file])
  expect(code).toBe(2)
  for (const words of ['person person000001', 'visit visit0000001, field answer.goal', 'its file is missing'])
    expect(output).toContain(words)
  expect(output).not.toContain('Ansa')
  expect((await run(['check', '--db', join(folder, 'none.db')])).code).toBe(2)
  expect((await run(['check'])).code).toBe(2)
})

test('check: a file that rotted is told from one that is missing, and where a good one lies', async () => {
  const file = await practice('rotten.db')
  const [name] = readdirSync(join(folder, 'pictures')).filter((one) => one.endsWith('.png'))
  const [inPlace, copies] = [join(folder, 'pictures', name!), join(folder, 'copies')]
  const [older, newer] = ['2026-05-04T09-00-00-000Z', '2026-05-05T09-00-00-000Z']
  for (const copy of [older, newer])
    expect((await run(['backup', join(copies, copy), '--db', file])).code).toBe(0)
  const bytes = readFileSync(inPlace)
  // copies share a file that did not change: what rots here is a file of its own
  rmSync(inPlace)
  writeFileSync(inPlace, bytes.subarray(0, -20))
  const rotten = await run(['check', '--db', file])
  expect(rotten.code).toBe(2)
  expect(rotten.output).toContain(
    `its file is damaged, a good one is ${join(copies, newer, 'pictures', name!)}`,
  )
  rmSync(join(copies, newer, 'pictures', name!))
  writeFileSync(join(copies, newer, 'pictures', name!), 'rotten too')
  rmSync(inPlace)
  const missing = await run(['check', '--db', file])
  expect(missing.output).toContain(
    `its file is missing, a good one is ${join(copies, older, 'pictures', name!)}`,
  )
  writeFileSync(inPlace, bytes)
  expect((await run(['check', '--db', file])).code).toBe(0)
})

test('user reset: a new password, and only a good one', async () => {
  const file = await practice('reset.db')
  const reset = (password: string, email = 'Ilse@Tideway.example') =>
    run(['user', 'reset', '--db', file, '--email', email, '--password-stdin'], password)
  expect((await reset('short')).output).toContain('at least 12')
  expect((await reset('passwordpassword')).output).toContain('tried first')
  expect((await reset('lanterns and tides', 'nobody@tideway.example')).output).toContain('no account')
  expect(
    (
      await run(
        [
          'user',
          'reset',
          '--db',
          file,
          '--email',
          'ilse@tideway.example',
          '--password-stdin',
          '--without-factor',
        ],
        'lanterns and tides',
      )
    ).output,
  ).toContain('second factor is taken away')
  expect((await reset('lanterns and tides')).output).toContain('signed out everywhere')
  const database = await openDatabase(file)
  const [row] = await database.db.select().from(account).where(eq(account.email, 'ilse@tideway.example'))
  expect(await isPassword(row!.passwordHash, 'lanterns and tides')).toBe(true)
  await database.close()
})
