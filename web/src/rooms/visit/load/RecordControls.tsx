import { Button, Group, SegmentedControl } from '@mantine/core'
import { IconPlayerRecordFilled, IconPlayerStopFilled } from '@tabler/icons-react'
import { pressureJobs, pressureJobTable, type PressureJob } from '@sturvo/core/pressure'
import { pressureJobText } from '@sturvo/words'
import { ChoiceRow } from '../../../parts/ChoiceRow'
import room from '../../../parts/Room.module.css'
import { useVisitReading } from '../visitContext'
import { countDowns, rememberCountDown } from './countDown'
import classes from './load.module.css'
import type { RecordingState } from './useRecording'

type RecordControlsProps = {
  recording: RecordingState
  job: PressureJob
  onJob: (job: PressureJob) => void
  countDownS: number
  onCountDown: (seconds: number) => void
  canRecord: boolean
}

/** What the client is to do, and the keys that begin and end it. */
export function RecordControls({
  recording,
  job,
  onJob,
  countDownS,
  onCountDown,
  canRecord,
}: RecordControlsProps) {
  const { reading } = useVisitReading()
  const { jobs, phase, isBusy, present, recordings } = recording
  const isGuarded = job !== 'twoFeet' && job !== 'walk' && reading.cautions.effects.has('supportAtHand')
  return (
    <>
      <ChoiceRow
        className={classes.jobs}
        name="What the client does"
        disabled={isBusy}
        value={job}
        choices={pressureJobs.map((id) => {
          const count = recordings.filter((r) => r.job === id && !r.isLeftOut).length
          return {
            value: id,
            title: pressureJobText[id].say,
            content: (
              <>
                {pressureJobText[id].name}
                <small>{count === 0 ? `${pressureJobTable[id].seconds} s` : `${count} recorded`}</small>
              </>
            ),
          }
        })}
        // one task is always chosen
        onSet={(chosen) => chosen && onJob(chosen)}
      />
      {isGuarded && (
        <p className={room.problem}>Support at hand: 65 or more, or falls. Stand beside the client.</p>
      )}
      {!isBusy ? (
        <Button
          size="md"
          leftSection={<IconPlayerRecordFilled size={18} />}
          disabled={!canRecord || !jobs}
          onClick={recording.start}
        >
          {present ? 'Record again' : 'Record'}
        </Button>
      ) : (
        <Group grow>
          {phase === 'settling' && (
            <Button size="md" variant="default" onClick={() => void jobs?.beginNow()}>
              Begin now
            </Button>
          )}
          <Button
            size="md"
            color="oxide"
            leftSection={<IconPlayerStopFilled size={18} />}
            onClick={() => void jobs?.stop()}
          >
            Stop
          </Button>
        </Group>
      )}
      {!isBusy && (
        <Group justify="space-between">
          <span className={room.small}>Count-down, s</span>
          <SegmentedControl
            size="xs"
            aria-label="Count-down in seconds"
            data={countDowns.map(String)}
            value={String(countDownS)}
            onChange={(value) => {
              rememberCountDown(Number(value))
              onCountDown(Number(value))
            }}
          />
        </Group>
      )}
    </>
  )
}
