import { MantineProvider } from '@mantine/core'
import { Notifications } from '@mantine/notifications'
import { fireEvent, render, screen, waitFor } from '@testing-library/react'
import { MemoryRouter } from 'react-router'
import type { Due, FollowDecision, Today } from '@sturvo/schema'
import { dueText } from './dueText'
import { TodayView } from './TodayRoom'

const decided: FollowDecision[] = []
let role = 'practitioner'
jest.mock('../../app/api', () => ({
  useTodayQuery: () => ({}),
  useSessionQuery: () => ({ data: { account: { role } } }),
}))
jest.mock('../../app/practiceApi', () => ({
  usePracticeQuery: () => ({ data: { name: 'Tideway Foot Room' } }),
}))
jest.mock('../../app/followApi', () => ({
  useDecideMutation: () => [
    ({ decision }: { decision: FollowDecision }) => {
      decided.push(decision)
      return { unwrap: () => Promise.resolve() }
    },
    { isLoading: false },
  ],
}))
beforeEach(() => {
  decided.length = 0
  role = 'practitioner'
})

const due = (level: Due['level'], startedOn: string | undefined, stepsFilled = 3): Due => ({
  personId: 'person000001',
  name: 'Ansa Rook',
  work: 'ferry deckhand',
  level,
  visit: startedOn === undefined ? null : { id: 'visit0000001', startedOn, stepsFilled },
})
const shown = (answer: Today) =>
  render(
    <MantineProvider>
      <Notifications />
      <MemoryRouter>
        <TodayView answer={answer} today="2026-05-04" />
      </MemoryRouter>
    </MantineProvider>,
  )

test('each line says why in words and leads to the right place', () => {
  expect(dueText(due('stop', '2026-05-03'), '2026-05-04')).toMatchObject({
    to: '/visit/visit0000001/story',
    why: expect.stringContaining('yesterday'),
  })
  expect(dueText(due('open', '2026-05-04'), '2026-05-04').why).toBe('Visit begun today, 3 of 8 steps filled.')
  expect(dueText(due('done', '2026-05-01', 8), '2026-05-04')).toMatchObject({
    to: '/visit/visit0000001/handover',
    why: expect.stringContaining('3 days ago'),
  })
  expect(dueText(due('open', undefined), '2026-05-04').to).toBe('/people?who=person000001')
})

test('with nobody there, Today offers the first client', () => {
  shown({ due: [], total: 0, hasPeople: false })
  expect(screen.getByText('Add the first client').closest('a')?.getAttribute('href')).toBe('/people?add')
})

test('with nothing to do it says so, and a long list says how much more there is', () => {
  shown({ due: [], total: 0, hasPeople: true })
  expect(screen.getByText(/Nothing is waiting/)).toBeTruthy()
  shown({ due: [due('open', '2026-05-04')], total: 250, hasPeople: true })
  expect(screen.getByText(/first 1 of 250/)).toBeTruthy()
})

const backOff: Due = {
  ...due('backOff', '2026-03-04', 8),
  rule: 'painTwice',
  evidence: { channel: 'pain', value: 5, level: 1, limit: 2, days: ['2026-05-03'] },
  day: '2026-05-03',
  proposal: { planId: 'plan00000001', setsShare: 0.6, minutes: { shoes: 12 } },
}

test('a proposal is taken from the list with one tap, as it was proposed', async () => {
  shown({ due: [backOff], total: 1, hasPeople: true })
  fireEvent.click(document.querySelector('[data-take-here]')!)
  await waitFor(() => expect(decided).toHaveLength(1))
  expect(decided[0]).toMatchObject({
    kind: 'take',
    planId: 'plan00000001',
    action: 'backOff',
    rule: 'painTwice',
    setsShare: 0.6,
    minutes: { shoes: 12 },
  })
})

test('put off to a day, from tomorrow on', async () => {
  shown({ due: [{ ...due('silent', '2026-03-04', 8), day: '2026-04-20' }], total: 1, hasPeople: true })
  expect(document.querySelector('[data-take-here]')).toBeNull()
  fireEvent.click(document.querySelector('[data-more]')!)
  fireEvent.click(await screen.findByText('Put off …'))
  const day = await screen.findByLabelText('Another day')
  fireEvent.change(day, { target: { value: '2020-01-01' } })
  expect(screen.getByText('Put off to this day').closest('button')!.disabled).toBe(true)
  fireEvent.click(screen.getByText('In three days'))
  await waitFor(() => expect(decided).toMatchObject([{ kind: 'putOff', rule: 'silent' }]))
})

test('stops, plans to be made anew and assistants have no tap here', () => {
  const stop: Due = { ...backOff, level: 'stopSign', rule: 'stopSign', evidence: { signs: ['numb'] } }
  const anew: Due = { ...backOff, level: 'restart', rule: 'missedLong', personId: 'person000002' }
  const { unmount } = shown({ due: [stop, anew], total: 2, hasPeople: true })
  expect(document.querySelectorAll('[data-take-here]')).toHaveLength(0)
  expect(document.querySelectorAll('[data-more]')).toHaveLength(1)
  unmount()
  role = 'assistant'
  shown({ due: [backOff], total: 1, hasPeople: true })
  expect(document.querySelector('[data-take-here], [data-more]')).toBeNull()
})
