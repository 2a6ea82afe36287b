import { performance } from 'node:perf_hooks'
import { join } from 'node:path'
import { createClient } from '@libsql/client'
import { startPractice } from '../e2e/support/startPractice'

/**
 * The log of a client who wrote far too much, opened as Person opens it and as the phone opens its page, beside the same
 * of the same client before. Run: npx tsx bench/longLog.ts [entries]
 */
const entries = Number(process.argv[2] ?? 12_000)
const who = 'demokettaperson'
const rounds = 15
const median = (ms: number[]) => ms.toSorted((a, b) => a - b)[Math.floor(ms.length / 2)] ?? 0

async function main(): Promise<void> {
  const practice = await startPractice()
  try {
    const signedIn = await fetch(`${practice.url}/api/session/demo`, { method: 'POST' })
    const cookie = signedIn.headers.getSetCookie().join('; ')
    const { csrf } = (await signedIn.json()) as { csrf: string }
    const made = await fetch(`${practice.url}/api/people/${who}/links`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', cookie, 'x-sturvo-csrf': csrf },
      body: JSON.stringify({ id: 'benchlink001', until: '2099-01-01' }),
    })
    const { token } = (await made.json()) as { token: string }
    const open = async (path: string, headers: Record<string, string>) => {
      const ms: number[] = []
      let kb = 0
      for (let i = 0; i < rounds; i++) {
        const from = performance.now()
        const answer = await fetch(practice.url + path, { headers })
        if (!answer.ok) throw new Error(`${path}: ${answer.status}`)
        kb = (await answer.arrayBuffer()).byteLength / 1024
        ms.push(performance.now() - from)
      }
      return { ms: median(ms), most: Math.max(...ms), kb }
    }
    const doors = [
      ['Person', `/api/people/${who}/log`, { cookie }],
      ['phone', '/api/c/plan', { 'x-sturvo-link': token }],
    ] as const
    const before: Awaited<ReturnType<typeof open>>[] = []
    for (const [, path, headers] of doors) before.push(await open(path, headers))
    const file = createClient({ url: `file:${join(practice.folder, 'demo.db')}` })
    await file.execute({
      sql: `with recursive seq(n) as (select 0 union all select n + 1 from seq where n < ${entries - 1})
        insert into log_entry (person_id, id, day, at, value, clock_off_min, received_at)
        select '${who}', 'flood' || printf('%07d', n), date('now', '-' || (n % 300) || ' day'), :now,
        '{"id":"flood' || printf('%07d', n) || '","day":"' || date('now', '-' || (n % 300) || ' day') || '","at":"2026-01-01T19:00:00Z","pain":' || (n % 4) || ',"words":"${'so it went on '.repeat(6)}"}', 0, :now from seq`,
      args: { now: new Date().toISOString() },
    })
    file.close()
    for (const [i, [what, path, headers]] of doors.entries()) {
      const { ms, most, kb } = await open(path, headers)
      console.log(
        `${what}: ${entries} entries more, median ${ms.toFixed(0)} ms, most ${most.toFixed(0)} ms, ${kb.toFixed(0)} kB unpacked; ${(ms / before[i]!.ms).toFixed(1)} × as before (${before[i]!.ms.toFixed(0)} ms; goal ≤ 300 ms)`,
      )
    }
  } finally {
    await practice.stop()
  }
}

void main().then(() => process.exit(0))
