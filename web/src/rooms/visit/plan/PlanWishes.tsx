import { Chip, Group, SegmentedControl, Slider } from '@mantine/core'
import { useState } from 'react'
import { kitItems } from '@sturvo/core/training'
import { paces } from '@sturvo/core/transition'
import { effectText, kitText } from '@sturvo/words'
import { Cairn } from '../../../parts/Cairn'
import { useRecord, useVisitFrame, useVisitReading } from '../visitContext'
import classes from './Plan.module.css'

export function LimitsInForce() {
  const { reading } = useVisitReading()
  const { effects } = reading.cautions
  if (effects.size === 0) return null
  return (
    <p className={classes.limits}>
      <Cairn size={18} /> Cautions in force: {[...effects].map((e) => effectText[e]).join(' · ')}
    </p>
  )
}

const paceText = { slow: 'slow', usual: 'usual', brisk: 'brisk' } as const

type WishSliderProps = {
  id: string
  min: number
  max: number
  value: number
  words: string
  onKept: (value: number) => void
}

/** A number chosen by sliding; a plan is made when the hand lets go, not at every step on the way. */
function WishSlider({ id, min, max, value, words, onKept }: WishSliderProps) {
  const [sliding, setSliding] = useState<number>()
  return (
    <div>
      <p id={id}>
        <strong>{sliding ?? value}</strong> {words}
      </p>
      <Slider
        thumbProps={{ 'aria-labelledby': id }}
        min={min}
        max={max}
        step={1}
        label={null}
        value={sliding ?? value}
        onChange={setSliding}
        onChangeEnd={(kept) => {
          setSliding(undefined)
          onKept(kept)
        }}
      />
    </div>
  )
}

export function PlanWishes() {
  const { references } = useVisitFrame()
  const { facts } = useVisitReading()
  const record = useRecord()
  const { minutesPerSession, sessionsPerWeek, kit, pace } = facts.plan
  return (
    <div className={classes.wishes}>
      <WishSlider
        id="plan-minutes"
        min={references.sessionMinutesLeast}
        max={references.sessionMinutesMost}
        value={minutesPerSession}
        words="min a session"
        onKept={(value) => record({ 'answer.planMinutes': value })}
      />
      <WishSlider
        id="plan-sessions"
        min={3}
        max={7}
        value={sessionsPerWeek}
        words="sessions a week"
        onKept={(value) => record({ 'answer.planSessions': value })}
      />
      <div>
        <p id="plan-pace">Pace into other shoes</p>
        <SegmentedControl
          aria-labelledby="plan-pace"
          size="xs"
          data={paces.map((value) => ({ value, label: paceText[value] }))}
          value={pace}
          onChange={(value) => record({ 'answer.planPace': value })}
        />
      </div>
      <div className={classes.kit}>
        <p id="plan-kit">Kit at hand</p>
        <Chip.Group multiple value={[...kit]} onChange={(value) => record({ 'answer.planKit': value })}>
          <Group gap={4} role="group" aria-labelledby="plan-kit">
            {kitItems.map((item) => (
              <Chip key={item} value={item} size="xs">
                {kitText[item]}
              </Chip>
            ))}
          </Group>
        </Chip.Group>
      </div>
    </div>
  )
}
