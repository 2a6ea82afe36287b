import { Button } from '@mantine/core'
import dayjs from 'dayjs'
import { Link } from 'react-router'
import { mostCountedDue, type Due, type Today } from '@sturvo/schema'
import { useTodayQuery } from '../../app/api'
import { Cairn } from '../../parts/Cairn'
import { LoadedPart } from '../../parts/LoadedPart'
import { DueActions } from './DueActions'
import { dueText } from './dueText'
import classes from './TodayRoom.module.css'

/** A short list that says what to do, the most urgent first. */
export default function TodayRoom() {
  const due = useTodayQuery()
  return (
    <LoadedPart query={due}>
      {(answer) => <TodayView answer={answer} today={dayjs().format('YYYY-MM-DD')} />}
    </LoadedPart>
  )
}

export function TodayView({ answer, today }: { answer: Today; today: string }) {
  const { due, total, hasPeople } = answer
  return (
    <div className={classes.room}>
      <header>
        <h1>Today</h1>
        <p className={classes.day}>{dayjs(today).format('dddd, D MMMM')}</p>
      </header>
      {!hasPeople ? (
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
        <>
          <ol className={classes.list}>
            {due.map((item, i) => (
              <DueLine key={item.personId} item={item} today={today} isFirst={i === 0} />
            ))}
          </ol>
          {total > due.length && (
            <p className={classes.why}>
              These are the first {due.length} of{' '}
              {total < mostCountedDue ? total : `${mostCountedDue} or more`}. The rest is in People.
            </p>
          )}
        </>
      )}
    </div>
  )
}

function DueLine({ item, today, isFirst }: { item: Due; today: string; isFirst: boolean }) {
  const { why, action, to } = dueText(item, today)
  return (
    <li className={classes.line} data-level={item.level}>
      <span className={classes.mark}>
        {item.level === 'stop' || item.level === 'stopSign' ? <Cairn /> : null}
      </span>
      <div>
        <p className={classes.what}>
          <strong>{item.name}</strong>
          {item.work === '' ? '' : `, ${item.work}`}
        </p>
        <p className={classes.why}>
          {why}
          {(item.more ?? []).map(
            (level) => ` ${dueText({ ...item, level, rule: undefined, evidence: undefined }, today).why}`,
          )}
        </p>
        {(item.rule !== undefined || item.day !== undefined) && <DueActions due={item} />}
      </div>
      <Button component={Link} to={to} variant={isFirst ? 'filled' : 'default'}>
        {action}
      </Button>
    </li>
  )
}
