import { pressureJobTable, type PressureJob, type PressureReading } from '@sturvo/core/pressure'
import { sides } from '@sturvo/core/side'
import type { Device } from '@sturvo/schema'
import { num, pressureJobText } from '@sturvo/words'
import { LiveHead } from './LiveHead'
import classes from './load.module.css'
import { PressureCanvas } from './PressureCanvas'
import { ReplayBar } from './ReplayBar'
import type { RecordingState } from './useRecording'

const emptyMat = { rows: 48, cols: 96, pitchMm: 7, rateHz: 100, side: 'both', task: 'stance' } as const

type RecordingStageProps = { recording: RecordingState; job: PressureJob; device: Device | undefined }

/** The mat as it is now or was: pressure, points to correct, count-down, and the bar to play it again. */
export function RecordingStage({ recording, job, device }: RecordingStageProps) {
  const { look, phase, isBusy, present, current, times, index } = recording
  return (
    <div className={classes.stage}>
      <LiveHead watch={recording.watch} job={job} isReplay={index !== undefined && !isBusy} />
      <div style={{ position: 'relative', minHeight: 0 }}>
        <PressureCanvas
          meta={look?.meta ?? { ...emptyMat, ...device?.capabilities }}
          watch={recording.watch}
          feet={look?.feet ?? []}
          isClose={present !== undefined && !isBusy && present.reading.meta.task !== 'walk'}
          onLandmarkMoved={
            current && pressureJobTable[current.job].task !== 'walk' ? recording.moveLandmark : undefined
          }
        />
        {phase === 'countDown' && (
          <div className={classes.big} role="timer" aria-live="assertive">
            <span>
              {Math.ceil(look?.leftS ?? 0)}
              <small>{pressureJobText[job].say}</small>
            </span>
          </div>
        )}
      </div>
      {present && times.length > 1 ? (
        <ReplayBar
          times={times}
          index={index ?? 0}
          onIndex={recording.setIndex}
          moments={current?.moments ?? []}
          losses={lossesOf(present.reading)}
        />
      ) : (
        <div />
      )}
    </div>
  )
}

function lossesOf(reading: PressureReading): { atS: number; words: string }[] {
  return sides.flatMap((side) => {
    const loss = reading[side]?.loss
    return loss ? [{ atS: loss.atS, words: `${side} foot lost, ${num(loss.atS)} s` }] : []
  })
}
