import { Link } from 'react-router'
import { stopInForceText } from '@sturvo/words'
import { useInForceQuery } from '../app/followApi'
import classes from './HeldBack.module.css'

/** What was told elsewhere and holds everything back here: papers, link, calendar. Stands until it is settled. */
export function HeldBack({ personId, visitId }: { personId: string; visitId: string }) {
  const { data } = useInForceQuery(personId, { refetchOnMountOrArgChange: true })
  const elsewhere = (data?.stops ?? []).filter((stop) => stop.visitId !== visitId)
  if (elsewhere.length === 0) return null
  return (
    <div role="alert" className={classes.held} data-held-back>
      <h3>Nothing leaves this room while this is in force</h3>
      {elsewhere.map((stop) => (
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
