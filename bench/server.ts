import { cautionQuestions } from '@sturvo/core/cautions'
import { performance } from 'node:perf_hooks'
import { mkdtempSync, rmSync } from 'node:fs'
import { Agent, request } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createClient } from '@libsql/client'
import { becomeOwner, runServer } from '../server/testing/runningServer'

/**
 * The built server in a process of its own, asked over 20 lines as a practice would, beside bare queries for the same
 * rows in the same run. Run: npx tsx bench/server.ts [people in the large practice]
 */
const lines = 20
const secondsEach = 4
const few = 14
const many = Number(process.argv[2] ?? 10_000)

const percentile = (values: number[], share: number) => {
  const sorted = [...values].sort((a, b) => a - b)
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? 0
}

type Ask = { method: string; path: string; headers?: Record<string, string>; body?: unknown }

async function main(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'sturvo-bench-'))
  const file = join(folder, 'practice.db')
  const server = await runServer(file)
  const owner = await becomeOwner(server)
  const agent = new Agent({ keepAlive: true, maxSockets: lines + 4 })
  const ask = ({ method, path, headers = {}, body }: Ask) =>
    new Promise<{ status: number; ms: number; text: string }>((resolve, reject) => {
      const began = performance.now()
      const sent = request(
        {
          agent,
          method,
          host: '127.0.0.1',
          port: server.port,
          path,
          headers: { ...owner.headers, ...headers },
        },
        (response) => {
          const parts: Buffer[] = []
          response.on('data', (part: Buffer) => parts.push(part))
          response.on('error', reject)
          response.on('end', () =>
            resolve({
              status: response.statusCode ?? 0,
              ms: performance.now() - began,
              text: Buffer.concat(parts).toString(),
            }),
          )
        },
      )
      sent.on('error', reject)
      sent.end(body === undefined ? undefined : JSON.stringify(body))
    })
  const must = async (wish: Ask) => {
    const answer = await ask(wish)
    if (answer.status >= 300)
      throw new Error(`${wish.method} ${wish.path}: ${answer.status} ${answer.text.slice(0, 200)}`)
    return answer
  }
  const addPerson = async (i: number) => {
    const id = String(i).padStart(6, '0')
    await must({
      method: 'POST',
      path: '/api/people',
      body: {
        id: `person${id}`,
        name: `Client ${id} Rook`,
        work: i % 7 === 0 ? 'kelp farmer' : 'rope-maker',
      },
    })
    await must({
      method: 'POST',
      path: `/api/people/person${id}/visits`,
      body: { id: `visit0${id}`, startedOn: '2026-05-04' },
    })
  }
  for (let i = 0; i < few; i++) await addPerson(i)
  const measures = [
    'navicularSit',
    'navicularStand',
    'kneeToWall',
    'heelRaises',
    'bigToeExtension',
    'singleLegOpen',
  ]
  for (let i = 0; i < few; i++)
    await must({
      method: 'PATCH',
      path: `/api/visits/visit0${String(i).padStart(6, '0')}`,
      headers: { 'if-match': '"0"' },
      body: {
        changes: [
          ...measures.flatMap((m, k) =>
            ['left', 'right'].map((side) => ({ path: `measure.${m}.${side}.1`, value: 20 + k + (i % 7) })),
          ),
          { path: 'answer.goal', value: 'Stand a whole shift.' },
          // asked and denied: a page without a plan would be made in no time
          ...cautionQuestions.map((q) => ({ path: `answer.caution:${q}`, value: false })),
          ...[1, 2, 3].map((n) => ({
            path: `shoe.shoe0000000${n}`,
            value: { name: `Shoe ${n}`, hoursPerWeek: 10 * n, stackHeelMm: 30, stackForefootMm: 22 },
          })),
        ],
      },
    })

  /** As many as fit in a while, over all lines. */
  const flood = async (wishOf: (line: number, n: number) => Ask, width = lines) => {
    const ms: number[] = []
    const until = performance.now() + secondsEach * 1000
    const began = performance.now()
    await Promise.all(
      Array.from({ length: width }, async (_, line) => {
        for (let n = 0; performance.now() < until; n++) ms.push((await must(wishOf(line, n))).ms)
      }),
    )
    return {
      perS: (ms.length / (performance.now() - began)) * 1000,
      median: percentile(ms, 0.5),
      p95: percentile(ms, 0.95),
    }
  }
  const visitOf = (line: number) => `/api/visits/visit0${String(line % few).padStart(6, '0')}`
  const say = (
    what: string,
    { perS, median, p95 }: { perS: number; median: number; p95: number },
    more = '',
  ) =>
    console.log(
      `${what}: ${perS.toFixed(0)} a second, median ${median.toFixed(1)} ms, 95 % ${p95.toFixed(1)} ms${more}`,
    )

  // the same rows without anything about them
  const bare = createClient({ url: `file:${file}` })
  const bareMs = async (queries: string[], rounds = 300) => {
    const ms: number[] = []
    for (let i = 0; i < rounds; i++) {
      const began = performance.now()
      for (const query of queries) JSON.stringify((await bare.execute(query)).rows)
      ms.push(performance.now() - began)
    }
    return percentile(ms, 0.5)
  }
  const pageQueries = [
    'select * from person where deleted_on is null order by name, id limit 201',
    'select id, person_id, started_on, steps_filled, stops, limits from visit where person_id in (select id from person where deleted_on is null order by name, id limit 200) order by started_on desc',
  ]
  const barePage = await bareMs(pageQueries)
  const alone: number[] = []
  for (let i = 0; i < 60; i++) alone.push((await must({ method: 'GET', path: '/api/people' })).ms)
  const one = percentile(alone, 0.5)
  console.log(
    `people page (${few}), one at a time: ${one.toFixed(2)} ms; bare queries ${barePage.toFixed(2)} ms; ${(one / barePage).toFixed(2)} ×`,
  )
  say(
    `people page (${few})`,
    await flood(() => ({ method: 'GET', path: '/api/people' })),
    ' (goal ≥ 200 a second)',
  )
  say('visit read', await flood((line) => ({ method: 'GET', path: visitOf(line) })), ' (goal ≥ 400 a second)')
  // each line writes a field of its own on the version it knows; others' writes are merged
  const versions = new Array<number>(lines).fill(1)
  const write = async (line: number, n: number) => {
    const answer = await must({
      method: 'PATCH',
      path: visitOf(line),
      headers: { 'if-match': `"${versions[line]}"` },
      body: {
        changes: [
          { path: `measure.heelRaises.${line % 2 ? 'left' : 'right'}.${(line % 9) + 1}`, value: n % 40 },
        ],
      },
    })
    versions[line] = (JSON.parse(answer.text) as { version: number }).version
    return answer.ms
  }
  const writes = async (seconds: number, width: number) => {
    const ms: number[] = []
    const began = performance.now()
    await Promise.all(
      Array.from({ length: width }, async (_, line) => {
        for (let n = 0; performance.now() - began < seconds * 1000; n++) ms.push(await write(line, n))
      }),
    )
    return {
      perS: (ms.length / (performance.now() - began)) * 1000,
      median: percentile(ms, 0.5),
      p95: percentile(ms, 0.95),
    }
  }
  say('field write, FULL sync', await writes(secondsEach, few), ' (goal ≥ 300 a second)')
  // documents alone, and somebody typing meanwhile
  const firstMs: number[] = []
  const firstFrom = performance.now()
  await Promise.all(
    [0, 1, 2, 3].map(async (line) => {
      for (let i = line; i < few; i += 4)
        firstMs.push((await must({ method: 'GET', path: `${visitOf(i)}/handout.pdf` })).ms)
    }),
  )
  say(
    'hand-out, each visit for the first time, its plan proven',
    {
      perS: (few / (performance.now() - firstFrom)) * 1000,
      median: percentile(firstMs, 0.5),
      p95: percentile(firstMs, 0.95),
    },
    ' (goal ≥ 6 a second)',
  )
  say(
    'hand-out again',
    await flood((line) => ({ method: 'GET', path: `${visitOf(line)}/handout.pdf` }), 4),
    ' (goal ≥ 6 a second)',
  )
  const [documents, typed] = await Promise.all([
    flood((line) => ({ method: 'GET', path: `${visitOf(line)}/handout.pdf` }), 4),
    (async () => {
      const ms: number[] = []
      const began = performance.now()
      for (let n = 0; performance.now() - began < secondsEach * 1000; n++) {
        ms.push(await write(9, n))
        await new Promise((resolve) => setTimeout(resolve, 30))
      }
      return { perS: ms.length / secondsEach, median: percentile(ms, 0.5), p95: percentile(ms, 0.95) }
    })(),
  ])
  say('hand-out while somebody types', documents)
  say('field write while documents are made', typed, ' (goal 95 % ≤ 60 ms)')

  for (let i = few; i < many; i += 40)
    await Promise.all(Array.from({ length: Math.min(40, many - i) }, (_, k) => addPerson(i + k)))
  const large = async (what: string, path: string, queries: string[], body?: object) => {
    const ms: number[] = []
    for (let i = 0; i < 40; i++)
      ms.push((await must(body ? { method: 'POST', path, body } : { method: 'GET', path })).ms)
    const alone = await bareMs(queries, 60)
    console.log(
      `${what} of ${many} people: median ${percentile(ms, 0.5).toFixed(1)} ms, 95 % ${percentile(ms, 0.95).toFixed(1)} ms; bare ${alone.toFixed(1)} ms; ${(percentile(ms, 0.5) / alone).toFixed(2)} × (goal ≤ 60 ms)`,
    )
  }
  await large('page', '/api/people', pageQueries)
  await large(
    'search',
    '/api/people/find',
    [
      "select * from person where deleted_on is null and search_key like '%kelp%' order by name, id limit 201",
    ],
    { find: 'kelp' },
  )
  await large('Today', '/api/today', [
    'select p.id, p.name, v.id, v.steps_filled from person p left join (select *, row_number() over (partition by person_id order by started_on desc, id desc) as place from visit) v on v.person_id = p.id and v.place = 1 where p.deleted_on is null and (v.id is null or v.stops > 0 or v.steps_filled < 8) order by p.name limit 100',
  ])
  bare.close()
  await server.stop()
  rmSync(folder, { recursive: true, force: true })
}

void main()
