import fc from 'fast-check'
import { createWriteQueue } from './writeQueue'

/** A store of one number a key that knows what was committed. */
function madeUpStore({ failsToCommit = (_group: number): boolean => false } = {}) {
  let committed: Record<string, number> = {}
  const groups: number[] = []
  const queue = createWriteQueue<Record<string, number>>(async (work) => {
    const open = { ...committed }
    let size = 0
    await work(async (job) => {
      size++
      const part = { ...open }
      const value = await job(part)
      Object.assign(open, part)
      return value
    })
    groups.push(size)
    if (failsToCommit(groups.length)) throw new Error('no commit')
    committed = open
  })
  return { queue, groups, now: () => committed }
}
const later = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

test('writes run one after the other, in the order they came', async () => {
  const { queue } = madeUpStore()
  const log: string[] = []
  const job = (name: string, ms: number) =>
    queue(async () => {
      log.push(`${name} begins`)
      await later(ms)
      log.push(`${name} ends`)
    })
  await Promise.all([job('one', 20), job('two', 1), job('three', 5)])
  expect(log).toEqual(['one begins', 'one ends', 'two begins', 'two ends', 'three begins', 'three ends'])
})

test('what needs the file alone has its turn between writes, and its failure is its own', async () => {
  const { queue, now } = madeUpStore()
  let isWriting = false
  const writes = async (key: string) =>
    queue(async (tx) => {
      isWriting = true
      await later(3)
      tx[key] = 1
      isWriting = false
    })
  const seen: unknown[] = []
  const [, alone, , failed] = await Promise.allSettled([
    writes('before'),
    queue.alone(async () => {
      seen.push(isWriting, { ...now() })
      await later(5)
      seen.push(isWriting)
    }),
    writes('after'),
    queue.alone(() => Promise.reject(new Error('of its own'))),
    writes('last'),
  ])
  expect(alone.status).toBe('fulfilled')
  expect(failed).toMatchObject({ status: 'rejected', reason: { message: 'of its own' } })
  expect(seen).toEqual([false, { before: 1 }, false])
  expect(now()).toEqual({ before: 1, after: 1, last: 1 })
})

test('whoever waits goes along: many writes are made safe at once', async () => {
  const { queue, groups } = madeUpStore()
  await Promise.all(Array.from({ length: 50 }, (_, i) => queue((tx) => Promise.resolve((tx[`k${i}`] = i)))))
  expect(groups.length).toBeLessThan(5)
  expect(groups.reduce((a, b) => a + b, 0)).toBe(50)
})

test('a write that fails tells its caller, undoes itself, and holds up nobody', async () => {
  const { queue, now } = madeUpStore()
  const failing = queue((tx) => {
    tx.a = 1
    return Promise.reject(new Error('torn'))
  })
  const next = queue((tx) => Promise.resolve((tx.b = 2)))
  await expect(failing).rejects.toThrow('torn')
  expect(await next).toBe(2)
  await queue.idle()
  expect(now()).toEqual({ b: 2 })
})

test('nobody is answered before the group is safe, and all are told when it is not', async () => {
  const { queue, now } = madeUpStore({ failsToCommit: (group) => group === 1 })
  const outcomes = await Promise.allSettled(
    [1, 2, 3].map((n) => queue((tx) => Promise.resolve((tx[`k${n}`] = n)))),
  )
  expect(outcomes.map((o) => o.status)).toEqual(['rejected', 'rejected', 'rejected'])
  expect(now()).toEqual({})
  expect(await queue((tx) => Promise.resolve((tx.later = 1)))).toBe(1)
})

test('any mixture of writes leaves what was answered, and nothing else', async () => {
  const job = fc.record({
    key: fc.constantFrom('a', 'b', 'c'),
    value: fc.nat(),
    fails: fc.boolean(),
    ms: fc.nat(3),
  })
  await fc.assert(
    fc.asyncProperty(fc.array(job, { minLength: 1, maxLength: 25 }), async (wanted) => {
      const { queue, now } = madeUpStore()
      const plain: Record<string, number> = {}
      const outcomes = await Promise.allSettled(
        wanted.map(({ key, value, fails, ms }) =>
          queue(async (tx) => {
            if (ms > 0) await later(ms)
            tx[key] = value
            if (fails) throw new Error('torn')
          }),
        ),
      )
      wanted.forEach(({ key, value, fails }, i) => {
        expect(outcomes[i]!.status).toBe(fails ? 'rejected' : 'fulfilled')
        if (!fails) plain[key] = value
      })
      expect(now()).toEqual(plain)
    }),
    { numRuns: 40 },
  )
})
