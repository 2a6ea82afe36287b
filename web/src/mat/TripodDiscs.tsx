import { legs, type Leg, type TripodShares } from '@sturvo/core/tripod'

type Place = { x: number; y: number }
type TripodDiscsProps = {
  at: Record<Leg, Place>
  shares: TripodShares
  /** dashed rings where given */
  target?: TripodShares
  /** load centre */
  cop: Place
  /** radius of a disc that carries the whole foot */
  discMm: number
  fontSize: number
}

/** Triangle, three discs whose area is the load, the target as dashed rings, and the load centre. */
export function TripodDiscs({ at, shares, target, cop, discMm, fontSize }: TripodDiscsProps) {
  const radius = (share: number) => discMm * Math.sqrt(Math.max(0, share))
  return (
    <>
      <path
        d={`M${at.h.x} ${at.h.y}L${at.m1.x} ${at.m1.y}L${at.m5.x} ${at.m5.y}Z`}
        fill="none"
        stroke="currentColor"
        strokeWidth="1.4"
      />
      {legs.map((leg) => (
        <g key={leg}>
          {target && (
            <circle
              cx={at[leg].x}
              cy={at[leg].y}
              r={radius(target[leg])}
              fill="none"
              stroke="currentColor"
              strokeWidth="0.8"
              strokeDasharray="2.5 2"
            />
          )}
          <circle cx={at[leg].x} cy={at[leg].y} r={radius(shares[leg])} fill="currentColor" />
          <text
            x={at[leg].x}
            y={at[leg].y + fontSize * 0.35}
            textAnchor="middle"
            fontSize={fontSize}
            fontWeight="700"
            fill="var(--sheet)"
            stroke="currentColor"
            strokeWidth="2.4"
            paintOrder="stroke"
          >
            {Math.round(shares[leg] * 100)}
          </text>
        </g>
      ))}
      <path d={`M${cop.x - 7} ${cop.y}h14M${cop.x} ${cop.y - 7}v14`} stroke="var(--ink)" strokeWidth="2" />
    </>
  )
}
