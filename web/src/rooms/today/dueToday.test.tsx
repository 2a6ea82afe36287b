import { MantineProvider } from '@mantine/core'
import { render, screen } from '@testing-library/react'
import { MemoryRouter } from 'react-router'
import type { Person } from '@sturvo/schema'
import { dueToday } from './dueToday'
import { TodayView } from './TodayRoom'

const person = (name: string, changed: Partial<Person> = {}): Person => ({
  id: `person${name.toLowerCase()}00`,
  name,
  pronouns: '',
  birthYear: 1980,
  work: '',
  phone: '',
  email: '',
  lengthUnit: 'mm',
  massUnit: 'kg',
  kit: [],
  version: 1,
  created: '',
  visits: [],
  cautions: { stop: 0, limit: 0 },
  ...changed,
})
const visit = (startedOn: string, stepsFilled: number) => ({
  id: `visit${startedOn.replaceAll('-', '')}`,
  startedOn,
  stepsFilled,
})

test('stops come first, then open visits, then pages to hand over; old whole visits rest', () => {
  const people = [
    person('Whole', { visits: [visit('2026-05-01', 8)] }),
    person('Open', { visits: [visit('2026-05-04', 3)] }),
    person('Stop', { visits: [visit('2026-05-03', 1)], cautions: { stop: 1, limit: 0 } }),
    person('Old', { visits: [visit('2026-01-01', 8)] }),
    person('New'),
  ]
  const due = dueToday(people, '2026-05-04')
  expect(due.map((d) => d.name)).toEqual(['Stop', 'New', 'Open', 'Whole'])
  expect(due[0]).toMatchObject({
    to: '/visit/visit20260503/story',
    why: expect.stringContaining('yesterday'),
  })
  expect(due[2]!.why).toBe('Visit begun today, 3 of 8 steps filled.')
})

test('with nobody there, Today offers the first client', () => {
  render(
    <MantineProvider>
      <MemoryRouter>
        <TodayView people={[]} today="2026-05-04" />
      </MemoryRouter>
    </MantineProvider>,
  )
  expect(screen.getByText('Add the first client').closest('a')?.getAttribute('href')).toBe('/people?add')
})
