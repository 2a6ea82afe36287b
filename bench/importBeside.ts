import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { performance } from 'node:perf_hooks'
import { becomeOwner, runServer } from '../server/testing/runningServer'

/**
 * A table of measures taken in and undone by one while others ask and save: how long those wait, beside the same asking
 * while nothing is taken in. Run: npx tsx bench/importBeside.ts [rows]
 */
const rows = Number(process.argv[2] ?? 60_000)
const percentile = (values: number[], share: number) =>
  values.toSorted((a, b) => a - b)[Math.min(values.length - 1, Math.floor(share * values.length))] ?? 0
const told = (ms: number[]) =>
  `${ms.length} times, median ${percentile(ms, 0.5).toFixed(0)} ms, 95 % ${percentile(ms, 0.95).toFixed(0)} ms, most ${Math.max(0, ...ms).toFixed(0)} ms`

async function main(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'sturvo-bench-'))
  const server = await runServer(join(folder, 'practice.db'))
  try {
    const { headers } = await becomeOwner(server)
    const ask = (method: string, path: string, body?: unknown) =>
      fetch(server.url + path, { method, headers, ...(body !== undefined && { body: JSON.stringify(body) }) })
    const visits = rows / 18
    const lines = Array.from({ length: rows }, (_, i) => {
      const visit = Math.floor(i / 18)
      return `Client ${Math.floor(visit / 10)},visit${String(visit).padStart(8, '0')},2026-05-${String((visit % 28) + 1).padStart(2, '0')},${i % 2 ? 'left' : 'right'},kneeToWall,${Math.floor((i % 18) / 2) + 1},${60 + (i % 40)},mm,person${String(Math.floor(visit / 10)).padStart(7, '0')}`
    })
    const table = `client,visit,date,side,measure,trial,value,unit,client_id\n${lines.join('\n')}\n`
    let isOver = false
    const beside = async () => {
      const [health, saves]: [number[], number[]] = [[], []]
      const every = async (ms: number[], go: (n: number) => Promise<Response>) => {
        for (let n = 0; !isOver; n++) {
          const from = performance.now()
          const answer = await go(n)
          if (!answer.ok) throw new Error(`${answer.status} ${await answer.text()}`)
          ms.push(performance.now() - from)
          await new Promise((resolve) => setTimeout(resolve, 60))
        }
      }
      const id = `beside${Date.now().toString(36)}`
      await Promise.all([
        every(health, () => ask('GET', '/api/health')),
        every(saves, (n) => ask('POST', '/api/people', { id: `${id}${n}`, name: `Somebody ${n}` })),
      ])
      return { health, saves }
    }
    const during = async (what: string, work: () => Promise<unknown>) => {
      isOver = false
      const asking = beside()
      const from = performance.now()
      await work()
      const tookS = (performance.now() - from) / 1000
      isOver = true
      const { health, saves } = await asking
      console.log(`${what}, ${tookS.toFixed(1)} s: health ${told(health)}; saves ${told(saves)}`)
    }
    await during('nothing', () => new Promise((resolve) => setTimeout(resolve, 5000)))
    let id = ''
    await during(`looked at, ${rows} rows of ${visits} visits`, async () => {
      const form = new FormData()
      form.append('file', new Blob([table]), 'measures.csv')
      const { 'content-type': _, ...rest } = headers
      const answer = await fetch(`${server.url}/api/imports`, { method: 'POST', headers: rest, body: form })
      const read = (await answer.json()) as { id: string; counts: object }
      ;({ id } = read)
      console.log(answer.status, JSON.stringify(read.counts))
    })
    await during('taken in', async () => {
      const answer = await ask('POST', `/api/imports/${id}`, { choices: [] })
      if (!answer.ok) throw new Error(await answer.text())
    })
    await during('undone', async () => {
      const answer = await ask('POST', `/api/imports/${id}/undo`, {})
      if (!answer.ok) throw new Error(await answer.text())
    })
  } finally {
    await server.stop()
    rmSync(folder, { recursive: true, force: true })
  }
}
void main()
