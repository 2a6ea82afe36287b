import { svgPath } from '@sturvo/core/drawing'
import type { Point } from '@sturvo/core/geometry'
import { outlineDifferences, type Difference } from '@sturvo/core/outline'
import type { References } from '@sturvo/core/reference'
import type { BySide } from '@sturvo/core/side'
import { num } from '@sturvo/words'
import { matSizeMm } from './matFrame'

const heelLineMm = 284
const centreMm = matSizeMm.width / 2

type OverlayLayerProps = { outlines: BySide<readonly Point[]>; references: References }

/** The left outline turned over and laid on the right one, with the differences in mm and how sure they are. */
export function OverlayLayer({ outlines, references }: OverlayLayerProps) {
  // one frame for both: medial to the left, as on a right foot
  const put = (p: Point): Point => ({ x: centreMm - p.x, y: heelLineMm - p.y })
  const found = outlineDifferences(outlines.left, outlines.right, references)
  return (
    <g>
      <path d={svgPath(outlines.right.map(put))} fill="var(--skin)" stroke="var(--right)" strokeWidth="1.6" />
      <path
        d={svgPath(outlines.left.map(put))}
        fill="none"
        stroke="var(--left)"
        strokeWidth="1.6"
        strokeDasharray="6 3"
      />
      <g fontSize="11" fill="var(--ink)">
        {found?.levels.map(({ level, yMm, medial, lateral }) => {
          const y = heelLineMm - yMm
          return (
            <g key={level}>
              <path
                d={`M${centreMm - 78} ${y}H${centreMm + 78}`}
                stroke="var(--soft)"
                strokeWidth="0.7"
                strokeDasharray="2 3"
              />
              <text x={centreMm - 86} y={y + 4} textAnchor="end">
                {`${level}, inside: ${differenceText(medial, 'wider')}`}
              </text>
              <text x={centreMm + 86} y={y + 4}>
                {`outside: ${differenceText(lateral, 'wider')}`}
              </text>
            </g>
          )
        })}
        <text x={centreMm + 86} y="34" fontWeight="700">
          {found ? `length: ${differenceText(found.length, 'longer')}` : 'Both outlines are needed.'}
        </text>
        <g fontWeight="700">
          <text x="16" y={matSizeMm.height - 30} fill="var(--left)">
            ● left, turned over: dashed
          </text>
          <text x="16" y={matSizeMm.height - 14} fill="var(--right)">
            ■ right: full line
          </text>
        </g>
      </g>
    </g>
  )
}

const judgedText = {
  real: '',
  likely: ', likely',
  withinError: ', within the error',
  notComparable: '',
} as const

function differenceText({ mm, judged }: Difference, more: 'wider' | 'longer'): string {
  const size = num(Math.abs(mm))
  return size === '0' ? 'alike' : `${mm > 0 ? 'left' : 'right'} ${size} mm ${more}${judgedText[judged]}`
}
