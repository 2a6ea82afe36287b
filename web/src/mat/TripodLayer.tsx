import type { Side } from '@sturvo/core/side'
import { copOf, tripodPoints, type TripodReading } from '@sturvo/core/tripod'
import type { FootShape } from '@sturvo/core/footShape'
import { footToMat, outerSign } from './matFrame'
import { TripodDiscs } from './TripodDiscs'

type TripodLayerProps = {
  side: Side
  tripod: TripodReading
  shape: FootShape
  points: 'heads' | 'pads'
  sideShare: number | undefined
}
const discMm = 25 // radius of a disc that carries the whole foot

/** The three points of one foot against their target, with its part of the weight. */
export function TripodLayer({ side, tripod, shape, points, sideShare }: TripodLayerProps) {
  const tri = tripodPoints(shape, points)
  const at = {
    h: footToMat(tri.heelFootMm, side),
    m1: footToMat(tri.m1FootMm, side),
    m5: footToMat(tri.m5FootMm, side),
  }
  const cop = footToMat(copOf(tri, tripod.shares), side)
  const label = footToMat({ x: -shape.ballWidthMm * 0.5, y: shape.lengthMm * 0.45 }, side)
  return (
    <g style={{ color: `var(--${side})` }}>
      <TripodDiscs
        at={at}
        shares={tripod.shares}
        target={tripod.target}
        cop={cop}
        discMm={discMm}
        fontSize={10.5}
      />
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
