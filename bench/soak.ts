import { spawn, spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { performance } from 'node:perf_hooks'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { cautionQuestions } from '@sturvo/core/cautions'
import { createClient } from '@libsql/client'
import { becomeOwner, runServer } from '../server/testing/runningServer'

/**
 * A practice at its busiest, then a week of bad days pressed into minutes. Practitioners save visits and phones post
 * logs, all at once; then the same goes on while the server is killed with -9 at random moments, copies are made under
 * load and restored on trial, lines are cut and two write the same field. At the end every answered write has to be
 * there once, the audit whole, everything readable.
 * Run: npx tsx bench/soak.ts [seconds of load] [minutes of bad days]
 */
const loadS = Number(process.argv[2] ?? 60)
const soakMin = Number(process.argv[3] ?? 20)
const practitioners = 20
const phones = 200
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
const pause = (ms: number) => new Promise((go) => setTimeout(go, ms))
const cli = join(__dirname, '..', 'server', 'dist', 'cli.mjs')

async function main(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'sturvo-soak-'))
  const file = join(folder, 'practice.db')
  const server = await runServer(file)
  const owner = await becomeOwner(server)
  const call = async (method: string, path: string, body?: unknown, more: Record<string, string> = {}) => {
    const begun = performance.now()
    const answer = await fetch(`${server.url}${path}`, {
      method,
      headers: { ...owner.headers, ...more },
      ...(body !== undefined && { body: JSON.stringify(body) }),
      signal: AbortSignal.timeout(20_000),
    })
    const text = await answer.text()
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
    await must('POST', '/api/people', { id: `person${pad(i)}`, name: `Client ${i}` })
    await must('POST', `/api/people/person${pad(i)}/visits`, {
      id: `visit0${pad(i)}`,
      startedOn: '2026-05-04',
    })
    const short = [
      { path: 'measure.kneeToWall.left.1', value: 60 + i },
      { path: 'measure.kneeToWall.right.1', value: 118 },
    ]
    const changes = [...noRedFlags, ...short]
    await must('PATCH', `/api/visits/visit0${pad(i)}`, { changes }, { 'if-match': '"0"' })
    const plan = { id: `plan00${pad(i)}`, visitId: `visit0${pad(i)}`, visitVersion: 1, after: 0 }
    await must('POST', `/api/people/person${pad(i)}/plans`, plan)
  }
  const tokens: string[] = []
  for (let i = 0; i < phones; i++) {
    const { text } = await must('POST', `/api/people/person${pad(i % practitioners)}/links`, {
      id: `link00${pad(i)}`,
      until: '2099-01-01',
    })
    tokens.push((JSON.parse(text) as { token: string }).token)
  }

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
  const faults = { kills: 0, copies: 0, trials: 0, restores: 0, twoTabs: 0 }
  refusedOrLost = 0
  work = everybody(400, 4000)
  const until = Date.now() + soakMin * minuteMs
  while (Date.now() < until) {
    await pause(3000 + chance() * 9000)
    const what = chance()
    try {
      if (what < 0.45) {
        process.kill(await server.serving(), 'SIGKILL')
        faults.kills++
        await server.answering(30_000)
      } else if (what < 0.6) {
        const to = join(folder, `copy${faults.copies++}`)
        const made = spawnSync(process.execPath, [cli, 'backup', to, '--db', file], { encoding: 'utf8' })
        if (made.status !== 0) throw new Error(made.stderr)
        const tried = spawnSync(process.execPath, [cli, 'restore', to, '--trial'], { encoding: 'utf8' })
        if (tried.status !== 0) throw new Error(tried.stderr)
        faults.trials++
        const restored = spawnSync(
          process.execPath,
          [cli, 'restore', to, '--db', join(folder, `r${faults.copies}`, 'p.db')],
          { encoding: 'utf8' },
        )
        if (restored.status !== 0) throw new Error(restored.stderr)
        faults.restores++
        rmSync(to, { recursive: true })
        rmSync(join(folder, `r${faults.copies}`), { recursive: true })
      } else {
        // two tabs with one visit write the same field at once: one of them is told
        const i = Math.floor(chance() * practitioners)
        await Promise.all(
          ['first', 'second'].map((value) =>
            call(
              'PATCH',
              `/api/visits/visit0${pad(i)}`,
              { changes: [{ path: 'answer.goal', value }] },
              { 'if-match': `"${versions[i]!}"` },
            ).catch(() => undefined),
          ),
        )
        faults.twoTabs++
      }
    } catch (error) {
      console.log(`! ${String(error).slice(0, 300)}`)
      process.exitCode = 1
    }
  }
  isOver = true
  await work
  console.log(
    `bad days: ${soakMin} min, ${JSON.stringify(faults)}, ${refusedOrLost} calls were cut or refused`,
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
  reader.close()
  await server.stop()
  const check = spawnSync(process.execPath, [cli, 'check', '--db', file], { encoding: 'utf8' })
  console.log(
    `entries answered ${entries.size}, missing ${missing.length}, doubled ${Number(rows[0]!.n) - Number(rows[0]!.d)}`,
  )
  console.log(
    `values of the last answer: ${lastAnswered.size - wrong.length} of ${lastAnswered.size}${wrong.length > 0 ? ` (${wrong.join('; ')})` : ''}`,
  )
  console.log(`check: ${(check.stdout + check.stderr).trim()}`)
  const bad =
    missing.length > 0 ||
    Number(rows[0]!.n) !== Number(rows[0]!.d) ||
    wrong.some((w) => w.includes('values in force')) ||
    check.status !== 0
  if (bad) process.exitCode = 1
  console.log(bad ? 'NOT sound' : 'sound')

  rmSync(folder, { recursive: true, force: true })
}

void main()
