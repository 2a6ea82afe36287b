import { useEffect, useRef, useState } from 'react'
import type { Remote } from 'comlink'
import { startMatWorker } from '../../../workers/matJobs'
import type { RecorderLook } from '../../../workers/matRecorder'
import type { MatJobs } from '../../../workers/matWorker'

/**
 * The worker that listens to the mat, and what it sees, as often as the screen can show it.
 * @param replayIndex the frame to look at; undefined follows what is being recorded
 */
export function useMat(replayIndex: number | undefined) {
  const worker = useRef<ReturnType<typeof startMatWorker>>(undefined)
  const [jobs, setJobs] = useState<Remote<MatJobs>>()
  const [look, setLook] = useState<RecorderLook>()
  const index = useRef(replayIndex)
  useEffect(() => {
    index.current = replayIndex
  }, [replayIndex])
  useEffect(() => {
    const started = startMatWorker()
    worker.current = started
    // a worker's proxy is callable, and a state setter would call it
    setJobs(() => started.jobs)
    let isGone = false
    let asked = -1
    let seen = ''
    const next = async () => {
      if (isGone) return
      const now = index.current
      const answer = await started.jobs.look(now)
      if (isGone) return
      // a picture that stands still is not drawn sixty times a second
      const key = `${answer.phase} ${answer.frames} ${now} ${answer.leftS?.toFixed(1)} ${answer.isLineLost} ${answer.moment?.tS} ${answer.feet.map((f) => JSON.stringify(f.landmarks)).join()}`
      if (key !== seen) setLook(answer)
      seen = key
      asked = requestAnimationFrame(() => void next())
    }
    void next()
    return () => {
      isGone = true
      cancelAnimationFrame(asked)
      started.end()
      worker.current = undefined
    }
  }, [])
  return { jobs, look }
}
