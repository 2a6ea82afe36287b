import { ActionIcon, Button, Group, Modal, Progress, Tooltip } from '@mantine/core'
import { IconDownload } from '@tabler/icons-react'
import { useState } from 'react'
import { pressureJobs, pressureJobTable, type PressureJob } from '@sturvo/core/pressure'
import { recordingsOf } from '@sturvo/schema'
import { pressureJobText } from '@sturvo/words'
import { useDevicesQuery } from '../../../app/api'
import { FileChooser } from '../../../parts/FileChooser'
import room from '../../../parts/Room.module.css'
import { useFileDrop } from '../../../parts/useFileDrop'
import { rememberedDevice } from '../devices/rememberedDevice'
import { useRecord, useVisitFields, useVisitFrame } from '../visitContext'
import { rememberedCountDown } from './countDown'
import { MomentList } from './MomentList'
import { nearestTime } from './nearestTime'
import { ReadingTable } from './ReadingTable'
import { RecordControls } from './RecordControls'
import { RecordingStage } from './RecordingStage'
import { TrialList } from './TrialList'
import { useRecording, type RecordingState } from './useRecording'

type RecordingRoomProps = { openId?: string | undefined; onClosed: () => void }

/** The mat, live and again: record a task, look at it closely, correct a point, mark a moment. */
export function RecordingRoom({ openId, onClosed }: RecordingRoomProps) {
  const fields = useVisitFields()
  const { device, found } = usePressureMat()
  const [job, setJob] = useState<PressureJob>(() => {
    const done = recordingsOf(fields)
    return pressureJobs.find((id) => !done.some((r) => r.job === id)) ?? 'twoFeet'
  })
  const [countDownS, setCountDown] = useState(rememberedCountDown)
  const recording = useRecording({ device, job, countDownS, openId, onJob: setJob })
  const { jobs, isBusy, present } = recording
  const drop = useFileDrop((file) => void recording.takeFile(file))
  const close = () => {
    void jobs?.drop()
    onClosed()
  }
  return (
    <Modal
      opened
      onClose={close}
      fullScreen
      closeOnEscape={!isBusy}
      title={`On the mat: ${pressureJobText[present?.job ?? job].name}`}
    >
      <div className={room.room} {...drop.place}>
        <RecordingStage recording={recording} job={job} device={device} />
        <div className={room.beside}>
          <div className={room.side}>
            <Troubles recording={recording} />
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
                {found} {pressureJobText[job].say} It waits until the client stands still, and stops by itself
                after {pressureJobTable[job].seconds} s.
              </p>
            )}
            <Measured recording={recording} />
          </div>
          <Group className={room.end} justify="space-between">
            <Files recording={recording} />
            <Button variant={present?.id ? 'filled' : 'default'} onClick={close} disabled={isBusy}>
              Done
            </Button>
          </Group>
        </div>
      </div>
    </Modal>
  )
}

/** The pressure mat that was used last, or the first one there is, and what can be said about it. */
function usePressureMat() {
  const devices = useDevicesQuery()
  const mats = (devices.data ?? []).filter((d) => d.kind === 'pressureMat')
  const device = mats.find((d) => d.id === rememberedDevice()) ?? mats[0]
  const found = devices.isError
    ? 'The devices cannot be reached. A recording can still be read from a file.'
    : devices.isLoading
      ? 'Looking for a mat …'
      : device
        ? `${device.name}.`
        : 'No mat is connected. A recording can still be read from a file.'
  return { device, found }
}

/** What went wrong with the way out of it, and how far a file has been read. */
function Troubles({ recording }: { recording: RecordingState }) {
  return (
    <>
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
          <Progress value={recording.readShare * 100} style={{ flex: 1 }} aria-label="Reading the file" />
          <Button size="compact-sm" variant="default" onClick={() => void recording.jobs?.cancel()}>
            Stop
          </Button>
        </Group>
      )}
    </>
  )
}

/** The numbers of the present recording, its moments, and all recordings of this visit. */
function Measured({ recording }: { recording: RecordingState }) {
  const { references } = useVisitFrame()
  const record = useRecord()
  const { present, current, times, index, isBusy } = recording
  return (
    <>
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
        onLeftOut={({ id, ...kept }, isLeftOut) => record({ [`recording.${id}`]: { ...kept, isLeftOut } })}
        onRemoved={recording.remove}
      />
    </>
  )
}

function Files({ recording }: { recording: RecordingState }) {
  return (
    <Group gap="xs">
      <FileChooser
        name="Recording as CSV"
        accept=".csv,.gz,text/csv,application/gzip"
        disabled={recording.isBusy}
        onFile={(file) => void recording.takeFile(file)}
      >
        From a file
      </FileChooser>
      <Tooltip label="Save this recording as packed CSV">
        <ActionIcon
          variant="default"
          size="lg"
          aria-label="Save this recording as a file"
          disabled={!recording.present}
          onClick={() => void recording.saveFile()}
        >
          <IconDownload size={18} />
        </ActionIcon>
      </Tooltip>
    </Group>
  )
}
