import { notifications } from '@mantine/notifications'
import { useRef, useState } from 'react'
import type { FootprintWishes } from '@sturvo/core/footprint'
import type { Side } from '@sturvo/core/side'
import { errorSchema, pictureSchema, printOnMat, type Picture, type PrintScale } from '@sturvo/schema'
import { sentenceOf } from '@sturvo/schema/words'
import { csrfHeaders } from '../../../app/csrf'
import { cancelReading, readPrint } from '../../../workers/footprintJobs'
import { useOpenVisit } from '../visitContext'

export type PrintProgress = { side: Side; share: number; doing: 'sending' | 'reading' }

/** Sends a picture; what the server will not take comes back as one sentence. */
async function sendPicture(visitId: string, picture: Blob, signal: AbortSignal): Promise<Picture | string> {
  const body = new FormData()
  body.append('picture', picture)
  let response: Response
  try {
    response = await fetch(`/api/visits/${visitId}/pictures`, {
      method: 'POST',
      headers: csrfHeaders(),
      body,
      signal,
    })
  } catch {
    if (signal.aborted) return sentenceOf({ code: 'cancelled', path: 'picture' })
    return 'Sturvo cannot be reached, so the picture was not taken over. Choose it again when it is back.'
  }
  const answer: unknown = await response.json().catch(() => undefined)
  const stored = pictureSchema.safeParse(answer)
  if (response.ok && stored.success) return stored.data
  const error = errorSchema.safeParse(answer)
  return error.success ? error.data.error.message : 'The picture was not taken over. Please try again.'
}

export const pictureUrl = (pictureId: string) => `/api/pictures/${pictureId}`

/** Putting in, reading and reading again; progress and problems by side. */
export function usePrintJobs() {
  const { visitId, references, record } = useOpenVisit()
  const [progress, setProgress] = useState<PrintProgress>()
  const [problem, setProblem] = useState<{ side: Side; sentence: string }>()

  const sending = useRef<AbortController>(undefined)

  const send = async (side: Side, picture: Blob): Promise<Picture | undefined> => {
    setProblem(undefined)
    setProgress({ side, share: 0.1, doing: 'sending' })
    const stopper = new AbortController()
    sending.current = stopper
    const sent = await sendPicture(visitId, picture, stopper.signal)
    setProgress(undefined)
    if (typeof sent !== 'string') return sent
    setProblem({ side, sentence: sent })
    return undefined
  }

  const read = async (
    side: Side,
    pictureId: string,
    scale: PrintScale,
    wishes: FootprintWishes,
  ): Promise<boolean> => {
    setProblem(undefined)
    setProgress({ side, share: 0, doing: 'reading' })
    const job = { pictureUrl: pictureUrl(pictureId), scale, references }
    const outcome = await readPrint({ ...job, wishes: { ...wishes, side } }, (share) =>
      setProgress({ side, share, doing: 'reading' }),
    )
    if (outcome.ok) {
      const field = printOnMat({ pictureId, scale, wishes, reading: outcome.value })
      record({ [`print.${side}`]: field })
      if (!wishes.axis && !wishes.toeLineFootMm && !wishes.thresholdNudge) await warnOfSide(side, job)
    } else setProblem({ side, sentence: sentenceOf(outcome.problem) })
    setProgress(undefined)
    return outcome.ok
  }

  const cancel = () => {
    sending.current?.abort()
    cancelReading()
  }

  const warnOfSide = async (side: Side, job: Omit<Parameters<typeof readPrint>[0], 'wishes'>) => {
    const byShape = await readPrint({ ...job, wishes: {} }, () => undefined)
    if (byShape.ok && byShape.value.side !== side)
      notifications.show({
        color: 'oxide',
        title: 'Left or right?',
        message: `This looks like a ${byShape.value.side} foot, and it was put in as the ${side} one. Undo (Ctrl Z) if it was a slip.`,
        autoClose: 12_000,
      })
  }

  return { progress, problem, send, read, cancel, setProblem }
}
export type PrintJobs = ReturnType<typeof usePrintJobs>
