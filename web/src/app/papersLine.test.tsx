import { act, fireEvent, render, renderHook, screen } from '@testing-library/react'
import type { LineAnswer } from '@sturvo/schema'
import { PapersLine } from './PapersLine'
import { usePapersAsked } from './usePapersAsked'

let answers: LineAnswer[]
const ask = jest.fn(() => ({ unwrap: () => Promise.resolve(answers.shift()!) }))
jest.mock('./lineApi', () => ({ useLazyLineQuery: () => [ask] }))

beforeEach(() => jest.useFakeTimers())
afterEach(() => jest.useRealTimers())
const second = () => act(() => jest.advanceTimersByTimeAsync(1000))

test('a line of papers is told as long as it lasts, and it ends when nothing waits', async () => {
  answers = [
    { own: 0, others: 0 },
    { own: 3, others: 1 },
    { own: 1, others: 0 },
    { own: 0, others: 4 },
    { own: 0, others: 0 },
  ]
  const onOver = jest.fn()
  render(<PapersLine onOver={onOver} />)
  const text = () => screen.getByRole('status').textContent
  await second()
  expect(text()).toBe('')
  await second()
  expect(text()).toBe('3 papers or plans of yours wait, 1 of others')
  await second()
  expect(text()).toBe('1 paper or plan of yours waits')
  await second()
  expect([text(), onOver.mock.calls.length]).toEqual(['', 0])
  await second()
  expect(onOver).toHaveBeenCalledTimes(1)
})

test('the click on any paper is heard, and on nothing else', () => {
  document.body.innerHTML = '<a href="#plan.txt">a</a><a href="#x/handout.pdf?paper=a4"><b>b</b></a>'
  const { result } = renderHook(() => usePapersAsked())
  fireEvent.click(document.querySelector('a')!)
  expect(result.current[0]).toBe(false)
  fireEvent.click(document.querySelector('b')!)
  expect(result.current[0]).toBe(true)
  act(() => result.current[1]())
  expect(result.current[0]).toBe(false)
})
