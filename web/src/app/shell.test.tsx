import { fireEvent, screen } from '@testing-library/react'
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
