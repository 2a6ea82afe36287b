import type { ShelfPart, TransitionReading } from '@sturvo/core/reading'
import { num, shelfPartText } from '@sturvo/words'
import classes from './Pace.module.css'

const wide = 520
const mmHigh = 1.5 // of a pixel for each mm of sole
const rowHigh = 118
const unknownStackMm = 20
const nameFromPx = 46

/**
 * The soles under a week: each shoe as wide as its hours and as high as what lies under heel and ball, the thick ones
 * first. Today above, the end below.
 */
export function ShelfProfile({ shelf }: { shelf: TransitionReading['shelf'] }) {
  const rows = [
    { name: 'Today', parts: shelf.now },
    { name: 'At the end', parts: shelf.then },
  ]
  const most = Math.max(1, ...rows.map(({ parts }) => sum(parts)))
  if (sum(shelf.now) === 0 && sum(shelf.then) === 0)
    return <p className={classes.soft}>No shoe with hours is on the shelf yet.</p>
  const told = (parts: readonly ShelfPart[]) =>
    parts.map((part) => `${shelfPartText(part)} ${num(part.minutes / 60)} h`).join(', ')
  return (
    <svg
      viewBox={`0 0 ${wide} ${2 * rowHigh}`}
      className={classes.shelfProfile}
      role="img"
      aria-label={rows.map(({ name, parts }) => `${name}: ${told(parts)}`).join('. ')}
    >
      {rows.map(({ name, parts }, row) => (
        <g key={name} transform={`translate(0 ${row * rowHigh})`}>
          <text x="0" y="12" className={classes.axis}>
            {name}
          </text>
          <line x1="0" x2={wide} y1={rowHigh - 34} y2={rowHigh - 34} className={classes.floor} />
          {placed(parts, most).map(({ part, from, width }) => (
            <Sole key={part.id} part={part} from={from} width={width} />
          ))}
        </g>
      ))}
    </svg>
  )
}

function Sole({ part, from, width }: { part: ShelfPart; from: number; width: number }) {
  const floor = rowHigh - 34
  const isKnown = part.stackHeelMm !== undefined
  const heel = (part.stackHeelMm ?? unknownStackMm) * mmHigh
  const ball = (part.stackForefootMm ?? part.stackHeelMm ?? unknownStackMm) * mmHigh
  const to = from + Math.max(1, width - 3)
  return (
    <g data-part={part.id}>
      <path
        d={`M${from} ${floor}V${floor - Math.max(heel, 1.5)}L${to} ${floor - Math.max(ball, 1.5)}V${floor}Z`}
        className={classes.sole}
        data-kind={part.kind}
        data-known={isKnown}
      />
      <title>
        {`${shelfPartText(part)}: ${num(part.minutes / 60)} h a week, ${isKnown ? `${num(part.stackHeelMm!, 0)} mm under the heel` : 'sole not measured'}`}
      </title>
      {width >= nameFromPx && (
        <>
          <text x={from} y={floor + 14} className={classes.axis}>
            {shortened(shelfPartText(part), width)}
          </text>
          <text x={from} y={floor + 28} className={classes.axis}>
            {num(part.minutes / 60)} h
          </text>
        </>
      )}
    </g>
  )
}

const sum = (parts: readonly ShelfPart[]) => parts.reduce((total, { minutes }) => total + minutes, 0)

/** Side by side, the thickest first, so that a week reads from cushion to ground. */
function placed(parts: readonly ShelfPart[], most: number) {
  let from = 0
  return [...parts]
    .sort((a, b) => (b.stackHeelMm ?? unknownStackMm) - (a.stackHeelMm ?? unknownStackMm))
    .map((part) => {
      const width = (part.minutes / most) * wide
      const at = { part, from, width }
      from += width
      return at
    })
}

function shortened(name: string, width: number): string {
  const letters = Math.floor(width / 6.6)
  return name.length <= letters ? name : `${name.slice(0, Math.max(1, letters - 1))}…`
}
