import { ActionIcon, Button, Group, Modal, Progress, Tooltip } from '@mantine/core'
import { IconDownload } from '@tabler/icons-react'
import { useState } from 'react'
import { pressureJobs, pressureJobTable, type PressureJob, type PressureReading } from '@sturvo/core/pressure'
import { sides } from '@sturvo/core/side'
import { recordingsOf } from '@sturvo/schema'
import { pressureJobText, num } from '@sturvo/words'
import { useDevicesQuery } from '../../../app/api'
import { FileChooser } from '../../../parts/FileChooser'
import room from '../../../parts/Room.module.css'
import { useFileDrop } from '../../../parts/useFileDrop'
import { rememberedDevice } from '../devices/rememberedDevice'
import { useRecord, useVisitFields, useVisitFrame } from '../visitContext'
import { rememberedCountDown } from './countDown'
import { LiveHead } from './LiveHead'
import classes from './load.module.css'
import { PressureCanvas } from './PressureCanvas'
import { MomentList } from './MomentList'
import { ReadingTable } from './ReadingTable'
import { RecordControls } from './RecordControls'
import { ReplayBar } from './ReplayBar'
import { TrialList } from './TrialList'
import { nearestTime, useRecording } from './useRecording'

const emptyMat = { rows: 48, cols: 96, pitchMm: 7, rateHz: 100, side: 'both', task: 'stance' } as const

/** The mat, live and again: record a task, look at it closely, correct a point, mark a moment. */
export function RecordingRoom({ openId, onClosed }: { openId?: string | undefined; onClosed: () => void }) {
  const { references } = useVisitFrame()
  const fields = useVisitFields()
  const record = useRecord()
  const devices = useDevicesQuery()
  const mats = (devices.data ?? []).filter((d) => d.kind === 'pressureMat')
  const device = mats.find((d) => d.id === rememberedDevice()) ?? mats[0]
  const [job, setJob] = useState<PressureJob>(() => {
    const done = recordingsOf(fields)
    return pressureJobs.find((id) => !done.some((r) => r.job === id)) ?? 'twoFeet'
  })
  const [countDownS, setCountDown] = useState(rememberedCountDown)
  const recording = useRecording({ device, job, countDownS, openId, onJob: setJob })
  const { jobs, look, phase, isBusy, present, current, times, index } = recording
  const drop = useFileDrop((file) => void recording.takeFile(file))
  const close = () => {
    void jobs?.drop()
    onClosed()
  }
  const matFound = devices.isError
    ? 'The devices cannot be reached. A recording can still be read from a file.'
    : devices.isLoading
      ? 'Looking for a mat …'
      : device
        ? `${device.name}.`
        : 'No mat is connected. A recording can still be read from a file.'
  return (
    <Modal
      opened
      onClose={close}
      fullScreen
      closeOnEscape={!isBusy}
      title={`On the mat: ${pressureJobText[present?.job ?? job].name}`}
    >
      <div className={room.room} {...drop.place}>
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
        <div className={room.beside}>
          <div className={room.side}>
            {recording.problem && (
              <p className={room.problem} role="alert">
                {recording.problem}
                {recording.saveAgain && (
                  <Button size="compact-sm" ml="sm" onClick={() => void recording.saveAgain?.()}>
                    Save again
                  </Button>
                )}
              </p>
            )}
            {recording.readShare !== undefined && (
              <Group>
                <Progress
                  value={recording.readShare * 100}
                  style={{ flex: 1 }}
                  aria-label="Reading the file"
                />
                <Button size="compact-sm" variant="default" onClick={() => void jobs?.cancel()}>
                  Stop
                </Button>
              </Group>
            )}
            <RecordControls
              recording={recording}
              job={job}
              onJob={setJob}
              countDownS={countDownS}
              onCountDown={setCountDown}
              canRecord={device !== undefined}
            />
            {!present && !isBusy && (
              <p className={room.small}>
                {matFound} {pressureJobText[job].say} It waits until the client stands still, and stops by
                itself after {pressureJobTable[job].seconds} s.
              </p>
            )}
            {present && (
              <ReadingTable reading={present.reading} references={references} isMadeUp={present.isMadeUp} />
            )}
            {current && index !== undefined && times[index] !== undefined && (
              <MomentList
                recording={current}
                atS={times[index]}
                onChanged={(changed) => void recording.change(changed)}
                onGoTo={(atS) => recording.setIndex(nearestTime(times, atS))}
              />
            )}
            <TrialList
              recordings={recording.recordings}
              presentId={present?.id}
              isBusy={isBusy || recording.readShare !== undefined}
              onOpened={(opened) => void recording.open(opened)}
              onLeftOut={({ id, ...kept }, isLeftOut) =>
                record({ [`recording.${id}`]: { ...kept, isLeftOut } })
              }
              onRemoved={recording.remove}
            />
          </div>
          <Group className={room.end} justify="space-between">
            <Group gap="xs">
              <FileChooser
                name="Recording as CSV"
                accept=".csv,.gz,text/csv,application/gzip"
                disabled={isBusy}
                onFile={(file) => void recording.takeFile(file)}
              >
                From a file
              </FileChooser>
              <Tooltip label="Save this recording as packed CSV">
                <ActionIcon
                  variant="default"
                  size="lg"
                  aria-label="Save this recording as a file"
                  disabled={!present}
                  onClick={() => void recording.saveFile()}
                >
                  <IconDownload size={18} />
                </ActionIcon>
              </Tooltip>
            </Group>
            <Button variant={present?.id ? 'filled' : 'default'} onClick={close} disabled={isBusy}>
              Done
            </Button>
          </Group>
        </div>
      </div>
    </Modal>
  )
}

function lossesOf(reading: PressureReading): { atS: number; words: string }[] {
  return sides.flatMap((side) => {
    const loss = reading[side]?.loss
    return loss ? [{ atS: loss.atS, words: `${side} foot lost, ${num(loss.atS)} s` }] : []
  })
}
