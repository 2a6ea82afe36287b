import {
  copyFileSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  symlinkSync,
  truncateSync,
  utimesSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createClient } from '@libsql/client'
import { gte, isNull, sql } from 'drizzle-orm'
import fc from 'fast-check'
import { copiesSchema } from '@sturvo/schema'
import { addAudit, auditHead, auditRoot } from '../audit/chain'
import { runCommand } from '../cli'
import { openDatabase } from '../data/database'
import { account, auditEntry, clientLink, invite, person, session, visit } from '../data/tables'
import { addAccount } from '../signin/accounts'
import { aPicture } from '../testing/aPicture'
import { startTestServer, type TestServer } from '../testing/testServer'
import { copiesIn, copyNameOf, headsMissing, rotate } from './copyFolder'
import { copyKeeper } from './keeper'
import { keptCopies } from './rotation'

let server: TestServer
let out: string
let file: string
const passphrase = 'lanterns over the mud flats'
const run = (args: string[], typed = '') =>
  runCommand(args, { seed: () => Promise.resolve(), passwordFrom: () => Promise.resolve(`${typed}\n`) })
const post = (path: string, body: object = {}) =>
  server.agent.post(path).set('x-sturvo-csrf', server.csrf).send(body)
const peopleIn = async (path: string) => {
  const database = await openDatabase(path)
  try {
    return (await database.db.select({ name: person.name }).from(person)).map(({ name }) => name).sort()
  } finally {
    await database.close()
  }
}
const spoil = (path: string, at: number) => {
  const bytes = readFileSync(path)
  bytes[at] = bytes[at]! ^ 0xff
  writeFileSync(path, bytes)
}

beforeAll(async () => {
  server = await startTestServer()
  out = mkdtempSync(join(tmpdir(), 'sturvo-copies-'))
  file = server.database.file
  await post('/api/people', { id: 'person000001', name: 'Ansa Rook' }).expect(201)
  await post('/api/people/person000001/visits', { id: 'visit0000001', startedOn: '2026-05-04' }).expect(201)
  await aPicture(server.database, 'visit0000001')
})
afterAll(async () => {
  await server.close()
  rmSync(out, { recursive: true, force: true })
})

test('a copy of an open practice is whole: database, pictures, manifest; restored elsewhere it is the same', async () => {
  const to = join(out, 'first')
  expect(await run(['backup', to, '--db', file])).toMatchObject({
    code: 0,
    output: expect.stringMatching(/^Copied to .*: 2 files/) as string,
  })
  expect(readdirSync(to).sort()).toEqual(['manifest.json', 'pictures', 'practice.db'])
  expect(statSync(to).mode & 0o077).toBe(0)
  const target = join(out, 'elsewhere', 'practice.db')
  expect(await run(['restore', to, '--db', target])).toMatchObject({ code: 0 })
  expect(await peopleIn(target)).toEqual(['Ansa Rook'])
  expect(readdirSync(join(out, 'elsewhere', 'pictures'))).toEqual(readdirSync(join(to, 'pictures')))
  expect((await run(['check', '--db', target])).output).toContain('everything can be read')
})

test('a copy never takes a name that is there, and a practice is never written over unasked', async () => {
  expect((await run(['backup', join(out, 'first'), '--db', file])).code).toBe(2)
  const target = join(out, 'elsewhere', 'practice.db')
  const before = readFileSync(target)
  expect(await run(['restore', join(out, 'first'), '--db', target])).toMatchObject({
    code: 2,
    output: expect.stringContaining('there already') as string,
  })
  expect(readFileSync(target).equals(before)).toBe(true)
  const replaced = await run(['restore', join(out, 'first'), '--db', target, '--replace'])
  expect(replaced.output).toMatch(/The practice that was there is now .*before-restore-/)
  const kept = readdirSync(join(out, 'elsewhere')).find((name) => name.includes('before-restore'))!
  expect(await peopleIn(join(out, 'elsewhere', kept))).toEqual(['Ansa Rook'])
})

test('a practice that is open is nobody’s to replace', async () => {
  const target = join(out, 'open', 'practice.db')
  await run(['restore', join(out, 'first'), '--db', target])
  const open = await openDatabase(target, { alone: true })
  expect(await run(['restore', join(out, 'first'), '--db', target, '--replace'])).toMatchObject({
    code: 2,
    output: expect.stringContaining('already open') as string,
  })
  await open.close()
})

