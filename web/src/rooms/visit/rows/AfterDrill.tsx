import { Button, Group, NativeSelect, Popover, TextInput } from '@mantine/core'
import { useState } from 'react'
import { trialUseOf, usedOf, type NumberMeasureId } from '@sturvo/core/measures'
import { drillsFor, judgeTried } from '@sturvo/core/overTime'
import { bigToeGoalOf } from '@sturvo/core/reading'
import type { Side } from '@sturvo/core/side'
import { triedKey, type TriedDrill } from '@sturvo/schema'
import { measureText, afterDrillText } from '@sturvo/words'
import { useDrills } from '../plan/useDrills'
import { useRecord, useVisitFields, useVisitFrame } from '../visitContext'
import { readTyped, shownNumber, unitShown } from './measureField'
import classes from './MirrorRows.module.css'

type Props = { measure: NumberMeasureId; side: Side; trials: readonly number[] }

/** What a drill does on the spot: a value before and one after it, which is no trial of the row. */
export function AfterDrill({ measure, side, trials }: Props) {
  const { practice, person, references } = useVisitFrame()
  const record = useRecord()
  const path = `answer.${triedKey(measure, side)}`
  const tried = useVisitFields()[path] as TriedDrill | undefined
  const { nameOf, all } = useDrills()
  const [isOpen, setOpen] = useState(false)
  const before = usedOf(trials, trialUseOf(measure, practice.trialUses))
  const offered = drillsFor(measure, all)
  if (!before || offered.length === 0) return null
  const judged =
    tried &&
    judgeTried(measure, before, tried.value, {
      references,
      bigToeGoalDeg: bigToeGoalOf(practice.settings, references),
    })
  const name = `${measureText[measure].name}, ${side}`
  const unit = unitShown(measure, person)
  const said =
    tried &&
    judged &&
    afterDrillText({
      drill: nameOf(tried.drill),
      before: shownNumber(measure, before.value, person),
      after: shownNumber(measure, tried.value, person),
      unit,
      judged: judged.change.judged,
      towards: judged.towards,
    })
  return (
    <span className={said ? classes.tried : classes.tools}>
      <Popover opened={isOpen} onChange={setOpen} withArrow position="bottom" trapFocus>
        <Popover.Target>
          <button
            type="button"
            aria-label={said ? `${name}: ${said}. Change it` : `${side}: after a drill was tried`}
            title="After a drill: measured once more, beside the trials and never among them"
            data-tried={`${measure}.${side}`}
            onClick={() => setOpen(!isOpen)}
          >
            {said ?? 'after …'}
          </button>
        </Popover.Target>
        <Popover.Dropdown>
          {isOpen && (
            <TriedForm
              name={name}
              unit={unit}
              drills={offered.map(({ id }) => ({ value: id, label: nameOf(id) }))}
              tried={tried && { ...tried, shown: String(shownNumber(measure, tried.value, person)) }}
              read={(text) => readTyped(text, measure, person)}
              onKept={(value) => {
                record({ [path]: value })
                setOpen(false)
              }}
            />
          )}
        </Popover.Dropdown>
      </Popover>
    </span>
  )
}

function TriedForm({
  name,
  unit,
  drills,
  tried,
  read,
  onKept,
}: {
  name: string
  unit: string
  drills: { value: string; label: string }[]
  tried: (TriedDrill & { shown: string }) | undefined
  read: (text: string) => ReturnType<typeof readTyped>
  onKept: (value: TriedDrill | null) => void
}) {
  const [drill, setDrill] = useState(tried?.drill ?? drills[0]!.value)
  const [text, setText] = useState(tried?.shown ?? '')
  const typed = read(text)
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault()
        if (typed.kind === 'value') onKept({ drill, value: typed.value })
      }}
    >
      <NativeSelect
        label="Drill that was tried"
        data={drills}
        value={drill}
        onChange={(event) => setDrill(event.currentTarget.value)}
      />
      <TextInput
        mt={8}
        label={`${name}, after it (${unit})`}
        inputMode="decimal"
        autoComplete="off"
        data-autofocus
        value={text}
        error={typed.kind === 'wrong' ? typed.sentence : undefined}
        onChange={(event) => setText(event.currentTarget.value)}
      />
      <Group mt={10} gap={6}>
        <Button type="submit" size="compact-md" disabled={typed.kind !== 'value'}>
          Keep
        </Button>
        {tried && (
          <Button size="compact-md" variant="subtle" onClick={() => onKept(null)}>
            Take away
          </Button>
        )}
      </Group>
      <p className={classes.note}>It opens no gate and is not in the mean.</p>
    </form>
  )
}
