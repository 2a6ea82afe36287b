import { archMapPlace } from '@sturvo/core/drawing'
import { motionKinds, positionKinds, type ArchMapPlace } from '@sturvo/core/arch'
import { sides, type BySide, type Side } from '@sturvo/core/side'
import { chancePct } from '@sturvo/words'
import classes from './ArchPanel.module.css'

const cell = 84
const left = 66
const top = 14
const size = cell * 3
const rowText = { high: 'high', middle: 'middle', low: 'low' } as const
const columnText = { little: 'little', usual: 'usual', much: 'much' } as const
const cellWord: Record<string, string> = {
  'high.little': 'unlock, load slowly',
  'high.usual': 'fine',
  'high.much': 'train the way down',
  'middle.little': 'look for stiffness',
  'middle.usual': 'nothing to change',
  'middle.much': 'train to hold',
  'low.little': 'look at the reserve',
  'low.usual': 'works as it is',
  'low.much': 'reserve decides',
}

/** A z value on the map, in its pixels. */
const placeOf = (z: number) => archMapPlace(z) * size

/** Nine cells, position by motion; each foot lies in them as a cloud as wide as its uncertainty. */
export function ArchMap({ places }: { places: BySide<ArchMapPlace | undefined> }) {
  return (
    <svg
      viewBox={`0 0 ${left + size + 6} ${top + size + 36}`}
      className={classes.map}
      role="img"
      aria-label={`Arch map. ${sides.map((side) => spoken(side, places[side])).join(' ')}`}
    >
      <defs>
        <clipPath id="arch-map">
          <rect x={left} y={top} width={size} height={size} />
        </clipPath>
      </defs>
      <rect x={left} y={top} width={size} height={size} className={classes.mapGround} />
      {[1, 2].map((i) => (
        <path
          key={i}
          d={`M${left + i * cell} ${top}v${size}M${left} ${top + i * cell}h${size}`}
          className={classes.mapLine}
        />
      ))}
      {positionKinds.map((position, row) => (
        <g key={position}>
          <text x={left - 8} y={top + (row + 0.5) * cell + 4} textAnchor="end" className={classes.mapWord}>
            {rowText[position]}
          </text>
          {motionKinds.map((motion, column) => (
            <text
              key={motion}
              x={left + (column + 0.5) * cell}
              y={top + row * cell + 14}
              textAnchor="middle"
              className={classes.mapSmall}
            >
              {cellWord[`${position}.${motion}`]}
            </text>
          ))}
        </g>
      ))}
      {motionKinds.map((motion, column) => (
        <text
          key={motion}
          x={left + (column + 0.5) * cell}
          y={top + size + 16}
          textAnchor="middle"
          className={classes.mapWord}
        >
          {columnText[motion]}
        </text>
      ))}
      <text x={left + size / 2} y={top + size + 32} textAnchor="middle" className={classes.mapSmall}>
        how it moves
      </text>
      <text
        transform={`translate(12 ${top + size / 2}) rotate(-90)`}
        textAnchor="middle"
        className={classes.mapSmall}
      >
        where it stands
      </text>
      <g clipPath="url(#arch-map)">
        {sides.map((side) => {
          const place = places[side]
          return place && <Cloud key={side} side={side} place={place} />
        })}
      </g>
    </svg>
  )
}

function spoken(side: Side, place: ArchMapPlace | undefined): string {
  if (!place) return `${side}: open.`
  const { position, motion } = place.best
  return `${side}: ${rowText[position]}, moves ${columnText[motion]}, ${chancePct(place.chance)} sure.`
}

function Cloud({ side, place }: { side: Side; place: ArchMapPlace }) {
  const x = (z: number) => left + placeOf(z)
  const y = (z: number) => top + size - placeOf(z)
  const [cx, cy] = [x(place.motionZ), y(place.positionZ)]
  const rx = (k: number) =>
    (x(place.motionZ + k * place.motionErrorZ) - x(place.motionZ - k * place.motionErrorZ)) / 2
  const ry = (k: number) =>
    (y(place.positionZ - k * place.positionErrorZ) - y(place.positionZ + k * place.positionErrorZ)) / 2
  return (
    <g style={{ color: `var(--${side})` }}>
      {[2, 1].map((k) => (
        <ellipse
          key={k}
          cx={cx}
          cy={cy}
          rx={Math.max(5, rx(k))}
          ry={Math.max(5, ry(k))}
          fill="currentColor"
          fillOpacity={k === 1 ? 0.22 : 0.1}
          stroke="currentColor"
          strokeWidth={k === 1 ? 1 : 0}
        />
      ))}
      {side === 'left' ? (
        <circle cx={cx} cy={cy} r="5" fill="currentColor" />
      ) : (
        <rect x={cx - 4.5} y={cy - 4.5} width="9" height="9" fill="currentColor" />
      )}
    </g>
  )
}
