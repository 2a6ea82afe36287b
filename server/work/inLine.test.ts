import fc from 'fast-check'
import { inLine } from './inLine'

const turns = async (n: number) => {
  for (let i = 0; i < n; i++) await Promise.resolve()
}

test('never more at once than may be, everybody gets a turn, and each gets its own answer', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.integer({ min: 1, max: 4 }),
      fc.array(fc.record({ takes: fc.nat(5), fails: fc.boolean() }), { maxLength: 20 }),
      async (atOnce, jobs) => {
        const line = inLine(atOnce)
        let running = 0
        let most = 0
        const order: number[] = []
        const outcomes = await Promise.allSettled(
          jobs.map(({ takes, fails }, i) =>
            line(async () => {
              order.push(i)
              most = Math.max(most, ++running)
              await turns(takes)
              running--
              if (fails) throw new Error(`job ${i}`)
              return i
            }),
          ),
        )
        expect(most).toBeLessThanOrEqual(atOnce)
        expect(running).toBe(0)
        // begun in the order in which they came
        expect(order).toEqual(jobs.map((_, i) => i))
        outcomes.forEach((outcome, i) => {
          if (jobs[i]!.fails)
            expect(outcome).toMatchObject({ status: 'rejected', reason: { message: `job ${i}` } })
          else expect(outcome).toEqual({ status: 'fulfilled', value: i })
        })
      },
    ),
  )
})

test('a job that fails hands its place on', async () => {
  const line = inLine(1)
  const failing = line(() => Promise.reject(new Error('torn')))
  const next = line(() => Promise.resolve('done'))
  await expect(failing).rejects.toThrow('torn')
  expect(await next).toBe('done')
})
