import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import type { Person } from '@sturvo/schema'
import { madeUpPerson } from '../../testing/renderInVisit'
import { faultOf } from '../../testing/faultOf'
import { renderAt } from '../../testing/renderAt'
import PeopleRoom from './PeopleRoom'

const add = jest.fn()
const change = jest.fn()
const begin = jest.fn()
let answer: { people: Person[]; unreadable: string[] }
const unwrapped = (call: jest.Mock) => (input: unknown) => ({ unwrap: () => call(input) as Promise<unknown> })

// without a layout every list is empty: here all of its rows are in sight
jest.mock('@tanstack/react-virtual', () => ({
  useVirtualizer: ({ count }: { count: number }) => ({
    getTotalSize: () => count * 56,
    getVirtualItems: () => Array.from({ length: count }, (_, index) => ({ index, start: index * 56 })),
  }),
}))
jest.mock('../../app/api', () => ({
  ...jest.requireActual<object>('../../app/api'),
  usePeopleQuery: () => ({ data: answer, isLoading: false, isError: false }),
  useAddPersonMutation: () => [unwrapped(add), { isLoading: false }],
  useChangePersonMutation: () => [unwrapped(change), { isLoading: false }],
  useBeginVisitMutation: () => [unwrapped(begin), { isLoading: false }],
}))

const person = (id: string, changed: Partial<Person> = {}): Person => ({ ...madeUpPerson, id, ...changed })
beforeEach(() => {
  for (const call of [add, change, begin]) call.mockReset().mockResolvedValue({})
  answer = {
    people: [
      person('person000001', { name: 'Ansa Rook', work: 'ferry deckhand' }),
      person('person000002', { name: 'Bo Skarne', work: 'rope-maker', visits: [], birthYear: null }),
      person('person000003', { name: 'Yusk Amari', work: 'glass-blower', cautions: { stop: 1, limit: 0 } }),
    ],
    unreadable: [],
  }
})
const names = () => screen.getAllByTitle('Open details').map((e) => e.textContent)

test('everyone is listed by name, with their latest visit and a stop that shows', () => {
  renderAt('/people', <PeopleRoom />)
  expect(names()).toEqual(['Ansa Rook', 'Bo Skarne', 'Yusk Amari'])
  const rows = screen.getAllByRole('row')
  expect(within(rows[1]!).getByText(/4 May 2026 · 1 of 8 steps/)).toBeTruthy()
  expect(within(rows[2]!).getByText('none yet')).toBeTruthy()
  expect(within(rows[2]!).queryByText('Open visit')).toBeNull()
  expect(within(rows[3]!).getByText('stop')).toBeTruthy()
})

test('search looks at name and work, the head turns the order round, and nobody is said to be nobody', () => {
  renderAt('/people', <PeopleRoom />)
  fireEvent.click(screen.getByRole('button', { name: /^Name/ }))
  expect(names()).toEqual(['Yusk Amari', 'Bo Skarne', 'Ansa Rook'])
  const search = screen.getByLabelText('Search people')
  fireEvent.change(search, { target: { value: 'rope' } })
  expect(names()).toEqual(['Bo Skarne'])
  fireEvent.change(search, { target: { value: 'zzz' } })
  expect(screen.getByText('Nobody matches “zzz”.')).toBeTruthy()
})

test('an entry that cannot be read is told, and hides nobody else', () => {
  answer.unreadable = ['person000009']
  renderAt('/people', <PeopleRoom />)
  expect(screen.getByRole('alert').textContent).toContain('person000009')
  expect(names()).toHaveLength(3)
})

