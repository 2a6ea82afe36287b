import { ActionIcon, Alert, Button, Group, Modal, Progress, SegmentedControl, Tooltip } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import {
  IconDownload,
  IconFileImport,
  IconPlayerRecordFilled,
  IconPlayerStopFilled,
} from '@tabler/icons-react'
import { proxy } from 'comlink'
import { useEffect, useEffectEvent, useRef, useState } from 'react'
import {
  matJobs,
  matJobTable,
  type MatJob,
  type MatLandmarks,
  type PressureReading,
} from '@sturvo/core/pressure'
import type { Side } from '@sturvo/core/side'
import { keptReading, recordingOnMat, recordingsOf, type RecordingOnMat } from '@sturvo/schema'
import { matJobText, num, sentenceOf } from '@sturvo/schema/words'
import { useDevicesQuery } from '../../../app/api'
import { newId } from '../../../app/newId'
import room from '../../../parts/Room.module.css'
import { useFileDrop } from '../../../parts/useFileDrop'
import { rememberedDevice } from '../devices/rememberedDevice'
import { useOpenVisit } from '../visitContext'
import { LiveHead } from './LiveHead'
import classes from './load.module.css'
import { MatCanvas } from './MatCanvas'
import { MomentList } from './MomentList'
import { ReadingTable } from './ReadingTable'
import { ReplayBar } from './ReplayBar'
import { sendRecording } from './sendRecording'
import { standInOf } from './standIn'
import { TrialList } from './TrialList'
import { useMat } from './useMat'

type Present = {
  id: string | undefined
  reading: PressureReading
  job: MatJob
  source: string
  isMadeUp: boolean
}
const countDowns = [0, 3, 5, 10]
const countDownMemory = 'sturvo.countDown'

/** The count-down chosen last on this machine. */
function rememberedCountDown(): number {
  const kept = Number(localStorage.getItem(countDownMemory) ?? 3)
  return countDowns.includes(kept) ? kept : 3
}
const emptyMat = { rows: 48, cols: 96, pitchMm: 7, rateHz: 100, side: 'both', task: 'stance' } as const

