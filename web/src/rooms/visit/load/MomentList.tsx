import { ActionIcon, Button, Group, NumberInput, TextInput } from '@mantine/core'
import { IconTrash } from '@tabler/icons-react'
import { useState } from 'react'
import type { RecordingOnMat } from '@sturvo/schema'
import { num } from '@sturvo/words'
import room from '../../../parts/Room.module.css'
import classes from './load.module.css'

type MomentListProps = {
  recording: RecordingOnMat
  atS: number
  onChanged: (changed: Partial<RecordingOnMat>) => void
  onGoTo: (atS: number) => void
}

/** Moments marked by hand; in a squat each may say how deep the client was. */
export function MomentList({ recording, atS, onChanged, onGoTo }: MomentListProps) {
  const [words, setWords] = useState('arch lost here')
  const [depthPct, setDepth] = useState<number | string>('')
  const isSquat = recording.job === 'squat' || recording.job === 'lunge'
  const add = () => {
    const moments = [...recording.moments, { atS, words }].sort((a, b) => a.atS - b.atS)
    const depth =
      typeof depthPct === 'number'
        ? [...(recording.depth ?? []), { atS, depthPct }].sort((a, b) => a.atS - b.atS)
        : recording.depth
    onChanged({ moments, ...(depth && { depth }) })
    setDepth('')
  }
  return (
    <section aria-label="Moments">
      <Group gap="xs" align="end" wrap="nowrap">
        <TextInput
          label={`Mark this moment, ${num(atS, 2)} s`}
          value={words}
          maxLength={200}
          onChange={(event) => setWords(event.currentTarget.value)}
          style={{ flex: 1 }}
        />
        {isSquat && (
          <NumberInput
            label="Depth, %"
            value={depthPct}
            onChange={setDepth}
            min={0}
            max={100}
            w={84}
            hideControls
          />
        )}
        <Button variant="default" disabled={words.trim() === ''} onClick={add}>
          Mark
        </Button>
      </Group>
      <ul className={classes.trials}>
        {recording.moments.map((m) => (
          <li key={`${m.atS} ${m.words}`}>
            <button type="button" className={classes.trialName} onClick={() => onGoTo(m.atS)}>
              {num(m.atS, 2)} s: {m.words}
              {depthAt(recording, m.atS)}
            </button>
            <ActionIcon
              variant="subtle"
              color="gray"
              aria-label={`Take away: ${m.words}`}
              onClick={() =>
                onChanged({
                  moments: recording.moments.filter((other) => other !== m),
                  ...(recording.depth && { depth: recording.depth.filter((d) => d.atS !== m.atS) }),
                })
              }
            >
              <IconTrash size={16} />
            </ActionIcon>
          </li>
        ))}
      </ul>
      {isSquat && recording.moments.length === 0 && (
        <p className={room.small}>
          Mark two moments with their depth, and the depth at which the foot is lost follows.
        </p>
      )}
    </section>
  )
}

function depthAt({ depth }: RecordingOnMat, atS: number): string {
  const at = depth?.find((d) => d.atS === atS)
  return at ? `, ${num(at.depthPct, 0)} % deep` : ''
}
