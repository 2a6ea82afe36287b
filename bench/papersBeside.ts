import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { performance } from 'node:perf_hooks'
import { runCommand } from '../server/cli'
import { becomeOwner, runServer } from '../server/testing/runningServer'

/**
 * A hundred and twenty papers asked for at once by one person: how long a colleague waits for a page and for a paper of
 * their own, beside the same asking while nobody prints. Run: npx tsx bench/papersBeside.ts [papers]
 */
const papers = Number(process.argv[2] ?? 120)
const password = 'lanterns and tides'
const percentile = (values: number[], share: number) =>
  values.toSorted((a, b) => a - b)[Math.min(values.length - 1, Math.floor(share * values.length))] ?? 0
const told = (ms: number[]) =>
  `${ms.length} times, median ${percentile(ms, 0.5).toFixed(0)} ms, most ${Math.max(0, ...ms).toFixed(0)} ms`

async function main(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'sturvo-bench-'))
  const file = join(folder, 'practice.db')
  const server = await runServer(file)
  try {
    const { headers } = await becomeOwner(server)
    const post = (path: string, body: unknown) =>
      fetch(server.url + path, { method: 'POST', headers, body: JSON.stringify(body) })
    await post('/api/people', { id: 'person000001', name: 'Ansa Rook' })
    await post('/api/people/person000001/visits', { id: 'visit0000001', startedOn: '2026-05-04' })
    await runCommand(
      ['user', 'add', '--db', file, '--name', 'Bram', '--email', 'bram@tideway.example', '--password-stdin'],
      { seed: () => Promise.resolve(), passwordFrom: () => Promise.resolve(password) },
    )
    const signedIn = await fetch(`${server.url}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ email: 'bram@tideway.example', password }),
    })
    const bram = { cookie: signedIn.headers.getSetCookie().join('; ') }
    const timed = async (ms: number[], path: string) => {
      const from = performance.now()
      const answer = await fetch(server.url + path, { headers: bram })
      if (!answer.ok) throw new Error(`${path}: ${answer.status}`)
      await answer.arrayBuffer()
      ms.push(performance.now() - from)
    }
    const paper = '/api/visits/visit0000001/feet.pdf'
    await timed([], paper) // the threads are there
    const colleague = async (isOver: () => boolean, least: number) => {
      const [pages, own]: [number[], number[]] = [[], []]
      do {
        await timed(pages, '/api/visits/visit0000001')
        await timed(own, paper)
        await new Promise((resolve) => setTimeout(resolve, 50))
      } while (!isOver() || own.length < least)
      return { pages, own }
    }
    const alone = await colleague(() => true, 10)
    console.log(`nobody prints: page ${told(alone.pages)}; paper ${told(alone.own)}`)
    let isOver = false
    const from = performance.now()
    const printing = Promise.all(
      Array.from({ length: papers }, async () => {
        const answer = await fetch(server.url + paper, { headers })
        await answer.arrayBuffer()
        return answer.status
      }),
    ).finally(() => (isOver = true))
    const beside = await colleague(() => isOver, 1)
    const statuses = await printing
    console.log(
      `${papers} papers of one (${statuses.filter((s) => s === 200).length} answered) in ${((performance.now() - from) / 1000).toFixed(1)} s: page ${told(beside.pages)}; paper ${told(beside.own)}; ${(percentile(beside.own, 0.5) / percentile(alone.own, 0.5)).toFixed(1)} × (goal: a page under 1 s)`,
    )
  } finally {
    await server.stop()
    rmSync(folder, { recursive: true, force: true })
  }
}

void main()
