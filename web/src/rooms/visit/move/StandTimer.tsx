import { Button, Group, SegmentedControl } from '@mantine/core'
import { useEffect, useEffectEvent, useRef, useState } from 'react'
import type { Side } from '@sturvo/core/side'
import { num } from '@sturvo/words'
import { SideChoice } from '../../../parts/SideChoice'
import { pathOf, trialsOf } from '../rows/measureField'
import { useRecord, useVisitFields, useVisitReading } from '../visitContext'
import classes from './move.module.css'

const ladder = [3, 5, 10, 20, 30] as const

/** Seconds on one leg: one big key starts, the same ends; a pedal that sends a key does both. */
export function StandTimer() {
  const fields = useVisitFields()
  const { reading } = useVisitReading()
  const record = useRecord()
  const [side, setSide] = useState<Side>('left')
  const [eyes, setEyes] = useState<'open' | 'shut'>('open')
  const [beganMs, setBegan] = useState<number>()
  const [nowS, setNow] = useState(0)
  const [last, setLast] = useState<string>()
  const measure = eyes === 'open' ? 'singleLegOpen' : 'singleLegShut'
  const asked = useRef(0)
  useEffect(() => {
    if (beganMs === undefined) return
    const tick = () => {
      setNow((performance.now() - beganMs) / 1000)
      asked.current = requestAnimationFrame(tick)
    }
    asked.current = requestAnimationFrame(tick)
    return () => cancelAnimationFrame(asked.current)
  }, [beganMs])
  const end = () => {
    if (beganMs === undefined) return
    const seconds = Math.round((performance.now() - beganMs) / 100) / 10
    setBegan(undefined)
    setNow(seconds)
    const trial = trialsOf(fields, measure, side).length + 1
    if (trial > 9) return setLast('Nine trials are kept; take one away first.')
    record({ [pathOf(measure, side, trial)]: Math.round(seconds) })
    setLast(`${side}, eyes ${eyes}: ${num(seconds)} s, trial ${trial}`)
  }
  const press = () => {
    if (beganMs === undefined) {
      setLast(undefined)
      setNow(0)
      setBegan(performance.now())
    } else end()
  }
  const onPedal = useEffectEvent((event: KeyboardEvent) => {
    // foot pedals send these; letters stay free for the rows
    if (event.key !== 'PageDown' && event.key !== 'F8') return
    if (document.querySelector('[role="dialog"]')) return
    event.preventDefault()
    press()
  })
  useEffect(() => {
    const listen = (event: KeyboardEvent) => onPedal(event)
    window.addEventListener('keydown', listen)
    return () => window.removeEventListener('keydown', listen)
  }, [])
  const isGuarded = eyes === 'shut' && reading.cautions.effects.has('supportAtHand')
  return (
    <section className={classes.instrument} aria-label="One-leg timer">
      <h3>
        On one leg <span className={classes.soft}>pedal: Page Down</span>
      </h3>
      <Group grow>
        <SideChoice label="Standing leg" value={side} disabled={beganMs !== undefined} onChange={setSide} />
        <SegmentedControl
          aria-label="Eyes"
          value={eyes}
          disabled={beganMs !== undefined}
          onChange={(value) => setEyes(value)}
          data={[
            { value: 'open', label: 'eyes open' },
            { value: 'shut', label: 'eyes shut' },
          ]}
        />
      </Group>
      {isGuarded && (
        <p className={classes.soft}>Guarded only: stand beside the client, a rail within reach.</p>
      )}
      <div className={classes.clock} role="timer">
        {num(nowS)} s
      </div>
      {eyes === 'shut' && (
        <div className={classes.ladder} aria-label="Ladder for eyes shut">
          {ladder.map((rung) => (
            <span key={rung} data-done={nowS >= rung}>
              {rung} s
            </span>
          ))}
        </div>
      )}
      <Button size="xl" color={beganMs === undefined ? 'act' : 'oxide'} onClick={press}>
        {beganMs === undefined ? 'Start' : 'Lost it'}
      </Button>
      <p className={classes.soft} aria-live="polite">
        {last ?? 'Ends when the arch is lost or the other foot comes down. Goal 30 s.'}
      </p>
    </section>
  )
}
