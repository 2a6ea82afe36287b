import { fireEvent, screen, within } from '@testing-library/react'
import { cautionQuestions } from '@sturvo/core/cautions'
import type { Fields } from '@sturvo/schema'
import { bothSides, renderInVisit } from '../../../testing/renderInVisit'
import { solveAway } from '../../../workers/planJobs'
import { WeeksRoom } from './WeeksRoom'

jest.mock('../../../workers/planJobs', () => ({
  solveAway: jest.fn(),
  pricesAway: jest.fn(),
  stopSolving: jest.fn(),
}))
beforeEach(() => jest.mocked(solveAway).mockReturnValue(new Promise(() => undefined)))

const asked: Fields = {
  ...bothSides('kneeToWall', 92, 78),
  ...bothSides('heelRaises', 17, 11),
  ...Object.fromEntries(cautionQuestions.map((q) => [`answer.caution:${q}`, false])),
  'answer.planStart': '2026-05-11',
}
const knots = (lane: string) =>
  [...document.querySelectorAll(`[data-knot^="${lane} "]`)].map((k) => k.getAttribute('data-knot'))

test('each week is a step that opens; knots are minutes on days', () => {
  renderInVisit(<WeeksRoom />, asked)
  expect(document.querySelectorAll('[data-week]')).toHaveLength(12)
  expect(screen.getByText('Week 1', { selector: 'h2' })).toBeTruthy()
  expect(knots('train')).toHaveLength(5)
  fireEvent.click(document.querySelector('[data-week="3"]')!)
  expect(screen.getByText('Week 3', { selector: 'h2' })).toBeTruthy()
  expect(screen.getByText('first look')).toBeTruthy()
  fireEvent.keyDown(document.querySelector('[data-week="4"]')!, { key: 'Enter' })
  expect(screen.getByText('Week 4', { selector: 'h2' })).toBeTruthy()
  fireEvent.click(screen.getByText('Week before'))
  expect(screen.getByText('Week 3', { selector: 'h2' })).toBeTruthy()
})

test('a knot of the first rope opens the session of its day', () => {
  renderInVisit(<WeeksRoom />, asked)
  fireEvent.click(document.querySelector(`[data-knot="${knots('train')[0]}"]`)!)
  const session = document.querySelector('[data-session]')!
  expect(session.querySelectorAll('[data-drill]').length).toBeGreaterThan(0)
  expect(session.textContent).toMatch(/Monday, 11 May/)
})

test('a rest day is recorded for every week', () => {
  const { recorded } = renderInVisit(<WeeksRoom />, asked)
  fireEvent.click(screen.getByLabelText('Mon 11 May any time: change'))
  fireEvent.click(document.querySelector('[data-day-wish="rest"]')!)
  expect(recorded).toEqual([{ 'answer.weekUsual': ['rest', 'free', 'free', 'free', 'free', 'free', 'free'] }])
})

test('what does not fit is said, and each way out is a button that lets one wish go', () => {
  const { recorded } = renderInVisit(<WeeksRoom />, {
    ...asked,
    'answer.weekUsual': ['rest', 'free', 'rest', 'free', 'rest', 'free', 'free'],
  })
  const said = screen.getByRole('alert')
  expect(said.textContent).toMatch(/Week 1: 4 of 5 sessions fit/)
  expect(within(said).getAllByRole('button')).toHaveLength(3)
  fireEvent.click(within(said).getByText('No rest on Wednesday'))
  // all wishes are written down as they now stand: whatever was let go with it is gone too
  expect(recorded).toEqual([
    {
      'answer.weekUsual': ['rest', 'free', 'free', 'free', 'rest', 'free', 'free'],
      'answer.weekShortMin': 5,
      'answer.weekTwice': false,
      'answer.weekAbsences': [],
      'answer.weekMoves': [],
    },
  ])
})

test('what was moved is marked, put back, and copied to later weeks', () => {
  const moves = [{ lane: 'train', week: 1, from: 0, to: 3 }]
  const { recorded } = renderInVisit(<WeeksRoom />, { ...asked, 'answer.weekMoves': moves })
  expect(document.querySelector('[data-knot="train 3"]')!.getAttribute('data-moved')).toBe('true')
  fireEvent.click(screen.getByText('Put back'))
  fireEvent.click(screen.getByText('Copy to later weeks'))
  expect(recorded[0]).toEqual({ 'answer.weekMoves': [] })
  expect((recorded[1]!['answer.weekMoves'] as unknown[]).length).toBe(12)
})

test('days away are added in order and taken away', () => {
  const { recorded } = renderInVisit(<WeeksRoom />, {
    ...asked,
    'answer.weekAbsences': [{ from: '2026-06-01', to: '2026-06-03', kind: 'holiday' }],
  })
  const add = screen.getByText('Add').closest('button')!
  expect(add.disabled).toBe(true)
  fireEvent.change(screen.getByLabelText(/^from/), { target: { value: '2026-05-13' } })
  fireEvent.change(screen.getByLabelText(/^to/), { target: { value: '2026-05-12' } })
  expect(add.disabled).toBe(true)
  expect(screen.getByText('The last day lies before the first.')).toBeTruthy()
  fireEvent.change(screen.getByLabelText(/^to/), { target: { value: '2026-05-15' } })
  fireEvent.click(add)
  expect(recorded[0]!['answer.weekAbsences']).toEqual([
    { from: '2026-06-01', to: '2026-06-03', kind: 'holiday' },
    { from: '2026-05-13', to: '2026-05-15', kind: 'travel' },
  ])
  fireEvent.click(screen.getByText('Take away'))
  expect(recorded[1]).toEqual({ 'answer.weekAbsences': [] })
})

test('twice a day, another length and another begin are wishes too', () => {
  const { recorded } = renderInVisit(<WeeksRoom />, asked)
  fireEvent.click(screen.getByLabelText('Twice a day'))
  fireEvent.click(screen.getByText('24 weeks'))
  expect(recorded).toEqual([{ 'answer.weekTwice': true }, { 'answer.planHorizon': 24 }])
})

test('the trail zooms to fewer weeks and back to all', () => {
  renderInVisit(<WeeksRoom />, asked)
  const trail = document.querySelector('[data-trail]')!
  const wide = () => Number(trail.getAttribute('data-shown'))
  const all = wide()
  fireEvent.click(screen.getByLabelText('Zoom in'))
  expect(wide()).toBeLessThan(all)
  fireEvent.wheel(trail, { deltaY: 2000, ctrlKey: true })
  expect(wide()).toBe(all)
})

test('while questions are open there is no day to plan', () => {
  renderInVisit(<WeeksRoom />, { 'answer.planStart': '2026-05-11' })
  expect(document.querySelector('[data-trail]')).toBeNull()
  expect(document.body.textContent).toMatch(/Not asked yet/)
})
