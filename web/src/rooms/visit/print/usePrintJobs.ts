import { notifications } from '@mantine/notifications'
import { useRef, useState } from 'react'
import type { FootprintReading, FootprintWishes } from '@sturvo/core/footprint'
import type { Outcome } from '@sturvo/core/problem'
import type { Side } from '@sturvo/core/side'
import { errorSchema, pictureSchema, printOnMat, type Picture, type PrintScale } from '@sturvo/schema'
import { sentenceOf } from '@sturvo/words'
import { csrfHeaders } from '../../../app/csrf'
import { cancelReading, readAllPrints, readPrint, scanPrint } from '../../../workers/footprintJobs'
import { useRecord, useVisitFrame } from '../visitContext'

export type PrintProgress = { side: Side; share: number; doing: 'sending' | 'reading' }

/** Sends a picture; what the server will not take comes back as one sentence. */
export async function sendPicture(
  visitId: string,
  picture: Blob,
  signal: AbortSignal,
): Promise<Picture | string> {
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

const notRead = 'The print could not be read just now; nothing was changed. Please try again.'
export const pictureUrl = (pictureId: string) => `/api/pictures/${pictureId}`

/** Putting in, reading and reading again; progress and problems by side. */
export function usePrintJobs() {
  const { visitId, references } = useVisitFrame()
  const record = useRecord()
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

  /** Runs a job of the worker under one side; what goes wrong is said, and the print stays as it was. */
  const answered = async <T>(side: Side, work: () => Promise<Outcome<T>>): Promise<T | undefined> => {
    setProblem(undefined)
    setProgress({ side, share: 0, doing: 'reading' })
    const outcome = await work().catch(() => undefined)
    setProgress(undefined)
    if (outcome?.ok) return outcome.value
    setProblem({ side, sentence: outcome ? sentenceOf(outcome.problem) : notRead })
    return undefined
  }

  const read = async (
    side: Side,
    pictureId: string,
    scale: PrintScale,
    wishes: FootprintWishes,
  ): Promise<boolean> => {
    const job = { pictureUrl: pictureUrl(pictureId), scale, references }
    const reading = await answered(side, () =>
      readPrint({ ...job, wishes: { ...wishes, side } }, (share) =>
        setProgress({ side, share, doing: 'reading' }),
      ),
    )
    if (!reading) return false
    record({ [`print.${side}`]: printOnMat({ pictureId, scale, wishes, reading }) })
    // asked once, when a print is put in; whoever repairs one has looked at it
    const isUntouched = Object.keys(wishes).every((wish) => wish === 'side')
    if (isUntouched) await warnOfSide(side, job)
    return true
  }

  /** Every foot on one picture, told apart. @returns what was found, or undefined with a problem */
  const readBoth = (pictureId: string, scale: PrintScale): Promise<FootprintReading[] | undefined> =>
    answered('left', () =>
      readAllPrints({ pictureUrl: pictureUrl(pictureId), scale, references, wishes: {} }),
    )

  /** The simulated scanner: a made-up print of one foot, put in and read. */
  const scan = async (side: Side, input: Parameters<typeof scanPrint>[0]): Promise<void> => {
    const blob = await answered(side, async () => ({ ok: true as const, value: await scanPrint(input) }))
    const picture = blob && (await send(side, blob))
    if (picture) await read(side, picture.id, { from: 'given', mmPerPx: input.mmPerPx }, { side })
  }

  const cancel = () => {
    sending.current?.abort()
    cancelReading()
  }

  const warnOfSide = async (side: Side, job: Omit<Parameters<typeof readPrint>[0], 'wishes'>) => {
    const byShape = await readPrint({ ...job, wishes: {} }, () => undefined).catch(() => undefined)
    // a warning more than a measure: where it cannot be had, nothing is missing
    if (byShape?.ok && byShape.value.side !== side)
      notifications.show({
        color: 'oxide',
        title: 'Left or right?',
        message: `This looks like a ${byShape.value.side} foot, and it was put in as the ${side} one. Undo (Ctrl Z) if it was a slip.`,
        autoClose: 12_000,
      })
  }

  return { progress, problem, send, read, readBoth, scan, cancel }
}
export type PrintJobs = ReturnType<typeof usePrintJobs>
