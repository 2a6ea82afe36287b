import { MantineProvider } from '@mantine/core'
import { configureStore } from '@reduxjs/toolkit'
import { fireEvent, render, screen, waitFor, within } from '@testing-library/react'
import type { ReactNode } from 'react'
import { Provider } from 'react-redux'
import { MemoryRouter } from 'react-router'
import { api } from './api'
import type { KeptEdit } from '../outbox/edit'
import type { OutboxView } from '../outbox/visitSlice'
import { outboxChanged, visitOpened, visitSlice } from '../outbox/visitSlice'

const decided: string[] = []
// when it opens has a test of its own
jest.mock('./usePauseInTyping', () => ({ usePauseInTyping: (isWanted: boolean) => isWanted }))
jest.mock('../outbox/outbox', () => ({
  outbox: {
    decide: (key: string, keep: string) => decided.push(`${keep} ${key}`),
    drop: (key: string) => decided.push(`drop ${key}`),
    driver: { flush: () => decided.push('flush') },
  },
}))
const asked: string[] = []
let isDemo = false
/** A mutation that never reaches the server. */
const unreachable = (what: string) => () => {
  asked.push(what)
  return { unwrap: () => Promise.reject(new TypeError('no network')) }
}
jest.mock('./api', () => ({
  ...jest.requireActual<object>('./api'),
  useFrontDoorQuery: () => ({ data: { isDemo, hasOwner: true, practiceName: 'Tideway Foot Room' } }),
  useSignOutMutation: () => [unreachable('sign out')],
  useSignOutEverywhereMutation: () => [unreachable('sign out everywhere')],
}))
import { ClashDialog } from '../rooms/visit/ClashDialog'
import { UnreadableFields } from '../rooms/visit/UnreadableFields'
import { AccountMenu } from './AccountMenu'
import { OutboxPanel } from './OutboxPanel'
import { SaveStateView } from './SaveStateView'
import { SignInOver } from './SignInOver'

beforeEach(() => {
  decided.length = 0
  asked.length = 0
  isDemo = false
})

const edit = (path: string, value: unknown, obstacle?: KeptEdit['obstacle'], by = 'ilse'): KeptEdit => ({
  id: `edit${path}`,
  visitId: 'visit0000001',
  path,
  value,
  base: 1,
  by,
  at: Date.parse('2026-05-04T09:00:00Z'),
  replaces: [],
  obstacle,
})
const quiet: OutboxView = { save: 'saved', waiting: 0, troubled: [], ofOthers: [], isSignedOut: false }

/** A part of the page with the outbox in a state of its own. */
function shown(part: ReactNode, view: Partial<OutboxView>, unreadable: string[] = [], isVisitOpen = true) {
  const store = configureStore({
    reducer: { visit: visitSlice.reducer, [api.reducerPath]: api.reducer },
    middleware: (usual) => usual().concat(api.middleware),
  })
  if (isVisitOpen)
    store.dispatch(
      visitOpened({
        visit: {
          id: 'visit0000001',
          personId: 'person000001',
          startedOn: '2026-05-04',
          version: 1,
          referencesVersion: 0,
          fields: {},
          planInForce: [],
          unreadable,
        },
        pending: {},
      }),
    )
  store.dispatch(outboxChanged({ ...quiet, ...view }))
  return render(
    <MantineProvider env="test">
      <Provider store={store}>
        <MemoryRouter>{part}</MemoryRouter>
      </Provider>
    </MantineProvider>,
  )
}

