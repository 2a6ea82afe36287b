import fc from 'fast-check'
import { asker, fairLine } from './fairLine'

type Piece = { who: string; end: () => void }

/** A line whose pieces end when the test says so; what began stands in order. */
function inHand(width: number, mostEach = 1000) {
  const { run: enter, waiting } = fairLine(width, mostEach)
  const begun: string[] = []
  const running: Piece[] = []
  const ask = (who: string, name: string) =>
    asker.run(who, () =>
      enter(
        () =>
          new Promise<void>((end) => {
            begun.push(name)
            running.push({ who, end })
          }),
      ),
    )
  const settle = () => new Promise((resolve) => setImmediate(resolve))
  return { ask, begun, running, settle, waiting }
}

test('never more at once than there are threads; each asker in order; nobody waits for more than one of each other', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.integer({ min: 1, max: 3 }),
      fc.array(fc.oneof(fc.constantFrom('a', 'b', 'c', 'd'), fc.constant('end')), { maxLength: 60 }),
      async (width, steps) => {
        const { ask, begun, running, settle, waiting } = inHand(width)
        const asked = new Map<string, number>()
        /** what others began since somebody's first waits */
        const passedBy = new Map<string, string[]>()
        let seen = 0
        const look = () => {
          expect(running.length).toBeLessThanOrEqual(width)
          for (const name of begun.slice(seen)) {
            const who = name[0]!
            passedBy.delete(who)
            for (const [other, those] of passedBy) if (other !== who) those.push(who)
            const left = asked.get(who)! - begun.filter((one) => one.startsWith(who)).length
            if (left > 0) passedBy.set(who, [])
          }
          seen = begun.length
          for (const who of 'abcd') {
            const left = asked.size === 0 ? 0 : begun.length + waiting(who).own + waiting(who).others
            expect(left).toBe([...asked.values()].reduce((sum, n) => sum + n, 0))
          }
          for (const those of passedBy.values()) expect(new Set(those).size).toBe(those.length)
        }
        for (const step of steps) {
          if (step === 'end') running.shift()?.end()
          else {
            const n = asked.get(step) ?? 0
            asked.set(step, n + 1)
            if (!passedBy.has(step)) passedBy.set(step, [])
            void ask(step, `${step}${n}`)
          }
          await settle()
          look()
        }
        while (running.length > 0) {
          running.shift()!.end()
          await settle()
          look()
        }
        for (const [who, n] of asked)
          expect(begun.filter((name) => name.startsWith(who))).toEqual(
            Array.from({ length: n }, (_, i) => `${who}${i}`),
          )
      },
    ),
  )
})

test('what fails makes room, and who asks for too much is told while others are served', async () => {
  const line = fairLine(1, 2)
  const enter = <T>(who: string, work: () => Promise<T>) => asker.run(who, () => line.run(work))
  await expect(enter('a', () => Promise.reject(new Error('broken')))).rejects.toThrow('broken')
  let end = () => undefined as void
  const first = enter('a', () => new Promise<void>((resolve) => (end = resolve)))
  const [second, third] = [enter('a', () => Promise.resolve(2)), enter('a', () => Promise.resolve(3))]
  await expect(enter('a', () => Promise.resolve(4))).rejects.toMatchObject({ status: 503 })
  const other = enter('b', () => Promise.resolve('b'))
  end()
  expect(await Promise.all([first, second, third, other])).toEqual([undefined, 2, 3, 'b'])
})
