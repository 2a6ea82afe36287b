import { createHash } from 'node:crypto'
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createClient, type Client } from '@libsql/client'
import { keyOldPeople, peoplePage } from '../people/queries'
import { errorKindIds } from '@sturvo/core/measures'
import { practiceSchema } from '@sturvo/schema'
import { practiceAnswer, practiceRow } from '../practice/queries'
import { countOldVisits, visitAnswer } from '../visits/queries'
import { changeVisit } from '../visits/changeVisit'
import { openDatabase } from './database'
import { rootFolder } from './places'
import { eyeAnswer } from './tables'

const folder = mkdtempSync(join(tmpdir(), 'sturvo-older-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))

const migrations = join(rootFolder, 'server', 'migrations')
type Entry = { idx: number; when: number; tag: string }
const { entries } = JSON.parse(readFileSync(join(migrations, 'meta', '_journal.json'), 'utf8')) as {
  entries: Entry[]
}
const stamp = '2026-03-02T09:00:00.000Z'

/** A file as the program of that day left it: only the migrations up to one, each noted as it was noted then. */
async function fileOf(last: number): Promise<{ file: string; client: Client }> {
  const file = join(folder, `version${last}.db`)
  const client = createClient({ url: `file:${file}` })
  await client.execute(
    'CREATE TABLE __drizzle_migrations (id INTEGER PRIMARY KEY AUTOINCREMENT, hash text NOT NULL, created_at numeric)',
  )
  for (const { tag, when } of entries.slice(0, last + 1)) {
    const text = readFileSync(join(migrations, `${tag}.sql`), 'utf8')
    for (const statement of text.split('--> statement-breakpoint')) await client.execute(statement)
    await client.execute({
      sql: 'INSERT INTO __drizzle_migrations (hash, created_at) VALUES (?, ?)',
      args: [createHash('sha256').update(text).digest('hex'), when],
    })
  }
  return { file, client }
}

async function put(
  client: Client,
  table: string,
  row: Record<string, string | number | null>,
): Promise<void> {
  const names = Object.keys(row)
  await client.execute({
    sql: `INSERT INTO "${table}" (${names.map((n) => `"${n}"`).join(', ')}) VALUES (${names.map(() => '?').join(', ')})`,
    args: Object.values(row),
  })
}

/** One client with one visit, written in the columns every version had. */
async function fill(client: Client, last: number): Promise<void> {
  const written = { created: stamp, changed: stamp }
  const ofVisit = { visit_id: 'visit0000001', version: 1, ...written }
  await put(client, 'practice', {
    id: 'practice',
    name: 'Tideway Foot Room',
    place: 'Orrin Quay',
    settings: '{"bigToeGoal":"sixtyFive"}',
    reference_values:
      last < 6
        ? '{"kneeToWallGoal":120,"halluxSlight":14,"longestInOneGoShare":0.4}'
        : last < 9
          ? '{"kneeToWallGoalMm":120,"halluxSlightDeg":14,"longestInOneGoShare":0.4}'
          : '{"kneeToWallGoalMm":120,"halluxSlightDeg":14}',
    ...(last >= 3 ? { trial_uses: last < 6 ? '{"semHallux":"last"}' : '{"semHalluxDeg":"last"}' } : {}),
    is_demo: 0,
    version: 3,
    ...written,
  })
  await put(client, 'account', {
    id: 'account00001',
    name: 'Ilse Marrack',
    email: 'ilse@tideway.example',
    role: 'owner',
    password_hash: 'none',
    ...(last < 5 ? { failed_sign_ins: 0, locked_until: null } : {}),
    version: 1,
    ...written,
  })
  if (last >= 3)
    await put(client, 'eye_answer', {
      id: 'answer000001',
      account_id: 'account00001',
      kind: 'hallux',
      level: 2,
      seed: 5,
      side: 'left',
      error: 1.5,
      derived_kind: last < 6 ? 'semHallux' : 'semHalluxDeg',
      derived_error: 1.5,
      at: stamp,
      ...written,
    })
  await put(client, 'person', {
    id: 'person000001',
    name: 'Ansa Rook',
    pronouns: 'she/her',
    birth_year: 1992,
    work: 'ferry deckhand',
    phone: '',
    email: '',
    length_unit: 'mm',
    mass_unit: 'kg',
    kit: '["wall","step"]',
    version: 1,
    deleted_on: null,
    ...written,
  })
  await put(client, 'visit', {
    id: 'visit0000001',
    person_id: 'person000001',
    started_on: '2026-03-02',
    core_version: '0.1.0',
    version: 1,
    ...written,
  })
  await put(client, 'answer', { key: 'goal', value: '"Stand a whole shift."', ...ofVisit })
  await put(client, 'answer', { key: 'caution:hotSwollen', value: 'true', ...ofVisit })
  await put(client, 'mark', {
    id: 'mark00000001',
    side: 'right',
    across: 0.2,
    along: 0.4,
    kind: 'pain',
    deleted_on: null,
    ...ofVisit,
  })
  for (const [id, value, replacedBy] of [
    ['measure00001', 33, 'measure00002'],
    ['measure00002', 34.5, null],
  ] as const)
    await put(client, 'measure', {
      id,
      measure: 'navicularStand',
      side: 'left',
      trial: 1,
      value,
      word: null,
      unit: 'mm',
      by_account: 'account00001',
      superseded_by: replacedBy,
      ...ofVisit,
    })
}

test('there is a version for every migration', () => {
  expect(entries.map((e) => e.idx)).toEqual(entries.map((_, i) => i))
  expect(entries.length).toBeGreaterThan(5)
})

describe.each(entries.map((entry) => [entry.tag, entry.idx] as const))('a file as %s left it', (_, last) => {
  test('opens with everything in it, takes what is typed now, and a copy of it was kept', async () => {
    const { file, client } = await fileOf(last)
    await fill(client, last)
    client.close()
    const database = await openDatabase(file)
    const practice = await practiceRow(database)
    // a value that the practice had set stays set, under the name it has today
    expect(practice).toMatchObject({
      name: 'Tideway Foot Room',
      version: 3,
      references: { kneeToWallGoalMm: 120, halluxSlightDeg: 14 },
      ...(last >= 3 ? { trialUses: { semHalluxDeg: 'last' } } : {}),
    })
    // the contracts take what is there: neither the practice nor anybody's answers are shut by an old name
    expect(practiceSchema.safeParse(await practiceAnswer(database.db, practice)).success).toBe(true)
    for (const { derivedKind } of await database.db.select().from(eyeAnswer))
      expect(errorKindIds).toContain(derivedKind)
    // what the server does beside its first answers
    while ((await countOldVisits(database)) > 0);
    while ((await keyOldPeople(database)) > 0);
    const { people, unreadable } = await peoplePage(database.db, {})
    expect(unreadable).toEqual([])
    expect(people).toMatchObject([{ name: 'Ansa Rook', kit: ['wall', 'step'] }])
    // lists count from what is kept beside a visit, which older files did not have
    expect(people[0]!.cautions).toMatchObject({ stop: 1 })
    expect((await peoplePage(database.db, { find: 'deck ANSA' })).people).toHaveLength(1)
    expect((await peoplePage(database.db, { find: 'nobody' })).people).toHaveLength(0)
    const before = await visitAnswer(database.db, 'visit0000001')
    expect(before.unreadable).toEqual([])
    expect(before.fields).toMatchObject({
      'answer.goal': 'Stand a whole shift.',
      'answer.caution:hotSwollen': true,
      'mark.mark00000001': { side: 'right', kind: 'pain' },
      'measure.navicularStand.left.1': 34.5,
    })
    const written = await changeVisit(database, {
      visitId: 'visit0000001',
      base: before.version,
      changes: [
        { path: 'measure.navicularStand.left.1', value: 35 },
        { path: 'shoe.shoe00000001', value: { name: 'Deck boots', stackHeelMm: 36 } },
      ],
      byAccount: 'account00001',
      now: new Date(stamp),
    })
    expect(written.version).toBe(before.version + 1)
    expect((await visitAnswer(database.db, 'visit0000001')).fields).toMatchObject({
      'measure.navicularStand.left.1': 35,
      'shoe.shoe00000001': { name: 'Deck boots' },
    })
    await database.close()
    const isOlder = last < entries.length - 1
    const copies = readdirSync(folder).filter((name) => name.startsWith(`version${last}.db.before-migration`))
    expect(copies).toHaveLength(isOlder ? 1 : 0)
    // opened again it is of today: nothing is migrated or copied twice
    await (await openDatabase(file)).close()
    expect(
      readdirSync(folder).filter((name) => name.startsWith(`version${last}.db.before-migration`)),
    ).toHaveLength(copies.length)
  })
})
