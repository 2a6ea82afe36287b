import { svgPath } from '@sturvo/core/drawing'
import type { Point } from '@sturvo/core/geometry'
import { footOutline, type FootShape } from '@sturvo/core/footShape'
import type { Side } from '@sturvo/core/side'
import { footToMat } from './matFrame'

type FootDrawingProps = {
  shape: FootShape
  side: Side
  /** this client's own outline, traced from a photo; foot frame, mm */
  tracedFootMm?: readonly Point[] | undefined
}

/** One foot from above: the client's own traced outline, or drawn from the client's own numbers. */
export function FootDrawing({ shape, side, tracedFootMm }: FootDrawingProps) {
  const drawn = footOutline(shape)
  const path = (points: readonly Point[], close = true) =>
    svgPath(
      points.map((p) => footToMat(p, side)),
      close,
    )
  return (
    <g>
      <path
        d={path(tracedFootMm ?? drawn.outlineFootMm)}
        fill="var(--skin)"
        stroke="var(--ink)"
        strokeWidth="1.3"
        strokeLinejoin="round"
      />
      {!tracedFootMm && (
        <g fill="none" stroke="var(--soft)" strokeWidth="0.6" opacity="0.8">
          {drawn.nailsFootMm.map((nail, i) => (
            <path key={i} d={path(nail)} />
          ))}
          {drawn.creasesFootMm.map((crease, i) => (
            <path key={i} d={path(crease, false)} />
          ))}
        </g>
      )}
    </g>
  )
}
