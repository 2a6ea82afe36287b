import { footOutline, svgPath } from '@sturvo/core/drawing'
import type { Side } from '@sturvo/core/side'
import type { FootShape } from '@sturvo/core/synthetic'
import { footToMat } from './matFrame'

/** One foot from above, drawn from the client's own numbers. */
export function FootDrawing({ shape, side }: { shape: FootShape; side: Side }) {
  const outline = footOutline(shape)
  const path = (points: { x: number; y: number }[], close = true) =>
    svgPath(
      points.map((p) => footToMat(p, side)),
      close,
    )
  return (
    <g>
      <path
        d={path(outline.outlineFootMm)}
        fill="var(--skin)"
        stroke="var(--ink)"
        strokeWidth="1.3"
        strokeLinejoin="round"
      />
      <g fill="none" stroke="var(--soft)" strokeWidth="0.6" opacity="0.8">
        {outline.nailsFootMm.map((nail, i) => (
          <path key={i} d={path(nail)} />
        ))}
        {outline.creasesFootMm.map((crease, i) => (
          <path key={i} d={path(crease, false)} />
        ))}
      </g>
    </g>
  )
}
