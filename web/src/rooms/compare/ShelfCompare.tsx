import { num } from '@sturvo/words'
import { shoesOf } from '@sturvo/schema'
import type { DatedVisit } from '../../parts/useDatedReading'
import classes from './Compare.module.css'

type Worn = { name: string; hours: number; stackMm: number | undefined }
const wornAt = ({ visit }: DatedVisit): Worn[] =>
  shoesOf(visit.fields).flatMap(({ name, hoursPerWeek, stackHeelMm }) =>
    hoursPerWeek === undefined || hoursPerWeek === 0
      ? []
      : [{ name, hours: hoursPerWeek, stackMm: stackHeelMm }],
  )
const barMax = 130

/** The shelf of both days: hours a week in each shoe, with what lies under the heel. */
export function ShelfCompare({ before, after }: { before: DatedVisit; after: DatedVisit }) {
  const [was, is] = [wornAt(before), wornAt(after)]
  const names = [...new Set([...is, ...was].map(({ name }) => name))]
  if (names.length === 0) return null
  // nobody looked at the shelf that day: that is not the same as no hours
  const [isWasKnown, isIsKnown] = [was.length > 0, is.length > 0]
  const told = (hours: number | undefined, isKnown: boolean) => (isKnown ? num(hours ?? 0, 0) : '–')
  const most = Math.max(...[...was, ...is].map(({ hours }) => hours))
  return (
    <figure className={classes.figure}>
      <table className={classes.shelf}>
        <thead>
          <tr>
            <th scope="col">Shoe</th>
            <th scope="col">Hours a week</th>
            <th scope="col">Under the heel</th>
          </tr>
        </thead>
        <tbody>
          {names.map((name) => {
            const [a, b] = [was, is].map((list) => list.find((shoe) => shoe.name === name))
            const stackMm = b?.stackMm ?? a?.stackMm
            return (
              <tr key={name} data-shoe={name}>
                <th scope="row">{name}</th>
                <td>
                  <svg width={barMax} height="20" aria-hidden="true">
                    <rect
                      y="1"
                      width={((a?.hours ?? 0) / most) * barMax}
                      height="7"
                      fill="none"
                      stroke="var(--soft)"
                      strokeDasharray="3 2"
                    />
                    <rect
                      y="10"
                      width={((b?.hours ?? 0) / most) * barMax}
                      height="9"
                      fill="var(--printDeep)"
                    />
                  </svg>{' '}
                  {told(a?.hours, isWasKnown)} → {told(b?.hours, isIsKnown)}
                </td>
                <td>{stackMm === undefined ? '' : `${num(stackMm, 0)} mm`}</td>
              </tr>
            )
          })}
        </tbody>
      </table>
      {!(isWasKnown && isIsKnown) && (
        <figcaption className={classes.soft}>
          The shelf was not looked at on the {isWasKnown ? 'later' : 'earlier'} day.
        </figcaption>
      )}
    </figure>
  )
}
