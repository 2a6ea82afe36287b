import { useEffect, useRef, useState } from 'react'
import { simplify, type Point } from '@sturvo/core/geometry'
import { inOwnFrame } from '@sturvo/core/outline'
import { planeOf, type PhotoScale } from '@sturvo/core/photo'
import { outcomeOf } from '@sturvo/core/problem'
import type { Side } from '@sturvo/core/side'
import { insoleAnchors } from '@sturvo/core/synthetic'
import { sentenceOf } from '@sturvo/schema/words'
import { photoJobs, stopPhotoJobs } from '../../../workers/photoJobs'
import type { OpenedPhoto } from '../../../workers/photoWorker'
import { pictureUrl, sendPicture } from '../print/usePrintJobs'
import { useOpenVisit } from '../visitContext'

export type InsoleAnchor = (typeof insoleAnchors)[number]
type Doing = 'drawing' | 'sending' | 'opening' | 'tracing'
const thinnedMm = 0.15
const notDone = 'That did not work; nothing was lost. Please try again.'

/** An insole on a sheet: picture, scale, four points on its edge, and the line traced between them. */
export function useInsolePhoto(side: Side, keptId: string | undefined) {
  const { visitId, references } = useOpenVisit()
  const [pictureId, setPictureId] = useState(keptId)
  const [found, setFound] = useState<{ url: string; photo: OpenedPhoto }>()
  const [ownScale, setOwnScale] = useState<PhotoScale>()
  const [isConfirmed, setConfirmed] = useState(false)
  const [anchors, setAnchors] = useState<Partial<Record<InsoleAnchor, Point>>>({})
  const [line, setLine] = useState<Point[]>()
  const [doing, setDoing] = useState<Doing>()
  const [problem, setProblem] = useState('')
  const sending = useRef<AbortController>(undefined)
  const url = pictureId === undefined ? undefined : pictureUrl(pictureId)
  useEffect(() => {
    if (url === undefined) return
    let isGone = false
    setDoing('opening')
    photoJobs()
      .open(url)
      .then((outcome) => {
        if (isGone) return
        if (outcome.ok) setFound({ url, photo: outcome.value })
        else setProblem(sentenceOf(outcome.problem))
      })
      .catch(() => !isGone && setProblem(notDone))
      .finally(() => !isGone && setDoing(undefined))
    return () => {
      isGone = true
    }
  }, [url])

  const opened = found?.url === url ? found?.photo : undefined
  const sheet = opened?.sheet
  const scale: PhotoScale | undefined =
    ownScale ?? (sheet && { from: 'sheet', sheet: 'a4', corners: sheet.corners })
  const isTrusted = scale !== undefined && (isConfirmed || (ownScale === undefined && sheet?.isSure === true))
  const plane = scale && outcomeOf(() => planeOf(scale))
  const toPlane = plane?.ok ? plane.value : undefined
  const missing = insoleAnchors.filter((id) => !anchors[id])

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
  const choose = async (file: Blob) => {
    const stopper = new AbortController()
    sending.current = stopper
    const sent = await doWork('sending', () => sendPicture(visitId, file, stopper.signal))
    if (sent === undefined) return
    if (typeof sent === 'string') return setProblem(sent)
    setOwnScale(undefined)
    setConfirmed(false)
    setAnchors({})
    setLine(undefined)
    setPictureId(sent.id)
  }
  const trace = async (all: Record<InsoleAnchor, Point>) => {
    if (url === undefined) return
    const points = await doWork('tracing', () =>
      photoJobs().trace({ url, anchors: insoleAnchors.map((id) => all[id]) }),
    )
    if (points) setLine(points)
  }
  const points =
    line && toPlane ? simplify(inOwnFrame(line.map(toPlane), side, 'shoe', references), thinnedMm) : undefined
  return {
    url,
    pictureId,
    opened,
    scale,
    residualPx: ownScale === undefined ? sheet?.residualPx : undefined,
    isTrusted,
    toPlane,
    trust: () => setConfirmed(true),
    moveScale: (changed: PhotoScale) => {
      if (isTrusted) setConfirmed(true)
      setOwnScale(changed)
    },
    chooseScale: (changed: PhotoScale) => {
      setConfirmed(false)
      setOwnScale(changed)
    },
    anchors,
    missing,
    /** the last of the four starts the tracing; a point moved later traces again */
    place: (id: InsoleAnchor, p: Point) => {
      const next = { ...anchors, [id]: p }
      setAnchors(next)
      const { heelEnd, innerEdge, frontEnd, outerEdge } = next
      if (heelEnd && innerEdge && frontEnd && outerEdge)
        void trace({ heelEnd, innerEdge, frontEnd, outerEdge })
    },
    line,
    drawLine: (drawn: Point[]) => setLine(simplify(drawn, 0.8)),
    again: () => {
      setAnchors({})
      setLine(undefined)
    },
    /** the inside in the frame of the shoe, mm */
    points,
    choose,
    simulate: async (seed: number) => {
      const blob = await doWork('drawing', () => photoJobs().simulateInsole(seed))
      if (blob) await choose(blob)
    },
    stop: () => {
      sending.current?.abort()
      stopPhotoJobs()
      setDoing(undefined)
      setProblem(sentenceOf({ code: 'cancelled', path: 'picture' }))
    },
    doing,
    problem,
  }
}
