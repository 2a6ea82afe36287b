import type { OwnErrors } from '@sturvo/schema'
import { errorKindText, num, signed, withUnit } from '@sturvo/words'
import type { Chosen } from './chosen'
import classes from './ErrorsRoom.module.css'
import { unitOf } from './unitOf'

type BetweenProps = {
  errors: OwnErrors
  nameOf: (id: string) => string
  chosen: Chosen | undefined
  onChosen: (chosen: Chosen) => void
}

/** Error between two of us, by measure; a row leads to its pairs. */
export function BetweenTable({ errors, nameOf, chosen, onChosen }: BetweenProps) {
  return (
    <section aria-labelledby="between">
      <h2 id="between">Between two of us</h2>
      {errors.between.length === 0 ? (
        <p className={classes.soft}>
          Nobody measured the same feet as somebody else yet. Take a second trial of what a colleague
          measured, signed in as yourself.
        </p>
      ) : (
        <div className={classes.scroll}>
          <table className={classes.table}>
            <thead>
              <tr>
                <th scope="col">Measure</th>
                <th scope="col">Who and who</th>
                <th scope="col">Feet</th>
                <th scope="col">Error between</th>
                <th scope="col">The second reads</th>
              </tr>
            </thead>
            <tbody>
              {errors.between.map((b) => {
                const unit = unitOf(b.kind)
                const isChosen =
                  chosen?.kind === b.kind && chosen.account === b.first && chosen.second === b.second
                return (
                  <tr key={`${b.kind} ${b.first} ${b.second}`} data-chosen={isChosen}>
                    <td>{errorKindText[b.kind].name}</td>
                    <td>
                      <button
                        type="button"
                        className={classes.who}
                        aria-pressed={isChosen}
                        onClick={() => onChosen({ kind: b.kind, account: b.first, second: b.second })}
                      >
                        {nameOf(b.first)} and {nameOf(b.second)}
                      </button>
                    </td>
                    <td className={classes.number}>{b.pairs}</td>
                    <td className={classes.number}>
                      {num(b.sem, 2)}
                      {withUnit(unit)}
                      <small>
                        {num(b.low, 2)} to {num(b.high, 2)}
                      </small>
                    </td>
                    <td>
                      {b.bias === null
                        ? 'too few to say'
                        : `${signed(b.bias, 1)}${withUnit(unit)}${b.isBiased ? '' : ', could be chance'}`}
                    </td>
                  </tr>
                )
              })}
            </tbody>
          </table>
        </div>
      )}
    </section>
  )
}
