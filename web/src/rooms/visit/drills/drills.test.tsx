import { fireEvent, screen } from '@testing-library/react'
import { stopQuestions } from '@sturvo/core/cautions'
import { referenceValues } from '@sturvo/core/reference'
import { library } from '@sturvo/core/training'
import type { Fields } from '@sturvo/schema'
import { bothSides, renderInVisit } from '../../../testing/renderInVisit'
import { solveAway } from '../../../workers/planJobs'
import { filtered, isForbidden, noFilter } from './drillFilter'
import { DrillsRoom } from './DrillsRoom'

jest.mock('../../../workers/planJobs', () => ({
  solveAway: jest.fn(),
  pricesAway: jest.fn(),
  stopSolving: jest.fn(),
}))
beforeEach(() => jest.mocked(solveAway).mockReturnValue(new Promise(() => undefined)))
const references = referenceValues()

const asked: Fields = {
  ...bothSides('kneeToWall', 92, 78),
  ...Object.fromEntries(stopQuestions.map((q) => [`answer.caution:${q}`, false])),
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
