import type { Point } from '@sturvo/core/geometry'
import { gapRestMeasures, gapSpreadMeasures, type FootValues } from '@sturvo/core/measures'
import type { Side } from '@sturvo/core/side'
import { footOutline, type FootShape } from '@sturvo/core/footShape'
import { num } from '@sturvo/words'
import { footToMat } from './matFrame'
import { apart } from './apart'

const fontMm = 9
const letterMm = 5
const betweenMm = 4
const overToesMm = 6
/** the outline under a label as wide as this is kept free */
const reachMm = 9

type GapLayerProps = { side: Side; shape: FootShape; foot: FootValues; outlineFootMm: readonly Point[] }

/** Free width between the toes over each gap: at rest, and in bold while spread. */
export function GapLayer({ side, shape, foot, outlineFootMm }: GapLayerProps) {
  const tips = footOutline(shape).toesFootMm.map((toe) => toe.reduce((a, b) => (b.y > a.y ? b : a)))
  const labels = gapRestMeasures.flatMap((restId, i) => {
    const rest = foot.numbers[restId]
    const spread = foot.numbers[gapSpreadMeasures[i]!]
    if (rest === undefined && spread === undefined) return []
    const words = {
      rest: rest === undefined ? '' : num(rest, 0),
      spread: spread === undefined ? '' : `› ${num(spread, 0)}`,
    }
    const width = (words.rest.length + words.spread.length) * letterMm
    return [{ restId, ...words, width, x: (tips[i]!.x + tips[i + 1]!.x) / 2 }]
  })
  const xs = apart(labels, betweenMm)
  return (
    <g fontSize={fontMm} textAnchor="middle" fill="var(--ink)">
      {labels.map(({ restId, rest, spread }, i) => {
        const x = xs[i]!
        const under = outlineFootMm.filter((p) => Math.abs(p.x - x) <= reachMm).map((p) => p.y)
        const p = footToMat({ x, y: Math.max(tips[4]!.y, ...under) + overToesMm }, side)
        return (
          <text key={restId} x={p.x} y={p.y}>
            {rest}
            {spread === '' ? null : <tspan fontWeight="700">{spread}</tspan>}
          </text>
        )
      })}
    </g>
  )
}
