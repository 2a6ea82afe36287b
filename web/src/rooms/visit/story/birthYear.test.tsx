import { fireEvent, screen, waitFor } from '@testing-library/react'
import { renderInVisit } from '../../../testing/renderInVisit'
import { BirthYear } from './BirthYear'

const kept: { id: string; change: { birthYear?: number | null } }[] = []
jest.mock('../../../app/api', () => ({
  ...jest.requireActual<object>('../../../app/api'),
  useChangePersonMutation: () => [
    (change: (typeof kept)[number]) => {
      kept.push(change)
      return Promise.resolve()
    },
    { isLoading: false },
  ],
}))

test('a year that can be is kept with the person; one that cannot is not sent', async () => {
  renderInVisit(<BirthYear />)
  const [field, keep] = [screen.getByLabelText('Birth year'), screen.getByText('Keep').closest('button')!]
  expect(keep.disabled).toBe(true)
  for (const year of ['1700', '2031']) {
    fireEvent.change(field, { target: { value: year } })
    expect([year, keep.disabled]).toEqual([year, true])
  }
  fireEvent.change(field, { target: { value: '1984' } })
  expect(keep.disabled).toBe(false)
  fireEvent.submit(field.closest('form')!)
  await waitFor(() => expect(kept).toEqual([{ id: 'person000001', version: 1, change: { birthYear: 1984 } }]))
})
