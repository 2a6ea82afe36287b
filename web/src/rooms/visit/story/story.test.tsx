import { fireEvent, screen, within } from '@testing-library/react'
import { faultOf } from '../../../testing/faultOf'
import { renderInVisit } from '../../../testing/renderInVisit'
import type { LogAnswer } from '@sturvo/schema'
import { BetweenVisits } from './BetweenVisits'
import { HistoryLine } from './HistoryLine'
import { PainMap } from './PainMap'
import { WeekPainter } from './WeekPainter'

let log: LogAnswer | undefined
let isLogGone = false
jest.mock('../../../app/followApi', () => ({ useLogQuery: () => ({ data: log, isError: isLogGone }) }))
describe('what was written between visits', () => {
  const line = {
    at: '2026-05-01T19:00:00.000Z',
    by: 'client' as const,
    receivedAt: '2026-05-01T19:00:05.000Z',
  }
  const logWith = (entries: LogAnswer['entries']): LogAnswer => ({
    entries,
    restartShare: 0.6,
    owner: '0123456789abcdef',
    now: '2026-05-04T08:00:00.000Z',
    decisions: [
      { day: '2026-05-02', kind: 'reopen', rule: 'stopSign', words: 'Laces too tight.', by: 'Ilse Marrack' },
    ],
  })
  test('a sign is asked again and answered by a hand only; the worst pain is taken over when it is more', () => {
    log = logWith([{ ...line, id: 'entry0000001', day: '2026-05-01', stops: ['numb'], pain: 6 }])
    const { recorded } = renderInVisit(<BetweenVisits />, { 'answer.worstPain': 3 })
    expect(recorded).toEqual([])
    expect(screen.getByText(/Laces too tight/)).toBeTruthy()
    fireEvent.click(screen.getByText('Still so: answer yes'))
    fireEvent.click(screen.getByText('Take 6 as the worst pain'))
    expect(recorded).toEqual([{ 'answer.caution:newNumbness': true }, { 'answer.worstPain': 6 }])
  })
  test('a log that cannot be read is not taken for an empty one', () => {
    log = undefined
    isLogGone = true
    renderInVisit(<BetweenVisits />)
    isLogGone = false
    expect(screen.getByRole('alert').textContent).toContain('Ask what hurt since')
  })
  test('nothing before the visit, nothing worse than was told: nothing is shown or offered', () => {
    log = logWith([{ ...line, id: 'entry0000001', day: '2026-05-06', stops: ['numb'], pain: 6 }])
    const { unmount } = renderInVisit(<BetweenVisits />)
    expect(document.querySelector('[data-carried]')).toBeNull()
    unmount()
    log = logWith([{ ...line, id: 'entry0000001', day: '2026-05-01', pain: 3 }])
    renderInVisit(<BetweenVisits />, { 'answer.worstPain': 3 })
    expect(document.querySelector('[data-take-worst]')).toBeNull()
  })
})

describe('the pain map', () => {
  const mark = {
    side: 'right',
    view: 'inner',
    across: 0.2,
    along: 0.4,
    kind: 'pain',
    worst: 6,
    when: ['firstStep'],
  }
  test('six views of both feet; a mark by keyboard starts where that view needs it', () => {
    const { recorded } = renderInVisit(<PainMap />)
    expect(screen.getAllByRole('tab').map((tab) => tab.textContent)).toEqual([
      'sole',
      'top',
      'inner side',
      'outer side',
      'back',
      'leg and knee',
    ])
    fireEvent.click(screen.getByRole('tab', { name: /leg and knee/ }))
    fireEvent.keyDown(screen.getByRole('button', { name: 'left, leg and knee: tap where it is sore' }), {
      key: 'Enter',
    })
    expect(Object.values(recorded[0]!)).toEqual([
      { side: 'left', view: 'leg', across: 0, along: 0.78, kind: 'pain', when: [] },
    ])
  })
  test('a mark says how bad and when; it is moved by arrow keys and taken away', () => {
    const { recorded } = renderInVisit(<PainMap />, { 'mark.mark00000001': mark })
    const drawn = screen.getByRole('button', { name: 'right, pain 6 of 10: say more' })
    fireEvent.keyDown(drawn, { key: 'ArrowUp' })
    const moved = recorded[0]!['mark.mark00000001'] as typeof mark
    expect(moved.across).toBeGreaterThan(mark.across)
    expect(moved.along).toBeCloseTo(mark.along, 2)
    fireEvent.click(drawn)
    const form = within(screen.getByRole('group', { name: 'This mark' }))
    expect(form.getByText('Worst, 0 to 10: 6')).toBeTruthy()
    fireEvent.click(form.getByText('at night, rest does not ease'))
    fireEvent.click(form.getByText('first steps'))
    expect(recorded.slice(1)).toEqual([
      { 'mark.mark00000001': { ...mark, when: ['firstStep', 'night'] } },
      { 'mark.mark00000001': { ...mark, when: [] } },
    ])
    fireEvent.keyDown(drawn, { key: 'Delete' })
    expect(recorded.at(-1)).toEqual({ 'mark.mark00000001': null })
  })
})

