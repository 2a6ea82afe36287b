import { Button, Group, NumberInput, Popover, SegmentedControl } from '@mantine/core'
import { useState } from 'react'
import { doseLimits, type DoseWish, type Pick } from '@sturvo/core/training'
import { doseText, heldDownText } from '@sturvo/words'
import { useRecord, useVisitReading } from '../visitContext'
import classes from './Plan.module.css'

const extras = [
  { value: 'left', label: 'left' },
  { value: 'none', label: 'neither' },
  { value: 'right', label: 'right' },
] as const

/** The dose as it stands; a tap opens what of it can be chosen by hand. */
export function DoseMenu({ pick }: { pick: Pick }) {
  const { exercise, dose } = pick
  const [isOpen, setOpen] = useState(false)
  return (
    <Popover opened={isOpen} onChange={setOpen} position="bottom-start" trapFocus withinPortal>
      <Popover.Target>
        <button
          type="button"
          className={classes.doseButton}
          aria-label={`Dose of ${exercise.name}: ${doseText(dose, exercise.sides)}. Change it`}
          aria-expanded={isOpen}
          onClick={() => setOpen(!isOpen)}
        >
          {doseText(dose, exercise.sides)}
        </button>
      </Popover.Target>
      <Popover.Dropdown>{isOpen && <DoseForm pick={pick} onDone={() => setOpen(false)} />}</Popover.Dropdown>
    </Popover>
  )
}

/** Sets, amount and the side with one set more. What is chosen is kept in the plan; the chooser fills round it. */
function DoseForm({ pick: { exercise, dose }, onDone }: { pick: Pick; onDone: () => void }) {
  const { facts } = useVisitReading()
  const record = useRecord()
  const { pinned, doses } = facts.plan
  const [wish, setWish] = useState<DoseWish>(doses[exercise.id] ?? {})
  const isHold = 'holdS' in dose.work
  const limits = doseLimits(exercise)
  const amount = 'holdS' in dose.work ? dose.work.holdS : dose.work.reps
  const others = Object.entries(doses).flatMap(([drill, each]) =>
    drill === exercise.id ? [] : [{ drill, ...each }],
  )
  const put = (value: number | string) => (typeof value === 'number' ? value : undefined)
  const extra = wish.extra ?? (dose.extraSets.left > 0 ? 'left' : dose.extraSets.right > 0 ? 'right' : 'none')
  return (
    <div className={classes.doseForm}>
      <Group grow gap="xs">
        <NumberInput
          label="Sets"
          min={1}
          max={limits.sets}
          allowDecimal={false}
          clampBehavior="strict"
          value={wish.sets ?? dose.sets}
          onChange={(value) => setWish({ ...wish, sets: put(value) })}
        />
        <NumberInput
          label={isHold ? 'Hold, s' : 'Times'}
          min={1}
          max={limits.amount}
          allowDecimal={false}
          clampBehavior="strict"
          value={wish.amount ?? amount}
          onChange={(value) => setWish({ ...wish, amount: put(value) })}
        />
      </Group>
      {exercise.sides === 'each' && (
        <div>
          <p className={classes.soft} id={`extra-${exercise.id}`}>
            One set more on
          </p>
          <SegmentedControl
            aria-labelledby={`extra-${exercise.id}`}
            size="xs"
            fullWidth
            data={[...extras]}
            value={extra}
            onChange={(value) => setWish({ ...wish, extra: value })}
          />
        </div>
      )}
      <p className={classes.soft}>
        {heldDownText(doses[exercise.id]?.amount, dose) ||
          'Never more than what was measured allows; a weaker side keeps its own set.'}
      </p>
      <Group justify="space-between">
        <Button
          size="compact-sm"
          variant="subtle"
          color="gray"
          disabled={doses[exercise.id] === undefined}
          onClick={() => {
            record({ 'answer.planDoses': others })
            onDone()
          }}
        >
          As chosen by the plan
        </Button>
        <Button
          size="compact-sm"
          onClick={() => {
            record({
              'answer.planDoses': [...others, { drill: exercise.id, ...wish }],
              // a dose is chosen for a drill that is wanted
              'answer.planPinned': [...new Set([...pinned, exercise.id])],
            })
            onDone()
          }}
        >
          Use this dose
        </Button>
      </Group>
    </div>
  )
}