describe('a copy in the place of a practice knows an earlier day', () => {
  const shutAndSaid = async (path: string) => {
    const database = await openDatabase(path)
    try {
      const { db } = database
      return {
        sessions: await db.$count(session),
        links: await db.$count(clientLink, isNull(clientLink.revokedOn)),
        invites: await db.$count(invite, isNull(invite.revokedOn)),
        accounts: await db.select({ name: account.name, disabledOn: account.disabledOn }).from(account),
        people: (await db.select({ name: person.name }).from(person)).map(({ name }) => name).sort(),
        visits: await db.select({ id: visit.id, version: visit.version }).from(visit),
        audit: await db.select({ action: auditEntry.action, what: auditEntry.what }).from(auditEntry),
      }
    } finally {
      await database.close()
    }
  }

  test('ways in are ended; who was shut, deleted or written on since stays so; and it is said', async () => {
    const old = await startTestServer()
    const ask = (method: 'post' | 'patch' | 'delete', path: string, body: object = {}) =>
      old.agent[method](path).set('x-sturvo-csrf', old.csrf).send(body)
    for (const [n, name] of ['Ansa Rook', 'Bo Skarne'].entries()) {
      await ask('post', '/api/people', { id: `person00000${n}`, name }).expect(201)
      await ask('post', `/api/people/person00000${n}/visits`, {
        id: `visit000000${n}`,
        startedOn: '2026-05-04',
      }).expect(201)
    }
    await ask('post', '/api/invites', {
      name: 'Ferro Dane',
      email: 'ferro@tideway.example',
      role: 'assistant',
    }).expect(201)
    await addAccount(
      old.database,
      {
        name: 'Bram Oddny',
        email: 'bram@tideway.example',
        role: 'practitioner',
        password: 'mudflats and marsh birds',
      },
      new Date(),
    )
    await old.database.write((tx) =>
      tx.insert(clientLink).values({
        id: 'link00000001',
        personId: 'person000000',
        tokenHash: 'x',
        until: '2099-01-01',
        wordHash: null,
        wrongWords: 0,
        lastOpened: null,
        revokedOn: null,
        byAccount: 'nobody',
        created: 'x',
        changed: 'x',
      }),
    )
    const copy = join(out, 'earlier')
    expect((await run(['backup', copy, '--db', old.database.file])).code).toBe(0)
    const accounts = (await old.agent.get('/api/access').expect(200)).body as {
      accounts: { id: string; name: string }[]
    }
    const bram = accounts.accounts.find(({ name }) => name === 'Bram Oddny')!
    await ask('patch', `/api/accounts/${bram.id}`, { isDisabled: true }).expect(200)
    await ask('post', '/api/people/person000001/delete', { name: 'Bo Skarne' }).expect(200)
    await old.agent
      .patch('/api/visits/visit0000000')
      .set('x-sturvo-csrf', old.csrf)
      .set('If-Match', '"0"')
      .send({ changes: [{ path: 'answer.goal', value: 'A tide.' }] })
      .expect(200)
    const target = join(old.folder, 'moved.db')
    await old.database.compact()
    await old.database.close()
    copyFileSync(old.database.file, target)
    const answer = await run(['restore', copy, '--db', target, '--replace'])
    expect([answer.code, answer.output]).toEqual([0, expect.stringContaining('1 links of clients')])
    expect(answer.output).toContain('1 clients deleted since were deleted again')
    const found = await shutAndSaid(target)
    expect(found).toMatchObject({ sessions: 0, links: 0, invites: 0, people: ['Ansa Rook'] })
    expect(found.accounts.find(({ name }) => name === 'Bram Oddny')!.disabledOn).not.toBeNull()
    // above what an open page has seen: an edit from then is told, and never slips in
    expect(found.visits).toEqual([{ id: 'visit0000000', version: 2 }])
    expect(found.audit.map(({ action }) => action)).toEqual(expect.arrayContaining(['restored', 'deleted']))
    expect(readdirSync(old.folder).filter((name) => name.includes('.restoring'))).toEqual([])
    // half of a restore that was killed is the whole practice in clear: the next start takes it away
    writeFileSync(`${target}.restoring`, 'half')
    await (await openDatabase(target, { alone: true })).close()
    expect(existsSync(`${target}.restoring`)).toBe(false)
    await old.close().catch(() => undefined)
  })

  test('from a practice that cannot be read nothing is carried over, and that is said', async () => {
    const target = join(out, 'broken-former', 'practice.db')
    await run(['restore', join(out, 'first'), '--db', target])
    writeFileSync(target, Buffer.concat([readFileSync(target).subarray(0, 100), Buffer.alloc(60_000, 7)]))
    const answer = await run(['restore', join(out, 'first'), '--db', target, '--replace'])
    expect([answer.code, answer.output]).toEqual([
      0,
      expect.stringContaining('cannot be read, so look yourself'),
    ])
  })

  test('only what the copy lists is laid in; a link is none; a foreign trigger or view is refused', async () => {
    const to = join(out, 'with-more')
    await run(['backup', to, '--db', file])
    writeFileSync(join(to, 'pictures', `${'a'.repeat(64)}.png`), 'not listed')
    symlinkSync('/etc/hostname', join(to, 'pictures', `${'b'.repeat(64)}.png`))
    const target = join(out, 'listed', 'practice.db')
    expect((await run(['restore', to, '--db', target])).code).toBe(0)
    expect(readdirSync(join(out, 'listed', 'pictures'))).toHaveLength(1)
    for (const [name, sql] of [
      ['trigger', 'CREATE TRIGGER more AFTER INSERT ON person BEGIN DELETE FROM visit; END'],
      ['view', 'CREATE VIEW everybody AS SELECT * FROM person'],
    ] as const) {
      const other = join(out, `with-${name}`)
      await run(['backup', other, '--db', file])
      const client = createClient({ url: `file:${join(other, 'practice.db')}` })
      await client.execute(sql)
      client.close()
      const { sha256Of } = await import('../data/sha256')
      const manifest = JSON.parse(readFileSync(join(other, 'manifest.json'), 'utf8')) as {
        files: { path: string }[]
      }
      manifest.files = await Promise.all(
        manifest.files.map(async (f) =>
          f.path === 'practice.db' ? { ...f, ...(await sha256Of(join(other, f.path))) } : f,
        ),
      )
      writeFileSync(join(other, 'manifest.json'), JSON.stringify(manifest))
      expect(await run(['restore', other, '--db', join(out, 'never', 'p.db')])).toMatchObject({
        code: 2,
        output: expect.stringContaining(`a ${name} that is none`) as string,
      })
    }
  })

  test('rot in the copy before is not inherited, and rot in the practice is healed from it', async () => {
    const first = join(out, 'rot-first')
    await run(['backup', first, '--db', file])
    const [name] = readdirSync(join(first, 'pictures'))
    spoil(join(first, 'pictures', name!), 40)
    const second = join(out, 'rot-second')
    await run(['backup', second, '--db', file, '--like', first])
    expect((await run(['restore', second, '--trial'])).code).toBe(0)
    const own = join(server.folder, 'pictures', name!)
    const whole = readFileSync(own)
    spoil(own, 40)
    const third = join(out, 'rot-third')
    await run(['backup', third, '--db', file, '--like', second])
    expect((await run(['restore', third, '--trial'])).code).toBe(0)
    expect(readFileSync(join(third, 'pictures', name!)).equals(whole)).toBe(true)
    writeFileSync(own, whole)
  })
})

