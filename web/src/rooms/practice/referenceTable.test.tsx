import { act, fireEvent, screen, waitFor, within } from '@testing-library/react'
import { defaultSettings } from '@sturvo/core/reading'
import { referenceTable } from '@sturvo/core/reference'
import type { Practice } from '@sturvo/schema'
import { renderAt } from '../../testing/renderAt'
import { ReferenceTable } from './ReferenceTable'

// nearly four hundred rows, each with a field of its own

const change = jest.fn()
const preview = jest.fn()
let previewed: { data?: unknown; isLoading: boolean; error?: unknown }
jest.mock('../../app/practiceApi', () => ({
  useChangePracticeMutation: () => [
    (input: unknown) => ({ unwrap: () => change(input) as Promise<unknown> }),
    { isLoading: false },
  ],
  usePreviewReferencesMutation: () => [preview, previewed],
}))
const practice: Practice = {
  name: 'Tideway Foot Room',
  place: 'Orrin Quay',
  settings: defaultSettings,
  references: { kneeToWallGoalMm: 120 },
  referencesVersion: 2,
  trialUses: {},
  drills: [],
  phone: '',
  emergency: '',
  factorRule: 'choice',
  retentionYears: null,
  consentText: '',
  version: 4,
}
const row = (id: string) => document.querySelector<HTMLElement>(`[data-reference="${id}"]`)!
const type = (id: string, value: string) => {
  const field = within(row(id)).getByRole('textbox')
  fireEvent.change(field, { target: { value } })
  fireEvent.blur(field)
}
beforeEach(() => {
  change.mockReset().mockResolvedValue({})
  preview.mockReset()
  previewed = { isLoading: false, data: undefined }
})

test('every threshold is there with its value in force, and what this practice changed can go back', () => {
  renderAt('/practice', <ReferenceTable practice={practice} isOwner />)
  expect(document.querySelectorAll('[data-reference]')).toHaveLength(Object.keys(referenceTable).length)
  expect(within(row('kneeToWallGoalMm')).getByRole<HTMLInputElement>('textbox').value).toBe('120')
  expect(within(row('kneeToWallGoalMm')).getByText('back to 125')).toBeTruthy()
  expect(within(row('bigToeGoalDeg')).getByText('the same')).toBeTruthy()
  expect(screen.getByText(/version 2/)).toBeTruthy()
  fireEvent.change(screen.getByLabelText('Search reference values'), { target: { value: 'Bennell' } })
  const found = [...document.querySelectorAll('[data-reference]')].map((e) =>
    e.getAttribute('data-reference'),
  )
  expect(found).toContain('kneeToWallGoalMm')
  expect(found.length).toBeLessThan(8)
})

test('a change is asked about a moment later, says whom it would move, and is kept with the version', async () => {
  jest.useFakeTimers()
  previewed = {
    isLoading: false,
    data: {
      visitsRead: 14,
      moved: [
        { personId: 'a', personName: 'Ansa Rook', visitId: 'v', startedOn: '2026-05-04', after: 'short' },
        { personId: 'a', personName: 'Ansa Rook', visitId: 'v', startedOn: '2026-05-04', before: 'fine' },
      ],
    },
  }
  renderAt('/practice', <ReferenceTable practice={practice} isOwner />)
  expect(screen.queryByRole('region', { name: 'Changes not kept yet' })).toBeNull()
  type('kneeToWallGoalMm', '110')
  expect(preview).not.toHaveBeenCalled()
  act(() => void jest.advanceTimersByTime(500))
  expect(preview).toHaveBeenCalledWith({ kneeToWallGoalMm: 110 })
  expect(screen.getByText(/2 findings of 1 person would move/)).toBeTruthy()
  expect(within(row('kneeToWallGoalMm')).getByText('was 120')).toBeTruthy()
  jest.useRealTimers()
  fireEvent.click(screen.getByText('Keep the change'))
  await waitFor(() =>
    expect(change).toHaveBeenCalledWith({ version: 4, change: { references: { kneeToWallGoalMm: 110 } } }),
  )
  await waitFor(() => expect(screen.queryByRole('region', { name: 'Changes not kept yet' })).toBeNull())
})

test('values that contradict each other cannot be kept, and say why', () => {
  renderAt('/practice', <ReferenceTable practice={practice} isOwner />)
  type('kneeToWallLimitedMm', '140')
  expect(screen.getByRole('alert').textContent).not.toBe('')
  expect(screen.getByText('Keep the change').closest('button')!.disabled).toBe(true)
  fireEvent.click(screen.getByText('Leave as it was'))
  expect(screen.queryByRole('alert')).toBeNull()
  // typed back to the value in force there is nothing to keep
  type('kneeToWallGoalMm', '118')
  expect(screen.getByText('Keep the change')).toBeTruthy()
  type('kneeToWallGoalMm', '120')
  expect(screen.queryByText('Keep the change')).toBeNull()
})

test('who is not the owner reads the table and changes nothing', () => {
  renderAt('/practice', <ReferenceTable practice={practice} isOwner={false} />)
  expect(within(row('kneeToWallGoalMm')).queryByRole('textbox')).toBeNull()
  expect(within(row('kneeToWallGoalMm')).getByText('back to 125').closest('button')!.disabled).toBe(true)
})
