import { useRef } from 'react'
import type { PressureLandmarks } from '@sturvo/core/pressure'
import type { Side } from '@sturvo/core/side'
import { keptReading, type RecordingOnMat } from '@sturvo/schema'
import { sentenceOf } from '@sturvo/words'
import { useRecord, useVisitFrame } from '../visitContext'
import type { MeasuredRecording } from './useMeasured'
import { wishesOf } from './wishesOf'

/** What is set by hand on a saved recording: it is measured again with it, and both are kept. */
export function useHandChanges(
  { jobs, look, setPresent, setProblem }: MeasuredRecording,
  current: ({ id: string } & RecordingOnMat) | undefined,
) {
  const { references } = useVisitFrame()
  const record = useRecord()
  // what is being set while the measuring of an earlier change still runs: nothing may be lost of it
  const wanted = useRef<{ id: string; value: RecordingOnMat; isMeasuring: boolean }>(undefined)
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
  return {
    change,
    moveLandmark: (side: Side, id: keyof PressureLandmarks, dxMm: number, dyMm: number) => {
      const landmarks = (wanted.current?.value ?? current)?.landmarks
      const at = landmarks?.[side]?.[id] ?? look?.feet.find((f) => f.side === side)?.landmarks[id]
      if (!at) return
      const moved = { x: at.x + dxMm, y: at.y + dyMm }
      void change({ landmarks: { ...landmarks, [side]: { ...landmarks?.[side], [id]: moved } } })
    },
  }
}
