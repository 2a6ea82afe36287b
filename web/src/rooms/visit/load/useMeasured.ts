import { useState } from 'react'
import type { PressureJob, PressureReading, PressureWishes } from '@sturvo/core/pressure'
import { sentenceOf } from '@sturvo/words'
import { useVisitFrame } from '../visitContext'
import { nearestTime } from './nearestTime'
import { usePressure } from './usePressure'

/** The recording that lies in the worker, measured; without an id it is not saved yet. */
export type Present = {
  id: string | undefined
  reading: PressureReading
  job: PressureJob
  source: string
  isMadeUp: boolean
}

/** The worker with one recording in it, what was measured on it, and which frame is shown. */
export function useMeasured() {
  const { references } = useVisitFrame()
  const [index, setIndex] = useState<number>()
  const [times, setTimes] = useState<number[]>([])
  const [present, setPresent] = useState<Present>()
  const [problem, setProblem] = useState<string>()
  const { jobs, look, watch, failure } = usePressure(index)
  return {
    jobs,
    look,
    watch,
    times,
    index,
    setIndex,
    present,
    setPresent,
    problem: problem ?? failure ?? look?.failure,
    setProblem,
    forget: () => {
      setPresent(undefined)
      setProblem(undefined)
      setTimes([])
      setIndex(undefined)
    },
    /** Measures what lies in the worker and shows it. @returns the reading; undefined where it says why not */
    measure: async (own: Omit<Present, 'reading'>, wishes: PressureWishes, at: 'first' | 'last') => {
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
    },
  }
}
export type MeasuredRecording = ReturnType<typeof useMeasured>

/** The middle of the first step: an empty mat is nothing to look at. */
function firstToShow(reading: PressureReading, times: readonly number[], usual: number): number {
  const [step] = reading.steps
  return step ? nearestTime(times, step.startS + step.stanceS / 2) : usual
}
