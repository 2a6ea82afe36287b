import { fireEvent, screen } from '@testing-library/react'
import { defaultSettings } from '@sturvo/core/reading'
import type { OwnError, OwnErrors, Practice, TrialPairs } from '@sturvo/schema'
import { renderInRoom } from '../../testing/renderInRoom'
import { ErrorsView } from './ErrorsRoom'

jest.mock('react-chartjs-2', () => ({ Scatter: () => <canvas /> }))

const practice: Practice = {
  name: 'Tideway Foot Room',
  place: '',
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
  version: 3,
}
const row: OwnError = {
  kind: 'semNavicularMm',
  accountId: 'ilse00000001',
  pairs: 24,
  sem: 0.9,
  low: 0.7,
  high: 1.26,
  practicePairs: 0,
  standard: 1.2,
  inForce: 0.9,
  ownWeight: 1,
  trend: { kind: 'surer', before: 1.2, after: 0.7 },
  toCount: 0,
  toStandAlone: 0,
  widthNow: 0.6,
  widthThen: 0.4,
  more: 20,
}
const errors: OwnErrors = {
  people: [
    { id: 'bram00000001', name: 'Bram Oddny' },
    { id: 'ilse00000001', name: 'Ilse Marrack' },
  ],
  rows: [
    row,
    {
      ...row,
      accountId: 'bram00000001',
      pairs: 3,
      ownWeight: 0,
      inForce: 1.2,
      toCount: 5,
      toStandAlone: 17,
      trend: null,
      practicePairs: 2,
    },
  ],
  suspects: [
    {
      kind: 'semKneeToWallMm',
      accountId: 'ilse00000001',
      measure: 'kneeToWall',
      visitId: 'visit0000001',
      personName: 'Lio Penhale',
      side: 'right',
      on: '2026-05-04',
      values: [96, 69],
      slip: 'swappedDigits',
      timesError: 3.9,
    },
  ],
  between: [
    {
      kind: 'semNavicularMm',
      first: 'ilse00000001',
      second: 'bram00000001',
      pairs: 22,
      sem: 1.4,
      low: 1.1,
      high: 2,
      bias: 1.2,
      isBiased: true,
    },
  ],
}
const pairs: TrialPairs = {
  pairs: [30, 34, 41].map((first, i) => ({
    visitId: 'visit0000001',
    personName: 'Ansa Rook',
    measure: 'navicularStand',
    side: i === 0 ? 'right' : 'left',
    on: `2026-05-0${i + 1}`,
    first,
    second: first + i - 1,
  })),
}
const mockPairs = pairs
jest.mock('../../app/errorApi', () => ({
  useTrialPairsQuery: () => ({ data: mockPairs, isLoading: false, refetch: jest.fn() }),
}))
jest.mock('../../app/practiceApi', () => ({ useChangePracticeMutation: () => [jest.fn()] }))
jest.mock('../../app/api', () => ({
  useSessionQuery: () => ({ data: { account: { role: 'owner' } } }),
}))
const show = (known = errors) =>
  renderInRoom(<ErrorsView errors={known} practice={practice} />, '/practice/errors')

test('each measure and person: own error with its interval, the default, what is in force, what more would bring', () => {
  show()
  expect(screen.getAllByRole('img', { name: 'SEM 0.9 mm, between 0.7 and 1.26; default 1.2' })).toHaveLength(
    2,
  )
  expect(screen.getByText('2.5 mm')).toBeTruthy()
  expect(screen.getByText('own')).toBeTruthy()
  expect(screen.getByText('the default')).toBeTruthy()
  expect(screen.getByText('surer, 1.2 → 0.7')).toBeTruthy()
  expect(screen.getByText('5 more until it counts, 17 until it stands alone')).toBeTruthy()
  expect(screen.getByText('2 from practice')).toBeTruthy()
})

test('the row with most pairs is drawn first; points are reached by arrow keys and say what they are', () => {
  show()
  const [plot] = screen.getAllByRole('application')
  expect(screen.getByText(/^3 pairs\. Second less first trial: mean 0 mm/)).toBeTruthy()
  fireEvent.keyDown(plot!, { key: 'ArrowRight' })
  expect(screen.getByText('Ansa Rook, 1 May 2026, Navicular, standing, right: 30 and 29 mm')).toBeTruthy()
  fireEvent.keyDown(plot!, { key: 'End' })
  expect(screen.getByText('Ansa Rook, 3 May 2026, Navicular, standing, left: 41 and 42 mm')).toBeTruthy()
  fireEvent.keyDown(plot!, { key: 'ArrowRight' })
  expect(screen.getByText('Ansa Rook, 3 May 2026, Navicular, standing, left: 41 and 42 mm')).toBeTruthy()
  fireEvent.keyDown(plot!, { key: 'ArrowLeft' })
  expect(screen.getByText('Ansa Rook, 2 May 2026, Navicular, standing, left: 34 and 34 mm')).toBeTruthy()
})

test('a slip is proposed with its way to the visit, and said not to be left out', () => {
  show()
  expect(screen.getByText(/Nothing is left out by itself/)).toBeTruthy()
  expect(screen.getByText('Lio Penhale').getAttribute('href')).toBe('/visit/visit0000001/look')
  expect(screen.getByText(/looks like two digits swapped/)).toBeTruthy()
})

test('two of us: who reads more, and their picture', () => {
  show()
  expect(screen.getByText('+1.2 mm')).toBeTruthy()
  fireEvent.click(screen.getByRole('button', { name: 'Ilse Marrack and Bram Oddny' }))
  expect(screen.getByText('Navicular height: Ilse Marrack and Bram Oddny')).toBeTruthy()
})

test('without pairs the page says how to get them', () => {
  show({ ...errors, rows: [], suspects: [], between: [] })
  expect(screen.getByText(/Press “again” on any row/)).toBeTruthy()
  expect(screen.getByText(/Nobody measured the same feet/)).toBeTruthy()
})
