import { exerciseFigure } from '@sturvo/core/drawing'
import type { FigureId } from '@sturvo/core/training'
import { FigureStrokes } from './FigureStrokes'

/** The line drawing of one movement. */
export function FigureView({ id, width = 120 }: { id: FigureId; width?: number }) {
  const figure = exerciseFigure(id)
  return (
    <svg width={width} viewBox="0 -6 204 162" role="img" aria-label={figure.title}>
      <title>{figure.title}</title>
      <FigureStrokes strokes={figure.strokes} />
    </svg>
  )
}
