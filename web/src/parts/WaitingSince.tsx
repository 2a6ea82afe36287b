import { Link } from 'react-router'
import { dayAsRead } from '@sturvo/words'
import { useInForceQuery } from '../app/followApi'
import classes from './HeldBack.module.css'

/** What a visit told after the plan was kept, and what waits of it on the phone until a new version is kept. */
export function WaitingSince({ personId, visitId }: { personId: string; visitId?: string }) {
  const { data } = useInForceQuery(personId, { refetchOnMountOrArgChange: true })
  const waiting = data?.waiting
  if (!waiting) return null
  return (
    <div role="status" className={classes.held} data-waiting>
      <h3>
        A part of version {waiting.number} waits since {dayAsRead(waiting.day)}, when the visit told something
        new
      </h3>
      <ul>
        {waiting.lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      <p>
        The client’s page leaves it out already. It goes on as a new version says:{' '}
        {visitId === waiting.visitId ? (
          'keep one here.'
        ) : (
          <Link to={`/visit/${waiting.visitId}/plan`}>make it in that visit.</Link>
        )}
      </p>
    </div>
  )
}
