import { useState } from 'react'
import { simplify, type Point } from '@sturvo/core/geometry'
import { inOwnFrame } from '@sturvo/core/outline'
import { planeOf, type PhotoScale } from '@sturvo/core/photo'
import { outcomeOf } from '@sturvo/core/problem'
import type { Side } from '@sturvo/core/side'
import { insoleAnchors, type MadeUpInsole } from '@sturvo/core/synthetic'
import { photoJobs } from '../../../workers/photoJobs'
import { usePictureWork } from '../photo/usePictureWork'
import { pictureUrl } from '../print/usePrintJobs'
import { useVisitFrame } from '../visitContext'

export type InsoleAnchor = (typeof insoleAnchors)[number]
const thinnedMm = 0.15

/** An insole on a sheet: picture, scale, four points on its edge, and the line traced between them. */
export function useInsolePhoto(side: Side, keptId: string | undefined) {
  const { visitId, references } = useVisitFrame()
  const [pictureId, setPictureId] = useState(keptId)
  const [ownScale, setOwnScale] = useState<PhotoScale>()
  const [isConfirmed, setConfirmed] = useState(false)
  const [anchors, setAnchors] = useState<Partial<Record<InsoleAnchor, Point>>>({})
  const [line, setLine] = useState<Point[]>()
  const url = pictureId === undefined ? undefined : pictureUrl(pictureId)
  const { opened, doing, problem, doWork, send, stop } = usePictureWork(visitId, url)
  const sheet = opened?.sheet
  const scale: PhotoScale | undefined =
    ownScale ?? (sheet && { from: 'sheet', sheet: 'a4', corners: sheet.corners })
  const isTrusted = scale !== undefined && (isConfirmed || (ownScale === undefined && sheet?.isSure === true))
  const plane = scale && outcomeOf(() => planeOf(scale))
  const toPlane = plane?.ok ? plane.value : undefined
  const missing = insoleAnchors.filter((id) => !anchors[id])

  const choose = async (file: Blob) => {
    const id = await send(file)
    if (id === undefined) return
    setOwnScale(undefined)
    setConfirmed(false)
    setAnchors({})
    setLine(undefined)
    setPictureId(id)
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
    simulate: async (insole: MadeUpInsole, seed: number) => {
      const blob = await doWork('drawing', () => photoJobs().simulateInsole(insole, seed))
      if (blob) await choose(blob)
    },
    stop,
    doing,
    problem,
  }
}
