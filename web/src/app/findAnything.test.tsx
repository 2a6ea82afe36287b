import { fireEvent, screen, waitFor } from '@testing-library/react'
import { renderAt } from '../testing/renderAt'
import { FindAnything } from './FindAnything'

// not in this browser of the tests
beforeAll(() => {
  Element.prototype.scrollIntoView = () => undefined
})
const asked: string[] = []
jest.mock('./api', () => ({
  ...jest.requireActual<object>('./api'),
  useFoundQuery: (query: string) => {
    asked.push(query)
    return {
      data: [
        {
          id: 'person000001',
          name: 'Ansa Rook',
          work: 'ferry deckhand',
          visits: [{ id: 'visit0000001', startedOn: '2026-05-04' }],
        },
        { id: 'person000002', name: 'Oda Fennick', work: '', visits: [] },
      ],
    }
  },
}))
const typed = async (query: string) => {
  const field = await screen.findByLabelText('Find a person or a room')
  fireEvent.change(field, { target: { value: query } })
}

test('opens at once; a person leads to the latest visit, one without a visit to the list', async () => {
  const { place } = renderAt('/practice', <FindAnything />)
  await typed('ansa')
  fireEvent.click(await screen.findByText(/latest visit 2026-05-04/))
  await waitFor(() => expect(place()).toBe('/visit/visit0000001'))
})

test('one without a visit leads to the list, where a visit is begun', async () => {
  const { place } = renderAt('/practice', <FindAnything />)
  await typed('oda')
  fireEvent.click(await screen.findByText('client · no visit yet'))
  await waitFor(() => expect(place()).toBe('/people?who=person000002'))
})

test('rooms are found by what they are for; the server is asked once typing pauses', async () => {
  asked.length = 0
  const { place } = renderAt('/people', <FindAnything />)
  await typed('repeats')
  expect(asked.every((query) => query === '')).toBe(true)
  fireEvent.click(await screen.findByText('how well each of us repeats each measure'))
  await waitFor(() => expect(place()).toBe('/practice/errors'))
  await waitFor(() => expect(asked).toContain('repeats'))
})
