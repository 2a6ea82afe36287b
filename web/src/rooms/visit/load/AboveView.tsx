import { useMemo } from 'react'
import { type footShapeOf } from '@sturvo/core/footShape'
import { svgPath } from '@sturvo/core/drawing'
import type { Side } from '@sturvo/core/side'
import { footOutline } from '@sturvo/core/footShape'
import { copOf, type Leg, type RigidAnswer, type Tripod } from '@sturvo/core/tripod'
import { pct } from '@sturvo/words'
import { TripodDiscs } from '../../../mat/TripodDiscs'

/** The foot from above with its three points. */
export function AboveView({
  side,
  shape,
  tripod,
  answer,
  isRolled,
}: {
  side: Side
  shape: ReturnType<typeof footShapeOf>
  tripod: Tripod
  answer: RigidAnswer
  isRolled: boolean
}) {
  const drawn = useMemo(() => footOutline({ ...shape, side }), [shape, side])
  const sign = side === 'left' ? 1 : -1
  const seen = (p: { x: number; y: number }) => ({ x: p.x * sign, y: -p.y })
  const shares = isRolled ? answer.shares : answer.heldShares
  const at: Record<Leg, { x: number; y: number }> = {
    h: seen(tripod.heelFootMm),
    m1: seen(tripod.m1FootMm),
    m5: seen(tripod.m5FootMm),
  }
  const cop = seen(copOf(tripod, shares))
  return (
    <svg
      viewBox={`-85 ${-shape.lengthMm - 14} 170 ${shape.lengthMm + 30}`}
      role="img"
      aria-label={`${side} foot from above: heel ${pct(shares.h)}, big-toe ball ${pct(shares.m1)}, little-toe ball ${pct(shares.m5)}`}
      style={{ color: `var(--${side})` }}
    >
      <path
        d={svgPath(drawn.outlineFootMm.map(seen))}
        fill="var(--skin)"
        stroke="var(--ink)"
        strokeWidth="1.6"
      />
      <TripodDiscs at={at} shares={shares} cop={cop} discMm={26} fontSize={13} />
    </svg>
  )
}
