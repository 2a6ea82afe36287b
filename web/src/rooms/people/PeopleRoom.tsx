import { Button, TextInput } from '@mantine/core'
import { IconPlus, IconSearch } from '@tabler/icons-react'
import { useVirtualizer } from '@tanstack/react-virtual'
import dayjs from 'dayjs'
import { useRef, useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import type { Person } from '@sturvo/schema'
import { usePeopleQuery } from '../../app/api'
import { Cairn } from '../../parts/Cairn'
import { LoadedPart } from '../../parts/LoadedPart'
import classes from './PeopleRoom.module.css'
import { PersonForm } from './PersonForm'
import { sortedPeople, type SortKey } from './sortedPeople'
import { useBeginVisit } from './useBeginVisit'

const columns: { key: SortKey; title: string }[] = [
  { key: 'name', title: 'Name' },
  { key: 'work', title: 'Work' },
  { key: 'born', title: 'Born' },
  { key: 'visit', title: 'Latest visit' },
]
const rowPx = 56

/** Everyone: search, sort, add, and straight into a visit. */
export default function PeopleRoom() {
  const people = usePeopleQuery()
  const [params, setParams] = useSearchParams()
  const whose = params.get('who')
  const close = () => setParams({}, { replace: true })
  return (
    <LoadedPart query={people}>
      {({ people: list, unreadable }) => (
        <>
          {unreadable.length > 0 && (
            <p role="alert" className={classes.unreadable}>
              {unreadable.length === 1 ? 'One entry' : `${unreadable.length} entries`} cannot be read and{' '}
              {unreadable.length === 1 ? 'is' : 'are'} kept as stored ({unreadable.join(', ')}). Run “sturvo
              check” on this practice, or restore a copy.
            </p>
          )}
          <PeopleTable
            people={list}
            onAdd={() => setParams({ add: '' })}
            onOpened={(id) => setParams({ who: id })}
          />
          {params.has('add') && <PersonForm onClosed={close} />}
          {whose && list.some((p) => p.id === whose) && (
            <PersonForm person={list.find((p) => p.id === whose)} onClosed={close} />
          )}
        </>
      )}
    </LoadedPart>
  )
}

function PeopleTable({
  people,
  onAdd,
  onOpened,
}: {
  people: readonly Person[]
  onAdd: () => void
  onOpened: (id: string) => void
}) {
  const [search, setSearch] = useState('')
  const [sort, setSort] = useState<{ key: SortKey; down: boolean }>({ key: 'name', down: false })
  const shown = sortedPeople(people, search, sort)
  const scroller = useRef<HTMLDivElement>(null)
  const rows = useVirtualizer({
    count: shown.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowPx,
    overscan: 8,
    initialRect: { width: 900, height: 560 },
  })
  return (
    <div className={classes.room}>
      <header className={classes.head}>
        <h1>People</h1>
        <TextInput
          aria-label="Search people"
          placeholder="Search by name or work"
          leftSection={<IconSearch size={16} />}
          value={search}
          onChange={(event) => setSearch(event.currentTarget.value)}
        />
        <Button leftSection={<IconPlus size={16} />} onClick={onAdd}>
          Add a client
        </Button>
      </header>
      <div role="table" aria-label="People" aria-rowcount={shown.length} className={classes.table}>
        <div role="row" className={classes.row} data-head>
          {columns.map(({ key, title }) => (
            <div
              role="columnheader"
              key={key}
              aria-sort={sort.key === key ? (sort.down ? 'descending' : 'ascending') : 'none'}
            >
              <button type="button" onClick={() => setSort({ key, down: sort.key === key && !sort.down })}>
                {title} {sort.key === key ? (sort.down ? '↓' : '↑') : ''}
              </button>
            </div>
          ))}
          <div role="columnheader">
            <span className="unseen">What to do</span>
          </div>
        </div>
        <div
          ref={scroller}
          className={classes.scroller}
          role="rowgroup"
          tabIndex={0}
          aria-label="List of people"
        >
          <div style={{ height: rows.getTotalSize(), position: 'relative' }} role="presentation">
            {rows.getVirtualItems().map((item) => (
              <PersonLine
                key={shown[item.index]!.id}
                person={shown[item.index]!}
                top={item.start}
                onOpened={onOpened}
              />
            ))}
          </div>
          {shown.length === 0 && (
            <p className={classes.nobody} role="row">
              <span role="cell">
                {people.length === 0 ? 'Nobody yet. Add the first client.' : `Nobody matches “${search}”.`}
              </span>
            </p>
          )}
        </div>
      </div>
    </div>
  )
}

function PersonLine({
  person,
  top,
  onOpened,
}: {
  person: Person
  top: number
  onOpened: (id: string) => void
}) {
  const begin = useBeginVisit()
  const visit = person.visits[0]
  return (
    <div
      role="row"
      className={classes.row}
      style={{ position: 'absolute', insetInline: 0, height: rowPx, transform: `translateY(${top}px)` }}
    >
      <div role="cell">
        <button
          type="button"
          className={classes.name}
          onClick={() => onOpened(person.id)}
          title="Open details"
        >
          {person.name}
        </button>
        {person.cautions.stop > 0 && <Cairn size={18} />}
        {person.cautions.stop > 0 && <span className={classes.stop}>stop</span>}
      </div>
      <div role="cell">{person.work || '–'}</div>
      <div role="cell">{person.birthYear ?? '–'}</div>
      <div role="cell">
        {visit
          ? `${dayjs(visit.startedOn).format('D MMM YYYY')} · ${visit.stepsFilled} of 8 steps`
          : 'none yet'}
      </div>
      <div role="cell" className={classes.actions}>
        {visit && (
          <Button size="xs" variant="default" onClick={() => begin.open(visit.id)}>
            Open visit
          </Button>
        )}
        {visit && (
          <Button size="xs" variant="default" component={Link} to={`/person/${person.id}`}>
            Over time
          </Button>
        )}
        <Button
          size="xs"
          variant="subtle"
          loading={begin.isLoading}
          onClick={() => void begin.start(person.id, visit?.id)}
        >
          New visit
        </Button>
      </div>
    </div>
  )
}
