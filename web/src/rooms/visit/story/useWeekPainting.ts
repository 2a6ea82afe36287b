import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react'
import {
  halvesADay as halves,
  paintWeek,
  type Surface,
  type WeekBlock,
  type WeekKind,
} from '@sturvo/core/week'
import { answerOf } from '@sturvo/schema'
import { useDrag } from '../../../parts/useDrag'
import { useRecord, useVisitFields } from '../visitContext'
import { firstHalf, halfAt, placeOf, strip } from './weekStrip'

type Brush = { kind: WeekKind; surface: Surface } | undefined
export type Cell = { day: number; half: number }

const arrows: Record<string, readonly [days: number, places: number]> = {
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
}
const within = (value: number, high: number) => Math.min(high, Math.max(0, value))

/** Painting the usual week: the brush, where the cursor stands, and what hands and keys do to it. */
export function useWeekPainting() {
  const fields = useVisitFields()
  const record = useRecord()
  const week = answerOf(fields, 'week') ?? []
  const [kind, setKind] = useState<WeekKind | 'nothing'>('standing')
  const [surface, setSurface] = useState<Surface>('hard')
  const [drag, setDrag] = useState<{ from: Cell; to: Cell }>()
  const [cursor, setCursor] = useState<Cell>({ day: 0, half: 16 })
  const svg = useRef<SVGSVGElement>(null)
  const brush: Brush = kind === 'nothing' ? undefined : { kind, surface }
  const keep = (changed: WeekBlock[]) => record({ 'answer.week': changed.length === 0 ? null : changed })
  const cellAt = (event: PointerEvent): Cell | undefined => {
    const matrix = svg.current?.getScreenCTM()
    if (!matrix) return undefined
    const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse())
    return {
      day: within(Math.floor((p.y - strip.headPx) / (strip.rowPx + strip.rowGapPx)), 6),
      half: halfAt(within(Math.floor((p.x - strip.labelPx) / strip.cellPx), halves - 1)),
    }
  }
  const hands = useDrag<{ from: Cell; to: Cell }>({
    onDown: (event) => {
      const cell = cellAt(event)
      if (!cell) return undefined
      setCursor(cell)
      setDrag({ from: cell, to: cell })
      return { from: cell, to: cell }
    },
    onMove: ({ from, to }, event) => {
      const next = { from, to: cellAt(event) ?? to }
      setDrag(next)
      return next
    },
    onUp: ({ from, to }, event) => {
      keep(painted(week, { from, to: cellAt(event) ?? to }, brush))
      setDrag(undefined)
    },
    onCancel: () => setDrag(undefined),
  })
  const at = (cell: Cell) => ({ from: cell, to: cell })
  const onKeyDown = (event: KeyboardEvent) => {
    const arrow = arrows[event.key]
    if (arrow) {
      const next = {
        day: within(cursor.day + arrow[0], 6),
        half: halfAt(within(placeOf(cursor.half) + arrow[1], halves - 1)),
      }
      if (event.shiftKey) keep(painted(painted(week, at(cursor), brush), at(next), brush))
      setCursor(next)
    } else if (event.key === ' ' || event.key === 'Enter') keep(painted(week, at(cursor), brush))
    else if (event.key === 'Delete' || event.key === 'Backspace') keep(painted(week, at(cursor), undefined))
    else return
    event.preventDefault()
    event.stopPropagation()
  }
  const shown = drag ? painted(week, drag, brush) : week
  return { svg, week, shown, kind, setKind, surface, setSurface, cursor, keep, hands, onKeyDown }
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
