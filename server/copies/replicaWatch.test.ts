import { mkdtempSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createClient } from '@libsql/client'
import fc from 'fast-check'
import { until } from '../testing/until'
import { replicate } from './replica'
import { replicaWatch, toldBy, type Position } from './replicaWatch'

const line = ({ generation, index, bytes }: Position) =>
  `time=x level=INFO msg="wal segment written" db=/p.db replica=file position=${generation}/${index.toString(16).padStart(8, '0')}:${bytes - 100} elapsed=1ms sz=100`

test('what the tool says: how far it is, or what is wrong', () => {
  const position = { generation: 'ab12', index: 27, bytes: 4120 }
  expect(toldBy(line(position))).toEqual({ position })
  expect(toldBy('level=ERROR msg="monitor error" db=/p.db error="write x: no space left on device"')).toEqual(
    {
      trouble: 'monitor error: write x: no space left on device',
    },
  )
  expect(toldBy('level=INFO msg="write wal segment" position=ab12/0:1')).toBeUndefined()
})

test('who writes without a pause is never behind as long as the tool follows; the moment it stands still counts', () => {
  fc.assert(
    fc.property(
      fc.array(fc.record({ bytes: fc.nat(9000), isNewFile: fc.boolean(), isNewLife: fc.boolean() }), {
        minLength: 3,
        maxLength: 40,
      }),
      (steps) => {
        const watch = replicaWatch()
        let at: Position = { generation: 'a0', index: 0, bytes: 100 }
        watch.look(at, 0)
        let now = 0
        for (const { bytes, isNewFile, isNewLife } of steps) {
          const before = at
          now += 2000
          at = isNewLife
            ? { generation: `${at.generation}0`, index: 0, bytes: 100 }
            : isNewFile
              ? { ...at, index: at.index + 1, bytes: 100 }
              : { ...at, bytes: at.bytes + 1 + bytes }
          watch.look(at, now)
          // always one look behind
          watch.hear(line(before))
          expect(watch.behindMs(now)).toBeLessThanOrEqual(2000)
        }
        for (let quiet = 1; quiet <= 10; quiet++) watch.look(at, now + quiet * 2000)
        expect(watch.behindMs(now + 20_000)).toBe(20_000)
        watch.hear(line(at))
        watch.look(at, now + 22_000)
        expect(watch.behindMs(now + 22_000)).toBe(0)
        expect(watch.upToMs()).toBe(now + 22_000)
      },
    ),
  )
})

test('a place that takes nothing any more is told; once it does, it catches up by itself', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'sturvo-watch-'))
  const file = join(folder, 'practice.db')
  const client = createClient({ url: `file:${file}` })
  await client.execute('PRAGMA journal_mode = WAL')
  await client.execute('CREATE TABLE t (x TEXT)')
  const write = () => client.execute({ sql: 'INSERT INTO t VALUES (?)', args: ['x'.repeat(2000)] })
  await write()
  const to = join(folder, 'elsewhere')
  const from = {
    file,
    to,
    picturesFolder: join(folder, 'pictures'),
    recordingsFolder: join(folder, 'recordings'),
  }
  const said: string[] = []
  const patience = { lookMs: 100, standsStillMs: 1500, behindMs: 2000 }
  const replication = replicate(from, (words) => said.push(words), patience)
  const written = async (isDone: () => boolean) => {
    const timer = setInterval(() => void write(), 100)
    await until(isDone)
    clearInterval(timer)
  }
  await written(() => replication.state().upTo !== null)
  expect(replication.state().isBehind).toBe(false)
  // no folder stands where it writes
  const database = join(to, 'database')
  renameSync(database, `${database}.away`)
  writeFileSync(database, '')
  await written(() => replication.state().isBehind)
  expect(said).toContain('the replication tool stands still')
  const held = replication.state().upTo!
  rmSync(database)
  renameSync(`${database}.away`, database)
  await until(() => !replication.state().isBehind)
  await until(() => replication.state().upTo! > held)
  await replication.close()
  client.close()
  rmSync(folder, { recursive: true, force: true })
}, 60_000)
