import { ActionIcon, Group, Tooltip } from '@mantine/core'
import { IconEye, IconEyeOff, IconTrash } from '@tabler/icons-react'
import dayjs from 'dayjs'
import type { RecordingOnMat } from '@sturvo/schema'
import { pressureJobText, num } from '@sturvo/words'
import classes from './load.module.css'

type Recording = { id: string } & RecordingOnMat
type TrialListProps = {
  recordings: readonly Recording[]
  presentId?: string | undefined
  isBusy?: boolean
  onOpened: (recording: Recording) => void
  onLeftOut: (recording: Recording, isLeftOut: boolean) => void
  onRemoved: (id: string) => void
}

/** All recordings of the visit: open one, leave one out, take one away. */
export function TrialList({
  recordings,
  presentId,
  isBusy = false,
  onOpened,
  onLeftOut,
  onRemoved,
}: TrialListProps) {
  if (recordings.length === 0) return null
  return (
    <section aria-label="Recordings of this visit">
      <ul className={classes.trials}>
        {recordings.map((recording) => {
          const name = pressureJobText[recording.job].name
          return (
            <li key={recording.id} data-left-out={recording.isLeftOut ?? false}>
              <button
                type="button"
                className={classes.trialName}
                disabled={isBusy}
                aria-current={recording.id === presentId}
                onClick={() => onOpened(recording)}
              >
                {recording.id === presentId ? <strong>{name}</strong> : name},{' '}
                {dayjs(recording.takenAt).format('HH:mm')}
                {': '}
                {shortOf(recording)}
              </button>
              <Group gap={2} wrap="nowrap">
                <Tooltip label={recording.isLeftOut ? 'Count it again' : 'Leave it out of the measures'}>
                  <ActionIcon
                    variant="subtle"
                    color="gray"
                    aria-label={recording.isLeftOut ? `Count ${name} again` : `Leave ${name} out`}
                    onClick={() => onLeftOut(recording, !recording.isLeftOut)}
                  >
                    {recording.isLeftOut ? <IconEyeOff size={17} /> : <IconEye size={17} />}
                  </ActionIcon>
                </Tooltip>
                <Tooltip label="Take it out of the visit">
                  <ActionIcon
                    variant="subtle"
                    color="gray"
                    aria-label={`Take ${name} away`}
                    disabled={isBusy}
                    onClick={() => onRemoved(recording.id)}
                  >
                    <IconTrash size={17} />
                  </ActionIcon>
                </Tooltip>
              </Group>
            </li>
          )
        })}
      </ul>
    </section>
  )
}

/** The one number a recording is usually made for. */
function shortOf({ job, reading }: Recording): string {
  const { left, right, steps } = reading
  if (job === 'walk') return `${steps.length} steps`
  if (job === 'squat' || job === 'lunge') {
    const lost = [left?.loss && 'left', right?.loss && 'right'].filter(Boolean)
    return lost.length === 0 ? 'kept' : `${lost.join(' and ')} lost`
  }
  if (left?.share !== undefined)
    return `left ${num(left.share * 100, 0)} %, right ${num((1 - left.share) * 100, 0)} %`
  const one = left ?? right
  return one?.cop ? `sway ${num(one.cop.meanVelocityMmS)} mm/s` : `${num(reading.durationS)} s`
}
