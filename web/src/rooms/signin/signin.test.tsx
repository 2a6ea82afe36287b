import { fireEvent, screen, waitFor } from '@testing-library/react'
import { faultOf } from '../../testing/faultOf'
import { renderAt } from '../../testing/renderAt'
import SignInRoom from './SignInRoom'

const signIn = jest.fn()
const create = jest.fn()
let door: { isDemo: boolean; hasOwner: boolean; practiceName: string }
let failure: unknown
const unwrapped = (call: jest.Mock) => (input: unknown) => ({ unwrap: () => call(input) as Promise<unknown> })
jest.mock('../../app/api', () => ({
  ...jest.requireActual<object>('../../app/api'),
  useFrontDoorQuery: () => ({ data: door, isLoading: false, isError: false }),
  useSignInMutation: () => [unwrapped(signIn), { isLoading: false, error: failure }],
  useCreateOwnerMutation: () => [unwrapped(create), { isLoading: false, error: failure }],
}))
beforeEach(() => {
  failure = undefined
  signIn.mockReset().mockResolvedValue({})
  create.mockReset().mockResolvedValue({})
  door = { isDemo: false, hasOwner: true, practiceName: 'Tideway Foot Room' }
})
const put = async (label: RegExp, value: string) =>
  fireEvent.change(await screen.findByLabelText(label), { target: { value } })

test('a practice with an owner asks for e-mail and password, and leads on', async () => {
  const { place } = renderAt('/signin', <SignInRoom />)
  await put(/E-mail/, 'ilse@tideway.example')
  await put(/^Password/, 'blue kettle on the quay')
  fireEvent.click(screen.getByText('Sign in'))
  await waitFor(() => expect(place()).toBe('/'))
  expect(signIn).toHaveBeenCalledWith({ email: 'ilse@tideway.example', password: 'blue kettle on the quay' })
})

test('who is refused stays, with what was typed and one sentence', async () => {
  signIn.mockRejectedValue({ status: 401 })
  failure = {
    status: 401,
    data: { error: { code: 'badSignIn', message: 'E-mail or password is wrong.', path: 'password' } },
  }
  const { place } = renderAt('/signin', <SignInRoom />)
  await put(/E-mail/, 'ilse@tideway.example')
  await put(/^Password/, 'wrong')
  fireEvent.click(screen.getByText('Sign in'))
  expect((await screen.findByRole('alert')).textContent).toContain('E-mail or password is wrong.')
  expect(place()).toBe('/signin')
  expect(screen.getByLabelText<HTMLInputElement>(/E-mail/).value).toBe('ilse@tideway.example')
})

test('an empty practice asks for its owner and the code of the window it was started in', async () => {
  door = { isDemo: false, hasOwner: false, practiceName: '' }
  const { place } = renderAt('/signin', <SignInRoom />)
  await put(/^Code/, 'ABCD-EFGH')
  await put(/Name of the practice/, 'Tideway Foot Room')
  await put(/Your name/, 'Ilse Marrack')
  await put(/E-mail/, 'ilse@tideway.example')
  await put(/^Password/, 'blue kettle on the quay')
  fireEvent.click(screen.getByText('Create the owner'))
  await waitFor(() => expect(place()).toBe('/'))
  expect(create).toHaveBeenCalledWith({
    code: 'ABCD-EFGH',
    practiceName: 'Tideway Foot Room',
    name: 'Ilse Marrack',
    email: 'ilse@tideway.example',
    password: 'blue kettle on the quay',
  })
})

test('what an owner typed wrong is said at its field, and nothing is sent', async () => {
  door = { isDemo: false, hasOwner: false, practiceName: '' }
  renderAt('/signin', <SignInRoom />)
  await put(/Name of the practice/, 'Tideway Foot Room')
  await put(/Your name/, 'Ilse Marrack')
  await put(/E-mail/, 'ilse at the quay')
  await put(/^Password/, 'short')
  fireEvent.click(screen.getByText('Create the owner'))
  expect(faultOf(screen.getByLabelText(/E-mail/))).toBe('This is not an e-mail address.')
  expect(faultOf(screen.getByLabelText(/^Password/))).toBe('A password has at least 12 letters.')
  expect(create).not.toHaveBeenCalled()
  expect(screen.getByLabelText<HTMLInputElement>(/Name of the practice/).value).toBe('Tideway Foot Room')
})
