import { useEffect, useRef, useState } from 'react'
import { sentenceOf } from '@sturvo/words'
import { photoJobs, stopPhotoJobs } from '../../../workers/photoJobs'
import type { OpenedPhoto } from '../../../workers/photoWorker'
import { sendPicture } from '../print/usePrintJobs'

export type Doing = 'drawing' | 'sending' | 'opening' | 'tracing'
const notDone = 'That did not work; nothing was lost. Please try again.'

/** The slow work round one picture: opening it, sending one, jobs of the worker; what is being done, and what went wrong. */
export function usePictureWork(visitId: string, url: string | undefined) {
  const [found, setFound] = useState<{ url: string; photo: OpenedPhoto }>()
  const [doing, setDoing] = useState<Doing>()
  const [problem, setProblem] = useState('')
  const sending = useRef<AbortController>(undefined)
  useEffect(() => {
    if (url === undefined) return
    let isGone = false
    setDoing('opening')
    photoJobs()
      .open(url)
      .then((outcome) => {
        if (isGone) return
        setDoing(undefined)
        if (outcome.ok) setFound({ url, photo: outcome.value })
        else setProblem(sentenceOf(outcome.problem))
      })
      .catch(() => {
        if (isGone) return
        setDoing(undefined)
        setProblem(notDone)
      })
    return () => {
      isGone = true
    }
  }, [url])

  /** Runs a job; what goes wrong is said, and what was placed stays. */
  const doWork = async <T>(what: Doing, work: () => Promise<T>): Promise<T | undefined> => {
    setProblem('')
    setDoing(what)
    try {
      return await work()
    } catch {
      setProblem(notDone)
      return undefined
    } finally {
      setDoing(undefined)
    }
  }
  return {
    opened: found !== undefined && found.url === url ? found.photo : undefined,
    doing,
    problem,
    setProblem,
    doWork,
    /** @returns id of the stored picture; undefined where it was not taken over, which is said */
    send: async (file: Blob): Promise<string | undefined> => {
      const stopper = new AbortController()
      sending.current = stopper
      const sent = await doWork('sending', () => sendPicture(visitId, file, stopper.signal))
      if (typeof sent === 'string') setProblem(sent)
      return typeof sent === 'object' ? sent.id : undefined
    },
    stop: () => {
      sending.current?.abort()
      stopPhotoJobs()
      setDoing(undefined)
      setProblem(sentenceOf({ code: 'cancelled', path: 'picture' }))
    },
  }
}
export type PictureWork = ReturnType<typeof usePictureWork>
