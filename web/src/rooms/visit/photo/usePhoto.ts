import { useState } from 'react'
import { simplify, type Point } from '@sturvo/core/geometry'
import {
  measurePhoto,
  outlineOnFoot,
  planeOf,
  viewLandmarks,
  type LandmarkId,
  type Landmarks,
  type PhotoMeasures,
  type PhotoScale,
  type PhotoView,
} from '@sturvo/core/photo'
import { outcomeOf } from '@sturvo/core/problem'
import type { Side } from '@sturvo/core/side'
import { photoOf, type PhotoOnMat } from '@sturvo/schema'
import { photoJobs } from '../../../workers/photoJobs'
import type { SimulatedPhoto } from '../../../workers/photoWorker'
import { pictureUrl } from '../print/usePrintJobs'
import { useRecord, useVisitFields, useVisitFrame } from '../visitContext'
import { cannotBe, measureFields, mostTrials } from './measureFields'
import { usePictureWork } from './usePictureWork'
import { usePlacing } from './usePlacing'
import { begun, put, redone, undone } from './placings'

export type { Doing } from './usePictureWork'
const outlineToMm = 0.3

/** One photo being measured: picture, scale, points, their history, and what they give. */
export function usePhoto(view: PhotoView, side: Side) {
  const { visitId } = useVisitFrame()
  const fields = useVisitFields()
  const record = useRecord()
  const stored = photoOf(fields, view, side)
  // gaps at rest are measured on the picture from above, unless they have one of their own
  const start = stored ?? (view === 'gaps' ? photoOf(fields, 'top', side) : undefined)
  const [pictureId, setPictureId] = useState(start?.pictureId)
  const [placings, setPlacings] = useState(() =>
    begun({
      landmarks: stored?.trials[0] ?? {},
      scale: start?.scale,
    }),
  )
  // a scale that was measured with before is trusted; one found anew is where the find is sure
  const [isConfirmed, setConfirmed] = useState(start !== undefined)
  const [firstTrials, setFirstTrials] = useState<Landmarks[]>([])

  const url = pictureId === undefined ? undefined : pictureUrl(pictureId)
  const work = usePictureWork(visitId, url)
  const { opened, doing, problem, doWork, send, stop } = work
  const { now } = placings
  const sheet = opened?.sheet
  const scale: PhotoScale | undefined =
    now.scale ?? (sheet && { from: 'sheet', sheet: 'a4', corners: sheet.corners })
  const isTrusted =
    scale !== undefined && (isConfirmed || (now.scale === undefined && sheet?.isSure === true))
  const residualPx =
    now.scale === undefined ? sheet?.residualPx : now.scale === start?.scale ? start?.residualPx : undefined
  const plane = scale && outcomeOf(() => planeOf(scale))
  const toPlane = plane?.ok ? plane.value : undefined
  const placing = usePlacing({ url, scale, placings, setPlacings, work })

  const choose = async (file: Blob) => {
    const id = await send(file)
    if (id === undefined) return
    setConfirmed(false)
    setFirstTrials([])
    setPlacings(begun())
    setPictureId(id)
  }
  const simulate = async (asked: Omit<SimulatedPhoto, 'view'>) => {
    const blob = await doWork('drawing', () => photoJobs().simulate({ view, ...asked }))
    if (blob) await choose(blob)
  }

  const measured = (landmarks: Landmarks): PhotoMeasures => {
    if (!toPlane) return {}
    const outcome = outcomeOf(() => measurePhoto({ view, side, landmarksImagePx: landmarks }, toPlane))
    return outcome.ok ? outcome.value : {}
  }
  const measures = measured(now.landmarks)
  const ids: readonly LandmarkId[] = viewLandmarks[view]
  const usable = (Object.keys(measures) as (keyof PhotoMeasures)[]).filter(
    (id) => !cannotBe(id, measures[id]!),
  )

  const again = () => {
    setFirstTrials([...firstTrials, now.landmarks])
    setPlacings(begun({ ...now, landmarks: {} }))
  }

  const keep = () => {
    if (pictureId === undefined || !scale) return
    const trials = [...firstTrials, now.landmarks]
      .filter((trial) => Object.keys(trial).length > 0)
      .slice(0, mostTrials)
    const outline =
      now.outlineImagePx && toPlane
        ? outlineOnFoot(now.outlineImagePx, { side, landmarksImagePx: trials.at(-1) ?? {} }, toPlane)
        : undefined
    const outlineFootMm = outline ? simplify(outline, outlineToMm) : stored?.outlineFootMm
    const photo = keptPhoto({ pictureId, scale, residualPx, trials, outlineFootMm })
    record({ [`photo.${view}.${side}`]: photo, ...measureFields(trials.map(measured), side, fields) })
  }

  return {
    url,
    opened,
    scale,
    /** dragging keeps the trust it had; another kind of scale has to be confirmed anew */
    moveScale: (changed: PhotoScale) => {
      if (isTrusted) setConfirmed(true)
      setPlacings((all) => put(all, { scale: changed }))
    },
    chooseScale: (changed: PhotoScale) => {
      setConfirmed(false)
      setPlacings((all) => put(all, { scale: changed }))
    },
    residualPx,
    isTrusted,
    trust: () => setConfirmed(true),
    placing: now,
    canUndo: placings.past.length > 0,
    canRedo: placings.future.length > 0,
    undo: () => setPlacings(undone),
    redo: () => setPlacings(redone),
    ...placing,
    measures,
    canKeep: isTrusted && usable.length > 0,
    firstMeasures: firstTrials.map(measured),
    trialNumber: firstTrials.length + 1,
    missing: ids.filter((id) => !now.landmarks[id]),
    again,
    keep,
    choose,
    simulate,
    stop,
    doing,
    problem,
    toPlane,
  }
}
export type Photo = ReturnType<typeof usePhoto>

function isPlaced(entry: [string, Point | undefined]): entry is [string, Point] {
  return entry[1] !== undefined
}

type Kept = {
  pictureId: string
  scale: PhotoScale
  residualPx: number | undefined
  trials: readonly Landmarks[]
  outlineFootMm: readonly Point[] | undefined
}

function keptPhoto({ pictureId, scale, residualPx, trials, outlineFootMm }: Kept): PhotoOnMat {
  return {
    version: 1,
    pictureId,
    scale: scale as PhotoOnMat['scale'],
    ...(residualPx === undefined ? {} : { residualPx }),
    trials: trials.map((trial) => Object.fromEntries(Object.entries(trial).filter(isPlaced))),
    ...(outlineFootMm ? { outlineFootMm: [...outlineFootMm] } : {}),
  }
}
