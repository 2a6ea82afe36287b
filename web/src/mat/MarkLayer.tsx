import type { PlacedMark } from '@sturvo/schema'
import type { Side } from '@sturvo/core/side'
import type { FootShape } from '@sturvo/core/footShape'
import { footToMat } from './matFrame'

type MarkLayerProps = { marks: readonly PlacedMark[]; side: Side; shape: FootShape }

/** Sore spots, as crossed rings where they were tapped. */
export function MarkLayer({ marks, side, shape }: MarkLayerProps) {
  return (
    <g>
      {marks
        // seen from above, a mark on the sole or the top has its place; one on a side does not
        .filter((mark) => mark.side === side && (mark.view === 'sole' || mark.view === 'top'))
        .map((mark) => {
          const p = footToMat({ x: mark.across * shape.ballWidthMm, y: mark.along * shape.lengthMm }, side)
          return (
            <g
              key={mark.id}
              role="img"
              aria-label={`${side} foot, ${mark.kind === 'pain' ? 'sore spot' : mark.kind}`}
            >
              <circle
                cx={p.x}
                cy={p.y}
                r="6"
                fill="var(--skin)"
                fillOpacity="0.7"
                stroke="var(--ink)"
                strokeWidth="1.6"
              />
              <path
                d={`M${p.x - 3} ${p.y - 3}l6 6M${p.x + 3} ${p.y - 3}l-6 6`}
                stroke="var(--ink)"
                strokeWidth="1.6"
              />
            </g>
          )
        })}
    </g>
  )
}