test('a new client is added and their visit begun; without a name one sentence, and nothing is lost', async () => {
  begin.mockResolvedValue({ id: 'visit0000007' })
  const { place } = renderAt('/people?add', <PeopleRoom />)
  const form = await screen.findByRole('dialog')
  fireEvent.change(within(form).getByLabelText(/Work/), { target: { value: 'kelp farmer' } })
  fireEvent.submit(form.querySelector('form')!)
  const name = within(form).getByLabelText(/^Name/)
  expect(faultOf(name)).toBe('The name is missing.')
  expect(document.activeElement).toBe(name)
  fireEvent.change(within(form).getByLabelText(/E-mail/), { target: { value: 'oda at home' } })
  fireEvent.click(within(form).getByText('Add only'))
  expect(faultOf(within(form).getByLabelText(/E-mail/))).toBe('This is not an e-mail address.')
  fireEvent.change(within(form).getByLabelText(/E-mail/), { target: { value: '' } })
  expect(add).not.toHaveBeenCalled()
  expect(within(form).getByLabelText<HTMLInputElement>(/Work/).value).toBe('kelp farmer')
  fireEvent.change(within(form).getByLabelText(/^Name/), { target: { value: 'Oda Fennick' } })
  fireEvent.click(within(form).getByLabelText('wall'))
  fireEvent.submit(form.querySelector('form')!)
  await waitFor(() => expect(begin).toHaveBeenCalled())
  expect(add).toHaveBeenCalledWith(
    expect.objectContaining({ name: 'Oda Fennick', work: 'kelp farmer', kit: ['wall'] }),
  )
  const [{ id }] = add.mock.calls[0] as [{ id: string }]
  expect(begin).toHaveBeenCalledWith(expect.objectContaining({ personId: id }))
  await waitFor(() => expect(place()).toBe('/visit/visit0000007/story'))
})

test('who was here before comes to a re-test of the last visit, who was not to a first visit', async () => {
  begin.mockResolvedValue({ id: 'visit0000009' })
  const { place } = renderAt('/people', <PeopleRoom />)
  const rows = screen.getAllByRole('row')
  fireEvent.click(within(rows[1]!).getByText('New visit'))
  await waitFor(() => expect(place()).toBe('/visit/visit0000009/retest'))
  expect(begin).toHaveBeenLastCalledWith(
    expect.objectContaining({ retestOf: answer.people[0]!.visits[0]!.id }),
  )
  fireEvent.click(within(rows[2]!).getByText('New visit'))
  await waitFor(() => expect(place()).toBe('/visit/visit0000009/story'))
  expect(begin.mock.lastCall?.[0]).not.toHaveProperty('retestOf')
})

test('a refusal of the server stands in the form, with what was typed', async () => {
  add.mockRejectedValue({
    status: 422,
    data: { error: { code: 'badInput', message: 'Born in the future.', path: 'birthYear' } },
  })
  renderAt('/people?add', <PeopleRoom />)
  const form = await screen.findByRole('dialog')
  fireEvent.change(within(form).getByLabelText(/^Name/), { target: { value: 'Oda Fennick' } })
  fireEvent.click(within(form).getByText('Add only'))
  await waitFor(() => expect(within(form).getByRole('alert').textContent).toContain('Born in the future.'))
  expect(within(form).getByLabelText<HTMLInputElement>(/^Name/).value).toBe('Oda Fennick')
  expect(begin).not.toHaveBeenCalled()
})

test('details of somebody who is there are changed on the version that was shown', async () => {
  const { place } = renderAt('/people?who=person000002', <PeopleRoom />)
  const form = await screen.findByRole('dialog')
  expect(within(form).queryByText('Add only')).toBeNull()
  fireEvent.change(within(form).getByLabelText(/Work/), { target: { value: 'sail-maker' } })
  fireEvent.submit(form.querySelector('form')!)
  await waitFor(() => expect(place()).toBe('/people'))
  expect(change).toHaveBeenCalledWith({
    id: 'person000002',
    version: 1,
    change: expect.objectContaining({ work: 'sail-maker', name: 'Bo Skarne' }) as unknown,
  })
  expect(add).not.toHaveBeenCalled()
})
