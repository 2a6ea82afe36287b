import { proxy } from 'comlink'
import { useEffect, useEffectEvent, useRef, useState } from 'react'
import type { PressureJob } from '@sturvo/core/pressure'
import { recordingOnMat, recordingsOf, type Device, type RecordingOnMat } from '@sturvo/schema'
import { sentenceOf } from '@sturvo/words'
import { newId } from '../../../app/newId'
import { useRecord, useVisitFields, useVisitFrame } from '../visitContext'
import { sendRecording } from './sendRecording'
import type { MeasuredRecording, Present } from './useMeasured'
import { wishesOf } from './wishesOf'

type Recording = { id: string } & RecordingOnMat
type TakeOverInput = {
  device: Device | undefined
  job: PressureJob
  openId: string | undefined
  onJob: (job: PressureJob) => void
}

/** How a recording comes into the visit: just recorded, from a file, or opened again. */
export function useTakeOver(measured: MeasuredRecording, { device, job, openId, onJob }: TakeOverInput) {
  const { jobs, look, measure, setPresent, setProblem } = measured
  const { visitId, references, practice } = useVisitFrame()
  const fields = useVisitFields()
  const record = useRecord()
  const [saveAgain, setSaveAgain] = useState<(() => Promise<void>) | undefined>()
  const [readShare, setReadShare] = useState<number>()
  const phase = look?.phase ?? 'idle'
  const forget = () => {
    measured.forget()
    setSaveAgain(undefined)
  }

  /** Measures a new recording and saves it with the visit. */
  const takeOver = async (own: Pick<Present, 'job' | 'source' | 'isMadeUp'>, at: 'first' | 'last') => {
    const points = practice.settings.tripodPoints
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
    const wanted = recordingsOf(fields).find((r) => r.id === openId)
    if (!jobs || !wanted || isOpened.current) return
    isOpened.current = true
    void open(wanted)
  })
  useEffect(() => onReady(), [jobs])
  return { forget, saveAgain, readShare, takeFile, open }
}
