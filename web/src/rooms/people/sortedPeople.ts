import type { Person } from '@sturvo/schema'

export type SortKey = 'name' | 'work' | 'born' | 'visit'

const keyOf: Record<SortKey, (p: Person) => string> = {
  name: (p) => p.name,
  work: (p) => p.work,
  born: (p) => String(p.birthYear ?? ''),
  visit: (p) => p.visits[0]?.startedOn ?? '',
}

/** People whose name or work holds every word of the search, in the wanted order. */
export function sortedPeople(
  people: readonly Person[],
  search: string,
  sort: { key: SortKey; down: boolean },
): Person[] {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean)
  const found = people.filter((p) =>
    words.every((word) => `${p.name} ${p.work}`.toLowerCase().includes(word)),
  )
  const sign = sort.down ? -1 : 1
  return found.sort(
    (a, b) => sign * keyOf[sort.key](a).localeCompare(keyOf[sort.key](b)) || a.name.localeCompare(b.name),
  )
}
