import { act, fireEvent, screen } from '@testing-library/react'
import { renderInVisit } from '../../../testing/renderInVisit'
import { RaiseCounter } from './RaiseCounter'

const press = (name: string) => fireEvent.click(screen.getByRole('button', { name }))

test('counts up and down and keeps the number with the path of the heel', () => {
  const { recorded } = renderInVisit(<RaiseCounter />)
  for (let i = 0; i < 4; i++) press('One more')
  press('One less')
  fireEvent.click(screen.getByRole('radio', { name: 'rolls in' }))
  fireEvent.click(screen.getByRole('radio', { name: '■ Right' }))
  press('Keep 3 for the right leg')
  expect(recorded).toEqual([{ 'measure.heelRaises.right.1': 3, 'measure.raisePath.right.1': 'rolls in' }])
  // the next leg begins from nothing
  expect(screen.getByRole('button', { name: 'Keep 0 for the right leg' }).hasAttribute('disabled')).toBe(true)
})
test('without a path only the number is kept; nothing counted keeps nothing', () => {
  const { recorded } = renderInVisit(<RaiseCounter />)
  press('Keep 0 for the left leg')
  press('One more')
  press('Keep 1 for the left leg')
  expect(recorded).toEqual([{ 'measure.heelRaises.left.1': 1 }])
})

describe('the beat', () => {
  let tones = 0
  let isClosed = false
  beforeEach(() => {
    jest.useFakeTimers()
    tones = 0
    isClosed = false
    const node = { connect: () => node, start: () => tones++, stop: () => undefined, frequency: { value: 0 } }
    const volume = {
      connect: () => node,
      gain: { setValueAtTime: () => undefined, exponentialRampToValueAtTime: () => undefined },
    }
    Object.assign(globalThis, {
      AudioContext: class {
        currentTime = 0
        createOscillator = () => ({ ...node, connect: () => volume })
        createGain = () => volume
        close = () => {
          isClosed = true
          return Promise.resolve()
        }
      },
    })
  })
  afterEach(() => jest.useRealTimers())
  test('clicks at each half of the movement, and stops with the switch', () => {
    renderInVisit(<RaiseCounter />)
    fireEvent.click(screen.getByRole('switch', { name: 'Beat, 30 a minute' }))
    act(() => jest.advanceTimersByTime(5000))
    expect(tones).toBe(5)
    fireEvent.click(screen.getByRole('switch', { name: 'Beat, 30 a minute' }))
    act(() => jest.advanceTimersByTime(5000))
    expect(tones).toBe(5)
    expect(isClosed).toBe(true)
  })
})
