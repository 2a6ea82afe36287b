import type { SquatClip } from '@sturvo/core/eye'
import classes from './EyeRoom.module.css'
import { Skins } from './SceneView'

type SquatViewProps = {
  clip: SquatClip
  tone: number
  depthPct: number
  truthPct: number | undefined
  label: string
}

/** Heel and leg from behind at one depth of a squat, with a gauge of the depth beside them. */
export function SquatView({ clip, tone, depthPct, truthPct, label }: SquatViewProps) {
  const { box } = clip
  const gauge = { x: box.x + box.width + 16, top: box.y + 14, height: box.height - 40 }
  const y = (pct: number) => gauge.top + (pct / 100) * gauge.height
  const pose = clip.poses[Math.round(depthPct)] ?? clip.poses[0]!
  return (
    <svg
      className={classes.scene}
      viewBox={`${box.x} ${box.y} ${box.width + 70} ${box.height}`}
      role="img"
      aria-label={label}
    >
      <line x1={box.x} x2={box.x + box.width} y1={0} y2={0} className={classes.floor} />
      <Skins scene={{ skins: [pose.skin], lines: [], tone, lightFrom: 'left', contrast: 0.9 }} />
      <g className={classes.ruler}>
        <path d={`M${gauge.x} ${gauge.top}v${gauge.height}`} />
        {[0, 25, 50, 75, 100].map((pct) => (
          <g key={pct}>
            <path d={`M${gauge.x - 3} ${y(pct)}h6`} />
            <text x={gauge.x + 8} y={y(pct) + 4}>
              {pct} %
            </text>
          </g>
        ))}
      </g>
      <circle cx={gauge.x} cy={y(depthPct)} r={5} fill="var(--act)" />
      {truthPct !== undefined && <path d={`M${gauge.x - 10} ${y(truthPct)}h20`} className={classes.truth} />}
    </svg>
  )
}
