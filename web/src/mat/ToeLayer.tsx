import type { Side } from '@sturvo/core/side'
import type { FootShape } from '@sturvo/core/footShape'
import { footToMat, outerSign } from './matFrame'

/** The inner border of the foot carried on, and how far the big toe leaves it. */
export function ToeLayer({
  side,
  shape,
  halluxAngleDeg,
}: {
  side: Side
  shape: FootShape
  halluxAngleDeg: number
}) {
  const joint = { x: shape.ballWidthMm * 0.415, y: shape.lengthMm * 0.73 }
  const reach = shape.lengthMm * 0.27
  const lean = (halluxAngleDeg * Math.PI) / 180
  const points = [
    joint,
    { x: joint.x, y: joint.y + reach },
    { x: joint.x - reach * Math.sin(lean), y: joint.y + reach * Math.cos(lean) },
  ].map((p) => footToMat(p, side))
  const [from, straight, toe] = points as [
    { x: number; y: number },
    { x: number; y: number },
    { x: number; y: number },
  ]
  const label = footToMat({ x: -shape.ballWidthMm * 0.62, y: shape.lengthMm * 0.86 }, side)
  return (
    <g stroke={`var(--${side})`} fill="none" strokeWidth="1.3">
      <path d={`M${from.x} ${from.y}L${straight.x} ${straight.y}`} strokeDasharray="3 3" />
      <path d={`M${from.x} ${from.y}L${toe.x} ${toe.y}`} />
      <text
        x={label.x + outerSign[side] * 10}
        y={label.y}
        fontSize="10.5"
        stroke="none"
        fill="var(--soft)"
        textAnchor={side === 'left' ? 'end' : 'start'}
      >
        big toe leans {Math.round(halluxAngleDeg)}°
      </text>
    </g>
  )
}