test.each([
  ['a byte of the database', (to: string) => spoil(join(to, 'practice.db'), 5000)],
  ['a database that is cut off', (to: string) => truncateSync(join(to, 'practice.db'), 8192)],
  ['a picture', (to: string) => spoil(join(to, 'pictures', readdirSync(join(to, 'pictures'))[0]!), 30)],
  ['a picture that is missing', (to: string) => rmSync(join(to, 'pictures'), { recursive: true })],
  ['no manifest', (to: string) => rmSync(join(to, 'manifest.json'))],
  ['half a manifest', (to: string) => truncateSync(join(to, 'manifest.json'), 100)],
  [
    'a manifest of a newer program',
    (to: string) =>
      writeFileSync(
        join(to, 'manifest.json'),
        readFileSync(join(to, 'manifest.json'), 'utf8').replace('"version": 1', '"version": 2'),
      ),
  ],
  [
    'a newer schema',
    (to: string) =>
      writeFileSync(
        join(to, 'manifest.json'),
        readFileSync(join(to, 'manifest.json'), 'utf8').replace(/"schema": \d+/, '"schema": 999'),
      ),
  ],
  [
    'a path out of the folder',
    (to: string) =>
      writeFileSync(
        join(to, 'manifest.json'),
        readFileSync(join(to, 'manifest.json'), 'utf8').replace('"practice.db"', '"../../practice.db"'),
      ),
  ],
])('a copy with %s is refused with one sentence, and nothing is written', async (_name, break_) => {
  const to = join(out, `broken-${Math.random()}`)
  await run(['backup', to, '--db', file])
  break_(to)
  const target = join(out, `never-${Math.random()}`, 'practice.db')
  const answer = await run(['restore', to, '--db', target])
  expect(answer.code).toBe(2)
  expect(answer.output).toMatch(/Nothing was changed/)
  expect(answer.output.split('\n')).toHaveLength(1)
  expect(existsSync(target)).toBe(false)
  expect((await run(['restore', to, '--trial'])).code).toBe(2)
})

