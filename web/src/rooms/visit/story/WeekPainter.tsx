import { Button } from '@mantine/core'
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react'
import {
  copyDay,
  halvesADay as halves,
  paintWeek,
  surfaces,
  surfaceSums,
  weekKinds,
  weekSums,
  type Surface,
  type WeekBlock,
  type WeekKind,
} from '@sturvo/core/week'
import { answerOf } from '@sturvo/schema'
import { dayText, num, groundText, weekKindText } from '@sturvo/words'
import { ChoiceChip } from '../../../parts/ChoiceChip'
import { useOpenVisit } from '../visitContext'
import classes from './WeekPainter.module.css'

type Brush = { kind: WeekKind; surface: Surface } | undefined
type Cell = { day: number; half: number }

const firstHalf = 8 // the strip begins at four in the morning, where most days do
const cellPx = 13
const rowPx = 22
const rowGapPx = 4
const labelPx = 40
const headPx = 16
const widthPx = labelPx + halves * cellPx
const heightPx = headPx + 7 * (rowPx + rowGapPx)

/** Half hours of the strip run from four to four, so that a night shift is one stretch. */
const placeOf = (half: number) => (half - firstHalf + halves) % halves
const halfAt = (place: number) => (place + firstHalf) % halves

/** A usual week, painted: what is done on the feet, for how long, on what ground. */
export function WeekPainter() {
  const { fields, record } = useOpenVisit()
  const week = answerOf(fields, 'week') ?? []
  const [kind, setKind] = useState<WeekKind | 'nothing'>('standing')
  const [surface, setSurface] = useState<Surface>('hard')
  const [drag, setDrag] = useState<{ from: Cell; to: Cell }>()
  const [cursor, setCursor] = useState<Cell>({ day: 0, half: 16 })
  const svg = useRef<SVGSVGElement>(null)
  const brush: Brush = kind === 'nothing' ? undefined : { kind, surface }
  const shown = drag ? painted(week, drag, brush) : week
  const keep = (changed: WeekBlock[]) => record({ 'answer.week': changed.length === 0 ? null : changed })
  const cellAt = (event: PointerEvent): Cell | undefined => {
    const matrix = svg.current?.getScreenCTM()
    if (!matrix) return undefined
    const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse())
    const clamp = (value: number, high: number) => Math.min(high, Math.max(0, Math.floor(value)))
    return {
      day: clamp((p.y - headPx) / (rowPx + rowGapPx), 6),
      half: halfAt(clamp((p.x - labelPx) / cellPx, halves - 1)),
    }
  }
  const onKeyDown = (event: KeyboardEvent) => {
    const moves: Record<string, [number, number]> = {
      ArrowLeft: [0, -1],
      ArrowRight: [0, 1],
      ArrowUp: [-1, 0],
      ArrowDown: [1, 0],
    }
    const move = moves[event.key]
    if (move) {
      const next = {
        day: Math.min(6, Math.max(0, cursor.day + move[0])),
        half: halfAt(Math.min(halves - 1, Math.max(0, placeOf(cursor.half) + move[1]))),
      }
      if (event.shiftKey)
        keep(painted(painted(week, { from: cursor, to: cursor }, brush), { from: next, to: next }, brush))
      setCursor(next)
    } else if (event.key === ' ' || event.key === 'Enter')
      keep(painted(week, { from: cursor, to: cursor }, brush))
    else if (event.key === 'Delete' || event.key === 'Backspace')
      keep(painted(week, { from: cursor, to: cursor }, undefined))
    else return
    event.preventDefault()
    event.stopPropagation()
  }
  return (
    <div className={classes.painter}>
      <div className={classes.brushes} role="radiogroup" aria-label="Paint with">
        {weekKinds.map((each) => (
          <ChoiceChip key={each} isOnlyOne isOn={kind === each} onToggled={() => setKind(each)}>
            <svg viewBox="0 0 18 18" aria-hidden="true">
              <Patterns />
              <rect width="18" height="18" rx="3" className={classes.block} fill={fillOf(each)} />
            </svg>
            {weekKindText[each]}
          </ChoiceChip>
        ))}
        <ChoiceChip isOnlyOne isOn={kind === 'nothing'} onToggled={() => setKind('nothing')}>
          rub out
        </ChoiceChip>
      </div>
      <div className={classes.brushes} role="radiogroup" aria-label="On what ground">
        <span className={classes.on}>on</span>
        {surfaces.map((each) => (
          <ChoiceChip key={each} isOnlyOne isOn={surface === each} onToggled={() => setSurface(each)}>
            {groundText[each]}
          </ChoiceChip>
        ))}
      </div>
      <svg
        ref={svg}
        viewBox={`0 0 ${widthPx} ${heightPx}`}
        className={classes.week}
        role="group"
        tabIndex={0}
        aria-label={`Usual week. ${cellText(cursor, week)}. Arrow keys move, Space paints, Shift with arrows paints on, Delete rubs out.`}
        onKeyDown={onKeyDown}
        onPointerDown={(event) => {
          const cell = cellAt(event)
          if (!cell) return
          event.currentTarget.setPointerCapture(event.pointerId)
          setCursor(cell)
          setDrag({ from: cell, to: cell })
        }}
        onPointerMove={(event) => {
          const cell = drag && cellAt(event)
          if (cell) setDrag({ from: drag.from, to: cell })
        }}
        onPointerUp={(event) => {
          // the last move may not have been drawn yet, so the end is read from the finger itself
          if (drag) keep(painted(week, { from: drag.from, to: cellAt(event) ?? drag.to }, brush))
          setDrag(undefined)
        }}
        onPointerCancel={() => setDrag(undefined)}
      >
        <Patterns />
        {hourMarks.map((hour) => (
          <text
            key={hour}
            x={labelPx + placeOf((hour * 2) % halves) * cellPx}
            y={headPx - 5}
            className={classes.small}
          >
            {hour % 24}
          </text>
        ))}
        {dayText.map((day, i) => {
          const y = headPx + i * (rowPx + rowGapPx)
          return (
            <g key={day}>
              <text x={labelPx - 8} y={y + rowPx * 0.7} textAnchor="end" className={classes.day}>
                {day}
              </text>
              <rect
                x={labelPx}
                y={y}
                width={halves * cellPx}
                height={rowPx}
                rx="3"
                className={classes.strip}
              />
              {hourMarks.map((hour) => (
                <path
                  key={hour}
                  d={`M${labelPx + placeOf((hour * 2) % halves) * cellPx} ${y}v${rowPx}`}
                  className={classes.tick}
                />
              ))}
            </g>
          )
        })}
        {shown.flatMap((block, i) =>
          parts(block).map(([from, to]) => (
            <rect
              key={`${i}.${from}`}
              x={labelPx + from * cellPx + 0.5}
              y={headPx + block.day * (rowPx + rowGapPx) + 1}
              width={(to - from) * cellPx - 1}
              height={rowPx - 2}
              rx="3"
              className={classes.block}
              data-surface={block.surface}
              fill={fillOf(block.kind)}
            >
              <title>{`${dayText[block.day]} ${clock(block.from)} to ${clock(block.to)}: ${weekKindText[block.kind]}, ${groundText[block.surface]}`}</title>
            </rect>
          )),
        )}
        <rect
          x={labelPx + placeOf(cursor.half) * cellPx}
          y={headPx + cursor.day * (rowPx + rowGapPx)}
          width={cellPx}
          height={rowPx}
          className={classes.cursor}
        />
      </svg>
      <p className={classes.sums} aria-live="polite">
        {sumsText(shown)}
      </p>
      <div className={classes.brushes}>
        <Button
          size="compact-md"
          variant="default"
          disabled={!week.some((b) => b.day === 0)}
          onClick={() => keep(copyDay(week, 0, [1, 2, 3, 4]))}
        >
          Monday for all weekdays
        </Button>
        <Button
          size="compact-md"
          variant="subtle"
          color="gray"
          disabled={week.length === 0}
          onClick={() => keep([])}
        >
          Rub out the week
        </Button>
      </div>
    </div>
  )
}

