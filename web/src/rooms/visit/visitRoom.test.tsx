import { screen, waitFor } from '@testing-library/react'
import { Route, Routes } from 'react-router'
import { defaultSettings } from '@sturvo/core/reading'
import { renderAt } from '../../testing/renderAt'
import { madeUpPerson } from '../../testing/renderInVisit'
import { useVisitFields, useVisitFrame, useVisitReading } from './visitContext'
import VisitRoom from './VisitRoom'

let visit: { data?: unknown; error?: unknown; isLoading: boolean; refetch: () => void }
let background: { data?: unknown; isError: boolean }
const pending: Record<string, unknown> = {}
jest.mock('../../app/api', () => ({
  ...jest.requireActual<object>('../../app/api'),
  useVisitQuery: () => visit,
  usePersonQuery: () => ({ data: madeUpPerson, isLoading: false, refetch: () => undefined }),
  useSessionQuery: () => ({ data: { account: { name: 'Ilse Marrack' } } }),
}))
const practice = {
  name: 'Tideway Foot Room',
  place: 'Orrin Quay',
  settings: defaultSettings,
  references: {},
  referencesVersion: 0,
  trialUses: {},
  drills: [],
  phone: '',
  emergency: '',
  factorRule: 'choice',
  retentionYears: null,
  consentText: '',
  version: 1,
}
jest.mock('../../app/practiceApi', () => ({
  usePracticeQuery: () => ({ data: practice, isLoading: false, refetch: () => undefined }),
}))
jest.mock('../../app/errorApi', () => ({ useBackgroundQuery: () => background }))
jest.mock('../../outbox/outbox', () => ({ outbox: { pendingOf: () => pending } }))
// what the steps show is tried with them; here counts what reaches them
jest.mock('./VisitLayout', () => ({ VisitLayout: ({ step }: { step: string }) => <Seen step={step} /> }))
jest.mock('./feet/FeetRoom', () => ({ FeetRoom: () => <Seen step="feet" /> }))
function Seen({ step }: { step: string }) {
  const fields = useVisitFields()
  const { errorOf, practitioner } = useVisitFrame()
  const { facts } = useVisitReading()
  return (
    <p>
      {step}, {String(fields['measure.kneeToWall.left.1'])} mm, in force {facts.plan.inForce.join(' ')}, by{' '}
      {practitioner},{' '}
      {errorOf === 'failed'
        ? 'errors failed'
        : errorOf === undefined
          ? 'errors to come'
          : `errors of ${errorOf.by}`}
    </p>
  )
}
const fetched = {
  id: 'visit0000001',
  personId: madeUpPerson.id,
  startedOn: '2026-05-04',
  version: 3,
  referencesVersion: 0,
  fields: { 'measure.kneeToWall.left.1': 90 },
  planInForce: ['dome'],
  unreadable: [],
}
const room = (
  <Routes>
    <Route path="/visit/:visitId/:step?" element={<VisitRoom />} />
  </Routes>
)
beforeEach(() => {
  for (const path of Object.keys(pending)) delete pending[path]
  visit = { data: fetched, isLoading: false, refetch: () => undefined }
  background = { isError: false }
})

test('without a step, or with one that is none, the visit opens at its story', async () => {
  for (const address of ['/visit/visit0000001', '/visit/visit0000001/toes']) {
    const { place, unmount } = renderAt(address, room)
    await waitFor(() => expect(place()).toBe('/visit/visit0000001/story'))
    unmount()
  }
})

test('edits that were never sent lie over what the server has, and the plan in force is known', async () => {
  pending['measure.kneeToWall.left.1'] = 104
  renderAt('/visit/visit0000001/move', room)
  expect((await screen.findByText(/^move/)).textContent).toBe(
    'move, 104 mm, in force dome, by Ilse Marrack, errors to come',
  )
})

test('the visit opens before its errors are there, and also where they never come', async () => {
  background = { isError: true }
  renderAt('/visit/visit0000001/look', room)
  expect((await screen.findByText(/^look/)).textContent).toContain('errors failed')
})

test('the page of the feet is a place of its own', async () => {
  renderAt('/visit/visit0000001/feet', room)
  expect((await screen.findByText(/^feet/)).textContent).toContain('90 mm')
})

test('a visit that cannot be fetched says so and shows nothing of it', () => {
  visit = {
    error: {
      status: 404,
      data: { error: { code: 'notFound', message: 'There is no such visit.', path: 'id' } },
    },
    isLoading: false,
    refetch: () => undefined,
  }
  renderAt('/visit/visit0000001/story', room)
  expect(screen.queryByText(/mm, in force/)).toBeNull()
  expect(screen.getByRole('alert').textContent).toContain('There is no such visit.')
})