test('a database whose hash was made to fit is still looked at: broken pages, another program’s file', async () => {
  const to = join(out, 'fitted')
  await run(['backup', to, '--db', file])
  writeFileSync(join(to, 'practice.db'), 'SQLite format 3\0 and then nothing that fits')
  const { sha256Of } = await import('../data/sha256')
  const manifest = JSON.parse(readFileSync(join(to, 'manifest.json'), 'utf8')) as {
    files: { path: string }[]
  }
  manifest.files = await Promise.all(
    manifest.files.map(async (f) =>
      f.path === 'practice.db' ? { ...f, ...(await sha256Of(join(to, f.path))) } : f,
    ),
  )
  writeFileSync(join(to, 'manifest.json'), JSON.stringify(manifest))
  expect(await run(['restore', to, '--db', join(out, 'nowhere', 'p.db')])).toMatchObject({
    code: 2,
    output: expect.stringContaining('damaged') as string,
  })
})

test('sealed, only the passphrase opens it; a changed byte or a wrong word opens nothing', async () => {
  const to = join(out, 'sealed.copy')
  expect((await run(['backup', to, '--db', file, '--seal', '--passphrase-stdin'], 'short')).code).toBe(2)
  expect(await run(['backup', to, '--db', file, '--seal', '--passphrase-stdin'], passphrase)).toMatchObject({
    code: 0,
  })
  expect(readFileSync(to).includes('Ansa')).toBe(false)
  const target = join(out, 'unsealed', 'practice.db')
  expect((await run(['restore', to, '--db', target])).output).toContain('sealed')
  expect((await run(['restore', to, '--db', target, '--passphrase-stdin'], 'another passphrase')).code).toBe(
    2,
  )
  expect(existsSync(target)).toBe(false)
  const opened = await run(['restore', to, '--db', target, '--passphrase-stdin'], passphrase)
  expect([opened.code, opened.output]).toEqual([0, expect.any(String)])
  expect(await peopleIn(target)).toEqual(['Ansa Rook'])
  // nothing of it stays open beside the practice, nor where the copy lies
  for (const place of [server.folder, out, join(out, 'unsealed')])
    expect(readdirSync(place).filter((name) => name.startsWith('.working-'))).toEqual([])
  spoil(to, 200)
  expect(await run(['restore', to, '--trial', '--passphrase-stdin'], passphrase)).toMatchObject({ code: 2 })
})

test('copies are made and tried from the page; a broken one is found by the trial', async () => {
  await post('/api/copies/trial').expect(409)
  const made = await post('/api/copies').expect(201)
  expect(made.body).toMatchObject({
    kind: 'byHand',
    isFine: true,
    words: expect.stringContaining('Copied to') as string,
  })
  const tried = await post('/api/copies/trial').expect(201)
  expect(tried.body).toMatchObject({
    isFine: true,
    words: expect.stringContaining('1 people, 1 visits, 1 pictures') as string,
  })
  const answer = copiesSchema.parse((await server.agent.get('/api/copies').expect(200)).body)
  expect(answer).toMatchObject({ isOld: false, copies: [{ keptAs: 'newest' }], lastTrial: { isFine: true } })
  // the next one of the day takes the place of this one, and shares what has not changed
  const pictureOf = (name: string) => {
    const pictures = join(answer.folder, name, 'pictures')
    return statSync(join(pictures, readdirSync(pictures)[0]!)).ino
  }
  const shared = pictureOf(answer.copies[0]!.name)
  await post('/api/copies').expect(201)
  const [second, ...others] = copiesIn(answer.folder, new Date())
  expect(others).toEqual([])
  expect(pictureOf(second!.name)).toBe(shared)
  spoil(join(answer.folder, second!.name, 'practice.db'), 6000)
  expect((await post('/api/copies/trial').expect(201)).body).toMatchObject({ isFine: false })
})

