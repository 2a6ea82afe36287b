import { useMemo } from 'react'
import { framePaths, hasMovement, movementFigure, viewBoxOf, type Frame } from '@sturvo/core/movement'
import type { Side } from '@sturvo/core/side'
import { figureColours as colours } from '@sturvo/pages/figureColours'
import { FigurePaths } from './FigurePaths'

const usualPx = 200
const weightAt = (width: number) => Math.min(1.3, Math.max(0.55, Math.sqrt(usualPx / width)))

/** One picture of a movement. @param label what is seen; left out where words beside it say the same */
export function FrameView({ frame, width, label }: { frame: Frame; width: number; label?: string }) {
  const paths = useMemo(() => framePaths(frame, colours, weightAt(width)), [frame, width])
  return (
    <svg
      width={width}
      height={width * 0.75}
      viewBox={viewBoxOf(frame.box)}
      style={{ maxWidth: '100%' }}
      {...(label === undefined ? { 'aria-hidden': true } : { role: 'img', 'aria-label': label })}
    >
      <FigurePaths paths={paths} />
    </svg>
  )
}

/** The picture that stands for a drill. @param side the side that works, where it is one */
export function MovementView({ id, width, side }: { id: string; width: number; side?: Side }) {
  const figure = useMemo(() => (hasMovement(id) ? movementFigure(id, side) : undefined), [id, side])
  return figure ? <FrameView frame={figure.main} width={width} label={figure.title} /> : null
}