const hourMarks = [4, 8, 12, 16, 20, 24]

/** A block as stretches of the strip; one over four in the morning is shown in two parts. */
function parts({ from, to }: WeekBlock): [number, number][] {
  if (from >= firstHalf || to <= firstHalf) return [[placeOf(from), placeOf(to - 1) + 1]]
  return [
    [placeOf(from), halves],
    [0, to - firstHalf],
  ]
}

/** Paints every day the drag goes over, between its two times on the strip. */
function painted(week: readonly WeekBlock[], drag: { from: Cell; to: Cell }, brush: Brush): WeekBlock[] {
  const [a, b] = [placeOf(drag.from.half), placeOf(drag.to.half)]
  const [first, last] = [Math.min(a, b), Math.max(a, b) + 1]
  const [dayA, dayB] = [Math.min(drag.from.day, drag.to.day), Math.max(drag.from.day, drag.to.day)]
  let changed = [...week]
  for (let day = dayA; day <= dayB; day++)
    for (const [from, to] of unwrapped(first, last)) changed = paintWeek(changed, { day, from, to }, brush)
  return changed
}

/** Places on the strip as half hours of the day; a stretch past midnight comes in two. */
function unwrapped(first: number, last: number): [number, number][] {
  const midnight = halves - firstHalf
  if (last <= midnight) return [[first + firstHalf, last + firstHalf]]
  if (first >= midnight) return [[first - midnight, last - midnight]]
  return [
    [first + firstHalf, halves],
    [0, last - midnight],
  ]
}

