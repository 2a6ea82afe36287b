import { useId } from 'react'
import { svgPath } from '@sturvo/core/drawing'
import type { EyeScene, LineAt } from '@sturvo/core/eye'
import type { Point } from '@sturvo/core/geometry'
import { skinTones } from '../../app/theme'
import classes from './EyeRoom.module.css'
import { lineOf } from './lineOf'

type SceneViewProps = {
  scene: EyeScene
  label: string
  /** one's own answer, drawn as a line where the kind has one */
  answer?: { lineAt: LineAt; value: number } | undefined
  truth?: { lineAt: LineAt; value: number } | undefined
  truthLines?: readonly Point[][] | undefined
}

/** One drawn foot: skin lit from one side, creases and nails, what helps, and lines laid over it. */
export function SceneView({ scene, label, answer, truth, truthLines }: SceneViewProps) {
  const { box } = scene
  return (
    <svg
      className={classes.scene}
      viewBox={`${box.x} ${box.y} ${box.width} ${box.height}`}
      role="img"
      aria-label={label}
    >
      {scene.floor && (
        <line
          x1={scene.floor[0].x}
          y1={scene.floor[0].y}
          x2={scene.floor[1].x}
          y2={scene.floor[1].y}
          className={classes.floor}
        />
      )}
      {scene.prints.map((print, i) => (
        <path key={i} d={svgPath(print)} className={classes.ink} />
      ))}
      <Skins scene={scene} />
      {scene.skins.length === 0 &&
        scene.lines.map((line, i) => <path key={i} d={svgPath(line, false)} className={classes.helpLine} />)}
      {scene.shoes.map((shoe) => (
        <g key={shoe.name}>
          <path d={svgPath(shoe.outline)} className={classes.insole} />
          <text {...below(shoe.outline)} className={classes.shoeName} textAnchor="middle">
            {shoe.name}
          </text>
        </g>
      ))}
      {scene.dots.map((dot, i) => (
        <circle key={i} cx={dot.x} cy={dot.y} r={2.2} className={classes.pen} />
      ))}
      {scene.ruler && <Ruler {...scene.ruler} />}
      {truthLines?.map((line, i) => (
        <path key={i} d={svgPath(line, false)} className={classes.truth} />
      ))}
      {answer && <path d={svgPath(lineOf(answer.lineAt, answer.value), false)} className={classes.mine} />}
      {truth && <path d={svgPath(lineOf(truth.lineAt, truth.value), false)} className={classes.truth} />}
    </svg>
  )
}

function below(outline: readonly Point[]): { x: number; y: number } {
  const xs = outline.map((p) => p.x)
  return { x: (Math.min(...xs) + Math.max(...xs)) / 2, y: Math.max(...outline.map((p) => p.y)) + 13 }
}

/** The skin of a scene with its light: brighter on the side the light comes from, darker at the far edge. */
export function Skins({
  scene,
}: {
  scene: Pick<EyeScene, 'skins' | 'lines' | 'tone' | 'lightFrom' | 'contrast'>
}) {
  const id = useId()
  const { skin, line } = skinTones[scene.tone] ?? skinTones[0]
  const from = scene.lightFrom === 'left' ? { x1: 0, x2: 1 } : { x1: 1, x2: 0 }
  const strength = scene.contrast
  return (
    <g>
      <defs>
        <linearGradient id={`${id}light`} {...from} y1={0.1} y2={0.35}>
          <stop offset="0" stopColor="#fff" stopOpacity={0.34 * strength} />
          <stop offset="0.45" stopColor="#fff" stopOpacity={0} />
          <stop offset="0.62" stopColor="#000" stopOpacity={0.02} />
          <stop offset="1" stopColor="#000" stopOpacity={0.36 * strength} />
        </linearGradient>
        <filter id={`${id}soft`} x="-20%" y="-20%" width="140%" height="140%">
          <feGaussianBlur stdDeviation="5" />
        </filter>
        <filter id={`${id}cast`} x="-20%" y="-20%" width="140%" height="140%">
          <feGaussianBlur stdDeviation="3" />
        </filter>
        {scene.skins.map((ring, i) => (
          <clipPath key={i} id={`${id}skin${i}`}>
            <path d={svgPath(ring)} />
          </clipPath>
        ))}
      </defs>
      {scene.skins.map((ring, i) => (
        <g key={i}>
          <path
            d={svgPath(ring)}
            fill="#000"
            opacity={0.2}
            filter={`url(#${id}cast)`}
            transform={`translate(${scene.lightFrom === 'left' ? 4 : -4} 3)`}
          />
          <path d={svgPath(ring)} fill={skin} />
          <g clipPath={`url(#${id}skin${i})`}>
            {/* the rim turns away from the eye: darker, and softly so */}
            <path
              d={svgPath(ring)}
              fill="none"
              stroke={line}
              strokeWidth={11}
              strokeOpacity={0.5 * strength}
              filter={`url(#${id}soft)`}
            />
            <path d={svgPath(ring)} fill={`url(#${id}light)`} />
            {scene.lines.map((each, k) => (
              <path
                key={k}
                d={svgPath(each, false)}
                fill="none"
                stroke={line}
                strokeWidth={0.9}
                strokeOpacity={0.35 + 0.35 * strength}
                strokeLinecap="round"
              />
            ))}
          </g>
          <path d={svgPath(ring)} fill="none" stroke={line} strokeWidth={0.9} strokeOpacity={0.85} />
        </g>
      ))}
    </g>
  )
}

function Ruler({ from, mm }: { from: Point; mm: number }) {
  const isUp = mm >= 40
  const ticks = Array.from({ length: mm / 10 + 1 }, (_, i) => i * 10)
  return (
    <g className={classes.ruler}>
      <path d={isUp ? `M${from.x} ${from.y}v${-mm}` : `M${from.x} ${from.y}h${mm}`} />
      {ticks.map((at) => (
        <path key={at} d={isUp ? `M${from.x - 2.5} ${from.y - at}h5` : `M${from.x + at} ${from.y - 2.5}v5`} />
      ))}
      <text x={isUp ? from.x : from.x + mm / 2} y={isUp ? from.y - mm - 4 : from.y + 12} textAnchor="middle">
        {mm} mm
      </text>
    </g>
  )
}
