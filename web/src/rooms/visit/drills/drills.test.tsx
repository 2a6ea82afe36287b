import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { cautionQuestions } from '@sturvo/core/cautions'
import { referenceValues } from '@sturvo/core/reference'
import { isForbidden, library } from '@sturvo/core/training'
import type { Fields, Practice } from '@sturvo/schema'
import { bothSides, licensedSettings, renderInVisit } from '../../../testing/renderInVisit'
import { solveAway } from '../../../workers/planJobs'
import { filtered, noFilter } from './drillFilter'
import { DrillsRoom } from './DrillsRoom'

const mockKeep = jest.fn()
let mockSent: unknown[] = []
let mockRole = 'practitioner'
jest.mock('../../../app/practiceApi', () => ({
  useKeepDrillMutation: () => [
    (wish: unknown) => {
      mockSent.push(wish)
      return { unwrap: () => mockKeep(wish) as Promise<unknown> }
    },
    { isLoading: false, error: undefined },
  ],
}))
jest.mock('../../../app/api', () => ({
  ...jest.requireActual<object>('../../../app/api'),
  useSessionQuery: () => ({ data: { account: { role: mockRole } } }),
}))
jest.mock('../../../workers/planJobs', () => ({
  solveAway: jest.fn(),
  pricesAway: jest.fn(),
  stopSolving: jest.fn(),
}))
beforeEach(() => {
  jest.mocked(solveAway).mockReturnValue(new Promise(() => undefined))
  mockKeep.mockReset().mockResolvedValue({})
  mockRole = 'practitioner'
  mockSent = []
})
const references = referenceValues()

const asked: Fields = {
  ...bothSides('kneeToWall', 92, 78),
  ...Object.fromEntries(cautionQuestions.map((q) => [`answer.caution:${q}`, false])),
}
const shown = () => [...document.querySelectorAll('[data-line]')].map((e) => e.getAttribute('data-line')!)

test('every drill is there, with its place in the plan or the reason against it', () => {
  renderInVisit(<DrillsRoom />, asked)
  expect(shown()).toHaveLength(library.length)
  expect(document.querySelectorAll('[data-in="plan"]').length).toBeGreaterThan(0)
  const never = document.querySelectorAll('[data-line][data-in="never"] [data-standing]')
  expect(never.length).toBeGreaterThan(0)
  for (const line of never) expect(line.textContent.length).toBeGreaterThan(5)
})

test('what a caution forbids says so, and cannot be pinned', () => {
  renderInVisit(<DrillsRoom />, { ...asked, 'answer.caution:diabetesOrNumb': true })
  fireEvent.change(screen.getByLabelText('Search drills'), { target: { value: 'eyes shut' } })
  fireEvent.click(document.querySelector('[data-line="oneLegShut"]')!)
  expect(document.querySelector('[data-line="oneLegShut"]')!.getAttribute('data-in')).toBe('never')
  expect(screen.queryByText(/^Pin /)).toBeNull()
})

test('a search that finds nothing offers the way back', () => {
  renderInVisit(<DrillsRoom />, asked)
  fireEvent.change(screen.getByLabelText('Search drills'), { target: { value: 'cartwheel' } })
  expect(shown()).toEqual([])
  fireEvent.click(screen.getByText('Show all'))
  expect(shown()).toHaveLength(library.length)
})

test('a drill is pinned, liked and called in the client’s words', () => {
  const { recorded } = renderInVisit(<DrillsRoom />, { ...asked, 'answer.drillsDisliked': ['dome'] })
  fireEvent.click(document.querySelector('[data-line="dome"]')!)
  expect(document.querySelector('[data-drill-open="dome"]')!.textContent).toMatch(
    /Draw the ball towards the heel/,
  )
  fireEvent.click(screen.getByText(/^Pin Dome/))
  fireEvent.click(screen.getByText('Client likes it'))
  const words = screen.getByLabelText('Client’s words for it')
  fireEvent.change(words, { target: { value: 'the molehill' } })
  fireEvent.blur(words)
  expect(recorded).toEqual([
    { 'answer.planPinned': ['dome'], 'answer.planBanned': [] },
    { 'answer.drillsLiked': ['dome'], 'answer.drillsDisliked': [] },
    { 'answer.drillWords': { dome: 'the molehill' } },
  ])
})

