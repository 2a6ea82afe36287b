import type { OwnError } from '@sturvo/schema'
import { num, withUnit } from '@sturvo/words'
import classes from './ErrorsRoom.module.css'

const width = 210
const reachOfDefault = 3 // the strip ends at so many times the default

/** Own error as a dot with its interval; the default as a stroke. One scale for a row: the default is a third. */
export function IntervalStrip({ row, unit }: { row: OwnError; unit: string }) {
  const most = row.standard * reachOfDefault
  const x = (value: number) => 4 + (Math.min(value, most) / most) * (width - 8)
  const isCut = row.high > most
  return (
    <div className={classes.interval}>
      <svg
        viewBox={`0 0 ${width} 22`}
        width={width}
        height={22}
        role="img"
        aria-label={`SEM ${num(row.sem, 2)}${withUnit(unit)}, between ${num(row.low, 2)} and ${num(row.high, 2)}; default ${num(row.standard, 2)}`}
      >
        <line x1={4} x2={width - 4} y1={11} y2={11} stroke="var(--line)" />
        <line
          x1={x(row.low)}
          x2={x(row.high)}
          y1={11}
          y2={11}
          stroke="var(--printDeep)"
          strokeWidth={6}
          strokeOpacity={0.45}
          strokeDasharray={isCut ? '4 2' : undefined}
        />
        <line
          x1={x(row.standard)}
          x2={x(row.standard)}
          y1={2}
          y2={20}
          stroke="var(--ink)"
          strokeWidth={1.5}
        />
        <circle cx={x(row.sem)} cy={11} r={5} fill="var(--act)" />
      </svg>
      <small>
        {num(row.sem, 2)}
        {withUnit(unit)} ({num(row.low, 2)} to {num(row.high, 2)}), default {num(row.standard, 2)}
      </small>
    </div>
  )
}
