import type { FootValues } from '@sturvo/core/measures'
import type { Side } from '@sturvo/core/side'
import type { FootShape } from '@sturvo/core/footShape'
import { num } from '@sturvo/words'
import { footToMat, outerSign } from './matFrame'

/** The outer arch along the outer border, the cross arch across the ball; drawn where they are, only once known. */
export function OtherArches({ side, shape, foot }: { side: Side; shape: FootShape; foot: FootValues }) {
  const { lengthMm: l, ballWidthMm: w } = shape
  const { ballWidth, ballWidthSit } = foot.numbers
  const spreadMm =
    ballWidth === undefined || ballWidthSit === undefined ? undefined : ballWidth - ballWidthSit
  const { outerArch, crossLoad, crossLighten } = foot.words
  const at = (x: number, y: number) => footToMat({ x: x * w, y: y * l }, side)
  const [heel, middle, fifth] = [at(-0.4, 0.22), at(-0.62, 0.4), at(-0.5, 0.6)]
  const [a, b] = [at(-0.44, 0.665), at(0.38, 0.725)]
  const crossWords = [
    spreadMm === undefined ? '' : `spreads ${num(spreadMm)} mm`,
    crossLoad === 'much' ? 'hard skin' : '',
    crossLighten === 'no' ? 'cannot lighten' : '',
  ].filter(Boolean)
  const label = at(-0.72, 0.4)
  const crossLabel = at(-0.62, 0.64)
  const text = {
    textAnchor: side === 'left' ? ('end' as const) : ('start' as const),
    fontSize: 10.5,
    fill: 'var(--soft)',
  }
  return (
    <g stroke={`var(--${side})`} fill="none" strokeWidth="1.4">
      {outerArch !== undefined && (
        <>
          <path
            d={`M${heel.x} ${heel.y}Q${middle.x} ${middle.y} ${fifth.x} ${fifth.y}`}
            strokeDasharray={outerArch === 'none' ? '2 4' : undefined}
          />
          <text {...text} stroke="none" x={label.x + outerSign[side] * 4} y={label.y}>
            outer arch: {outerArch}
          </text>
        </>
      )}
      {crossWords.length > 0 && (
        <>
          <path d={`M${a.x} ${a.y}L${b.x} ${b.y}`} />
          <text {...text} stroke="none" x={crossLabel.x + outerSign[side] * 10} y={crossLabel.y + 3}>
            cross arch {crossWords.join(', ')}
          </text>
        </>
      )}
    </g>
  )
}
