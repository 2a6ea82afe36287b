import { execFile, spawn, spawnSync } from 'node:child_process'
import { promisify } from 'node:util'
import { mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { performance } from 'node:perf_hooks'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { cautionQuestions } from '@sturvo/core/cautions'
import { createClient } from '@libsql/client'
import { becomeOwner, runServer } from '../server/testing/runningServer'

/**
 * A practice at its busiest, then a week of bad days pressed into minutes. Practitioners save visits and phones post
 * logs, all at once; then the same goes on while the server is killed with -9 at random moments, copies are made under
 * load and restored on trial, lines are cut, two write the same field, the clock jumps a year ahead and back, the disk is
 * full for some seconds, files are taken in (and the server killed meanwhile) and undone, clients are deleted, and the
 * practice is restored in its place. At the end every answered write has to be there once, what was deleted or undone is
 * gone, the audit whole, everything readable. A full disk needs the right to mount one; without it that day is left out.
 * Run: npx tsx bench/soak.ts [seconds of load] [minutes of bad days]
 */
const loadS = Number(process.argv[2] ?? 60)
const soakMin = Number(process.argv[3] ?? 20)
const practitioners = 20
const phones = 200
const diskMb = 400
/** of one client no more than some hundreds of entries a day are taken: the days here are one, and may not reach that */
const quietPostsMs = 26_000
const yearMs = 365 * 86_400_000
const seed = 20_261_129
const minuteMs = 60_000

function seeded(start: number) {
  let s = start % 2_147_483_647
  return () => (s = (s * 48_271) % 2_147_483_647) / 2_147_483_647
}
const chance = seeded(seed)
const percentile = (values: number[], share: number) =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(share * values.length))] ?? 0
const pad = (n: number) => String(n).padStart(6, '0')
const asked = promisify(execFile)
const pause = (ms: number) => new Promise((go) => setTimeout(go, ms))
const cli = join(__dirname, '..', 'server', 'dist', 'cli.mjs')

/** What is taken away however it ends. */
const atLast: (() => unknown)[] = []

