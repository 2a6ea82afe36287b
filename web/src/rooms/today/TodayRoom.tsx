import { Button } from '@mantine/core'
import dayjs from 'dayjs'
import { Link } from 'react-router'
import type { Person } from '@sturvo/schema'
import { usePeopleQuery } from '../../app/api'
import { Cairn } from '../../parts/Cairn'
import { LoadedPart } from '../../parts/LoadedPart'
import { dueToday, type Due } from './dueToday'
import classes from './TodayRoom.module.css'

/** A short list that says what to do, the most urgent first. */
export default function TodayRoom() {
  const people = usePeopleQuery()
  return (
    <LoadedPart query={people}>
      {(list) => <TodayView people={list} today={dayjs().format('YYYY-MM-DD')} />}
    </LoadedPart>
  )
}

export function TodayView({ people, today }: { people: readonly Person[]; today: string }) {
  const due = dueToday(people, today)
  return (
    <div className={classes.room}>
      <header>
        <h1>Today</h1>
        <p className={classes.day}>{dayjs(today).format('dddd, D MMMM')}</p>
      </header>
      {people.length === 0 ? (
        <div className={classes.empty}>
          <h2>No clients yet</h2>
          <p>Add the first one; a visit takes 30 to 45 minutes and can be left at any step.</p>
          <Button component={Link} to="/people?add" size="md">
            Add the first client
          </Button>
        </div>
      ) : due.length === 0 ? (
        <p className={classes.empty}>Nothing is waiting. The next visit starts from People.</p>
      ) : (
        <ol className={classes.list}>
          {due.map((item, i) => (
            <DueLine key={item.visitId ?? item.personId} item={item} isFirst={i === 0} />
          ))}
        </ol>
      )}
    </div>
  )
}

function DueLine({ item, isFirst }: { item: Due; isFirst: boolean }) {
  return (
    <li className={classes.line} data-level={item.level}>
      <span className={classes.mark}>{item.level === 'stop' ? <Cairn /> : null}</span>
      <div>
        <p className={classes.what}>
          <strong>{item.name}</strong>
          {item.work === '' ? '' : `, ${item.work}`}
        </p>
        <p className={classes.why}>{item.why}</p>
      </div>
      <Button component={Link} to={item.to} variant={isFirst ? 'filled' : 'default'}>
        {item.action}
      </Button>
    </li>
  )
}
