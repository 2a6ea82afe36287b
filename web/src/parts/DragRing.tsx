import type { ReactNode } from 'react'
import { Circle, Group } from 'react-konva'
import type { Point } from '@sturvo/core/geometry'

type DragRingProps = {
  at: Point
  /** picture pixels of one screen pixel, so that the ring keeps its size */
  px: number
  colour: string
  isBold?: boolean
  /** false while a line is drawn: a ring under the finger must not catch it */
  isMovable: boolean
  onMoved: (p: Point) => void
  children?: ReactNode
}

/** A ring on a picture that a finger can take and drag; it is caught well outside its line. */
export function DragRing({ at, px, colour, isBold = false, isMovable, onMoved, children }: DragRingProps) {
  return (
    <Group
      x={at.x}
      y={at.y}
      draggable={isMovable}
      listening={isMovable}
      onDragEnd={(event) => onMoved({ x: event.target.x(), y: event.target.y() })}
    >
      <Circle radius={18 * px} fill="transparent" />
      <Circle radius={7 * px} stroke={colour} strokeWidth={(isBold ? 3.4 : 2) * px} listening={false} />
      <Circle radius={1.6 * px} fill={colour} listening={false} />
      {children}
    </Group>
  )
}
