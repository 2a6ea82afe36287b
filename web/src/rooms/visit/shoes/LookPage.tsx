import { SegmentedControl } from '@mantine/core'
import { useState } from 'react'
import { nearestShoes, type FitActivity } from '@sturvo/core/fit'
import { neededOf } from '@sturvo/core/reading'
import { sides } from '@sturvo/core/side'
import { neededLines, num, shortfallName, shortfallText } from '@sturvo/words'
import { useVisitFrame, useVisitReading } from '../visitContext'
import classes from './Fit.module.css'

/** Asked the other way round: the smallest inside that fits, and which shoe of the shelf comes nearest. */
export function LookPage() {
  const { references } = useVisitFrame()
  const { reading, facts, settings } = useVisitReading()
  const [activity, setActivity] = useState<FitActivity>(facts.runs ? 'run' : 'walk')
  const { feet, shoes } = reading.shoes
  const needed = neededOf(reading.shoes, facts, settings, activity, references)
  if (!needed)
    return (
      <p className={classes.missing}>
        Length and ball width of a foot, or a photo from above, tell what to look for.
      </p>
    )
  const candidates = nearestShoes(
    shoes.filter((s) => !s.reading.shoe.isRetired).map((s) => s.reading.shoe),
    needed,
    references,
    new Map(shoes.map((s) => [s.reading.shoe.id, s.depth])),
  )
  const spaced = facts.spacersMm.some((mm) => mm > 0)
  return (
    <div className={classes.page}>
      <div>
        <h3>What to look for</h3>
        <SegmentedControl
          size="sm"
          mt={6}
          aria-label="For walking or running"
          value={activity}
          onChange={(value) => setActivity(value === 'run' ? 'run' : 'walk')}
          data={[
            { value: 'walk', label: 'Walking' },
            { value: 'run', label: 'Running' },
          ]}
        />
        <ul>
          {neededLines(needed).map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
        <p className={classes.soft}>
          The smallest inside that fits {sides.filter((side) => feet[side]).join(' and ')}
          {spaced ? ', spacers included' : ''}; {num(references.upperStretchMm, 0)} mm stretch of the upper
          counted. The paper at true size is on the page Fit.
        </p>
      </div>
      <div>
        <h3>Which of these comes nearest</h3>
        <table className={classes.table}>
          <thead>
            <tr>
              <th scope="col">shoe</th>
              <th scope="col">what it is short of</th>
            </tr>
          </thead>
          <tbody>
            {candidates.map(({ shoe, shortfalls, unknown }) => (
              <tr key={shoe.id}>
                <th scope="row">{shoe.name}</th>
                <td>
                  {shortfalls.length === 0
                    ? unknown.length === 0
                      ? 'nothing'
                      : 'nothing that is known'
                    : shortfalls.slice(0, 3).map(shortfallText).join(', ')}
                  {unknown.length > 0 && unknown.length < 8 && (
                    <span className={classes.soft}>
                      {' '}
                      · not known: {unknown.map((kind) => shortfallName[kind]).join(', ')}
                    </span>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className={classes.soft}>
          Add a ghost with the numbers of a shoe in the shop to see where it would stand.
        </p>
      </div>
    </div>
  )
}
