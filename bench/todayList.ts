import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { performance } from 'node:perf_hooks'
import { createClient } from '@libsql/client'
import { coreVersion } from '../server/version'
import { openDatabase } from '../server/data/database'
import { heldHere } from '../server/inForce/heldPlan'
import { todayAnswer } from '../server/people/today'
import { becomeOwner, runServer } from '../server/testing/runningServer'

/**
 * Today of a large practice: the built server asked over the wire as the page asks it, by one and by ten at once with
 * clients sending logs meanwhile, beside the bare rows of the most urgent reasons in the same run.
 * Run: npx tsx bench/todayList.ts [people] [entries each]
 */
const people = Number(process.argv[2] ?? 10_000)
const entriesEach = Number(process.argv[3] ?? 200)
const rounds = 40
const today = new Date().toISOString().slice(0, 10)
const percentile = (values: number[], share: number) =>
  values.toSorted((a, b) => a - b)[Math.min(values.length - 1, Math.floor(share * values.length))] ?? 0
const told = (ms: number[]) =>
  `median ${percentile(ms, 0.5).toFixed(1)} ms, 95 % ${percentile(ms, 0.95).toFixed(1)} ms`

/** Of a hundred: one stop, three to back off, eight to hold, ten silent, some due, links locked and ending. */
const rows = [
  `insert into person (id, name, pronouns, birth_year, work, phone, email, length_unit, mass_unit, kit, search_key, version, created, changed) select 'person' || printf('%06d', n), 'Client ' || printf('%06d', n) || ' Rook', '', null, 'rope-maker', '', '', 'mm', 'kg', '[]', 'client rook', 1, :now, :now from seq`,
  `insert into visit (id, person_id, started_on, references_version, core_version, steps_filled, stops, limits, counted_by, version, created, changed) select 'visit0' || printf('%06d', n), 'person' || printf('%06d', n), date(:today, '-' || (n % 120) || ' day'), 0, '0.0.0', 9, 0, 0, :core, 1, :now, :now from seq`,
  `insert into follow_state (person_id, plan_id, visit_id, starts_on, ends_on, action, fired, proposal, stop_since, last_day, last_step_on, changed) select 'person' || printf('%06d', n), 'plan', 'visit0' || printf('%06d', n), date(:today, '-' || (n % 120) || ' day'), date(:today, '+' || (180 - n % 120) || ' day'),
     case when n % 100 between 1 and 3 then 'backOff' when n % 100 between 4 and 11 then 'hold' end,
     '[{"rule":"painSome","action":"hold","lanes":["train"],"evidence":{"channel":"pain","value":4,"level":1}}]', '{}',
     case when n % 100 = 0 then :today end, date(:today, '-' || (case when n % 100 between 20 and 29 then 9 else n % 3 end) || ' day'),
     :today, :now from seq`,
  `insert into client_link (id, person_id, token_hash, until, wrong_words, last_opened, by_account, created, changed) select 'link00' || printf('%06d', n), 'person' || printf('%06d', n), 'hash' || n, date(:today, '+' || (10 + n % 200) || ' day'), case when n % 500 = 0 then 10 else 0 end, :now, 'nobody', :now, :now from seq`,
]
const entryRows = `insert into log_entry (person_id, id, day, at, value, clock_off_min, received_at) select 'person' || printf('%06d', n), 'entry' || printf('%06d%04d', n, k), date(:today, '-' || k || ' day'), :now,
  '{"id":"entry' || printf('%06d%04d', n, k) || '","day":"' || date(:today, '-' || k || ' day') || '","at":"2026-01-01T19:00:00Z","training":"done","pain":' || ((n + k) % 4) || ',"morning":1,"spacersMin":30,"shoesMin":40}',
  0, :now from part cross join days`

