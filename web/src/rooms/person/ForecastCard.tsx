import { NativeSelect } from '@mantine/core'
import { useLocalStorage } from '@mantine/hooks'
import { useMemo } from 'react'
import { daysBetween, dayAfter } from '@sturvo/core/followup'
import {
  forecast,
  overTimeKind,
  type DatedValue,
  type Forecast,
  type OverTimeId,
} from '@sturvo/core/overTime'
import type { References } from '@sturvo/core/reference'
import { sides, type Side } from '@sturvo/core/side'
import type { Course, LogAnswer } from '@sturvo/schema'
import { dayAsRead, forecastText, overTimeName, overTimeValue, towardsTheMiddleText } from '@sturvo/words'
import classes from './Person.module.css'
import { followable, goalOf, seriesOf } from './series'

/** One measure over time with the error of every value, and when its goal is met, if anything can be said of that. */
export function ForecastCard({
  course,
  log,
  references,
  bigToeGoalDeg,
}: {
  course: Course
  log: LogAnswer
  references: References
  bigToeGoalDeg: number
}) {
  const ids = useMemo(
    () => followable(course, references, bigToeGoalDeg),
    [course, references, bigToeGoalDeg],
  )
  const [chosen, setChosen] = useLocalStorage<string>({
    key: 'sturvo.forecastOf',
    defaultValue: 'kneeToWall',
  })
  const id = ids.find((each) => each === chosen) ?? ids[0]
  const said = useMemo(() => {
    if (id === undefined) return undefined
    const aim = goalOf(id, references, bigToeGoalDeg)
    return sides.map((side) => {
      const values = seriesOf(id, side, { course, log, references })
      return {
        side,
        values,
        outcome: forecast(values, aim, references),
        isShort: values[0] !== undefined && aim.direction * (aim.goal - values[0].value) > 0,
      }
    })
  }, [id, course, log, references, bigToeGoalDeg])
  if (id === undefined || !said) return null
  const { goal } = goalOf(id, references, bigToeGoalDeg)
  return (
    <section className={classes.card} aria-labelledby="forecast">
      <h2 id="forecast">One measure over time</h2>
      <NativeSelect
        label="Measure"
        value={id}
        onChange={(event) => setChosen(event.currentTarget.value)}
        data={ids.map((value) => ({ value, label: overTimeName(value) }))}
        maw={340}
      />
      <SeriesPlot id={id} goal={goal} rows={said} />
      <ul>
        {said.map(({ side, outcome }) => (
          <li key={side} data-forecast={side} data-kind={outcome.kind}>
            <strong className={classes[side]}>{side}</strong>:{' '}
            {forecastText(outcome, overTimeValue(id, goal))}
          </li>
        ))}
      </ul>
      <p className={classes.soft}>
        Bars are the error of one value, 95 of 100: yours where it is known, wider for what the client tried
        alone. A forecast is a guess with its odds, not a promise.{' '}
        {said.some(({ isShort, outcome }) => isShort && outcome.kind === 'trend') && towardsTheMiddleText}
      </p>
    </section>
  )
}

type Row = { side: Side; values: DatedValue[]; outcome: Forecast }
const [width, height, left, bottom] = [900, 240, 54, 26]

