import { gapRestMeasures, gapSpreadMeasures, type FootValues } from '@sturvo/core/measures'
import type { Side } from '@sturvo/core/side'
import { footOutline, type FootShape } from '@sturvo/core/footShape'
import { num } from '@sturvo/words'
import { footToMat } from './matFrame'

const aboveMm = [6, 12, 6, 6] // over the tips; the second stands higher, where the axis ends

/** Free width between the toes over each gap: at rest, and in bold while spread. */
export function GapLayer({ side, shape, foot }: { side: Side; shape: FootShape; foot: FootValues }) {
  const tips = footOutline(shape).toesFootMm.map((toe) => toe.reduce((a, b) => (b.y > a.y ? b : a)))
  return (
    <g fontSize="9" textAnchor="middle" fill="var(--ink)">
      {gapRestMeasures.map((restId, i) => {
        const rest = foot.numbers[restId]
        const spread = foot.numbers[gapSpreadMeasures[i]!]
        if (rest === undefined && spread === undefined) return null
        const [a, b] = [tips[i]!, tips[i + 1]!]
        const p = footToMat({ x: (a.x + b.x) / 2, y: Math.max(a.y, b.y) + aboveMm[i]! }, side)
        return (
          <text key={restId} x={p.x} y={p.y}>
            {rest === undefined ? '' : num(rest, 0)}
            {spread === undefined ? null : <tspan fontWeight="700">{`› ${num(spread, 0)}`}</tspan>}
          </text>
        )
      })}
    </g>
  )
}
