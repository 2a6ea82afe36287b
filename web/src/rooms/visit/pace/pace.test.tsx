import { act, fireEvent, screen, waitFor, within } from '@testing-library/react'
import { cautionQuestions } from '@sturvo/core/cautions'
import type { Simulation } from '@sturvo/core/simulation'
import type { Fields, LogAnswer } from '@sturvo/schema'
import { renderInVisit } from '../../../testing/renderInVisit'
import { simulateAway } from '../../../workers/simulationJobs'
import { PaceRoom } from './PaceRoom'

let log: LogAnswer | undefined
jest.mock('../../../app/followApi', () => ({ useLogQuery: () => ({ data: log }) }))
jest.mock('../../../workers/simulationJobs', () => ({ simulateAway: jest.fn() }))

const asked: Fields = {
  'answer.hoursStanding': 18,
  'answer.hoursWalking': 16,
  'answer.goalKind': 'thinnerShoes',
  ...Object.fromEntries(cautionQuestions.map((q) => [`answer.caution:${q}`, false])),
}
const edges = () => [...document.querySelectorAll('[data-edge]')]
const minutesOf = (week: number) => Number(edges()[week - 1]!.getAttribute('aria-valuenow'))

test('the whole way is said, and each week is an edge that can be taken', () => {
  renderInVisit(<PaceRoom />, asked)
  expect(document.querySelector('[data-sentence]')!.textContent).toMatch(
    /^From none today to 17 h a week, reached in week \d+ at the earliest; never under 10 weeks\./,
  )
  expect(edges().length).toBeGreaterThan(12)
  expect(minutesOf(1)).toBe(40)
})

test('by keys a week goes up and down; over a limit the rule, the excess and what would do are said', () => {
  const { recorded } = renderInVisit(<PaceRoom />, asked)
  fireEvent.keyDown(edges()[4]!, { key: 'ArrowDown' })
  expect(recorded.at(-1)).toEqual({ 'answer.shoesEdits': [{ week: 5, minutes: minutesOf(5) - 5 }] })
})

test('a week over its limit is said with the way back as a button', () => {
  const { recorded } = renderInVisit(<PaceRoom />, {
    ...asked,
    'answer.shoesEdits': [{ week: 5, minutes: 700 }],
  })
  const said = document.querySelector('[data-broken="5"]')!
  expect(said.textContent).toMatch(/Week 5 is \d+ min over the limit \(growth of a week\)/)
  fireEvent.click(within(said as HTMLElement).getByText(/^Set to/))
  expect(recorded[0]!['answer.shoesEdits']).toEqual([{ week: 5, minutes: 250 }])
})

test('dragging an edge records what it was let go at, and only that', () => {
  const { recorded } = renderInVisit(<PaceRoom />, asked)
  const edge = edges()[5]!
  const svg = edge.closest('svg')!
  svg.getBoundingClientRect = () => ({ top: 0, left: 0, width: 1000, height: 300 }) as DOMRect
  edge.setPointerCapture = () => undefined
  // the test's browser knows no pointers: a mouse event with the number of a finger is one
  const point = (kind: string, clientY: number) =>
    fireEvent(edge, Object.assign(new MouseEvent(kind, { bubbles: true, clientY }), { pointerId: 1 }))
  point('pointerdown', 200)
  point('pointermove', 226)
  point('pointerup', 226)
  expect(recorded).toHaveLength(1)
  const [edit] = recorded[0]!['answer.shoesEdits'] as { week: number; minutes: number }[]
  expect(edit!.week).toBe(6)
  expect(edit!.minutes).toBeGreaterThan(0)
})

test('what if is asked without recording anything', () => {
  const { recorded } = renderInVisit(<PaceRoom />, asked)
  fireEvent.click(screen.getByText('four weeks ill'))
  expect(document.querySelector('[data-what-line]')).not.toBeNull()
  expect(document.querySelector('[data-what="ill"]')!.textContent).toMatch(/weeks later/)
  fireEvent.click(screen.getByText('four weeks ill'))
  expect(document.querySelector('[data-what-line]')).toBeNull()
  expect(recorded).toEqual([])
})

test('a long way down asks for a shoe in between, and the shelf is drawn before and after', () => {
  renderInVisit(<PaceRoom />, {
    ...asked,
    'shoe.boots0000001': { name: 'Deck boots', hoursPerWeek: 40, stackHeelMm: 34, stackForefootMm: 24 },
  })
  fireEvent.click(screen.getByText('a half-way shoe first'))
  expect(document.querySelector('[data-what="halfWay"]')!.textContent).toMatch(
    /under the heel, half way to \d+ mm/,
  )
  const profile = document.querySelector('svg[aria-label^="Today"]')!
  expect(profile.getAttribute('aria-label')).toMatch(
    /^Today: Deck boots \S+ h\. At the end: Deck boots \S+ h, to buy \S+ h$/,
  )
  expect(profile.querySelectorAll('[data-part]').length).toBe(3)
})

test('barefoot minutes of training lie on the band, with their sum', () => {
  renderInVisit(<PaceRoom />, asked)
  expect(document.querySelectorAll('[data-barefoot] rect').length).toBe(edges().length)
  expect(screen.getByText(/barefoot in training, \d+ min a week/)).toBeDefined()
})

test('pace, end and today are recorded', () => {
  const { recorded } = renderInVisit(<PaceRoom />, asked)
  fireEvent.keyDown(screen.getByLabelText('Pace: usual'), { key: 'ArrowLeft' })
  const walking = screen.getByLabelText('walking')
  fireEvent.change(walking, { target: { value: '20 h' } })
  expect(recorded).toEqual([{ 'answer.planPace': 'slow' }, { 'answer.shoesFrom': { walkMin: 1200 } }])
})

