import type { Mark } from '@sturvo/schema'
import type { Side } from '@sturvo/core/side'
import type { FootShape } from '@sturvo/core/synthetic'
import { footToMat } from './matFrame'

type MarkLayerProps = {
  marks: readonly ({ id: string } & Mark)[]
  side: Side
  shape: FootShape
  onTakenAway: ((id: string) => void) | undefined
}

/** Sore spots, as crossed rings where they were tapped. */
export function MarkLayer({ marks, side, shape, onTakenAway }: MarkLayerProps) {
  return (
    <g>
      {marks
        .filter((mark) => mark.side === side)
        .map((mark) => {
          const p = footToMat({ x: mark.across * shape.ballWidthMm, y: mark.along * shape.lengthMm }, side)
          const takeAway = () => onTakenAway?.(mark.id)
          return (
            <g
              key={mark.id}
              role={onTakenAway ? 'button' : 'img'}
              tabIndex={onTakenAway ? 0 : undefined}
              aria-label={onTakenAway ? `${side} foot, sore spot: take away` : `${side} foot, sore spot`}
              onClick={(event) => {
                event.stopPropagation()
                takeAway()
              }}
              onKeyDown={(event) => {
                if (event.key === 'Enter' || event.key === 'Delete' || event.key === 'Backspace') takeAway()
              }}
            >
              <circle cx={p.x} cy={p.y} r="14" fill="transparent" />
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