async function main(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'sturvo-soak-'))
  atLast.push(() => rmSync(folder, { recursive: true, force: true }))
  const disk = join(folder, 'disk')
  mkdirSync(disk)
  const hasOwnDisk =
    spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${diskMb}m,mode=700`, 'none', disk]).status === 0
  if (hasOwnDisk) atLast.push(() => spawnSync('umount', ['-l', disk]))
  const file = join(disk, 'practice.db')
  const clock = join(folder, 'clock')
  writeFileSync(clock, '0')
  const run = () =>
    runServer(file, {
      preload: join(__dirname, '..', 'scripts', 'setClock.cjs'),
      env: { STURVO_CLOCK_FILE: clock },
    })
  let server = await run()
  atLast.push(() => server.stop('SIGKILL'))
  const owner = await becomeOwner(server)
  // whoever is signed out by a wrong clock or by restoring signs in again, once for all
  let signingIn: Promise<void> | undefined
  const signIn = () =>
    (signingIn ??= (async () => {
      const answer = await fetch(`${server.url}/api/session`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ email: 'ilse@tideway.example', password: 'tide tables and lanterns' }),
      })
      const { csrf } = (await answer.json()) as { csrf?: string }
      if (csrf === undefined) return
      const cookies = answer.headers.getSetCookie().map((c) => c.split(';')[0])
      Object.assign(owner.headers, { 'x-sturvo-csrf': csrf, cookie: cookies.join('; ') })
    })()
      .catch(() => undefined)
      .finally(() => (signingIn = undefined)))
  const call = async (method: string, path: string, body?: unknown, more: Record<string, string> = {}) => {
    const begun = performance.now()
    const answer = await fetch(`${server.url}${path}`, {
      method,
      headers: { ...owner.headers, ...more },
      ...(body !== undefined && { body: JSON.stringify(body) }),
      signal: AbortSignal.timeout(20_000),
    })
    const text = await answer.text()
    if (answer.status === 401 && !path.startsWith('/api/c/')) await signIn()
    return { status: answer.status, text, ms: performance.now() - begun }
  }
  const must = async (...asked: Parameters<typeof call>) => {
    const answer = await call(...asked)
    if (answer.status >= 300)
      throw new Error(`${asked[0]} ${asked[1]}: ${answer.status} ${answer.text.slice(0, 200)}`)
    return answer
  }
  const noRedFlags = cautionQuestions.map((q) => ({ path: `answer.caution:${q}`, value: false }))
  console.log(`seed ${seed}: ${practitioners} practitioners, ${phones} phones`)
  for (let i = 0; i < practitioners; i++) {
    await must('POST', '/api/people', { id: `person${pad(i)}`, name: `Client ${i}`, birthYear: 1984 })
    await must('POST', `/api/people/person${pad(i)}/visits`, {
      id: `visit0${pad(i)}`,
      startedOn: '2026-05-04',
    })
    const short = [
      { path: 'measure.kneeToWall.left.1', value: 60 + i },
      { path: 'measure.kneeToWall.right.1', value: 118 },
      { path: 'answer.planKit', value: ['wall', 'step'] },
      { path: 'answer.planMinutes', value: 8 },
    ]
    const changes = [...noRedFlags, ...short]
    await must('PATCH', `/api/visits/visit0${pad(i)}`, { changes }, { 'if-match': '"0"' })
    const plan = { id: `plan00${pad(i)}`, visitId: `visit0${pad(i)}`, visitVersion: 1, after: 0 }
    await must('POST', `/api/people/person${pad(i)}/plans`, plan)
  }
  const tokens: string[] = []
  const makeLinks = async (round: number) => {
    for (let i = 0; i < phones; i++) {
      const { text } = await must('POST', `/api/people/person${pad(i % practitioners)}/links`, {
        id: `link${String(round).padStart(2, '0')}${pad(i)}`,
        until: '2099-01-01',
      })
      tokens[i] = (JSON.parse(text) as { token: string }).token
    }
  }
  await makeLinks(0)

  const versions: number[] = Array.from({ length: practitioners }, () => 1)
  const lastAnswered = new Map<number, number>()
  const entries = new Set<string>()
  const saves: number[] = []
  const posts: number[] = []
  let refusedOrLost = 0
  let isOver = false
  let counted = 0

  const practitioner = async (i: number, gapMs: number) => {
    await pause(gapMs * chance())
    for (let n = 0; !isOver; n++) {
      const value = 20 + (n % 80)
      const edit = `edit${pad(i)}${String(n).padStart(8, '0')}${Math.floor(chance() * 1e6)}`.slice(0, 40)
      try {
        const answer = await call(
          'PATCH',
          `/api/visits/visit0${pad(i)}`,
          { changes: [{ path: 'measure.heelRaises.left.1', value, edit }] },
          { 'if-match': `"${versions[i]!}"` },
        )
        if (answer.status === 200) {
          versions[i] = (JSON.parse(answer.text) as { version: number }).version
          lastAnswered.set(i, value)
          saves.push(answer.ms)
        } else if (answer.status === 409) {
          const { version } = JSON.parse(answer.text) as { version?: number }
          if (version !== undefined) versions[i] = version
        } else refusedOrLost++
      } catch {
        // the line was cut or the server is standing up again: what was written is asked for
        refusedOrLost++
        await pause(200)
        const now = await call('GET', `/api/visits/visit0${pad(i)}`).catch(() => undefined)
        if (now?.status === 200) versions[i] = (JSON.parse(now.text) as { version: number }).version
      }
      await pause(gapMs * (0.5 + chance()))
    }
  }
  const phone = async (i: number, gapMs: number) => {
    // nobody's phones write at the same instant
    await pause(gapMs * chance())
    for (; !isOver;) {
      const n = counted++
      const id = `entry${pad(i)}${String(n).padStart(8, '0')}`
      const day = '2026-05-05'
      try {
        const answer = await call(
          'POST',
          '/api/c/log',
          {
            sentAt: new Date().toISOString(),
            entries: [{ id, day, at: `${day}T18:00:00Z`, shoesMin: n % 60 }],
          },
          { 'x-sturvo-link': tokens[i]!, cookie: '' },
        )
        if (answer.status === 200) {
          entries.add(id)
          posts.push(answer.ms)
        } else refusedOrLost++
      } catch {
        refusedOrLost++
        await pause(300)
      }
      await pause(gapMs * (0.5 + chance()))
    }
  }
  const memoryMb = async () => {
    const pid = await server.serving()
    return Number(spawnSync('ps', ['-o', 'rss=', '-p', String(pid)], { encoding: 'utf8' }).stdout) / 1024
  }
  const everybody = (saveGapMs: number, postGapMs: number) => {
    isOver = false
    return Promise.all([
      ...versions.map((_, i) => practitioner(i, saveGapMs)),
      ...tokens.map((_, i) => phone(i, postGapMs)),
    ])
  }

  // 1. a busy minute: everybody saves every second, every phone writes every ten
  const startMb = await memoryMb()
  let work = everybody(1000, 10_000)
  await pause(loadS * 1000)
  isOver = true
  await work
  const say = (what: string, ms: number[]) =>
    console.log(
      `${what}: ${ms.length} in ${loadS} s, median ${percentile(ms, 0.5).toFixed(0)} ms, 95 % ${percentile(ms, 0.95).toFixed(0)} ms, longest ${Math.max(...ms).toFixed(0)} ms`,
    )
  say('visits saved', saves)
  say('logs posted', posts)
  console.log(
    `refused or lost: ${refusedOrLost}; memory ${startMb.toFixed(0)} to ${(await memoryMb()).toFixed(0)} MB`,
  )
  const bare = createClient({ url: `file:${join(folder, 'bare.db')}` })
  await bare.execute('PRAGMA journal_mode = WAL')
  await bare.execute('PRAGMA synchronous = FULL')
  await bare.execute('CREATE TABLE t (id TEXT PRIMARY KEY, value TEXT)')
  const bareMs: number[] = []
  for (let i = 0; i < 400; i++) {
    const begun = performance.now()
    await bare.execute({ sql: 'INSERT INTO t VALUES (?, ?)', args: [`k${i}`, 'x'.repeat(200)] })
    bareMs.push(performance.now() - begun)
  }
  bare.close()
  console.log(
    `bare insert, alone: median ${percentile(bareMs, 0.5).toFixed(1)} ms; a save is ${(percentile(saves, 0.5) / percentile(bareMs, 0.5)).toFixed(1)} × that, with everybody at once`,
  )

  // 2. writers while a copy is made
  saves.length = 0
  work = everybody(500, 10_000)
  await pause(3000)
  const before = [...saves]
  saves.length = 0
  const backup = spawn(process.execPath, [cli, 'backup', join(folder, 'under-load'), '--db', file], {
    stdio: 'ignore',
  })
  await new Promise((done) => backup.once('exit', done))
  const during = [...saves]
  isOver = true
  await work
  console.log(
    `saves while a copy is made: 95 % ${percentile(during, 0.95).toFixed(0)} ms, longest ${Math.max(0, ...during).toFixed(0)} ms; before it 95 % ${percentile(before, 0.95).toFixed(0)} ms, longest ${Math.max(0, ...before).toFixed(0)} ms`,
  )

  // 3. bad days
  const gone: string[] = []
  const undone: string[] = []
  const takenIn: string[] = []
  const eitherWay: string[][] = []
  const told: string[] = []
  const cliOk = (...args: string[]) => asked(process.execPath, [cli, ...args])
  const kill = async () => {
    process.kill(await server.serving(), 'SIGKILL')
    await server.answering(30_000)
  }
  let nth = 0
  const importFile = async (isKilled: boolean) => {
    const who = Array.from({ length: 20 }, (_, i) => `taken${pad(++nth)}${i}`)
    const lines = who.flatMap((id) =>
      Array.from(
        { length: 12 },
        (_, i) =>
          `Client ${id},visit-${id},2026-05-05,${i % 2 ? 'left' : 'right'},kneeToWall,${Math.floor(i / 2) + 1},${60 + i},mm,${id}`,
      ),
    )
    const form = new FormData()
    const table = `client,visit,date,side,measure,trial,value,unit,client_id\n${lines.join('\n')}\n`
    form.append('file', new Blob([table]), 'measures.csv')
    const { 'content-type': _, ...rest } = owner.headers
    const looked = await fetch(`${server.url}/api/imports`, { method: 'POST', headers: rest, body: form })
    if (looked.status >= 300) return
    const { id } = (await looked.json()) as { id: string }
    eitherWay.push(who)
    const taking = call('POST', `/api/imports/${id}`, { choices: [] })
    if (isKilled) {
      await pause(chance() * 400)
      await Promise.all([kill(), taking.catch(() => undefined)])
      return
    }
    if ((await taking).status >= 300) return
    eitherWay.pop()
    if (chance() < 0.5) {
      takenIn.push(...who)
      return
    }
    const back = await call('POST', `/api/imports/${id}/undo`, {})
    if (back.status < 300) undone.push(...who)
    else eitherWay.push(who)
  }
  const days: Record<string, { share: number; go: (n: number) => Promise<unknown> }> = {
    kills: { share: 0.25, go: kill },
    copies: {
      share: 0.12,
      go: async (n) => {
        const to = join(folder, `copy${n}`)
        await cliOk('backup', to, '--db', file)
        await cliOk('restore', to, '--trial')
        rmSync(to, { recursive: true })
      },
    },
    twoTabs: {
      share: 0.15,
      // two tabs with one visit write the same field at once: one of them is told
      go: () => {
        const i = Math.floor(chance() * practitioners)
        const write = (value: string) =>
          call(
            'PATCH',
            `/api/visits/visit0${pad(i)}`,
            { changes: [{ path: 'answer.goal', value }] },
            { 'if-match': `"${versions[i]!}"` },
          ).catch(() => undefined)
        return Promise.all(['first', 'second'].map(write))
      },
    },
    clockJumps: {
      share: 0.1,
      go: async () => {
        writeFileSync(clock, String(yearMs))
        await pause(4000)
        writeFileSync(clock, '0')
        await pause(1000)
        await signIn()
      },
    },
    fullDisks: {
      share: hasOwnDisk ? 0.08 : 0,
      go: async () => {
        const ballast = join(disk, 'ballast')
        await asked('dd', ['if=/dev/zero', `of=${ballast}`, 'bs=1M']).catch(() => undefined)
        await pause(3000)
        rmSync(ballast, { force: true })
        await server.answering(30_000)
      },
    },
    imports: { share: 0.12, go: () => importFile(false) },
    killedImports: { share: 0.06, go: () => importFile(true) },
    deletions: {
      share: 0.08,
      go: async (n) => {
        const id = `gone${pad(n)}`
        await must('POST', '/api/people', { id, name: `Gone ${n}` })
        await must('POST', `/api/people/${id}/visits`, { id: `visitgone${pad(n)}`, startedOn: '2026-05-04' })
        const answer = await call('POST', `/api/people/${id}/delete`, { name: `Gone ${n}` })
        if (answer.status === 200) gone.push(id)
      },
    },
    restores: {
      share: 0.04,
      // in its place, while nobody can write: nothing that was answered may be lost by it
      go: async (n) => {
        await server.stop()
        const to = join(folder, `whole${n}`)
        await cliOk('backup', to, '--db', file)
        await cliOk('restore', to, '--db', file, '--replace')
        rmSync(to, { recursive: true })
        for (const name of readdirSync(disk))
          if (name.includes('before-restore')) rmSync(join(disk, name), { recursive: true })
        server = await run()
        await signIn()
        await makeLinks(n + 1)
      },
    },
  }
  const count = Object.fromEntries(Object.keys(days).map((name) => [name, 0]))
  refusedOrLost = 0
  work = everybody(400, quietPostsMs)
  const until = Date.now() + soakMin * minuteMs
  while (Date.now() < until) {
    await pause(3000 + chance() * 6000)
    let at = chance() * Object.values(days).reduce((sum, { share }) => sum + share, 0)
    const [name, day] = Object.entries(days).find(([, { share }]) => (at -= share) < 0)!
    try {
      await day.go(count[name]!++)
    } catch (error) {
      // the day before may still be in the way; what matters is what is there in the end
      told.push(`${name}: ${String(error).slice(0, 200)}`)
      if (server.watcher.exitCode !== null) server = await run()
      await server.answering(60_000)
    }
  }
  isOver = true
  await work
  console.log(
    `bad days: ${soakMin} min, ${JSON.stringify(count)}, ${refusedOrLost} calls were cut or refused${hasOwnDisk ? '' : '; no full disk: none could be mounted'}`,
  )

  // 4. what has to be true
  const missing: string[] = []
  const reader = createClient({ url: `file:${file}` })
  const ids = new Set((await reader.execute('SELECT id FROM log_entry')).rows.map((row) => row.id as string))
  for (const id of entries) if (!ids.has(id)) missing.push(id)
  const { rows } = await reader.execute('SELECT count(*) AS n, count(DISTINCT id) AS d FROM log_entry')
  const wrong: string[] = []
  for (const [i, value] of lastAnswered) {
    const found = await reader.execute({
      sql: "SELECT value FROM measure WHERE visit_id = ? AND measure = 'heelRaises' AND superseded_by IS NULL",
      args: [`visit0${pad(i)}`],
    })
    // the last one may have been written and its answer lost; then one newer stands there
    if (found.rows.length !== 1) wrong.push(`visit ${i}: ${found.rows.length} values in force`)
    else if (found.rows[0]!.value !== value) wrong.push(`visit ${i}: newer than the last answer`)
  }
  const people = new Set((await reader.execute('SELECT id FROM person')).rows.map((row) => row.id as string))
  const visible = (who: string[]) => who.filter((id) => people.has(id)).length
  const halves = eitherWay.filter((who) => ![0, who.length].includes(visible(who))).length
  const onTheirWay = Number((await reader.execute('SELECT count(*) AS n FROM arrival')).rows[0]!.n)
  reader.close()
  await server.stop()
  const check = spawnSync(process.execPath, [cli, 'check', '--db', file], { encoding: 'utf8' })
  console.log(
    `entries answered ${entries.size}, missing ${missing.length}, doubled ${Number(rows[0]!.n) - Number(rows[0]!.d)}`,
  )
  console.log(
    `values of the last answer: ${lastAnswered.size - wrong.length} of ${lastAnswered.size}${wrong.length > 0 ? ` (${wrong.join('; ')})` : ''}`,
  )
  console.log(
    `deleted ${gone.length}, still there ${visible(gone)}; undone ${undone.length}, still there ${visible(undone)}; taken in ${takenIn.length}, there ${visible(takenIn)}; ${eitherWay.length} files that were broken off, ${halves} by halves; ${onTheirWay} clients on their way`,
  )
  for (const one of new Set(told)) console.log(`  told: ${one}`)
  console.log(`check: ${(check.stdout + check.stderr).trim()}`)
  const bad =
    missing.length > 0 ||
    Number(rows[0]!.n) !== Number(rows[0]!.d) ||
    wrong.some((w) => w.includes('values in force')) ||
    visible(gone) + visible(undone) + halves + onTheirWay > 0 ||
    visible(takenIn) !== takenIn.length ||
    check.status !== 0
  if (bad) process.exitCode = 1
  console.log(bad ? 'NOT sound' : 'sound')
}

main()
  .catch((error: unknown) => {
    console.error(error)
    process.exitCode = 1
  })
  .finally(() => atLast.reverse().forEach((done) => done()))
