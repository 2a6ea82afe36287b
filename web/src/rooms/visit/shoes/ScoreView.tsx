import { scoreItems } from '@sturvo/core/footwear'
import type { ShoeOnFeet } from '@sturvo/core/reading'
import { num, scoreItemText } from '@sturvo/words'
import classes from './ShoePage.module.css'

/** The minimal-shoe score, opened to its five items. */
export function ScoreView({ on }: { on: ShoeOnFeet }) {
  const { score, dropMm } = on.reading
  return (
    <details className={classes.score}>
      <summary title="Weight, stack, drop, support and flexibility; Esculier et al. 2015">
        Minimal-shoe score{' '}
        <b>
          {score.pct === undefined
            ? `${num(score.lowPct, 0)} to ${num(score.highPct, 0)} %`
            : `${num(score.pct, 0)} %`}
        </b>
        {' · '}drop <b>{dropMm === undefined ? 'not known' : `${num(dropMm, 0)} mm`}</b>
      </summary>
      <table>
        <tbody>
          {scoreItems.map((item) => (
            <tr key={item}>
              <th scope="row">{scoreItemText[item]}</th>
              <td>{score.items[item] === undefined ? 'missing' : `${num(score.items[item])} of 5`}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className={classes.label}>Five items, 0 to 5 each, over 25 · Esculier et al. 2015</p>
    </details>
  )
}
