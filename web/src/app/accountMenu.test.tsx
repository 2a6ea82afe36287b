import { MantineProvider } from '@mantine/core'
import { act, fireEvent, render, screen } from '@testing-library/react'
import { MemoryRouter } from 'react-router'
import { AccountMenu } from './AccountMenu'
import { wipeBrowser } from './wipe'

let waiting = 0
let ofOthers: object[] = []
const signOut = jest.fn(() => ({ unwrap: () => Promise.resolve(null) }))
jest.mock('./api', () => ({
  useSignOutMutation: () => [signOut],
  useSignOutEverywhereMutation: () => [signOut],
}))
jest.mock('./store', () => ({ useAppSelector: () => ({ waiting, ofOthers }) }))
jest.mock('../outbox/outbox', () => ({ outbox: { driver: { flush: jest.fn() } } }))
let clients = 0
jest.mock('./wipe', () => ({
  wipeBrowser: jest.fn(() => Promise.resolve()),
  unsentOfClients: () => Promise.resolve(clients),
}))

const show = async () => {
  render(
    <MemoryRouter>
      <MantineProvider>
        <AccountMenu name="Ilse Marrack" practice="Tideway Foot Room" />
      </MantineProvider>
    </MemoryRouter>,
  )
  fireEvent.click(await screen.findByText('Sign out'))
}
beforeEach(() => {
  jest.clearAllMocks()
  waiting = 0
  ofOthers = []
  clients = 0
})

test('with everything sent, signing out takes everything of Sturvo off the device', async () => {
  await show()
  for (let i = 0; i < 5; i++) await act(async () => Promise.resolve())
  expect(signOut).toHaveBeenCalledTimes(1)
  expect(wipeBrowser).toHaveBeenCalledTimes(1)
})

test('what has not been sent is asked about, whoever entered it; staying loses nothing', async () => {
  waiting = 2
  ofOthers = [{}]
  await show()
  const said = await screen.findByText(
    /3 entries of this browser have not been sent, 1 of them entered under another account/,
    {},
  )
  expect(said).toBeDefined()
  fireEvent.click(screen.getByText('Stay, and send them'))
  expect(signOut).not.toHaveBeenCalled()
  expect(wipeBrowser).not.toHaveBeenCalled()
})

test('what a client wrote on their page in this browser is asked about too', async () => {
  clients = 1
  await show()
  const said = await screen.findByText(/1 of them on a client’s page/)
  expect(said.textContent).toContain('1 entry of this browser has not been sent')
  expect(wipeBrowser).not.toHaveBeenCalled()
})

test('whoever says so loses them', async () => {
  waiting = 1
  await show()
  fireEvent.click(await screen.findByText('Sign out and lose them'))
  await act(async () => Promise.resolve())
  await act(async () => Promise.resolve())
  expect(wipeBrowser).toHaveBeenCalledTimes(1)
})