function clock(half: number): string {
  return `${Math.floor(half / 2) % 24}:${half % 2 === 0 ? '00' : '30'}`
}

function cellText({ day, half }: Cell, week: readonly WeekBlock[]): string {
  const block = week.find((b) => b.day === day && b.from <= half && b.to > half)
  return `${dayText[day]} ${clock(half)}, ${block ? `${weekKindText[block.kind]} on ${groundText[block.surface]}` : 'nothing'}`
}

function sumsText(week: readonly WeekBlock[]): string {
  if (week.length === 0) return 'Drag over the days to paint a usual week.'
  const kinds = weekSums(week)
  const grounds = surfaceSums(week)
  const list = <K extends string>(sums: Record<K, number>, names: Record<K, string>, order: readonly K[]) =>
    order
      .filter((k) => sums[k] > 0)
      .map((k) => `${names[k]} ${num(sums[k])} h`)
      .join(' · ')
  return `A week: ${list(kinds, weekKindText, weekKinds)}. On ${list(grounds, groundText, surfaces)}.`
}

function fillOf(kind: WeekKind): string {
  return `url(#week-${kind})`
}

/** One hue; what is done shows by depth and by pattern, never by colour alone. */
function Patterns() {
  return (
    <defs>
      <pattern id="week-standing" width="6" height="6" patternUnits="userSpaceOnUse">
        <rect width="6" height="6" className={classes.pale} />
      </pattern>
      <pattern id="week-walking" width="8" height="6" patternUnits="userSpaceOnUse">
        <rect width="8" height="6" className={classes.pale} />
        <path d="M1 2h3M5 5h3" className={classes.stroke} />
      </pattern>
      <pattern id="week-running" width="6" height="6" patternUnits="userSpaceOnUse">
        <rect width="6" height="6" className={classes.deep} />
      </pattern>
      <pattern id="week-training" width="5" height="5" patternUnits="userSpaceOnUse">
        <rect width="5" height="5" className={classes.pale} />
        <path d="M0 5L5 0" className={classes.stroke} />
      </pattern>
      <pattern id="week-barefoot" width="6" height="6" patternUnits="userSpaceOnUse">
        <rect width="6" height="6" className={classes.bare} />
        <circle cx="3" cy="3" r="1.2" className={classes.dot} />
      </pattern>
    </defs>
  )
}
