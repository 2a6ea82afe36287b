import { useCallback, useEffect, useRef, useState } from 'react'
import type { Remote } from 'comlink'
import { startPressureWorker } from '../../../workers/pressureJobs'
import type { RecorderLook } from '../../../workers/pressureRecorder'
import type { PressureWorkerJobs } from '../../../workers/pressureWorker'

export type WatchPressure = (listener: (look: RecorderLook) => void) => () => void

/**
 * The worker that listens to the mat. What it sees comes as often as the screen can show it, to those who watch; the
 * state, which draws the whole room anew, changes only with what the room shows in words.
 * @param replayIndex the frame to look at; undefined follows what is being recorded
 */
export function usePressure(replayIndex: number | undefined) {
  const [jobs, setJobs] = useState<Remote<PressureWorkerJobs>>()
  const [look, setLook] = useState<RecorderLook>()
  const [failure, setFailure] = useState<string>()
  const index = useRef(replayIndex)
  const latest = useRef<RecorderLook>(undefined)
  const listeners = useRef(new Set<(look: RecorderLook) => void>())
  useEffect(() => {
    index.current = replayIndex
  }, [replayIndex])
  useEffect(() => {
    const started = startPressureWorker()
    // a worker's proxy is callable, and a state setter would call it
    setJobs(() => started.jobs)
    let isGone = false
    let asked = -1
    let seen = ''
    const next = async () => {
      const answer = await started.jobs.look(index.current)
      if (isGone) return
      latest.current = answer
      for (const listener of listeners.current) listener(answer)
      const key = roughly(answer)
      if (key !== seen) setLook(answer)
      seen = key
      asked = requestAnimationFrame(() => void next().catch(stopped))
    }
    const stopped = () => {
      if (!isGone)
        setFailure('The mat view stopped. What was saved is safe: close this room and open it again.')
    }
    started.onBroken(stopped)
    next().catch(stopped)
    return () => {
      isGone = true
      cancelAnimationFrame(asked)
      started.end()
    }
  }, [])
  const watch = useCallback<WatchPressure>((listener) => {
    listeners.current.add(listener)
    if (latest.current) listener(latest.current)
    return () => listeners.current.delete(listener)
  }, [])
  return { jobs, look, watch, failure }
}

/** What the room says in words: none of it changes with every frame. */
function roughly({ phase, leftS, lostFrames, isLineLost, failure, meta, feet }: RecorderLook): string {
  return JSON.stringify([
    phase,
    phase === 'countDown' && Math.ceil(leftS ?? 0),
    lostFrames,
    isLineLost,
    failure,
    meta,
    feet,
  ])
}
