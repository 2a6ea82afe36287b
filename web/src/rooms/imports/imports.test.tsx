import { MantineProvider } from '@mantine/core'
import { fireEvent, render, screen, waitFor } from '@testing-library/react'
import type { ImportPreview } from '@sturvo/schema'
import ImportRoom from './ImportRoom'

const preview: ImportPreview = {
  signs: 2,
  id: 'import000001',
  kind: 'bundle',
  people: [{ id: 'person000001', name: 'Ansa Rook', isHere: true, alike: [] }],
  counts: { added: 3, merged: 1, same: 40, kept: 0 },
  conflicts: [
    {
      id: 'a',
      what: 'goal',
      here: 'A dance.',
      there: 'A tide.',
      hereChanged: '1',
      thereChanged: '2',
      newer: 'there',
    },
    {
      id: 'b',
      what: 'Knee to wall, left',
      here: '72',
      there: '71',
      hereChanged: '2',
      thereChanged: '1',
      newer: 'here',
    },
  ],
  leftOut: ['2 × CarePlan'],
}
const answer = (value: unknown) => ({ unwrap: () => Promise.resolve(value) })
const look = jest.fn((_file: File) => answer(preview))
const takeIn = jest.fn((_wish: unknown) =>
  answer({ id: preview.id, counts: { added: 3, merged: 2 }, isUndone: false }),
)
const undo = jest.fn((_id: string) => answer({ id: preview.id, counts: {}, isUndone: true }))
jest.mock('../../app/trustApi', () => ({
  useLookAtFileMutation: () => [look, { isLoading: false, error: undefined, reset: () => undefined }],
  useTakeFileInMutation: () => [takeIn, { isLoading: false, error: undefined }],
  useUndoImportMutation: () => [undo, { isLoading: false, error: undefined }],
}))

const open = async () => {
  render(
    <MantineProvider>
      <ImportRoom />
    </MantineProvider>,
  )
  fireEvent.change(screen.getByLabelText('File to take in'), {
    target: { files: [new File(['{}'], 'a.json')] },
  })
  await screen.findByText('A bundle of Sturvo: what would happen')
}

test('a file is looked at first: whose it is, how much, what was left out; nothing is done yet', async () => {
  await open()
  expect(screen.getByText('Ansa Rook (is here)')).toBeDefined()
  expect(screen.getByText('2 × CarePlan')).toBeDefined()
  expect(takeIn).not.toHaveBeenCalled()
})

test('where both changed the newer one is proposed, each can be chosen, and it is undone as one step', async () => {
  await open()
  const row = document.querySelector<HTMLElement>('[data-conflict="a"]')!
  fireEvent.click([...row.querySelectorAll('input')].find((input) => input.value === 'here')!)
  fireEvent.click(screen.getByText('Take it in'))
  expect(takeIn).toHaveBeenLastCalledWith({
    id: preview.id,
    choices: [
      { id: 'a', take: 'here' },
      { id: 'b', take: 'here' },
    ],
    same: [],
  })
  await screen.findByText('3 records are new, 2 were taken over.')
  fireEvent.click(screen.getByText('Undo all of it'))
  await waitFor(() => expect(document.querySelector('[data-import="undone"]')).not.toBeNull())
  expect(undo).toHaveBeenCalledWith(preview.id)
})

test('all as in the file is one press', async () => {
  await open()
  fireEvent.click(screen.getByText('All as in the file'))
  fireEvent.click(screen.getByText('Take it in'))
  expect(takeIn).toHaveBeenLastCalledWith({
    id: preview.id,
    choices: [
      { id: 'a', take: 'there' },
      { id: 'b', take: 'there' },
    ],
    same: [],
  })
})

test('somebody of the same name is a choice: a client of their own unless one says they are the same', async () => {
  const alike = [{ id: 'person000009', name: 'Ansa Rook', birthYear: 1984, lastVisit: '2026-05-04' }]
  const people = [{ id: 'client000001', name: 'Ansa Rook', isHere: false, alike }]
  look.mockReturnValueOnce(answer({ ...preview, conflicts: [], people }))
  await open()
  expect(screen.getByLabelText<HTMLInputElement>('A client of their own').checked).toBe(true)
  fireEvent.click(screen.getByLabelText('The same as Ansa Rook, born 1984, last visit 4 May 2026'))
  fireEvent.click(screen.getByText('Take it in'))
  expect(takeIn).toHaveBeenLastCalledWith(
    expect.objectContaining({ same: [{ client: 'client000001', here: 'person000009' }] }),
  )
})
