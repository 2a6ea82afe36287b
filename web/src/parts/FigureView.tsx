import { exerciseFigure, svgPath, type Stroke } from '@sturvo/core/drawing'
import type { FigureId } from '@sturvo/core/training'

const strokeOf: Record<Stroke['role'], { stroke: string; strokeWidth: number }> = {
  body: { stroke: 'var(--ink)', strokeWidth: 2.6 },
  far: { stroke: 'var(--soft)', strokeWidth: 1.6 },
  prop: { stroke: 'var(--printDeep)', strokeWidth: 2.6 },
  floor: { stroke: 'var(--line)', strokeWidth: 2 },
  move: { stroke: 'var(--act)', strokeWidth: 2.4 },
}

/** The line drawing of one movement. */
export function FigureView({ id, width = 120 }: { id: FigureId; width?: number }) {
  const figure = exerciseFigure(id)
  return (
    <svg width={width} viewBox="0 -6 204 162" role="img" aria-label={figure.title}>
      <title>{figure.title}</title>
      {figure.strokes.map((stroke, i) => (
        <path
          key={i}
          d={svgPath(stroke.points, stroke.closed)}
          fill="none"
          strokeLinecap="round"
          strokeLinejoin="round"
          {...strokeOf[stroke.role]}
        />
      ))}
    </svg>
  )
}
