import type { Side } from '@sturvo/core/side'
import type { FootShape } from '@sturvo/core/footShape'
import type { ShoeReading } from '@sturvo/core/footwear'
import { footToMat, outerSign } from './matFrame'

/** The inner widths of one shoe laid across the foot where they belong. */
export function WidthLayer({ side, shape, reading }: { side: Side; shape: FootShape; reading: ShoeReading }) {
  const { innerWidthBallMm, innerWidthToesMm, name } = reading.shoe
  const bars = [
    { along: 0.69, middle: -0.09, width: innerWidthBallMm, margin: reading.ballMarginMm },
    { along: 0.9, middle: -0.05, width: innerWidthToesMm, margin: reading.toesMarginMm },
  ]
  return (
    <g aria-label={`inner widths of ${name}`}>
      {bars.map(({ along, middle, width, margin }) => {
        if (width === undefined) return null
        const centre = middle * shape.ballWidthMm
        const a = footToMat({ x: centre - width / 2, y: along * shape.lengthMm }, side)
        const b = footToMat({ x: centre + width / 2, y: along * shape.lengthMm }, side)
        const outer = a.x * outerSign[side] > b.x * outerSign[side] ? a : b
        const isNarrow = margin !== undefined && margin < 0
        return (
          <g key={along} stroke={isNarrow ? 'var(--oxide)' : 'var(--act)'} strokeWidth="1.8">
            <path d={`M${a.x} ${a.y}L${b.x} ${b.y}M${a.x} ${a.y - 7}v14M${b.x} ${b.y - 7}v14`} />
            <text
              x={outer.x + outerSign[side] * 8}
              y={outer.y + 3.5}
              textAnchor={side === 'left' ? 'end' : 'start'}
              fontSize="10.5"
              stroke="none"
              fill="var(--ink)"
            >
              {Math.round(width)} mm inside
              {margin === undefined ? '' : `, ${margin < 0 ? '−' : '+'}${Math.abs(Math.round(margin))}`}
            </text>
          </g>
        )
      })}
    </g>
  )
}
