import { createEvent, fireEvent, render, screen } from '@testing-library/react'
import { useDrag } from './useDrag'

const said: string[] = []
function Knob({ isFree = true }: { isFree?: boolean }) {
  const hands = useDrag<number, HTMLButtonElement>({
    onDown: (e) => (isFree ? e.clientX : undefined),
    onMove: (from, e) => {
      said.push(`move ${e.clientX - from}`)
      return undefined
    },
    onUp: (from, e) => void said.push(`up ${e.clientX - from}`),
    onCancel: () => void said.push('cancel'),
  })
  return <button {...hands}>knob</button>
}

/** jsdom knows no pointers: a mouse event with the number of a pointer. */
function point(
  kind: 'pointerDown' | 'pointerMove' | 'pointerUp' | 'pointerCancel' | 'lostPointerCapture',
  id: number,
  x: number,
) {
  const knob = screen.getByText('knob')
  const event = createEvent[kind](knob)
  Object.defineProperties(event, { pointerId: { value: id }, clientX: { value: x } })
  fireEvent(knob, event)
}

const captured: number[] = []
beforeEach(() => {
  said.length = 0
  captured.length = 0
  HTMLElement.prototype.setPointerCapture = (id) => void captured.push(id)
})

test('what is held follows its finger until it is lifted, and the element keeps the pointer', () => {
  render(<Knob />)
  point('pointerMove', 1, 5) // nothing is held yet
  point('pointerDown', 1, 10)
  point('pointerMove', 1, 14)
  point('pointerUp', 1, 20)
  point('pointerMove', 1, 30)
  expect(said).toEqual(['move 4', 'up 10'])
  expect(captured).toEqual([1])
})

test('a palm laid down beside the finger moves nothing and ends nothing', () => {
  render(<Knob />)
  point('pointerDown', 1, 10)
  point('pointerDown', 2, 300)
  point('pointerMove', 2, 400)
  point('pointerUp', 2, 400)
  point('pointerUp', 1, 12)
  expect(said).toEqual(['up 2'])
})

test('a finger that the browser takes away keeps nothing', () => {
  render(<Knob />)
  point('pointerDown', 1, 10)
  point('pointerCancel', 1, 60)
  point('pointerUp', 1, 60)
  expect(said).toEqual(['cancel'])
})

test('a capture lost without a word leaves the knob free for the next finger', () => {
  render(<Knob />)
  point('pointerDown', 1, 10)
  point('lostPointerCapture', 1, 10)
  point('pointerDown', 2, 30)
  point('pointerUp', 2, 33)
  expect(said).toEqual(['cancel', 'up 3'])
})

test('where there is nothing to hold, nothing is dragged', () => {
  render(<Knob isFree={false} />)
  point('pointerDown', 1, 10)
  point('pointerMove', 1, 60)
  expect(said).toEqual([])
  expect(captured).toEqual([])
})