test('two practices that keep their copies in one folder neither show, share nor take away what is the other’s', async () => {
  const other = await startTestServer()
  const folder = join(server.folder, 'copies')
  const before = copiesIn(folder, new Date()).length
  const foreign = join(folder, copyNameOf(new Date(Date.UTC(2020, 0, 1))))
  expect((await run(['backup', foreign, '--db', other.database.file])).code).toBe(0)
  for (let i = 0; i < 2; i++) await post('/api/copies').expect(201)
  expect(existsSync(foreign)).toBe(true)
  const { copies } = copiesSchema.parse((await server.agent.get('/api/copies').expect(200)).body)
  expect(copies.map(({ name }) => name)).not.toContain(foreign.split('/').at(-1))
  expect(copies.length).toBeLessThanOrEqual(before + 2)
  expect((await run(['check', '--db', file])).output).not.toContain('knows another one')
  await other.close()
})

test('a line of restoring excuses no copy from before the state that it says was restored, and names the others', async () => {
  const practice = await startTestServer()
  const { database } = practice
  const folder = mkdtempSync(join(out, 'heads-'))
  const entry = {
    actor: 'program',
    personId: '',
    origin: 'command line',
    what: 'x',
    action: 'settings',
  } as const
  const start = Date.now() - 86_400_000
  const at = (minute: number) => new Date(start + minute * 60_000)
  const own = await auditRoot(database.db)
  const copyAt = async (minute: number) => {
    await addAudit(database, entry, at(minute))
    const name = copyNameOf(at(minute + 1))
    mkdirSync(join(folder, name))
    const manifest = {
      format: 'sturvo-copy',
      version: 1,
      madeAt: at(minute + 1).toISOString(),
      coreVersion: '0',
      schema: 1,
      practice: own,
      audit: await auditHead(database.db),
      files: [],
      missing: [],
    }
    writeFileSync(join(folder, name, 'manifest.json'), JSON.stringify(manifest))
    return { name, head: manifest.audit.number }
  }
  const early = await copyAt(10)
  const late = await copyAt(20)
  const forge = async (from: number) => {
    await database.write(async (tx) => {
      await tx.run(sql`drop trigger if exists audit_is_kept`)
      await tx.delete(auditEntry).where(gte(auditEntry.number, from))
    })
    await addAudit(database, { ...entry, action: 'restored' }, new Date())
  }
  // as restoring from the early copy leaves it: what came after is gone, and check says who knows it
  await forge(late.head)
  expect(await headsMissing(database, folder)).toEqual({ broken: undefined, excused: [late.name] })
  // cut further back than any copy that could have been restored
  await forge(early.head)
  await addAudit(database, entry, new Date())
  const { broken, excused } = await headsMissing(database, folder)
  expect(broken ?? excused).toEqual(expect.arrayContaining([early.name, late.name]))
  // written anew from the start, with a line of restoring at the end
  const { number } = await auditHead(database.db)
  writeFileSync(
    join(folder, early.name, 'manifest.json'),
    readFileSync(join(folder, early.name, 'manifest.json'), 'utf8').replace(
      /"number":\d+,"hash":"[^"]+"/,
      `"number":1,"hash":"${'0'.repeat(64)}"`,
    ),
  )
  expect(number).toBeGreaterThan(1)
  expect((await headsMissing(database, folder)).broken).toContain(early.name)
  await practice.close()
})

test('sealed copies of two practices in one folder: each rotates its own, and what does not say whose it is stays', async () => {
  const folder = mkdtempSync(join(out, 'sealed-'))
  const [mine, other] = ['a'.repeat(64), 'b'.repeat(64)]
  const days = Array.from({ length: 40 }, (_, i) => new Date(Date.UTC(2026, 4, 1 + i, 12)))
  const old = `${copyNameOf(days[0]!)}.sealed`
  for (const name of [old, copyNameOf(days[1]!, { own: other })]) writeFileSync(join(folder, name), '')
  for (const day of days) writeFileSync(join(folder, copyNameOf(day, { own: mine })), '')
  await rotate(folder, days.at(-1)!, mine)
  const left = readdirSync(folder)
  expect(left).toEqual(expect.arrayContaining([old, copyNameOf(days[1]!, { own: other })]))
  expect(left.filter((name) => name.includes(mine.slice(0, 12))).length).toBeLessThanOrEqual(7 + 4 + 6)
  const seen = copiesIn(folder, days.at(-1)!, mine)
  expect(seen.map(({ name }) => name)).not.toContain(copyNameOf(days[1]!, { own: other }))
  expect(seen.find(({ name }) => name === old)?.keptAs).toBe('unsaid')
})

