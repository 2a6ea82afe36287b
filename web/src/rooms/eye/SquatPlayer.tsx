import { Button } from '@mantine/core'
import { useEffect, useState } from 'react'
import type { SquatClip } from '@sturvo/core/eye'
import classes from './EyeRoom.module.css'
import { SquatView } from './SquatView'

type SquatPlayerProps = {
  clip: SquatClip
  tone: number
  label: string
  /** depth of the answer so far */
  depthPct: number | undefined
  truthPct: number | undefined
  /** held while it played: the depth becomes the answer */
  onHeld: (depthPct: number) => void
}
const pctPerS = 22
const stepPct = 5

/** The squat goes down by itself until it is held; the slider moves it by hand. */
export function SquatPlayer({ clip, tone, label, depthPct, truthPct, onHeld }: SquatPlayerProps) {
  const [playing, setPlaying] = useState<number>()
  const isPlaying = playing !== undefined
  useEffect(() => {
    if (!isPlaying) return
    let frame = 0
    let last: number | undefined
    const step = (now: number) => {
      const passedS = last === undefined ? 0 : (now - last) / 1000
      last = now
      setPlaying((at) => (at === undefined ? at : (at + passedS * pctPerS) % 100))
      frame = requestAnimationFrame(step)
    }
    frame = requestAnimationFrame(step)
    return () => cancelAnimationFrame(frame)
  }, [isPlaying])
  const hold = () => {
    onHeld(Math.round((playing ?? 0) / stepPct) * stepPct)
    setPlaying(undefined)
  }
  return (
    <div className={classes.clip}>
      <SquatView
        clip={clip}
        tone={tone}
        depthPct={playing ?? depthPct ?? 0}
        truthPct={truthPct}
        label={label}
      />
      {truthPct === undefined && (
        <Button variant="default" size="xs" onClick={isPlaying ? hold : () => setPlaying(0)}>
          {isPlaying ? 'Lost here' : 'Play'}
        </Button>
      )}
    </div>
  )
}