describe('the word in the header', () => {
  test.each([
    ['saved', {}, 'Saved'],
    ['saving', { waiting: 2 }, 'Saving …'],
    ['waiting', { waiting: 3 }, 'Waiting (3)'],
    ['signedOut', { waiting: 1, isSignedOut: true }, 'Signed out (1 kept)'],
    ['clash', { waiting: 1 }, 'Conflict'],
    ['refused', { waiting: 1, troubled: [edit('answer.goal', 'x')] }, 'Not stored (1)'],
    ['gone', { waiting: 1 }, 'Visit gone'],
    ['memoryOnly', { waiting: 4 }, 'Not kept yet (4)'],
  ] as const)('%s', (save, view, word) => {
    shown(<SaveStateView />, { ...view, save })
    expect(screen.getByRole('status').textContent).toBe(word)
    expect(screen.getByRole('status').getAttribute('data-save')).toBe(save)
  })
  test('outside a visit it is silent while all is stored, and speaks when something is not', () => {
    expect(shown(<SaveStateView />, {}, [], false).queryByRole('status')).toBeNull()
    const waiting = shown(<SaveStateView />, { save: 'waiting', waiting: 1 }, [], false)
    expect(waiting.queryByRole('status')).not.toBeNull()
    expect(waiting.queryByLabelText('Undo')).toBeNull()
  })
  test('entries of somebody else are counted beside it', () => {
    const view = shown(<SaveStateView />, { ofOthers: [edit('answer.goal', 'x', undefined, 'bram')] })
    expect(view.container.querySelector('[data-others]')?.textContent).toContain('1 of others')
  })
  test('a press opens the list', () => {
    shown(<SaveStateView />, { save: 'waiting', waiting: 1 })
    fireEvent.click(screen.getByRole('button', { name: /Waiting \(1\)/ }))
    expect(screen.getByText('What is stored')).toBeTruthy()
  })
})

describe('the list of what is not stored', () => {
  test('names the field, the value and why, and lets it be given up', () => {
    const refused = edit('measure.kneeToWall.left.1', 999, {
      kind: 'refused',
      message: 'Between 0 and 250 mm.',
    })
    shown(<OutboxPanel onClosed={() => undefined} />, { save: 'refused', waiting: 1, troubled: [refused] })
    const part = screen.getByRole('region', { name: 'Not stored' })
    expect(part.textContent).toContain('Knee to wall, left')
    expect(part.textContent).toContain('999')
    expect(part.textContent).toContain('Between 0 and 250 mm.')
    expect(within(part).getByText('To the visit').closest('a')?.getAttribute('href')).toBe(
      '/visit/visit0000001',
    )
    fireEvent.click(within(part).getByText('Give this entry up'))
    expect(decided).toEqual(['drop ilse visit0000001 measure.kneeToWall.left.1'])
  })
  test('keeps the entries of a visit that is gone as a file, in the shape the API takes', async () => {
    const saved: Blob[] = []
    URL.createObjectURL = (blob: Blob) => {
      saved.push(blob)
      return 'blob:x'
    }
    URL.revokeObjectURL = () => undefined
    const gone = edit('answer.goal', 'Stand a shift.', { kind: 'gone', message: 'Gone.' })
    shown(<OutboxPanel onClosed={() => undefined} />, { save: 'gone', waiting: 1, troubled: [gone] })
    fireEvent.click(screen.getByText('Keep as a file'))
    const text = await new Promise<string>((resolve) => {
      const reader = new FileReader()
      reader.onload = () => resolve(reader.result as string)
      reader.readAsText(saved[0]!)
    })
    expect(JSON.parse(text)).toEqual([
      {
        visitId: 'visit0000001',
        path: 'answer.goal',
        value: 'Stand a shift.',
        base: 1,
        at: '2026-05-04T09:00:00.000Z',
      },
    ])
    fireEvent.click(screen.getByText('Give them up'))
    expect(decided).toEqual(['drop ilse visit0000001 answer.goal'])
  })
  test("says that another account's entries wait for that account", () => {
    shown(<OutboxPanel onClosed={() => undefined} />, {
      ofOthers: [edit('answer.goal', 'x', undefined, 'bram')],
    })
    const part = screen.getByRole('region', { name: 'Entered under another account' })
    expect(part.textContent).toContain("under nobody else's name")
  })
  test.each([
    ['waiting', 'it is kept in this browser'],
    ['memoryOnly', 'Leave this page open until all is sent'],
  ] as const)('while %s it says what is safe', (save, words) => {
    shown(<OutboxPanel onClosed={() => undefined} />, { save, waiting: 2 })
    expect(screen.getByText(new RegExp(words))).toBeTruthy()
  })
  test('with nothing open it says so', () => {
    shown(<OutboxPanel onClosed={() => undefined} />, {})
    expect(screen.getByText('Everything you entered is stored.')).toBeTruthy()
  })
})