function SeriesPlot({ id, goal, rows }: { id: OverTimeId; goal: number; rows: readonly Row[] }) {
  const all = rows.flatMap(({ values }) => values)
  if (all.length === 0) return <p>No value yet.</p>
  const days = all.map(({ day }) => day).sort()
  const [first, last] = [days[0]!, days.at(-1)!]
  const hasBand = rows.some(({ outcome }) => outcome.kind === 'trend')
  const span = Math.max(14, daysBetween(first, last)) + (hasBand ? 26 * 7 : 14)
  const reach = 1.96
  const bandValues = rows.flatMap(({ outcome }) =>
    outcome.kind === 'trend' ? outcome.band.map((b) => b.middle) : [],
  )
  const values = [
    ...all.flatMap((v) => [v.value - reach * v.sd, v.value + reach * v.sd]),
    goal,
    ...bandValues,
  ]
  const [low, high] = [Math.min(...values), Math.max(...values)]
  const margin = (high - low) * 0.06 || 1
  const x = (day: number) => left + (day / span) * (width - left - 10)
  const y = (value: number) =>
    10 + (1 - (value - low + margin) / (high - low + 2 * margin)) * (height - bottom - 10)
  const at = (day: string) => x(daysBetween(first, day))
  const kind = overTimeKind(id)
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className={classes.plot}
      role="img"
      aria-label={`${overTimeName(id)}: ${rows
        .map(({ side, values: of }) =>
          of.length === 0
            ? `${side} not measured`
            : `${side} ${overTimeValue(id, of[0]!.value)} on ${dayAsRead(of[0]!.day)}, ${overTimeValue(id, of.at(-1)!.value)} on ${dayAsRead(of.at(-1)!.day)}`,
        )
        .join('; ')}`}
    >
      <clipPath id="plot">
        <rect x={left - 8} y="4" width={width - left} height={height - bottom - 4} />
      </clipPath>
      {[low, (low + high) / 2, high].map((value) => (
        <g key={value}>
          <line x1={left} x2={width} y1={y(value)} y2={y(value)} stroke="var(--grid)" />
          <text x={left - 6} y={y(value) + 4} textAnchor="end" className={classes.tick}>
            {overTimeValue(id, value)}
          </text>
        </g>
      ))}
      {rows.map(({ side, values: of, outcome }) => (
        <g key={side} data-plot={side} data-kind={kind?.sem} clipPath="url(#plot)">
          {outcome.kind === 'trend' && (
            <Band outcome={outcome} side={side} from={of.at(-1)!.day} at={at} y={y} />
          )}
          <polyline
            fill="none"
            stroke={`var(--${side})`}
            strokeWidth="1.5"
            points={of.map((v) => `${at(v.day)},${y(v.value)}`).join(' ')}
          />
          {of.map((v) => {
            const px = at(v.day) + (side === 'left' ? -2 : 2)
            return (
              <g key={v.day}>
                <line
                  x1={px}
                  x2={px}
                  y1={y(v.value - reach * v.sd)}
                  y2={y(v.value + reach * v.sd)}
                  stroke={`var(--${side})`}
                  opacity="0.45"
                />
                {side === 'left' ? (
                  <circle cx={px} cy={y(v.value)} r="5" fill="var(--left)" />
                ) : (
                  <rect x={px - 4.5} y={y(v.value) - 4.5} width="9" height="9" fill="var(--right)" />
                )}
              </g>
            )
          })}
        </g>
      ))}
      <line x1={left} x2={width} y1={y(goal)} y2={y(goal)} stroke="var(--act)" strokeDasharray="5 4" />
      <text x={left + 6} y={y(goal) - 5} className={classes.goal}>
        goal {overTimeValue(id, goal)}
      </text>
      {[first, last].map((day) => (
        <text
          key={day}
          x={at(day)}
          y={height - 8}
          textAnchor={day === first ? 'start' : 'middle'}
          className={classes.tick}
        >
          {dayAsRead(day)}
        </text>
      ))}
    </svg>
  )
}

function Band({
  outcome,
  side,
  from,
  at,
  y,
}: {
  outcome: Extract<Forecast, { kind: 'trend' }>
  side: Side
  from: string
  at: (day: string) => number
  y: (value: number) => number
}) {
  const points = (of: (b: (typeof outcome.band)[number]) => number) =>
    outcome.band.map((b) => `${at(dayAfter(from, b.week * 7))},${y(of(b))}`)
  return (
    <>
      <polygon
        points={[...points((b) => b.high80), ...points((b) => b.low80).reverse()].join(' ')}
        fill={`var(--${side}Pale)`}
        opacity="0.8"
      />
      <polyline
        points={points((b) => b.middle).join(' ')}
        fill="none"
        stroke={`var(--${side})`}
        strokeDasharray="2 4"
      />
    </>
  )
}
