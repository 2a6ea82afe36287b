import { act, fireEvent, screen } from '@testing-library/react'
import { Route, Routes } from 'react-router'
import { renderAt } from '../testing/renderAt'
import { Shell } from './Shell'
import { KeysHelp } from '../rooms/visit/KeysHelp'

let session: { data?: unknown; error?: unknown; refetch: () => void }
jest.mock('./api', () => ({
  ...jest.requireActual<object>('./api'),
  useSessionQuery: () => session,
}))
jest.mock('./usePauseInTyping', () => ({ usePauseInTyping: (isWanted: boolean) => isWanted }))
const rooms = (
  <Routes>
    <Route element={<Shell />}>
      <Route path="/people" element={<p>list of people</p>} />
    </Route>
    <Route path="/signin" element={<p>sign-in</p>} />
  </Routes>
)
const signedIn = {
  data: {
    account: { id: 'account00001', name: 'Ilse Marrack', email: 'ilse@tideway.example', role: 'owner' },
    practiceName: 'Tideway Foot Room',
  },
  refetch: () => undefined,
}

test('a stranger is led to sign-in and sees nothing of the room', () => {
  session = { error: { status: 401 }, refetch: () => undefined }
  const { place } = renderAt('/people', rooms)
  expect(place()).toBe('/signin')
  expect(screen.queryByText('list of people')).toBeNull()
})

test('a line that is down leads nobody away: the room waits', () => {
  session = { error: { status: 'FETCH_ERROR' }, refetch: () => undefined }
  const { place } = renderAt('/people', rooms)
  expect(place()).toBe('/people')
})

test('signed in: the room, the way to the others, and a skip link for the keyboard', () => {
  session = signedIn
  renderAt('/people', rooms)
  expect(screen.getByText('list of people')).toBeTruthy()
  expect(screen.getByText('To the page').getAttribute('href')).toBe('#room')
  expect(screen.getByText('People').getAttribute('aria-current')).toBe('page')
  expect(screen.getByLabelText('Account of Ilse Marrack')).toBeTruthy()
})

test('a session that was ended elsewhere closes the room here: nothing of anybody stays on the screen', () => {
  session = { ...signedIn, error: { status: 401 } }
  const { place } = renderAt('/people', rooms)
  expect(place()).toBe('/people')
  expect(screen.queryByText('list of people')).toBeNull()
})

test('whether the session still is, is looked at every few seconds; a line that is down says nothing', async () => {
  jest.useFakeTimers()
  let [asked, refetched, status] = [0, 0, 200]
  const usual = global.fetch
  global.fetch = (() => {
    asked++
    return status === 0 ? Promise.reject(new TypeError('down')) : Promise.resolve({ status })
  }) as unknown as typeof fetch
  session = { ...signedIn, refetch: () => void refetched++ }
  renderAt('/people', rooms)
  const later = () => act(() => jest.advanceTimersByTimeAsync(4100))
  await later()
  status = 0
  await later()
  expect([asked, refetched]).toEqual([2, 0])
  status = 401
  await later()
  expect(refetched).toBe(1)
  global.fetch = usual
  jest.useRealTimers()
})

test('light and dark: the switch says what it leads to', () => {
  session = signedIn
  renderAt('/people', rooms)
  fireEvent.click(screen.getByLabelText('Switch to dark'))
  expect(screen.getByLabelText('Switch to light')).toBeTruthy()
})

test('each key of the help stands once', () => {
  renderAt('/', <KeysHelp isOpen onClosed={() => undefined} />)
  const keys = [...document.querySelectorAll('kbd')].map((k) => k.textContent)
  expect(keys.length).toBeGreaterThan(10)
  expect(new Set(keys).size).toBe(keys.length)
})
