import type { Comparison, OverTimeRow } from '@sturvo/core/overTime'
import { sides } from '@sturvo/core/side'
import {
  byChanceText,
  otherHandsText,
  measureText,
  num,
  overTimeName,
  overTimeValue,
  overTimeVerdict,
  wordText,
} from '@sturvo/words'
import classes from './ComparisonTable.module.css'

const order = { real: 0, likely: 1, withinError: 2, notComparable: 3 } as const
const mark = { left: '●', right: '■' } as const

/** Numbers of two days beside each other with what is to be made of them; what changed comes first. */
export function ComparisonTable({ comparison, name }: { comparison: Comparison; name: string }) {
  const { rows, words, realByChance, areOtherHands } = comparison
  const sorted = [...rows].sort((a, b) => order[a.change.judged] - order[b.change.judged])
  const comparable = rows.filter((row) => row.change.judged !== 'notComparable' && !row.isSeenUnchanged)
  const others = words.filter((word) => word.before !== word.after)
  return (
    <>
      <p className={classes.soft} data-by-chance>
        {byChanceText(comparable.length, realByChance)}
        {areOtherHands && ` ${otherHandsText}`}
      </p>
      {rows.length > 0 && (
        <div className={classes.scroll} role="region" tabIndex={0} aria-label={name}>
          <table className={classes.table}>
            <thead>
              <tr>
                <th scope="col">Measure</th>
                <th scope="col">Side</th>
                <th scope="col">Before</th>
                <th scope="col">Now</th>
                <th scope="col">Change</th>
                <th scope="col">Real from</th>
                <th scope="col">So</th>
              </tr>
            </thead>
            <tbody>
              {sorted.map((row) => (
                <Row key={`${row.id} ${row.side}`} row={row} />
              ))}
            </tbody>
          </table>
        </div>
      )}
      {others.length > 0 && (
        <p>
          Seen otherwise than before (no error of a look is known):{' '}
          {others
            .map(
              ({ id, side, before, after }) =>
                `${measureText[id].name}, ${side}: ${wordText(id, before)}, now ${wordText(id, after)}`,
            )
            .join('; ')}
          .
        </p>
      )}
    </>
  )
}

function Row({ row }: { row: OverTimeRow }) {
  const { id, side, before, after, change } = row
  const sign = change.difference > 0 ? '+' : change.difference < 0 ? '−' : ''
  return (
    <tr data-compared={`${id}.${side}`} data-judged={change.judged} data-side={sides.indexOf(side)}>
      <th scope="row">{overTimeName(id)}</th>
      <td data-foot={side}>
        {mark[side]} {side}
      </td>
      <td>
        {overTimeValue(id, before.value)}
        {before.trials !== undefined && before.trials > 1 ? ` (${before.trials})` : ''}
      </td>
      <td>
        {overTimeValue(id, after.value)}
        {after.trials !== undefined && after.trials > 1 ? ` (${after.trials})` : ''}
      </td>
      <td>
        {sign}
        {overTimeValue(id, Math.abs(change.difference))}
      </td>
      <td>{change.judged === 'notComparable' ? '' : overTimeValue(id, change.mdc)}</td>
      <td>
        <ChangeBar row={row} /> {overTimeVerdict(row)}
      </td>
    </tr>
  )
}

const barPx = 64
/** The change on a line with the band of the error: within the band it is not seen from noise. */
function ChangeBar({ row }: { row: OverTimeRow }) {
  const { difference, mdc, judged } = row.change
  if (judged === 'notComparable' || !(mdc > 0)) return null
  const reach = 2.5
  const at = (times: number) =>
    barPx / 2 + (Math.max(-reach, Math.min(reach, times)) / reach) * (barPx / 2 - 5)
  return (
    <svg
      width={barPx}
      height="14"
      className={classes.bar}
      role="img"
      aria-label={`${num(Math.abs(difference / mdc), 1)} times the smallest real change`}
    >
      <rect x={at(-1)} width={at(1) - at(-1)} y="2" height="10" fill="var(--grid)" stroke="var(--line)" />
      <line x1={at(0)} x2={at(0)} y1="2" y2="12" stroke="var(--soft)" />
      {row.side === 'left' ? (
        <circle cx={at(difference / mdc)} cy="7" r="4" fill="var(--left)" />
      ) : (
        <rect x={at(difference / mdc) - 3.5} y="3.5" width="7" height="7" fill="var(--right)" />
      )}
    </svg>
  )
}
