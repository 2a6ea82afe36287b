import { useState, type KeyboardEvent, type PointerEvent } from 'react'
import type { Point } from '@sturvo/core/geometry'
import type { Side } from '@sturvo/core/side'
import type { PrintOnMat } from '@sturvo/schema'
import { useDrag } from '../parts/useDrag'
import { footToMat, matToFoot, pointerOnMat } from './matFrame'

export type HandleMoved =
  { handle: 'toeLine'; pointsFootMm: Point[] } | { handle: 'axisHeel' | 'axisToe'; pointFootMm: Point }
type PrintHandlesProps = { print: PrintOnMat; side: Side; onMoved: (moved: HandleMoved) => void }

const grabbedPoints = [0, 2, 4, 6, 8] // of the nine points of a found line
const keyStepMm = 1
const arrows: Record<string, Point> = {
  ArrowUp: { x: 0, y: 1 },
  ArrowDown: { x: 0, y: -1 },
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
}

/** Handles for the toe line and both ends of the axis: by pointer, by touch, and by arrow keys. */
export function PrintHandles({ print, side, onMoved }: PrintHandlesProps) {
  const { toeLine, lengthMm } = print.measures
  const points = toeLine.pointsFootMm
  const grabbed = points.length === 9 ? grabbedPoints : points.map((_, i) => i)
  const moveToePoint = (i: number, p: Point) => {
    const dy = p.y - points[i]!.y
    // neighbours follow half the way, so that the line stays a line
    onMoved({
      handle: 'toeLine',
      pointsFootMm: points.map((q, k) => ({ x: q.x, y: q.y + dy * Math.max(0, 1 - Math.abs(k - i) / 2) })),
    })
  }
  return (
    <g>
      {grabbed.map((i) => (
        <Handle
          key={`toe${i}`}
          at={points[i]!}
          side={side}
          label={`toe line, point ${i + 1}`}
          onMoved={(p) => moveToePoint(i, p)}
        />
      ))}
      <Handle
        at={{ x: 0, y: lengthMm.value }}
        side={side}
        label="toe end of the axis"
        isEnd
        onMoved={(p) => onMoved({ handle: 'axisToe', pointFootMm: p })}
      />
      <Handle
        at={{ x: 0, y: 0 }}
        side={side}
        label="heel end of the axis"
        isEnd
        onMoved={(p) => onMoved({ handle: 'axisHeel', pointFootMm: p })}
      />
    </g>
  )
}

type HandleProps = {
  at: Point
  side: Side
  label: string
  isEnd?: boolean
  onMoved: (pFootMm: Point) => void
}

function Handle({ at, side, label, isEnd = false, onMoved }: HandleProps) {
  const [dragged, setDragged] = useState<Point>()
  const onMat = footToMat(dragged ?? at, side)
  const place = (event: PointerEvent<SVGGElement>) =>
    matToFoot(pointerOnMat(event.currentTarget.ownerSVGElement!, event), side)
  const hands = useDrag<true, SVGGElement>({
    onDown: (event) => {
      event.stopPropagation()
      return true
    },
    onMove: (_, event) => {
      setDragged(place(event))
      return undefined
    },
    onUp: (_, event) => {
      setDragged(undefined)
      onMoved(place(event))
    },
    onCancel: () => setDragged(undefined),
  })
  const onKeyDown = (event: KeyboardEvent) => {
    const arrow = arrows[event.key]
    if (!arrow) return
    event.preventDefault()
    event.stopPropagation()
    const sign = side === 'left' ? 1 : -1
    onMoved({ x: at.x + arrow.x * sign * keyStepMm, y: at.y + arrow.y * keyStepMm })
  }
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={`${side} foot, ${label}`}
      aria-valuenow={Math.round(at.y)}
      aria-valuetext={`${Math.round(at.y)} mm from the heel`}
      data-handle={`${side} ${label}`}
      style={{ cursor: 'grab', touchAction: 'none' }}
      {...hands}
      onKeyDown={onKeyDown}
    >
      <circle cx={onMat.x} cy={onMat.y} r="14" fill="transparent" />
      {isEnd ? (
        <rect
          x={onMat.x - 4}
          y={onMat.y - 4}
          width="8"
          height="8"
          fill="var(--sheet)"
          stroke="var(--ink)"
          strokeWidth="1.4"
        />
      ) : (
        <circle
          cx={onMat.x}
          cy={onMat.y}
          r="3.6"
          fill="var(--sheet)"
          stroke={`var(--${side})`}
          strokeWidth="1.6"
        />
      )}
    </g>
  )
}
