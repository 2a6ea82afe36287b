import { ActionIcon, SegmentedControl, Slider, Tooltip } from '@mantine/core'
import { IconPlayerPauseFilled, IconPlayerPlayFilled } from '@tabler/icons-react'
import { useEffect, useRef, useState } from 'react'
import { num } from '@sturvo/words'
import classes from './load.module.css'

type Mark = { atS: number; words: string }
type ReplayBarProps = {
  times: readonly number[]
  index: number
  onIndex: (index: number) => void
  moments: readonly Mark[]
  losses: readonly Mark[]
}
const speeds = [
  { value: '1', label: '1 ×' },
  { value: '0.25', label: '¼' },
  { value: '0.1', label: '⅒' },
]

/** Goes through a recording: play, slow motion, and a slider with the marked moments. */
export function ReplayBar({ times, index, onIndex, moments, losses }: ReplayBarProps) {
  const [isPlaying, setPlaying] = useState(false)
  const [speed, setSpeed] = useState('1')
  const at = useRef(index)
  useEffect(() => {
    at.current = index
  }, [index])
  useEffect(() => {
    if (!isPlaying) return
    let last = performance.now()
    let atS = times[at.current]!
    let asked = 0
    const step = (now: number) => {
      // the slider was moved meanwhile
      if (Math.abs(times[at.current]! - atS) > 0.5) atS = times[at.current]!
      atS += ((now - last) / 1000) * Number(speed)
      last = now
      let next = at.current
      while (next + 1 < times.length && times[next + 1]! <= atS) next++
      if (next !== at.current) {
        at.current = next
        onIndex(next)
      }
      if (next >= times.length - 1) setPlaying(false)
      else asked = requestAnimationFrame(step)
    }
    asked = requestAnimationFrame(step)
    return () => cancelAnimationFrame(asked)
  }, [isPlaying, speed, times, onIndex])
  const marks = [...moments, ...losses].map((m) => ({
    value: Math.max(
      0,
      times.findIndex((t) => t >= m.atS),
    ),
    label: '▾',
  }))
  const play = () => {
    if (!isPlaying && index >= times.length - 1) {
      at.current = 0
      onIndex(0)
    }
    setPlaying(!isPlaying)
  }
  return (
    <div className={classes.replay}>
      <Tooltip label={isPlaying ? 'Pause' : 'Play'}>
        <ActionIcon size="xl" variant="default" aria-label={isPlaying ? 'Pause' : 'Play'} onClick={play}>
          {isPlaying ? <IconPlayerPauseFilled size={20} /> : <IconPlayerPlayFilled size={20} />}
        </ActionIcon>
      </Tooltip>
      <SegmentedControl aria-label="Speed" data={speeds} value={speed} onChange={setSpeed} />
      <Slider
        thumbLabel="Moment of the recording"
        min={0}
        max={times.length - 1}
        value={index}
        onChange={onIndex}
        marks={marks}
        label={(i) => `${num(times[i] ?? 0, 2)} s`}
      />
      <span>
        {num(times[index] ?? 0, 2)} of {num(times[times.length - 1] ?? 0)} s
      </span>
    </div>
  )
}
