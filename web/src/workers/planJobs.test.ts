import type { PlanInput } from '@sturvo/core/training'
import { solveAway, pricesAway, stopSolving } from './planJobs'

jest.mock('comlink', () => ({
  // a worker that never answers by itself
  wrap: () => ({ solve: () => new Promise(() => undefined), prices: () => new Promise(() => undefined) }),
}))
// the address of a worker is the bundler's to make
jest.mock('./planJobs', () => jest.requireActual('./planJobs'))

const made: EventTarget[] = []
let ended = 0
class FakeWorker extends EventTarget {
  constructor() {
    super()
    made.push(this)
  }
  terminate() {
    ended++
  }
}
beforeAll(() => Object.assign(globalThis, { Worker: FakeWorker }))
const input = {} as PlanInput

test('a solver that cannot be loaded answers that it broke, and the next question starts another', async () => {
  const first = solveAway(input)
  made.at(-1)!.dispatchEvent(new Event('error'))
  await expect(first).rejects.toThrow('broke')
  const workers = made.length
  const second = solveAway(input)
  expect(made.length).toBe(workers + 1)
  stopSolving()
  await expect(second).rejects.toThrow('stopped')
})

test('stopped by hand, everybody who waits is told: nobody is left with a wheel that turns for ever', async () => {
  const waiting = [solveAway(input), pricesAway(input, ['dome']), solveAway(input)]
  const before = ended
  stopSolving()
  for (const each of await Promise.allSettled(waiting)) expect(each.status).toBe('rejected')
  expect(ended).toBe(before + 1)
  expect(() => stopSolving()).not.toThrow()
})