test('what a copy left that never ended goes at the next rotation, whole ones stay', async () => {
  const folder = mkdtempSync(join(out, 'rotating-'))
  const days = Array.from({ length: 40 }, (_, i) => new Date(Date.UTC(2026, 4, 1 + i, 12)))
  for (const day of days) writeFileSync(join(folder, copyNameOf(day)), '')
  writeFileSync(join(folder, '.x.making'), '')
  const begun = new Date(days.at(-1)!.getTime() - 2 * 86_400_000)
  utimesSync(join(folder, '.x.making'), begun, begun)
  // somebody else's, just being made
  writeFileSync(join(folder, '.y.making'), '')
  utimesSync(join(folder, '.y.making'), days.at(-1)!, days.at(-1)!)
  writeFileSync(join(folder, 'holiday pictures.txt'), '')
  await rotate(folder, days.at(-1)!)
  const left = readdirSync(folder)
  expect(left).toContain('holiday pictures.txt')
  expect(left).not.toContain('.x.making')
  expect(left).toContain('.y.making')
  expect(left.length - 2).toBeLessThanOrEqual(7 + 4 + 6)
  expect(left).toContain(copyNameOf(days.at(-1)!))
})

test('what a clock made that was a year ahead stays, stands for nothing, and costs no copy of today', () => {
  const at = (hours: number) => new Date(Date.UTC(2026, 4, 4, hours)).toISOString()
  const ahead = Array.from({ length: 20 }, (_, i) => ({ name: `ahead${i}`, madeAt: at(24 * (365 + i)) }))
  const usual = Array.from({ length: 9 }, (_, i) => ({ name: `day${i}`, madeAt: at(-24 * i) }))
  const kept = keptCopies([...ahead, ...usual], new Date(at(1)))
  expect(ahead.map(({ name }) => kept.get(name))).toEqual(ahead.map(() => 'ahead'))
  expect(new Map([...kept].filter(([name]) => name.startsWith('day')))).toEqual(
    keptCopies(usual, new Date(at(1))),
  )
  expect(kept.get('day0')).toBe('newest')
})

test('a copy that is dated in the future is none: the last good one is told without it', async () => {
  const folder = join(server.folder, 'dated')
  const own = await auditRoot(server.database.db)
  const keeper = copyKeeper(server.database, { folder, isAutomatic: true })
  mkdirSync(folder)
  writeFileSync(join(folder, copyNameOf(new Date(Date.now() + 365 * 86_400_000), { own })), '')
  expect(await keeper.answer(new Date())).toMatchObject({
    lastGood: null,
    isOld: true,
    copies: [{ keptAs: 'ahead' }],
  })
})

test('rotation: never more than 17, always the newest of 7 days, 4 weeks and 6 months, the same whatever the order', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 700 * 24 }), { maxLength: 120 }), (hours) => {
      const copies = hours.map((hour, i) => ({
        name: `c${i}`,
        madeAt: new Date(Date.UTC(2026, 0, 1, hour)).toISOString(),
      }))
      const after = new Date(Date.UTC(2028, 0, 1))
      const kept = keptCopies(copies, after)
      expect(kept.size).toBeLessThanOrEqual(17)
      const newest = copies
        .map((c) => c.madeAt)
        .sort()
        .at(-1)
      expect(copies.length === 0 || copies.some((c) => kept.has(c.name) && c.madeAt === newest)).toBe(true)
      const days = new Set(copies.map((c) => c.madeAt.slice(0, 10)))
      const keptDays = new Set(copies.filter((c) => kept.has(c.name)).map((c) => c.madeAt.slice(0, 10)))
      expect(keptDays.size).toBeGreaterThanOrEqual(Math.min(7, days.size))
      // rotating day by day keeps what rotating once at the end keeps of the days
      const again = keptCopies(
        copies.filter((c) => kept.has(c.name)),
        after,
      )
      expect([...again.keys()].sort()).toEqual([...kept.keys()].sort())
    }),
  )
})
