import { svgPath } from '@sturvo/core/drawing'
import type { Side } from '@sturvo/core/side'
import type { PrintOnMat } from '@sturvo/schema'
import { footToMat, outerSign } from './matFrame'

/** Contact as measured, with thirds, axis, toe line and medial tangent, in the foot frame. */
export function PrintLayer({ print, side }: { print: PrintOnMat; side: Side }) {
  const { measures: m } = print
  const to = (x: number, y: number) => footToMat({ x, y }, side)
  const l = m.toelessLengthMm.value
  const half = m.ballWidthMm * 0.62
  const across = (y: number) => {
    const a = to(-half, y)
    const b = to(half, y)
    return `M${a.x} ${a.y}L${b.x} ${b.y}`
  }
  const heel = to(0, 0)
  const toe = to(0, m.lengthMm.value)
  const label = to(-m.ballWidthMm * 0.62, m.lengthMm.value * 0.36)
  return (
    <g>
      <path
        d={m.ringsFootMm.map((ring) => svgPath(ring.map((p) => footToMat(p, side)))).join('')}
        fillRule="evenodd"
        fill="var(--print)"
        fillOpacity="0.72"
        stroke="var(--printDeep)"
        strokeWidth="0.6"
      />
      <path
        d={across(l / 3) + across((2 * l) / 3)}
        stroke="var(--ink)"
        strokeWidth="0.8"
        strokeDasharray="4 3"
      />
      <path
        d={`M${heel.x} ${heel.y}L${toe.x} ${toe.y}`}
        stroke="var(--ink)"
        strokeWidth="0.7"
        strokeDasharray="1.5 2.5"
      />
      {m.toeLine.pointsFootMm.length > 1 && (
        <path
          d={svgPath(
            m.toeLine.pointsFootMm.map((p) => footToMat(p, side)),
            false,
          )}
          fill="none"
          stroke={`var(--${side})`}
          strokeWidth="1.2"
        />
      )}
      {m.tangent && (
        <path
          d={svgPath(
            [m.tangent.heelFootMm, m.tangent.forefootFootMm, m.tangent.apexFootMm].map((p) =>
              footToMat(p, side),
            ),
            false,
          )}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="0.8"
        />
      )}
      <g fontSize="10.5" textAnchor={side === 'left' ? 'end' : 'start'} fill="var(--soft)">
        <text x={label.x + outerSign[side] * 10} y={label.y + 22}>
          print {m.printKind}, arch index {m.archIndex.value.toFixed(3)}
        </text>
        <text x={label.x + outerSign[side] * 10} y={label.y + 35}>
          {Math.round(m.lengthMm.value)} mm long
        </text>
      </g>
    </g>
  )
}
