import { notifications } from '@mantine/notifications'
import { proxy } from 'comlink'
import { useEffect, useEffectEvent, useRef, useState } from 'react'
import type { PressureJob, PressureLandmarks, PressureReading, PressureWishes } from '@sturvo/core/pressure'
import { sides, type Side } from '@sturvo/core/side'
import { keptReading, recordingOnMat, recordingsOf, type Device, type RecordingOnMat } from '@sturvo/schema'
import { sentenceOf } from '@sturvo/words'
import { newId } from '../../../app/newId'
import { useRecord, useVisitFields, useVisitFrame, useVisitReading } from '../visitContext'
import { sendRecording } from './sendRecording'
import { standInOf } from './standIn'
import { usePressure } from './usePressure'

/** The recording that lies in the worker, measured; without an id it is not saved yet. */
export type Present = {
  id: string | undefined
  reading: PressureReading
  job: PressureJob
  source: string
  isMadeUp: boolean
}
type Recording = { id: string } & RecordingOnMat

/**
 * What can be done with recordings: record one, read one from a file or from the visit, set something by hand, save.
 * @param onJob told the task of a recording that came from elsewhere
 */
export function useRecording(input: {
  device: Device | undefined
  job: PressureJob
  countDownS: number
  openId: string | undefined
  onJob: (job: PressureJob) => void
}) {
  const { device, job, onJob } = input
  const { visitId, startedOn, person, references, practice } = useVisitFrame()
  const fields = useVisitFields()
  const { facts } = useVisitReading()
  const record = useRecord()
  const recordings = recordingsOf(fields)
  const [index, setIndex] = useState<number>()
  const [times, setTimes] = useState<number[]>([])
  const [present, setPresent] = useState<Present>()
  const [problem, setProblem] = useState<string>()
  const [saveAgain, setSaveAgain] = useState<(() => Promise<void>) | undefined>()
  const [readShare, setReadShare] = useState<number>()
  const { jobs, look, watch, failure } = usePressure(index)
  const points = practice.settings.tripodPoints
  const current = present?.id === undefined ? undefined : recordings.find((r) => r.id === present.id)
  const phase = look?.phase ?? 'idle'
  const isBusy = ['countDown', 'connecting', 'settling', 'recording'].includes(phase)

  const forget = () => {
    setPresent(undefined)
    setProblem(undefined)
    setSaveAgain(undefined)
    setTimes([])
    setIndex(undefined)
  }
  const start = () => {
    if (!jobs || !device) return
    forget()
    const standIn = device.isMadeUp ? standInOf({ person, facts }) : undefined
    const { countDownS } = input
    void jobs.start({
      device,
      job,
      countDownS,
      waitsForSteady: true,
      references,
      ...(standIn && { standIn }),
    })
  }

  /** Measures what lies in the worker and shows it. @returns the reading; undefined where it says why not */
  const measure = async (own: Omit<Present, 'reading'>, wishes: PressureWishes, at: 'first' | 'last') => {
    if (!jobs) return undefined
    const outcome = await jobs.analyse(references, wishes)
    if (!outcome.ok) {
      setProblem(sentenceOf(outcome.problem))
      return undefined
    }
    const taken = await jobs.times()
    setTimes(taken)
    setIndex(firstToShow(outcome.value, taken, at === 'first' ? 0 : taken.length - 1))
    const shown = { ...own, reading: outcome.value }
    setPresent(shown)
    return shown
  }
  /** Measures a new recording and saves it with the visit. */
  const takeOver = async (own: Pick<Present, 'job' | 'source' | 'isMadeUp'>, at: 'first' | 'last') => {
    const fresh = await measure({ id: undefined, ...own }, { points }, at)
    if (!fresh || !jobs) return
    const { reading } = fresh
    const takenAt = new Date()
    const save = async () => {
      const file = await sendRecording(visitId, await jobs.csv())
      if (typeof file === 'string') {
        setProblem(file)
        setSaveAgain(() => save)
        return
      }
      setProblem(undefined)
      setSaveAgain(undefined)
      const id = newId()
      const value = recordingOnMat({ fileId: file.id, ...own, meta: reading.meta, takenAt, points, reading })
      record({ [`recording.${id}`]: value })
      setPresent((now) => (now === fresh ? { ...fresh, id } : now))
    }
    await save()
  }
  const isTakenOver = useRef(false)
  const onPhase = useEffectEvent(() => {
    if (phase !== 'done') isTakenOver.current = false
    else if (!isTakenOver.current && device) {
      isTakenOver.current = true
      void takeOver({ job, source: device.name, isMadeUp: device.isMadeUp }, 'last')
    }
  })
  useEffect(() => onPhase(), [phase])

  const readFile = async (file: Blob, name: string, then: (job: PressureJob) => Promise<unknown>) => {
    if (!jobs) return
    forget()
    setReadShare(0)
    isTakenOver.current = true // a file is taken over below, not as a fresh recording
    const outcome = await jobs.read(file, references, proxy(setReadShare))
    setReadShare(undefined)
    if (!outcome.ok) return setProblem(`${name}: ${sentenceOf(outcome.problem)}`)
    await then(outcome.value.job)
  }
  const takeFile = (file: File) =>
    readFile(file, file.name, (found) => {
      onJob(found)
      return takeOver({ job: found, source: file.name.slice(0, 200), isMadeUp: false }, 'first')
    })
  const open = async (recording: Recording) => {
    const response = await fetch(`/api/recordings/${recording.fileId}`).catch(() => undefined)
    if (!response?.ok)
      return setProblem('This recording cannot be reached just now. Nothing was changed: try again.')
    await readFile(await response.blob(), recording.source, () => {
      onJob(recording.job)
      const { id, job: ofRecording, source, isMadeUp = false } = recording
      return measure({ id, job: ofRecording, source, isMadeUp }, wishesOf(recording), 'first')
    })
  }
  const isOpened = useRef(false)
  const onReady = useEffectEvent(() => {
    const wanted = recordings.find((r) => r.id === input.openId)
    if (!jobs || !wanted || isOpened.current) return
    isOpened.current = true
    void open(wanted)
  })
  useEffect(() => onReady(), [jobs])

  // what is being set by hand while the measuring of an earlier change still runs: nothing may be lost of it
  const wanted = useRef<{ id: string; value: RecordingOnMat; isMeasuring: boolean }>(undefined)
  /** Reads the present recording again with something set by hand, and keeps both. */
  const change = async (changed: Partial<RecordingOnMat>) => {
    if (!jobs || !current) return
    const { id, ...kept } = current
    const running = wanted.current?.id === id ? wanted.current : undefined
    const value = { ...(running?.value ?? kept), ...changed }
    if (running) {
      running.value = value
      if (running.isMeasuring) return
    }
    const own = (wanted.current = { id, value, isMeasuring: true })
    for (let measured: RecordingOnMat | undefined; measured !== own.value;) {
      measured = own.value
      const outcome = await jobs.analyse(references, wishesOf(measured))
      if (wanted.current !== own) return
      if (!outcome.ok) {
        setProblem(sentenceOf(outcome.problem))
        break
      }
      if (measured !== own.value) continue // more was moved meanwhile
      setPresent((now) => now && { ...now, reading: outcome.value })
      record({ [`recording.${id}`]: { ...measured, reading: keptReading(outcome.value) } })
    }
    wanted.current = undefined
  }
  const moveLandmark = (side: Side, id: keyof PressureLandmarks, dxMm: number, dyMm: number) => {
    const landmarks = (wanted.current?.value ?? current)?.landmarks
    const at = landmarks?.[side]?.[id] ?? look?.feet.find((f) => f.side === side)?.landmarks[id]
    if (!at) return
    const moved = { x: at.x + dxMm, y: at.y + dyMm }
    void change({ landmarks: { ...landmarks, [side]: { ...landmarks?.[side], [id]: moved } } })
  }
  const remove = (id: string) => {
    record({ [`recording.${id}`]: null })
    if (present?.id === id) {
      void jobs?.drop()
      forget()
    }
    notifications.show({ message: 'Recording taken out of this visit. Ctrl Z brings it back.' })
  }
  const saveFile = async () => {
    if (!jobs) return
    const link = document.createElement('a')
    link.href = URL.createObjectURL(await jobs.csv())
    link.download = `${present?.job ?? job}-${startedOn}.csv.gz`
    link.click()
    setTimeout(() => URL.revokeObjectURL(link.href), 10_000)
  }
  return {
    jobs,
    look,
    watch,
    phase,
    isBusy,
    recordings,
    present,
    current,
    problem: problem ?? failure ?? look?.failure,
    saveAgain,
    readShare,
    times,
    index,
    setIndex,
    start,
    takeFile,
    open,
    change,
    moveLandmark,
    remove,
    saveFile,
  }
}

function wishesOf({
  points,
  landmarks,
  depth,
}: Pick<RecordingOnMat, 'points' | 'landmarks' | 'depth'>): PressureWishes {
  const moved: Partial<Record<Side, Partial<PressureLandmarks>>> = {}
  for (const side of sides) {
    // a key that holds nothing would stand in the way of what is found
    const own = Object.fromEntries(
      Object.entries(landmarks?.[side] ?? {}).filter(([, point]) => point !== undefined),
    )
    if (Object.keys(own).length > 0) moved[side] = own
  }
  return { points, landmarks: moved, depth }
}

/** The middle of the first step: an empty mat is nothing to look at. */
function firstToShow(reading: PressureReading, times: readonly number[], usual: number): number {
  const [step] = reading.steps
  return step ? nearestTime(times, step.startS + step.stanceS / 2) : usual
}

export function nearestTime(times: readonly number[], atS: number): number {
  let best = 0
  times.forEach((t, i) => {
    if (Math.abs(t - atS) < Math.abs(times[best]! - atS)) best = i
  })
  return best
}
