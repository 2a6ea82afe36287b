import { svgPath, type Stroke } from '@sturvo/core/drawing'

const strokeOf: Record<Stroke['role'], { stroke: string; width: number }> = {
  body: { stroke: 'var(--ink)', width: 2.6 },
  far: { stroke: 'var(--soft)', width: 1.6 },
  prop: { stroke: 'var(--printDeep)', width: 2.6 },
  floor: { stroke: 'var(--line)', width: 2 },
  move: { stroke: 'var(--act)', width: 2.4 },
  hand: { stroke: 'var(--printDeep)', width: 1.8 },
}

/** The strokes of a figure in the one style of our drawings; small drawings need thicker ones and filled shapes. */
export function FigureStrokes({
  strokes,
  thicker = 1,
  isFilled = false,
}: {
  strokes: readonly Stroke[]
  thicker?: number
  isFilled?: boolean
}) {
  const fillOf = ({ role, closed }: Stroke) => {
    // a finger covers what lies behind it, though it is open where the hand goes on
    if (role === 'hand') return 'var(--sheet)'
    if (!isFilled || !closed || role === 'far') return 'none'
    return role === 'body' ? 'var(--skin)' : strokeOf[role].stroke
  }
  return strokes.map((stroke, i) => (
    <path
      key={i}
      d={svgPath(stroke.points, stroke.closed)}
      fill={fillOf(stroke)}
      stroke={strokeOf[stroke.role].stroke}
      strokeWidth={strokeOf[stroke.role].width * thicker}
      strokeLinecap="round"
      strokeLinejoin="round"
    />
  ))
}
