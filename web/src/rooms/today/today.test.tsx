import { MantineProvider } from '@mantine/core'
import { render, screen } from '@testing-library/react'
import { MemoryRouter } from 'react-router'
import type { Due, Today } from '@sturvo/schema'
import { dueText } from './dueText'
import { TodayView } from './TodayRoom'

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