describe('the history', () => {
  test('events stand in the order of time, each with its side in words', () => {
    renderInVisit(<HistoryLine />, {
      'event.event0000002': { kind: 'operation', side: 'left', month: '2025-11' },
      'event.event0000001': { kind: 'sprain', side: 'right', month: '2019-01', words: 'on a ramp' },
    })
    const events = within(screen.getByRole('group', { name: 'History, oldest on the left' })).getAllByRole(
      'button',
    )
    expect(events.map((e) => e.getAttribute('aria-label'))).toEqual([
      '2019-01: sprain, right, on a ramp. Delete takes it away.',
      '2025-11: operation, left. Delete takes it away.',
    ])
  })
  test('an event is added with year and side; one after the visit is refused and nothing is lost', () => {
    const { recorded } = renderInVisit(<HistoryLine />)
    fireEvent.click(screen.getByText('+ broken toe'))
    fireEvent.change(screen.getByLabelText('Year'), { target: { value: '2027' } })
    fireEvent.change(screen.getByLabelText('In a few words'), { target: { value: 'against a door' } })
    fireEvent.click(screen.getByText('Add broken toe'))
    expect(faultOf(screen.getByLabelText('Year'))).toBe('The year lies between 1900 and 2026.')
    expect(document.activeElement).toBe(screen.getByLabelText('Year'))
    expect(recorded).toEqual([])
    fireEvent.change(screen.getByLabelText('Year'), { target: { value: '2011' } })
    fireEvent.click(screen.getByText('Add broken toe'))
    expect(Object.values(recorded[0]!)).toEqual([
      { kind: 'brokenToe', side: 'left', month: '2011-01', isYearOnly: true, words: 'against a door' },
    ])
  })
})

describe('the usual week', () => {
  const week = () => screen.getByRole('group', { name: /^Usual week/ })
  test('the keyboard paints the half hour it stands on, and says where it stands', () => {
    const { recorded } = renderInVisit(<WeekPainter />)
    expect(week().getAttribute('aria-label')).toContain('Mon 8:00, nothing')
    fireEvent.keyDown(week(), { key: 'ArrowDown' })
    fireEvent.keyDown(week(), { key: 'ArrowRight' })
    expect(week().getAttribute('aria-label')).toContain('Tue 8:30, nothing')
    fireEvent.click(screen.getByRole('radio', { name: 'walking' }))
    fireEvent.click(screen.getByText('grass, sand, forest'))
    fireEvent.keyDown(week(), { key: ' ' })
    expect(recorded).toEqual([
      { 'answer.week': [{ day: 1, from: 17, to: 18, kind: 'walking', surface: 'soft' }] },
    ])
  })
  test('sums say hours by what is done and on what ground; Monday is copied to the weekdays', () => {
    const monday = { day: 0, from: 44, to: 48, kind: 'standing', surface: 'hard' }
    const { recorded } = renderInVisit(<WeekPainter />, {
      'answer.week': [monday, { day: 2, from: 10, to: 11, kind: 'running', surface: 'soft' }],
    })
    expect(screen.getByText(/^A week:/).textContent).toBe(
      'A week: standing 2 h · running 0.5 h. On concrete, stone 2 h · grass, sand, forest 0.5 h.',
    )
    fireEvent.click(screen.getByText('Monday for all weekdays'))
    expect(recorded[0]!['answer.week']).toEqual([0, 1, 2, 3, 4].map((day) => ({ ...monday, day })))
    fireEvent.click(screen.getByText('Rub out the week'))
    expect(recorded[1]).toEqual({ 'answer.week': null })
  })
})
