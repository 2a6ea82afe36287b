import type { FootValues } from '@sturvo/core/measures'
import { sides, type BySide } from '@sturvo/core/side'
import { ladderXMm, outerSign } from './matFrame'

type ArchLadderLayerProps = {
  feet: BySide<FootValues>
  errorMm: number
  targetMm: BySide<number | undefined>
}
const rungs = [
  ['navicularSit', 'sit'],
  ['navicularActive', 'lifts'],
  ['navicularPassive', 'by hand'],
  ['navicularStand', 'stand'],
  ['navicularSingle', 'one leg'],
] as const
const top = 150
const foot = 284
const railGapMm = 7
const labelEveryMm = 9.5

/** Heights of both arches to one scale in mm, with the error of each rung. */
export function ArchLadderLayer({ feet, errorMm, targetMm }: ArchLadderLayerProps) {
  const heights = sides.flatMap((side) =>
    rungs.map(([id]) => feet[side].numbers[id]).filter((v) => v !== undefined),
  )
  if (heights.length === 0) return null
  const low = Math.floor((Math.min(...heights) - 2) / 5) * 5
  const high = Math.max(low + 15, Math.ceil((Math.max(...heights) + 2) / 5) * 5)
  const y = (mm: number) => foot - ((mm - low) / (high - low)) * (foot - top)
  return (
    <g>
      {sides.map((side) => {
        const x = ladderXMm + outerSign[side] * railGapMm
        const own = rungs.flatMap(([id, word]) => {
          const mm = feet[side].numbers[id]
          return mm === undefined ? [] : [{ word, mm, y: y(mm) }]
        })
        const target = targetMm[side]
        return (
          <g key={side} style={{ color: `var(--${side})` }} textAnchor={side === 'left' ? 'end' : 'start'}>
            <path d={`M${x} ${top - 4}V${foot + 4}`} stroke="currentColor" strokeWidth="1.8" />
            {target !== undefined && target > low && target < high && (
              <path
                d={`M${x - 6} ${y(target)}h12`}
                stroke="var(--soft)"
                strokeWidth="1"
                strokeDasharray="2 2"
              />
            )}
            {spread(own).map((rung) => (
              <g key={rung.word}>
                <path d={`M${x - 7} ${rung.y}h14`} stroke="currentColor" strokeWidth="2.4" />
                <path
                  d={`M${x + outerSign[side] * 9} ${y(rung.mm - errorMm)}V${y(rung.mm + errorMm)}`}
                  stroke="currentColor"
                  strokeWidth="0.7"
                />
                <text x={x + outerSign[side] * 13} y={rung.labelY + 3} fontSize="9" fill="var(--ink)">
                  {rung.word} {Math.round(rung.mm * 10) / 10}
                </text>
              </g>
            ))}
          </g>
        )
      })}
      <text x={ladderXMm} y={foot + 18} fontSize="9" textAnchor="middle" fill="var(--soft)">
        arch ladder, mm
      </text>
    </g>
  )
}

/** Moves labels apart where rungs lie close; the rungs stay where they are. */
function spread(rungsOfSide: { word: string; mm: number; y: number }[]) {
  const sorted = [...rungsOfSide].sort((a, b) => a.y - b.y)
  let lowest = -Infinity
  return sorted.map((rung) => {
    const labelY = Math.max(rung.y, lowest + labelEveryMm)
    lowest = labelY
    return { ...rung, labelY }
  })
}
