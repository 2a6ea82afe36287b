import { act, fireEvent, renderHook } from '@testing-library/react'
import { usePauseInTyping } from './usePauseInTyping'

beforeEach(() => jest.useFakeTimers())
afterEach(() => jest.useRealTimers())
const pass = (ms: number) => act(() => void jest.advanceTimersByTime(ms))

test('nothing comes over the page while somebody types, and it comes when they pause', () => {
  const { result, rerender } = renderHook(({ isWanted }) => usePauseInTyping(isWanted), {
    initialProps: { isWanted: false },
  })
  pass(5000)
  expect(result.current).toBe(false)
  rerender({ isWanted: true })
  // a figure every half second: the number is not finished yet
  for (let i = 0; i < 8; i++) {
    pass(500)
    fireEvent.keyDown(window, { key: String(i) })
    expect(result.current).toBe(false)
  }
  pass(1300)
  expect(result.current).toBe(true)
  // once there it stays, whatever is typed into it
  fireEvent.keyDown(window, { key: 'a' })
  expect(result.current).toBe(true)
  rerender({ isWanted: false })
  expect(result.current).toBe(false)
  // and the next time it waits again
  rerender({ isWanted: true })
  expect(result.current).toBe(false)
  pass(1300)
  expect(result.current).toBe(true)
})
