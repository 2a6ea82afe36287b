import { Link } from 'react-router'
import { measureIds } from '@sturvo/core/measures'
import type { OwnErrors } from '@sturvo/schema'
import { measureText, num, slipText, withUnit } from '@sturvo/words'
import classes from './ErrorsRoom.module.css'
import { unitOf } from './unitOf'

/** Trials too far apart, each with its way to the visit. */
export function SuspectList({ errors, nameOf }: { errors: OwnErrors; nameOf: (id: string) => string }) {
  return (
    <section aria-labelledby="suspects">
      <h2 id="suspects">To check</h2>
      {errors.suspects.length === 0 ? (
        <p className={classes.soft}>No trials lie so far apart that a slip is likely.</p>
      ) : (
        <>
          <p className={classes.soft}>
            Trials too far apart to be the error of measuring. Nothing is left out by itself: open the visit
            and put right what was typed wrongly.
          </p>
          <ul className={classes.suspects}>
            {errors.suspects.map((s) => {
              const measure = measureIds.find((id) => id === s.measure)
              return (
                <li key={`${s.visitId} ${s.measure} ${s.side}`}>
                  <Link to={`/visit/${s.visitId}/look`}>{s.personName}</Link>, {s.on}:{' '}
                  {measure ? measureText[measure].name : s.measure},{' '}
                  <span style={{ color: `var(--${s.side})` }}>{s.side}</span>,{' '}
                  <strong>
                    {s.values.map((v) => num(v)).join(' and ')}
                    {withUnit(unitOf(s.kind))}
                  </strong>{' '}
                  by {nameOf(s.accountId)}: {num(s.timesError, 0)} × the usual distance, {slipText[s.slip]}.
                </li>
              )
            })}
          </ul>
        </>
      )}
    </section>
  )
}
