import { fireEvent, screen } from '@testing-library/react'
import { renderAt } from '../../testing/renderAt'
import { useVisitKeys } from './useVisitKeys'

const onHelp = jest.fn()
const onClientShown = jest.fn()

function Board() {
  useVisitKeys({ visitId: 'visit0000001', step: 'load', onHelp, onClientShown })
  return (
    <>
      <input aria-label="words" />
      <div data-row="a">
        <div data-side="left">
          <input data-cell data-figures aria-label="a left" />
        </div>
        <div data-side="right">
          <input data-cell data-figures aria-label="a right" />
        </div>
      </div>
      <div data-row="b" data-used>
        <div data-side="left">
          <input data-cell data-figures aria-label="b left" />
        </div>
        <div data-side="right">
          <input data-cell data-figures aria-label="b right" />
        </div>
      </div>
    </>
  )
}
const press = (key: string, on: Element = document.body, more: object = {}) =>
  fireEvent.keyDown(on, { key, ...more })
beforeEach(() => {
  onHelp.mockReset()
  onClientShown.mockReset()
})

test('brackets go a step on and back, also out of a field of figures', () => {
  const { place } = renderAt('/visit/visit0000001/load', <Board />)
  press(']')
  expect(place()).toBe('/visit/visit0000001/move')
  press('[', screen.getByLabelText('a left'))
  expect(place()).toBe('/visit/visit0000001/look')
})

test('letters typed into words stay words', () => {
  const { place } = renderAt('/visit/visit0000001/load', <Board />)
  for (const key of [']', 'v', '?', 'm']) press(key, screen.getByLabelText('words'))
  expect(place()).toBe('/visit/visit0000001/load')
  expect(onHelp).not.toHaveBeenCalled()
  expect(onClientShown).not.toHaveBeenCalled()
})

test('L and R come back to the row that was used last', () => {
  renderAt('/visit/visit0000001/load', <Board />)
  press('l')
  expect(document.activeElement).toBe(screen.getByLabelText('b left'))
  press('R', document.activeElement!)
  expect(document.activeElement).toBe(screen.getByLabelText('b right'))
})

test('help and the view for the client have keys, and none of them works behind a dialog', () => {
  renderAt('/visit/visit0000001/load', <Board />)
  press('?')
  press('v')
  expect(onHelp).toHaveBeenCalledTimes(1)
  expect(onClientShown).toHaveBeenCalledTimes(1)
  const dialog = document.createElement('div')
  dialog.setAttribute('role', 'dialog')
  document.body.append(dialog)
  press('?')
  press('v')
  dialog.remove()
  expect(onHelp).toHaveBeenCalledTimes(1)
  expect(onClientShown).toHaveBeenCalledTimes(1)
})

test('undo and redo keep the browser from doing its own, and letters with a command key do nothing', () => {
  renderAt('/visit/visit0000001/load', <Board />)
  // fireEvent answers false where the page took the key for itself
  expect(press('z', document.body, { ctrlKey: true })).toBe(false)
  expect(press('Z', document.body, { metaKey: true, shiftKey: true })).toBe(false)
  expect(press('v', document.body, { ctrlKey: true })).toBe(true)
  expect(onClientShown).not.toHaveBeenCalled()
})
