import { Link } from 'react-router'
import type { InForceAnswer } from '@sturvo/schema'
import { stopInForceText } from '@sturvo/words'
import classes from './HeldBack.module.css'

/** What was told elsewhere and holds everything back here: papers, link, calendar. Stands until it is settled. */
export function HeldBack({ personId, stops }: { personId: string; stops: InForceAnswer['stops'] }) {
  if (stops.length === 0) return null
  return (
    <div role="alert" className={classes.held} data-held-back>
      <h3>Nothing leaves this room while this is in force</h3>
      {stops.map((stop) => (
        <p key={`${stop.toldAt} ${stop.what}`}>
          {stopInForceText(stop)}{' '}
          <Link to={stop.visitId === undefined ? `/person/${personId}` : `/visit/${stop.visitId}/story`}>
            {stop.visitId === undefined ? 'To the log' : 'To that visit'}
          </Link>
        </p>
      ))}
    </div>
  )
}
