import type { Person } from '@sturvo/schema'
import { madeUpPerson } from '../../testing/renderInVisit'
import { sortedPeople } from './sortedPeople'

const person = (name: string, changed: Partial<Person> = {}): Person => ({
  ...madeUpPerson,
  name,
  ...changed,
})

test('people are found by any words of name or work, and sorted both ways', () => {
  const people = [
    person('Suna Harrow', { work: 'beekeeper', birthYear: 1974 }),
    person('Ansa Rook', { work: 'ferry deckhand', birthYear: 1992 }),
  ]
  expect(sortedPeople(people, 'HAR bee', { key: 'name', down: false }).map((p) => p.name)).toEqual([
    'Suna Harrow',
  ])
  expect(sortedPeople(people, '', { key: 'name', down: false })[0]!.name).toBe('Ansa Rook')
  expect(sortedPeople(people, '', { key: 'born', down: true })[0]!.name).toBe('Ansa Rook')
  expect(sortedPeople(people, 'nobody', { key: 'name', down: false })).toEqual([])
})