async function main(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'sturvo-bench-'))
  const file = join(folder, 'practice.db')
  const server = await runServer(file)
  try {
    const owner = await becomeOwner(server)
    const bare = createClient({ url: `file:${file}` })
    const given = { now: new Date().toISOString(), today, core: coreVersion }
    const seq = (from: number, to: number) =>
      `with recursive seq(n) as (select ${from} union all select n + 1 from seq where n < ${to - 1})`
    for (const row of rows)
      await bare.execute({ sql: row.replace('insert', `${seq(0, people)} insert`), args: given })
    const block = 500
    for (let from = 0; from < people; from += block) {
      const sql = `with recursive part(n) as (select ${from} union all select n + 1 from part where n < ${Math.min(people, from + block) - 1}), days(k) as (select 0 union all select k + 1 from days where k < ${entriesEach - 1}) ${entryRows}`
      await bare.execute({ sql, args: given })
      if (from % 2500 === 0) process.stderr.write(`${from + block} clients with their logs\n`)
    }
    const { rows: counted } = await bare.execute(
      'select (select count(*) from person) as people, (select count(*) from log_entry) as entries',
    )
    console.log(`${Number(counted[0]!.people)} people, ${Number(counted[0]!.entries)} entries`)

    const ask = async () => {
      const from = performance.now()
      const answer = await fetch(`${server.url}/api/today`, { headers: owner.headers })
      const text = await answer.text()
      if (!answer.ok) throw new Error(`${answer.status} ${text.slice(0, 200)}`)
      return { ms: performance.now() - from, text }
    }
    // the line of before has been closed meanwhile
    await fetch(`${server.url}/api/health`).catch(() => undefined)
    const first = await ask()
    const { due, total } = JSON.parse(first.text) as { due: { level: string }[]; total: number }
    console.log(
      `${due.length} lines of ${total}; first ${due[0]?.level}; asked for the first time ${first.ms.toFixed(0)} ms`,
    )
    const alone: number[] = []
    for (let i = 0; i < rounds; i++) alone.push((await ask()).ms)

    // others work: a phone sends a day every twenty milliseconds, keyed in as from paper
    let isOver = false
    const sent: number[] = []
    const sending = (async () => {
      for (let n = 0; !isOver; n++) {
        const day = new Date(Date.now() - (n % 100) * 86_400_000).toISOString().slice(0, 10)
        const from = performance.now()
        const answer = await fetch(
          `${server.url}/api/people/person${String(n % people).padStart(6, '0')}/log`,
          {
            method: 'POST',
            headers: { ...owner.headers, 'content-type': 'application/json' },
            body: JSON.stringify({
              sentAt: new Date().toISOString(),
              entries: [
                { id: `paper${String(n).padStart(8, '0')}`, day, at: new Date().toISOString(), pain: n % 5 },
              ],
            }),
          },
        )
        if (!answer.ok) throw new Error(`${answer.status} ${await answer.text()}`)
        sent.push(performance.now() - from)
        await new Promise((resolve) => setTimeout(resolve, 20))
      }
    })()
    const among: number[] = []
    await Promise.all(
      Array.from({ length: 10 }, async () => {
        for (let i = 0; i < rounds / 4; i++) among.push((await ask()).ms)
      }),
    )
    isOver = true
    await sending

    const bareMs: number[] = []
    for (let i = 0; i < rounds; i++) {
      const from = performance.now()
      const sql = `select person.id, name, work, fired, last_day, action from follow_state join person on person.id = person_id where deleted_on is null and %s order by last_day limit 100`
      for (const where of ['stop_since is not null', 'action is not null'])
        JSON.stringify((await bare.execute(sql.replace('%s', where))).rows)
      bareMs.push(performance.now() - from)
    }
    bare.close()
    const database = await openDatabase(file)
    const within: number[] = []
    for (let i = 0; i < rounds; i++) {
      const from = performance.now()
      JSON.stringify(await todayAnswer(database, heldHere, today))
      within.push(performance.now() - from)
    }
    await database.close()
    const ratio = (ms: number[]) =>
      `${(percentile(ms, 0.5) / percentile(bareMs, 0.5)).toFixed(1)} × the bare rows`
    console.log(`bare rows of stops and proposals: ${told(bareMs)}`)
    console.log(`every reason, asked of the database: ${told(within)}; ${ratio(within)}`)
    console.log(`GET /api/today, one at a time: ${told(alone)}; ${ratio(alone)} (goal ≤ 150 ms)`)
    console.log(
      `GET /api/today, ten at once, logs coming in: ${told(among)}; an entry kept meanwhile: ${told(sent)}`,
    )
  } finally {
    await server.stop()
    rmSync(folder, { recursive: true, force: true })
  }
}
void main()
