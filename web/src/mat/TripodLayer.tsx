import type { Side } from '@sturvo/core/side'
import { copOf, legs, tripodPoints, type TripodReading } from '@sturvo/core/tripod'
import type { FootShape } from '@sturvo/core/synthetic'
import { footToMat, outerSign } from './matFrame'

type TripodLayerProps = {
  side: Side
  tripod: TripodReading
  shape: FootShape
  points: 'heads' | 'pads'
  sideShare: number | undefined
}
const discMm = 25 // radius of a disc that carries the whole foot

/** Triangle, three discs whose area is the load, the target as dashed rings, and the load centre. */
export function TripodLayer({ side, tripod, shape, points, sideShare }: TripodLayerProps) {
  const tri = tripodPoints(shape, points)
  const at = {
    h: footToMat(tri.heelFootMm, side),
    m1: footToMat(tri.m1FootMm, side),
    m5: footToMat(tri.m5FootMm, side),
  }
  const cop = footToMat(copOf(tri, tripod.shares), side)
  const label = footToMat({ x: -shape.ballWidthMm * 0.5, y: shape.lengthMm * 0.45 }, side)
  const radius = (share: number) => discMm * Math.sqrt(Math.max(0, share))
  return (
    <g style={{ color: `var(--${side})` }}>
      <path
        d={`M${at.h.x} ${at.h.y}L${at.m1.x} ${at.m1.y}L${at.m5.x} ${at.m5.y}Z`}
        fill="none"
        stroke="currentColor"
        strokeWidth="1.4"
      />
      {legs.map((leg) => (
        <g key={leg}>
          <circle
            cx={at[leg].x}
            cy={at[leg].y}
            r={radius(tripod.target[leg])}
            fill="none"
            stroke="currentColor"
            strokeWidth="0.8"
            strokeDasharray="2.5 2"
          />
          <circle cx={at[leg].x} cy={at[leg].y} r={radius(tripod.shares[leg])} fill="currentColor" />
          <text
            x={at[leg].x}
            y={at[leg].y + 3.6}
            textAnchor="middle"
            fontSize="10.5"
            fontWeight="700"
            fill="var(--sheet)"
            stroke="currentColor"
            strokeWidth="2.4"
            paintOrder="stroke"
          >
            {Math.round(tripod.shares[leg] * 100)}
          </text>
        </g>
      ))}
      <path d={`M${cop.x - 7} ${cop.y}h14M${cop.x} ${cop.y - 7}v14`} stroke="var(--ink)" strokeWidth="2" />
      <g fontSize="10.5" textAnchor={side === 'left' ? 'end' : 'start'}>
        {sideShare !== undefined && (
          <text
            x={label.x + outerSign[side] * 16}
            y={label.y}
            fontWeight="700"
            fontSize="12"
            fill="currentColor"
          >
            {Math.round(sideShare * 100)} % of weight
          </text>
        )}
        <text x={label.x + outerSign[side] * 16} y={label.y + 14} fill="var(--soft)">
          three points {tripod.kind}
          {tripod.method === 'felt' ? ', as felt' : ''}
        </text>
      </g>
    </g>
  )
}