describe('a clash', () => {
  const clash = (path: string, mine: unknown, theirs: unknown) =>
    edit(path, mine, { kind: 'clash', version: 4, theirs })
  test('of one field shows both values and asks once', () => {
    shown(<ClashDialog />, { save: 'clash', troubled: [clash('measure.kneeToWall.left.1', 90, 95)] })
    const row = screen.getByText('Knee to wall, left').closest('tr')!
    expect([...row.cells].map((c) => c.textContent)).toEqual(['Knee to wall, left', '90', '95'])
    fireEvent.click(screen.getByText('Keep mine'))
    expect(decided).toEqual(['mine ilse visit0000001 measure.kneeToWall.left.1'])
  })
  test('of several fields is decided one by one, or for all', () => {
    shown(<ClashDialog />, {
      save: 'clash',
      troubled: [clash('measure.kneeToWall.left.1', 90, 95), clash('answer.goal', 'mine', null)],
    })
    fireEvent.click(screen.getByLabelText('Knee to wall, left: take theirs, 95'))
    fireEvent.click(screen.getByLabelText('goal: keep mine, mine'))
    expect(decided).toEqual([
      'theirs ilse visit0000001 measure.kneeToWall.left.1',
      'mine ilse visit0000001 answer.goal',
    ])
    decided.length = 0
    fireEvent.click(screen.getByText('Take all of theirs'))
    expect(decided).toHaveLength(2)
  })
  test('without one, nothing is asked', () => {
    shown(<ClashDialog />, {})
    expect(screen.queryByText('Someone else changed the same field')).toBeNull()
  })
})

test('fields that cannot be read are named, until they are entered anew', () => {
  shown(<UnreadableFields />, {}, ['measure.kneeToWall.left.1'])
  expect(screen.getByRole('alert').textContent).toContain('Knee to wall, left')
})

describe('signed out in the middle of work', () => {
  test('the page says what is kept and takes the password of who was here', async () => {
    shown(<SignInOver email="ilse@tideway.example" onSignedIn={() => undefined} />, {
      save: 'signedOut',
      waiting: 2,
      isSignedOut: true,
    })
    expect(screen.getByText(/2 entries are kept in this browser/)).toBeTruthy()
    const email = await screen.findByLabelText(/E-mail/)
    expect((email as HTMLInputElement).value).toBe('ilse@tideway.example')
    await waitFor(() => expect(screen.getByText('Tideway Foot Room')).toBeTruthy())
  })
  test('the made-up practice opens again at one click', async () => {
    isDemo = true
    shown(<SignInOver email={undefined} onSignedIn={() => undefined} />, { isSignedOut: true })
    expect(await screen.findByText('Open the made-up practice')).toBeTruthy()
    expect(screen.getByText('Everything you entered is stored.')).toBeTruthy()
  })
})

describe('signing out', () => {
  const open = () => shown(<AccountMenu name="Ilse Marrack" practice="Tideway Foot Room" />, {})
  test('that does not reach the server says that nobody was signed out', async () => {
    open()
    fireEvent.click(await screen.findByText('Sign out'))
    expect(await screen.findByText('You are still signed in')).toBeTruthy()
    expect(asked).toEqual(['sign out'])
    expect(decided).toContain('flush')
  })
  test('on every device asks for just that', async () => {
    open()
    fireEvent.click(await screen.findByText('Sign out on every device'))
    expect(await screen.findByText('You are still signed in')).toBeTruthy()
    expect(asked).toEqual(['sign out everywhere'])
  })
})
