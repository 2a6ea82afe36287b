import { Link } from 'react-router'
import type { Role } from '@sturvo/schema'
import { copiesSentence, replicaSentence } from '@sturvo/words'
import dayjs from 'dayjs'
import { copiesAgainMs, useCopiesQuery } from '../../app/trustApi'
import classes from './PracticeRoom.module.css'

/** The rooms of trust, as far as one's role goes. */
export function Doors({ role }: { role: Role | undefined }) {
  if (role === undefined || role === 'assistant') return null
  const isOwner = role === 'owner'
  return (
    <nav aria-label="Rooms of the practice" className={classes.doors}>
      {isOwner && (
        <Door
          to="/practice/access"
          name="Access"
          says="Who may sign in, invitations, second factor, sessions"
        />
      )}
      {isOwner && (
        <Door to="/practice/audit" name="Audit" says="Who saw, changed, printed or took out what" />
      )}
      {isOwner && <CopiesDoor />}
      <Door to="/practice/import" name="Take a file in" says="Bundles, FHIR, tables of measures" />
      {isOwner && (
        <a href="/api/practice/export.zip" download className={classes.door}>
          <strong>Take everything out</strong>
          <span>The whole practice as one open file</span>
        </a>
      )}
    </nav>
  )
}

function Door({
  to,
  name,
  says,
  isAlarm = false,
}: {
  to: string
  name: string
  says: string
  isAlarm?: boolean
}) {
  return (
    <Link to={to} className={classes.door} data-alarm={isAlarm}>
      <strong>{name}</strong>
      <span>{says}</span>
    </Link>
  )
}

/** How old the last copy is stands on the door itself: nobody opens a room to find out that nothing is wrong. */
function CopiesDoor() {
  const { data } = useCopiesQuery(undefined, { pollingInterval: copiesAgainMs })
  const isBehind = data?.replica?.isBehind === true
  return (
    <Door
      to="/practice/copies"
      name="Copies"
      says={
        data
          ? [
              copiesSentence(data, dayjs().valueOf()),
              ...(isBehind ? [replicaSentence(data.replica!)] : []),
            ].join(' ')
          : 'Daily copies, and whether they can be restored'
      }
      isAlarm={data?.isOld === true || isBehind}
    />
  )
}
