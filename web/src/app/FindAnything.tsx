import '@mantine/spotlight/styles.css'
import { Spotlight, spotlight, type SpotlightActionData } from '@mantine/spotlight'
import { IconSearch } from '@tabler/icons-react'
import { useDebouncedValue } from '@mantine/hooks'
import { useEffect, useState } from 'react'
import { useNavigate } from 'react-router'
import { useFoundQuery } from './api'

const searchPauseMs = 120

/** A room or a person, by a few letters. Comes with the first wish for it and opens at once. */
export function FindAnything() {
  useEffect(() => spotlight.open(), [])
  const navigate = useNavigate()
  const [query, setQuery] = useState('')
  const [asked] = useDebouncedValue(query, searchPauseMs)
  const { data: people = [] } = useFoundQuery(asked)
  const go = (path: string) => () => void navigate(path)
  const actions: SpotlightActionData[] = [
    { id: 'today', label: 'Today', description: 'what to do next', onClick: go('/') },
    { id: 'people', label: 'People', description: 'everyone, search and add', onClick: go('/people') },
    {
      id: 'practice',
      label: 'Practice',
      description: 'approach settings, reference values',
      onClick: go('/practice'),
    },
    {
      id: 'errors',
      label: 'Our error',
      description: 'how well each of us repeats each measure',
      onClick: go('/practice/errors'),
    },
    {
      id: 'eye',
      label: 'Eye practice',
      description: 'train eye and hand against known truth',
      onClick: go('/eye'),
    },
    ...people.map((person) => ({
      id: person.id,
      label: person.name,
      description: person.visits[0]
        ? `${person.work || 'client'} · latest visit ${person.visits[0].startedOn}`
        : `${person.work || 'client'} · no visit yet`,
      onClick: go(person.visits[0] ? `/visit/${person.visits[0].id}` : `/people?who=${person.id}`),
    })),
  ]
  return (
    <Spotlight
      actions={actions}
      query={query}
      onQueryChange={setQuery}
      shortcut="mod + K"
      limit={8}
      highlightQuery
      nothingFound="Nobody and nothing by that name."
      searchProps={{
        leftSection: <IconSearch size={18} />,
        placeholder: 'Find a person or a room',
        'aria-label': 'Find a person or a room',
      }}
    />
  )
}
