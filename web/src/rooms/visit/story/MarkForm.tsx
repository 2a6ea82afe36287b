import { Button, SegmentedControl, Slider, TextInput } from '@mantine/core'
import { useState } from 'react'
import { markKinds, painMoments, type MarkKind, type PainMoment } from '@sturvo/core/story'
import type { PlacedMark } from '@sturvo/schema'
import { markKindText, painMomentText } from '@sturvo/words'
import { ChoiceChip } from '../../../parts/ChoiceChip'
import { useRecord } from '../visitContext'
import classes from './PainMap.module.css'

const scale = [0, 5, 10].map((value) => ({ value, label: String(value) }))

/** What kind of mark, how bad at its worst, when, and since when. */
export function MarkForm({ mark, onDone }: { mark: PlacedMark; onDone: () => void }) {
  const record = useRecord()
  const [worst, setWorst] = useState<number>()
  const { id, ...stored } = mark
  const put = (changed: Partial<PlacedMark>) => record({ [`mark.${id}`]: { ...stored, ...changed } })
  const toggle = (moment: PainMoment) =>
    put({
      when: mark.when.includes(moment) ? mark.when.filter((m) => m !== moment) : [...mark.when, moment],
    })
  return (
    <div className={classes.fields} role="group" aria-label="This mark">
      <SegmentedControl
        size="sm"
        fullWidth
        aria-label="Kind of mark"
        data={markKinds.map((value) => ({ value, label: markKindText[value] }))}
        value={mark.kind}
        onChange={(value: string) => put({ kind: value as MarkKind })}
      />
      {mark.kind === 'pain' && (
        <>
          <div>
            <span id="worst-mark">Worst, 0 to 10{mark.worst === undefined ? '' : `: ${mark.worst}`}</span>
            <Slider
              thumbProps={{ 'aria-labelledby': 'worst-mark' }}
              min={0}
              max={10}
              marks={scale}
              value={worst ?? mark.worst ?? 0}
              onChange={setWorst}
              onChangeEnd={(value) => {
                setWorst(undefined)
                put({ worst: value })
              }}
              mb={20}
            />
          </div>
          <div className={classes.moments} role="group" aria-label="When it hurts">
            {painMoments.map((moment) => (
              <ChoiceChip
                key={moment}
                isOn={mark.when.includes(moment)}
                isGrave={moment === 'night'}
                onToggled={() => toggle(moment)}
              >
                {painMomentText[moment]}
              </ChoiceChip>
            ))}
          </div>
        </>
      )}
      <TextInput
        label="Since"
        placeholder="since spring"
        defaultValue={mark.since ?? ''}
        maxLength={200}
        onBlur={(event) => {
          const since = event.currentTarget.value.trim()
          if (since !== (mark.since ?? '')) put({ since: since === '' ? undefined : since })
        }}
      />
      <div className={classes.moments}>
        <Button size="compact-md" variant="default" onClick={onDone}>
          Done
        </Button>
        <Button
          size="compact-md"
          variant="subtle"
          color="gray"
          onClick={() => record({ [`mark.${id}`]: null })}
        >
          Take away
        </Button>
      </div>
    </div>
  )
}
