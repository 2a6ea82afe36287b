import type { EventKind } from '@sturvo/core/story'
import type { StoryEvent } from '@sturvo/schema'
import { eventKindText } from '@sturvo/words'
import classes from './HistoryLine.module.css'

const widthPx = 860
const lineY = 62
const injuries: readonly EventKind[] = ['sprain', 'brokenToe', 'stressFracture', 'otherInjury', 'operation']

function monthsOf(text: string): number {
  return Number(text.slice(0, 4)) * 12 + Number(text.slice(5, 7)) - 1
}

type Placed = { id: string } & StoryEvent
const leastYears = 4
const labelPx = 118

/** Years from left to right, what happened on them; labels lie above and below in turn. */
export function TimeLine({
  events,
  day,
  onTakenAway,
}: {
  events: readonly Placed[]
  day: string
  onTakenAway: (id: string) => void
}) {
  const end = monthsOf(day)
  const start = Math.min(end - leastYears * 12, ...events.map((e) => monthsOf(e.month))) - 6
  const x = (months: number) => 20 + ((months - start) / (end - start)) * (widthPx - 60)
  const years = yearMarks(start, end)
  const rows = labelRows(events.map((e) => x(monthsOf(e.month))))
  const up = Math.max(0, ...rows.filter((r) => r % 2 === 0)) / 2
  const down = Math.max(1, ...rows.filter((r) => r % 2 === 1))
  const top = lineY - 34 - up * 18 - 16
  return (
    <svg
      viewBox={`0 ${top} ${widthPx} ${lineY + 40 + ((down - 1) / 2) * 18 - top}`}
      className={classes.line}
      role="group"
      aria-label="History, oldest on the left"
    >
      <path d={`M10 ${lineY}H${widthPx - 24}`} className={classes.axis} />
      <text x={widthPx - 20} y={lineY + 4} className={classes.year}>
        now
      </text>
      {years.map((year) => (
        <g key={year}>
          <path d={`M${x(year * 12)} ${lineY - 4}v8`} className={classes.axis} />
          <text x={x(year * 12)} y={lineY + 15} textAnchor="middle" className={classes.year}>
            {year}
          </text>
        </g>
      ))}
      {events.map((event, i) => {
        const at = x(monthsOf(event.month))
        const row = rows[i]!
        const labelY = row % 2 === 0 ? lineY - 26 - (row / 2) * 18 : lineY + 32 + ((row - 1) / 2) * 18
        const side = event.side === 'both' ? 'both sides' : event.side
        const colour = event.side === 'both' ? 'var(--ink)' : `var(--${event.side})`
        const label = `${eventKindText[event.kind]}, ${side}`
        const isLate = at > widthPx - labelPx - 30
        return (
          <g
            key={event.id}
            role="button"
            tabIndex={0}
            className={classes.event}
            aria-label={`${event.month}: ${label}${event.words ? `, ${event.words}` : ''}. Delete takes it away.`}
            onKeyDown={(e) => {
              if (e.key !== 'Delete' && e.key !== 'Backspace') return
              e.preventDefault()
              onTakenAway(event.id)
            }}
          >
            <title>{`${event.month}${event.words ? ` · ${event.words}` : ''}`}</title>
            <path
              d={`M${at} ${lineY}V${row % 2 === 0 ? labelY + 3 : labelY - 10}`}
              stroke={colour}
              strokeWidth="1"
            />
            <EventSign kind={event.kind} x={at} y={lineY} colour={colour} />
            <text
              x={isLate ? at + 2 : at - 2}
              y={labelY}
              textAnchor={isLate ? 'end' : 'start'}
              className={classes.label}
            >
              <tspan fill={colour}>{label}</tspan>
              {event.words ? <tspan className={classes.words}> {event.words}</tspan> : null}
            </text>
            <text
              x={at + 9}
              y={lineY - 7}
              className={classes.take}
              onClick={() => onTakenAway(event.id)}
              role="presentation"
            >
              ×
            </text>
          </g>
        )
      })}
    </svg>
  )
}

/** Injuries are crosses, everything else a square; births and changes a ring. */
function EventSign({ kind, x, y, colour }: { kind: EventKind; x: number; y: number; colour: string }) {
  const size = 5
  if (injuries.includes(kind))
    return (
      <path
        d={`M${x - size} ${y - size}L${x + size} ${y + size}M${x + size} ${y - size}L${x - size} ${y + size}`}
        stroke={colour}
        strokeWidth="2.4"
      />
    )
  if (kind === 'device' || kind === 'shoeChange')
    return <rect x={x - size} y={y - size} width={size * 2} height={size * 2} fill={colour} />
  return <circle cx={x} cy={y} r={size} fill="var(--sheet)" stroke={colour} strokeWidth="2" />
}

function yearMarks(start: number, end: number): number[] {
  const [first, last] = [Math.ceil(start / 12), Math.floor(end / 12)]
  const every = last - first > 24 ? 5 : last - first > 10 ? 2 : 1
  return Array.from({ length: last - first + 1 }, (_, i) => first + i).filter((year) => year % every === 0)
}

/** Labels above and below the line in turn, further out where they would lie on each other. */
function labelRows(xs: readonly number[]): number[] {
  const ends: number[] = []
  return xs.map((x) => {
    let row = 0
    while ((ends[row] ?? -Infinity) > x) row++
    ends[row] = x + labelPx
    return row
  })
}