test('filters are all asked at once', () => {
  const none = () => undefined
  const all = (change: Partial<typeof noFilter>) =>
    filtered(library, { ...noFilter, ...change }, none, references)
  expect(all({}).length).toBe(library.length)
  expect(all({ kit: 'none' }).every((e) => e.kit.length === 0)).toBe(true)
  expect(
    all({ capacity: 'calf', stage: 'build' }).every(
      (e) => e.stage === 'build' && e.targets.some(([c]) => c === 'calf'),
    ),
  ).toBe(true)
  expect(all({ minutes: 1 }).length).toBeLessThan(all({ minutes: 3 }).length)
  expect(all({ may: 'mayNot' })).toEqual([])
  expect([isForbidden({ why: 'others' }), isForbidden({ why: 'pinch' }), isForbidden(undefined)]).toEqual([
    false,
    true,
    false,
  ])
})

const own: Practice['drills'][number] = {
  id: 'own.rope',
  basis: 'oneLegShut',
  name: 'Harbour rope stand',
  client: 'Stand like a bollard',
  cue: 'Stand still.',
  slip: 'Swaying.',
  easier: 'Hold on.',
  harder: 'Longer.',
  note: 'our own practice',
  kit: [],
  traits: [],
  sets: 1,
  start: 10,
  most: 20,
}
const practiceWith = (drills: Practice['drills']) => ({
  name: 'Tideway Foot Room',
  place: 'Orrin Quay',
  settings: licensedSettings,
  references: {},
  referencesVersion: 0,
  trialUses: {},
  drills,
  phone: '',
  emergency: '',
  factorRule: 'choice' as const,
  retentionYears: null,
  consentText: '',
  version: 7,
})

test('an own drill is made from one of the library: what is missing is said at its field, nothing is sent', async () => {
  renderInVisit(<DrillsRoom />, asked, { practice: practiceWith([]) })
  fireEvent.click(document.querySelector('[data-line="dome"]')!)
  fireEvent.click(screen.getByText('Make your own from this'))
  const form = within(await screen.findByRole('dialog'))
  fireEvent.click(form.getByText('Keep the drill'))
  expect(form.getByText('The drill needs a name.')).toBeTruthy()
  expect(mockKeep).not.toHaveBeenCalled()
  fireEvent.change(form.getByLabelText('Name'), { target: { value: 'Harbour rope pull' } })
  fireEvent.change(form.getByLabelText(/^From where/), { target: { value: 'our own practice' } })
  fireEvent.click(form.getByText('Keep the drill'))
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull())
  expect(mockKeep).toHaveBeenCalledWith({
    version: 7,
    drill: expect.objectContaining({ basis: 'dome', name: 'Harbour rope pull', traits: [], sets: 3 }),
  })
})

test('an own drill stands in the library with its figure, is forbidden where its basis is, and is retired', () => {
  renderInVisit(
    <DrillsRoom />,
    { ...asked, 'answer.caution:diabetesOrNumb': true },
    { practice: practiceWith([own]) },
  )
  expect(shown()).toHaveLength(library.length + 1)
  const line = document.querySelector('[data-line="own.rope"]')!
  expect(line.getAttribute('data-in')).toBe('never')
  expect(line.querySelector('svg')).not.toBeNull()
  fireEvent.click(line)
  expect(screen.queryByText(/^Pin /)).toBeNull()
  fireEvent.click(screen.getByText('Retire'))
  expect(mockSent).toEqual([{ version: 7, drill: { ...own, isRetired: true } }])
})

test('an assistant makes no drills and no plan: what was kept is there to be read', () => {
  mockRole = 'assistant'
  renderInVisit(<DrillsRoom />, asked, { practice: practiceWith([own]) })
  expect(document.querySelector('[data-not-yours]')!.textContent).toContain('made by a practitioner')
  expect(document.querySelector('[data-line]')).toBeNull()
  expect(screen.queryByText('Make your own from this')).toBeNull()
})