test('hours and minutes are typed, emptied they are proposed again, and words are no number', () => {
  const { recorded } = renderInVisit(<PaceRoom />, { ...asked, 'answer.shoesHours': 9 })
  const hours = screen.getByLabelText<HTMLInputElement>('Hours a week in them')
  expect(hours.value).toBe('9 h a week')
  fireEvent.change(hours, { target: { value: '12' } })
  fireEvent.change(hours, { target: { value: '' } })
  fireEvent.change(hours, { target: { value: 'many' } })
  fireEvent.change(screen.getByLabelText('Minutes of this week'), { target: { value: '30' } })
  expect(recorded).toEqual([
    { 'answer.shoesHours': 12 },
    { 'answer.shoesHours': null },
    { 'answer.shoesEdits': [{ week: 1, minutes: 30 }] },
  ])
})

test('lost feeling: shoes that fit, no ladder, no other end to choose', () => {
  renderInVisit(<PaceRoom />, {
    ...asked,
    'answer.caution:diabetesOrNumb': true,
    'answer.shoesEnd': 'mostThin',
  })
  expect(document.querySelector('[data-sentence]')!.textContent).toMatch(/^Shoes that fit/)
  expect(edges()).toHaveLength(0)
})

test('without hours there is a way to them; with a red flag open there is none at all', () => {
  const { 'answer.hoursStanding': _s, 'answer.hoursWalking': _w, ...unknown } = asked
  const { unmount } = renderInVisit(<PaceRoom />, unknown)
  expect(screen.getByText('Paint the week in Story')).toBeTruthy()
  unmount()
  renderInVisit(<PaceRoom />, { 'answer.hoursStanding': 18 })
  expect(document.body.textContent).toMatch(/Not asked yet/)
})

describe('paces compared', () => {
  const result = {
    seed: 1,
    clients: 10_000,
    draws: 100,
    plans: {
      atOnce: {
        overloadedShare: 0.21,
        interval: [0.1, 0.4],
        byTissue: { forefootBone: 0.2, plantarFascia: 0, calfAchilles: 0, archMuscle: 0 },
        byWeek: [],
        limiting: 'forefootBone',
        finishWeek: 1,
      },
    },
    differences: [],
    orderHoldsShare: 0.93,
    orderTiesShare: 0.05,
    sensitivity: [{ name: 'exponent', low: 0.1, high: 0.3 }],
  } satisfies Simulation

  test('progress, cancel and again; the label stands over it', async () => {
    const cancel = jest.fn()
    let progress: (share: number) => void = () => undefined
    let finish: (done: Simulation) => void = () => undefined
    jest.mocked(simulateAway).mockImplementation((_input, _references, onProgress) => {
      progress = onProgress
      return { done: new Promise((resolve) => (finish = resolve)), cancel }
    })
    renderInVisit(<PaceRoom />, asked)
    expect(
      screen.getByText(
        'Compares plans under assumptions you can change. It does not say what will happen to this person.',
      ),
    ).toBeTruthy()
    fireEvent.click(screen.getByText(/^Compare with/))
    act(() => progress(0.4))
    expect(screen.getByRole('progressbar').getAttribute('aria-valuenow')).toBe('40')
    fireEvent.click(screen.getByText('Cancel'))
    expect(cancel).toHaveBeenCalled()
    act(() => progress(0.9))
    expect(document.querySelector('[data-simulation="idle"]')).not.toBeNull()
    fireEvent.click(screen.getByText(/^Compare with/))
    act(() => finish(result))
    await waitFor(() => expect(document.querySelector('[data-plan="atOnce"]')).not.toBeNull())
    expect(document.querySelector('[data-plan="atOnce"]')!.textContent).toMatch(/21 % \(10 % to 40 %\)/)
    expect(document.body.textContent).toMatch(/same order in 93 of 100 draws of the assumptions; in 5 some/)
    expect(document.body.textContent).toMatch(/seed 1/)
    // the worker's last word on its way comes by another line, and may come after the result
    act(() => progress(1))
    expect(screen.getByText('Compare again')).toBeTruthy()
    expect(screen.queryByText('Cancel')).toBeNull()
  })

  test('a worker that breaks is said', async () => {
    jest
      .mocked(simulateAway)
      .mockReturnValue({ done: Promise.reject(new Error('x')), cancel: () => undefined })
    renderInVisit(<PaceRoom />, asked)
    fireEvent.click(screen.getByText(/^Compare with/))
    await screen.findByText('This could not be computed. Try again.')
  })
})

test('what the log says of the new shoes is taken over by a hand only', () => {
  const worn = Array.from({ length: 8 }, (_, i) => ({
    id: `entry000000${i}`,
    day: `2026-04-2${i}`,
    at: '2026-04-28T19:00:00.000Z',
    shoesMin: 30,
    by: 'client' as const,
    receivedAt: '2026-04-28T19:00:00.000Z',
  }))
  log = {
    entries: worn,
    restartShare: 0.6,
    owner: '0123456789abcdef',
    now: '2026-05-04T08:00:00Z',
    decisions: [],
  }
  const { recorded } = renderInVisit(<PaceRoom />, asked)
  log = undefined
  expect(recorded).toEqual([])
  const said = document.querySelector<HTMLElement>('[data-from-log]')!
  expect(said.textContent).toContain('3.5 h a week')
  fireEvent.click(within(said).getByText('Begin from 3.5 h'))
  expect(recorded).toEqual([{ 'answer.shoesFrom': { newMin: 210 } }])
})