/** The mat, live and again: record a task, look at it closely, correct a point, mark a moment. */
export function RecordingRoom({ openId, onClosed }: { openId?: string | undefined; onClosed: () => void }) {
  const visit = useOpenVisit()
  const { fields, visitId, references, practice, record, facts } = visit
  const recordings = recordingsOf(fields)
  const devices = useDevicesQuery()
  const mats = (devices.data ?? []).filter((d) => d.kind === 'pressureMat')
  const device = mats.find((d) => d.id === rememberedDevice()) ?? mats[0]
  const [job, setJob] = useState<MatJob>(
    () => matJobs.find((j) => !recordings.some((r) => r.job === j)) ?? 'twoFeet',
  )
  const [index, setIndex] = useState<number>()
  const [times, setTimes] = useState<number[]>([])
  const { jobs, look, watch } = useMat(index)
  const [present, setPresent] = useState<Present>()
  const [problem, setProblem] = useState<string>()
  const [unsaved, setUnsaved] = useState<(() => Promise<void>) | undefined>()
  const [reading, setReading] = useState<number>() // share of a file read so far
  const [countDownS, setCountDown] = useState(rememberedCountDown)
  const chooser = useRef<HTMLInputElement>(null)
  const points = practice.settings.tripodPoints
  const current = present?.id === undefined ? undefined : recordings.find((r) => r.id === present.id)
  const phase = look?.phase ?? 'idle'
  const isBusy =
    phase === 'countDown' || phase === 'connecting' || phase === 'settling' || phase === 'recording'

  const forget = () => {
    setPresent(undefined)
    setProblem(undefined)
    setUnsaved(undefined)
    setTimes([])
    setIndex(undefined)
  }
  const start = () => {
    if (!jobs || !device) return
    forget()
    const standIn = device.isMadeUp ? standInOf(visit) : undefined
    void jobs.start({
      device,
      job,
      countDownS,
      waitsForSteady: true,
      references,
      ...(standIn && { standIn }),
    })
  }

  /** Analyses what lies in the worker and saves it with the visit. */
  const takeOver = async (own: { job: MatJob; source: string; isMadeUp: boolean }, at: 'first' | 'last') => {
    if (!jobs) return
    const outcome = await jobs.analyse(references, { points })
    if (!outcome.ok) return setProblem(sentenceOf(outcome.problem))
    const taken = await jobs.times()
    setTimes(taken)
    setIndex(firstToShow(outcome.value, taken, at === 'first' ? 0 : taken.length - 1))
    const fresh: Present = { id: undefined, reading: outcome.value, ...own }
    setPresent(fresh)
    const takenAt = new Date()
    const save = async () => {
      const file = await sendRecording(visitId, await jobs.csv())
      if (typeof file === 'string') {
        setProblem(file)
        setUnsaved(() => save)
        return
      }
      setProblem(undefined)
      setUnsaved(undefined)
      const id = newId()
      record({
        [`recording.${id}`]: recordingOnMat({
          fileId: file.id,
          ...own,
          meta: outcome.value.meta,
          takenAt,
          points,
          reading: outcome.value,
        }),
      })
      setPresent((now) => (now === fresh ? { ...fresh, id } : now))
    }
    await save()
  }
  const isTakenOver = useRef(false)
  const onRecorded = useEffectEvent(() => {
    if (phase !== 'done') isTakenOver.current = false
    else if (!isTakenOver.current && device) {
      isTakenOver.current = true
      void takeOver({ job, source: device.name, isMadeUp: device.isMadeUp }, 'last')
    }
  })
  useEffect(() => onRecorded(), [phase])

  const readFile = async (file: Blob, name: string, then: (job: MatJob) => Promise<void> | void) => {
    if (!jobs) return
    forget()
    setReading(0)
    isTakenOver.current = true // a file is taken over below, not as a fresh recording
    const outcome = await jobs.read(file, references, proxy(setReading))
    setReading(undefined)
    if (!outcome.ok) return setProblem(`${name}: ${sentenceOf(outcome.problem)}`)
    await then(outcome.value.job)
  }
  const takeFile = (file: File) =>
    readFile(file, file.name, (found) => {
      setJob(found)
      return takeOver({ job: found, source: file.name.slice(0, 200), isMadeUp: false }, 'first')
    })
  const open = async (recording: { id: string } & RecordingOnMat) => {
    const response = await fetch(`/api/recordings/${recording.fileId}`).catch(() => undefined)
    if (!response?.ok)
      return setProblem('This recording cannot be reached just now. Nothing was changed: try again.')
    await readFile(await response.blob(), recording.source, async () => {
      setJob(recording.job)
      const outcome = await jobs!.analyse(references, wishesOf(recording))
      if (!outcome.ok) return setProblem(sentenceOf(outcome.problem))
      const taken = await jobs!.times()
      setTimes(taken)
      setIndex(firstToShow(outcome.value, taken, 0))
      setPresent({ ...recording, reading: outcome.value, isMadeUp: recording.isMadeUp ?? false })
    })
  }
  const isOpened = useRef(false)
  const onReady = useEffectEvent(() => {
    const wanted = recordings.find((r) => r.id === openId)
    if (!jobs || !wanted || isOpened.current) return
    isOpened.current = true
    void open(wanted)
  })
  useEffect(() => onReady(), [jobs])

  /** Reads the present recording again with something set by hand, and keeps both. */
  const change = async (changed: Partial<RecordingOnMat>) => {
    if (!jobs || !current || !present) return
    const { id, ...kept } = current
    const next = { ...kept, ...changed }
    const outcome = await jobs.analyse(references, wishesOf(next))
    if (!outcome.ok) return setProblem(sentenceOf(outcome.problem))
    setPresent({ ...present, reading: outcome.value })
    record({ [`recording.${id}`]: { ...next, reading: keptReading(outcome.value) } })
  }
  const onLandmarkMoved = (side: Side, id: keyof MatLandmarks, xMm: number, yMm: number) => {
    const before = current?.landmarks
    void change({ landmarks: { ...before, [side]: { ...before?.[side], [id]: { x: xMm, y: yMm } } } })
  }
  const saveFile = async () => {
    if (!jobs) return
    const link = document.createElement('a')
    link.href = URL.createObjectURL(await jobs.csv())
    link.download = `${present?.job ?? job}-${visit.startedOn}.csv.gz`
    link.click()
    setTimeout(() => URL.revokeObjectURL(link.href), 10_000)
  }
  const drop = useFileDrop((file) => void takeFile(file))
  const remove = (id: string) => {
    record({ [`recording.${id}`]: null })
    if (present?.id === id) {
      void jobs?.drop()
      forget()
    }
    notifications.show({ message: 'Recording taken out of this visit. Ctrl Z brings it back.' })
  }
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
      title={`On the mat: ${matJobText[present?.job ?? job].name}`}
    >
      <div className={room.room} {...drop.place}>
        <div className={classes.stage}>
          <LiveHead watch={watch} job={job} isReplay={index !== undefined && !isBusy} />
          <div style={{ position: 'relative', minHeight: 0 }}>
            <MatCanvas
              meta={look?.meta ?? (device ? { ...emptyMat, ...sizeOf(device.capabilities) } : emptyMat)}
              watch={watch}
              feet={look?.feet ?? []}
              isClose={present !== undefined && !isBusy && present.reading.meta.task !== 'walk'}
              onLandmarkMoved={
                current && matJobTable[current.job].task !== 'walk' ? onLandmarkMoved : undefined
              }
            />
            {phase === 'countDown' && (
              <div className={classes.big} role="timer" aria-live="assertive">
                <span>
                  {Math.ceil(look?.leftS ?? 0)}
                  <small>{matJobText[job].say}</small>
                </span>
              </div>
            )}
          </div>
          {present && times.length > 1 ? (
            <ReplayBar
              times={times}
              index={index ?? 0}
              onIndex={setIndex}
              moments={current?.moments ?? []}
              losses={lossesOf(present.reading)}
            />
          ) : (
            <div />
          )}
        </div>
        <div className={room.beside}>
          <div className={room.side}>
            {problem && (
              <p className={room.problem} role="alert">
                {problem}
                {unsaved && (
                  <Button size="compact-sm" ml="sm" onClick={() => void unsaved()}>
                    Save again
                  </Button>
                )}
              </p>
            )}
            {reading !== undefined && (
              <Group>
                <Progress value={reading * 100} style={{ flex: 1 }} aria-label="Reading the file" />
                <Button size="compact-sm" variant="default" onClick={() => void jobs?.cancel()}>
                  Stop
                </Button>
              </Group>
            )}
            {look?.failure && (
              <Alert color="oxide" role="alert">
                {look.failure}
              </Alert>
            )}
            <div role="radiogroup" aria-label="What the client does" className={classes.jobs}>
              {matJobs.map((id) => {
                const count = recordings.filter((r) => r.job === id && !r.isLeftOut).length
                return (
                  <button
                    key={id}
                    type="button"
                    role="radio"
                    aria-checked={id === job}
                    disabled={isBusy}
                    title={matJobText[id].say}
                    onClick={() => setJob(id)}
                  >
                    {matJobText[id].name}
                    <small>{count === 0 ? `${matJobTable[id].seconds} s` : `${count} recorded`}</small>
                  </button>
                )
              })}
            </div>
            {isGuarded(job) &&
              facts.ageYears !== undefined &&
              visit.reading.cautions.effects.has('supportAtHand') && (
                <p className={room.problem}>
                  Support at hand: 65 or more, or falls. Stand beside the client.
                </p>
              )}
            {!isBusy ? (
              <Group grow>
                <Button
                  size="md"
                  leftSection={<IconPlayerRecordFilled size={18} />}
                  disabled={!device || !jobs}
                  onClick={start}
                >
                  {present ? 'Record again' : 'Record'}
                </Button>
              </Group>
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
                    localStorage.setItem(countDownMemory, value)
                    setCountDown(Number(value))
                  }}
                />
              </Group>
            )}
            {!present && !isBusy && (
              <p className={room.small}>
                {device
                  ? `${device.name}. `
                  : devices.isLoading
                    ? 'Looking for a mat … '
                    : 'No mat is connected. '}
                {matJobText[job].say} It counts down from {countDownS}, waits until the client stands still,
                and stops by itself after {matJobTable[job].seconds} s.
              </p>
            )}
            {present && (
              <ReadingTable reading={present.reading} references={references} isMadeUp={present.isMadeUp} />
            )}
            {current && index !== undefined && times[index] !== undefined && (
              <MomentList
                recording={current}
                atS={times[index]}
                onChanged={(changed) => void change(changed)}
                onGoTo={(atS) => setIndex(nearest(times, atS))}
              />
            )}
            <TrialList
              recordings={recordings}
              presentId={present?.id}
              isBusy={isBusy || reading !== undefined}
              onOpened={(recording) => void open(recording)}
              onLeftOut={({ id, ...kept }, isLeftOut) =>
                record({ [`recording.${id}`]: { ...kept, isLeftOut } })
              }
              onRemoved={remove}
            />
          </div>
          <Group className={room.end} justify="space-between">
            <Group gap="xs">
              <input
                ref={chooser}
                type="file"
                accept=".csv,.gz,text/csv,application/gzip"
                hidden
                aria-label="Recording as CSV"
                onChange={(event) => {
                  const [file] = event.currentTarget.files ?? []
                  event.currentTarget.value = ''
                  if (file) void takeFile(file)
                }}
              />
              <Button
                variant="default"
                leftSection={<IconFileImport size={16} />}
                disabled={isBusy}
                onClick={() => chooser.current?.click()}
              >
                From a file
              </Button>
              <Tooltip label="Save this recording as packed CSV">
                <ActionIcon
                  variant="default"
                  size="lg"
                  aria-label="Save this recording as a file"
                  disabled={!present}
                  onClick={() => void saveFile()}
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

