import { Line } from 'react-konva'
import type { Point } from '@sturvo/core/geometry'
import { DragRing } from '../../../parts/DragRing'

type Axis = { heelImagePx: Point; toeImagePx: Point }
type AxisMarksProps = {
  axis: Axis
  px: number
  colour: string
  isMovable: boolean
  onMoved: (axis: Axis) => void
}

/** The axis of a print, from the back of the heel to the second toe, with both ends to drag. */
export function AxisMarks({ axis, px, colour, isMovable, onMoved }: AxisMarksProps) {
  const { heelImagePx: heel, toeImagePx: toe } = axis
  return (
    <>
      <Line
        points={[heel.x, heel.y, toe.x, toe.y]}
        stroke={colour}
        strokeWidth={1.4 * px}
        dash={[5 * px, 4 * px]}
        listening={false}
      />
      {(['heelImagePx', 'toeImagePx'] as const).map((end) => (
        <DragRing
          key={end}
          at={axis[end]}
          px={px}
          colour={colour}
          isMovable={isMovable}
          onMoved={(p) => onMoved({ ...axis, [end]: p })}
        />
      ))}
    </>
  )
}
