import { Button, Group, SegmentedControl, Slider, Switch } from '@mantine/core'
import { useEffect, useRef, useState } from 'react'
import { measureTable } from '@sturvo/core/measures'
import type { Side } from '@sturvo/core/side'
import { SideChoice } from '../../../parts/SideChoice'
import { pathOf } from '../rows/measureField'
import { useRecord, useVisitFrame } from '../visitContext'
import classes from './move.module.css'

/** Heel raises counted with a beat: tap for each one, say where the heel went, keep. */
export function RaiseCounter() {
  const { references } = useVisitFrame()
  const record = useRecord()
  const [side, setSide] = useState<Side>('left')
  const [count, setCount] = useState(0)
  const [path, setPath] = useState<string>()
  const [isBeating, setBeating] = useState(false)
  const [perMinute, setPerMinute] = useState(30)
  const [isUp, setUp] = useState(false)
  useBeat(isBeating, perMinute, () => setUp((now) => !now))
  const keep = () => {
    record({
      [pathOf('heelRaises', side, 1)]: count,
      ...(path !== undefined && { [pathOf('raisePath', side, 1)]: path }),
    })
    setBeating(false)
    setCount(0)
    setPath(undefined)
  }
  return (
    <section className={classes.instrument} aria-label="Heel-raise counter">
      <h3>
        Heel raises <span className={classes.soft}>goal {references.heelRaiseGoal}</span>
      </h3>
      <Group grow>
        <SideChoice label="Rising leg" value={side} onChange={setSide} />
        <Switch
          label={`Beat, ${perMinute} a minute`}
          checked={isBeating}
          onChange={(event) => setBeating(event.currentTarget.checked)}
        />
      </Group>
      <Slider
        thumbLabel="Beats a minute"
        min={15}
        max={60}
        step={5}
        value={perMinute}
        onChange={setPerMinute}
        label={null}
      />
      <div className={classes.clock}>
        {count} {isBeating && <span aria-hidden="true">{isUp ? '↑' : '↓'}</span>}
      </div>
      <Group grow>
        <Button size="xl" onClick={() => setCount(count + 1)}>
          One more
        </Button>
        <Button size="xl" variant="default" disabled={count === 0} onClick={() => setCount(count - 1)}>
          One less
        </Button>
      </Group>
      <SegmentedControl
        aria-label="Path of the heel"
        value={path ?? ''}
        onChange={setPath}
        data={[{ value: '', label: 'path?' }, ...measureTable.raisePath.words]}
      />
      <Button variant="default" disabled={count === 0} onClick={keep}>
        Keep {count} for the {side} leg
      </Button>
    </section>
  )
}

/** A short click at each half of the movement; the sound is made here, nothing is loaded. */
function useBeat(isOn: boolean, perMinute: number, onBeat: () => void): void {
  const latest = useRef(onBeat)
  useEffect(() => {
    latest.current = onBeat
  })
  useEffect(() => {
    if (!isOn) return
    const sound = new AudioContext()
    const beat = () => {
      const tone = sound.createOscillator()
      const volume = sound.createGain()
      tone.frequency.value = 660
      volume.gain.setValueAtTime(0.2, sound.currentTime)
      volume.gain.exponentialRampToValueAtTime(0.001, sound.currentTime + 0.08)
      tone.connect(volume).connect(sound.destination)
      tone.start()
      tone.stop(sound.currentTime + 0.1)
      latest.current()
    }
    const timer = setInterval(beat, 30_000 / perMinute)
    return () => {
      clearInterval(timer)
      void sound.close()
    }
  }, [isOn, perMinute])
}