const isGuarded = (job: MatJob) => job !== 'twoFeet' && job !== 'walk'

function sizeOf({
  rows,
  cols,
  pitchMm,
  rateHz,
}: {
  rows: number
  cols: number
  pitchMm: number
  rateHz: number
}) {
  return { rows, cols, pitchMm, rateHz }
}

function wishesOf({ points, landmarks, depth }: Pick<RecordingOnMat, 'points' | 'landmarks' | 'depth'>) {
  return { points, ...(landmarks && { landmarks: withoutHoles(landmarks) }), ...(depth && { depth }) }
}

/** Without keys that hold nothing: a landmark that nobody moved is found anew. */
function withoutHoles(landmarks: NonNullable<RecordingOnMat['landmarks']>) {
  const known: Partial<Record<Side, Partial<MatLandmarks>>> = {}
  for (const side of ['left', 'right'] as const) {
    const own: Partial<MatLandmarks> = {}
    for (const [id, point] of Object.entries(landmarks[side] ?? {}))
      if (point) own[id as keyof MatLandmarks] = point
    if (Object.keys(own).length > 0) known[side] = own
  }
  return known
}

function lossesOf(reading: PressureReading): { atS: number; words: string }[] {
  return (['left', 'right'] as const).flatMap((side) => {
    const loss = reading[side]?.loss
    return loss ? [{ atS: loss.atS, words: `${side} foot lost, ${num(loss.atS)} s` }] : []
  })
}

/** The middle of the first step: an empty mat is nothing to look at. */
function firstToShow(reading: PressureReading, times: readonly number[], usual: number): number {
  const [step] = reading.steps
  return step ? nearest(times, step.startS + step.stanceS / 2) : usual
}

function nearest(times: readonly number[], atS: number): number {
  let best = 0
  times.forEach((t, i) => {
    if (Math.abs(t - atS) < Math.abs(times[best]! - atS)) best = i
  })
  return best
}
