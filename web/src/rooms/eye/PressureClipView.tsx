import { Button, useComputedColorScheme } from '@mantine/core'
import { useReducedMotion } from '@mantine/hooks'
import { contours } from 'd3-contour'
import { useEffect, useMemo, useState } from 'react'
import { svgPath } from '@sturvo/core/drawing'
import type { PressureClip } from '@sturvo/core/eye'
import { loadColour } from '../../mat/loadColour'
import { isobarsKpa } from '../../workers/livePressure'
import classes from './EyeRoom.module.css'

type PressureClipViewProps = { clip: PressureClip; label: string; truthLeg: 'h' | 'm1' | 'm5' | undefined }

/** A foot on the mat as isobars, in a loop that can be held. */
export function PressureClipView({ clip, label, truthLeg }: PressureClipViewProps) {
  const scheme = useComputedColorScheme('light')
  const isStill = useReducedMotion()
  const [isHeld, setHeld] = useState(isStill)
  const [at, setAt] = useState(0)
  const [w, h] = [clip.cols * clip.pitchMm, clip.rows * clip.pitchMm]
  // all moments once: a frame then only swaps paths
  const frames = useMemo(() => clip.framesKpa.map((kpa) => isobarPaths(kpa, clip)), [clip])
  useEffect(() => {
    if (isHeld) return
    const timer = setInterval(() => setAt((i) => (i + 1) % frames.length), 1000 / clip.rateHz)
    return () => clearInterval(timer)
  }, [isHeld, frames.length, clip.rateHz])
  return (
    <div className={classes.clip}>
      <svg className={classes.scene} viewBox={`-6 -6 ${w + 12} ${h + 12}`} role="img" aria-label={label}>
        <rect width={w} height={h} className={classes.matGround} />
        <path
          d={svgPath(clip.outlineMatMm.map((p) => ({ x: p.x, y: h - p.y })))}
          className={classes.outline}
        />
        {frames[at]!.map(({ kpa, d }) => (
          <path key={kpa} d={d} fill={loadColour(scheme, kpa)} stroke="var(--sheet)" strokeWidth={0.5} />
        ))}
        {(Object.keys(clip.legsMatMm) as ('h' | 'm1' | 'm5')[]).map((leg) => (
          <circle
            key={leg}
            cx={clip.legsMatMm[leg].x}
            cy={h - clip.legsMatMm[leg].y}
            r={leg === truthLeg ? 17 : 3}
            className={leg === truthLeg ? classes.truth : classes.leg}
          />
        ))}
      </svg>
      <Button variant="default" size="xs" onClick={() => setHeld(!isHeld)}>
        {isHeld ? 'Play' : 'Hold'}
      </Button>
    </div>
  )
}

/** Isobars of one moment as paths in mm, y down. */
function isobarPaths(kpa: Float32Array, clip: PressureClip): { kpa: number; d: string }[] {
  const h = clip.rows * clip.pitchMm
  return contours()
    .size([clip.cols, clip.rows])
    .thresholds([...isobarsKpa])(Array.from(kpa))
    .map(({ value, coordinates }) => ({
      kpa: value,
      d: coordinates
        .flat()
        .map((ring) => svgPath(ring.map(([x, y]) => ({ x: x! * clip.pitchMm, y: h - y! * clip.pitchMm }))))
        .join(''),
    }))
    .filter(({ d }) => d !== '')
}
