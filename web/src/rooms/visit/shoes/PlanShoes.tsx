import { Link } from 'react-router'
import { shoeVerdicts } from '@sturvo/words'
import { useVisitFrame, useVisitReading } from '../visitContext'
import classes from './Fit.module.css'

/** What the shoes mean for the plan: which one carries the new minutes, and what happens to the others. */
export function PlanShoes() {
  const { visitId } = useVisitFrame()
  const { reading } = useVisitReading()
  const { newShoe, shoes } = reading
  const verdicts = shoeVerdicts(reading)
  if (shoes.shoes.length === 0) return null
  return (
    <section aria-label="Shoes in the plan">
      <p>
        {newShoe ? (
          <>
            New minutes in <b>{newShoe.reading.shoe.name}</b>
            {newShoe.reading.shoe.isGhost ? ', to buy' : ''}.
          </>
        ) : (
          <>
            No shoe of the shelf is thin and fits: see{' '}
            <Link to={`/visit/${visitId}/shoes`}>what to look for</Link>.
          </>
        )}
      </p>
      {verdicts.length > 0 && (
        <ul className={classes.soft}>
          {verdicts.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )}
    </section>
  )
}
