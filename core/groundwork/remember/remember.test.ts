import fc from 'fast-check'
import { remembered } from './index'

const beside = { table: 1 }

test('the same value is computed once, whoever made it; any other value anew', () => {
  const compute = jest.fn((input: { a: number; list: number[] }) => input.a + input.list.length)
  const ask = remembered(compute)
  expect(ask({ a: 1, list: [1, 2] }, beside)).toBe(3)
  expect(ask({ a: 1, list: [1, 2] }, beside)).toBe(3)
  expect(compute).toHaveBeenCalledTimes(1)
  expect(ask({ a: 1, list: [1, 2, 3] }, beside)).toBe(4)
  expect(ask({ a: 1, list: [1, 2] }, { table: 1 })).toBe(3)
  expect(compute).toHaveBeenCalledTimes(3)
})

test('an answer of undefined is remembered like any other, and an error is not', () => {
  let calls = 0
  const ask = remembered((input: { bad: boolean }) => {
    calls++
    if (input.bad) throw new Error('bad')
    return undefined
  })
  ask({ bad: false }, beside)
  ask({ bad: false }, beside)
  expect(calls).toBe(1)
  expect(() => ask({ bad: true }, beside)).toThrow('bad')
  expect(() => ask({ bad: true }, beside)).toThrow('bad')
  expect(calls).toBe(3)
})

test('what was used longest ago is forgotten first', () => {
  const compute = jest.fn((n: number) => n * 2)
  const ask = remembered(compute, 2)
  for (const n of [1, 2, 1, 3, 1]) ask(n, beside)
  expect(compute.mock.calls.map(([n]) => n)).toEqual([1, 2, 3])
  ask(2, beside)
  expect(compute).toHaveBeenCalledTimes(4)
})

test('whatever is asked in whatever order, the answer is that of the bare function', () => {
  const bare = (input: { x?: number | undefined; on: boolean; list: string[] }, { add }: { add: number }) =>
    `${input.x ?? 'none'} ${input.on} ${input.list.join('|')} ${add}`
  const ask = remembered(bare, 5)
  const tables = [{ add: 1 }, { add: 2 }]
  fc.assert(
    fc.property(
      fc.record({
        x: fc.option(fc.integer({ min: 0, max: 3 }), { nil: undefined }),
        on: fc.boolean(),
        list: fc.array(fc.constantFrom('a', 'b', ','), { maxLength: 2 }),
      }),
      fc.constantFrom(...tables),
      (input, table) => expect(ask(input, table)).toBe(bare(input, table)),
    ),
    { numRuns: 300 },
  )
})
