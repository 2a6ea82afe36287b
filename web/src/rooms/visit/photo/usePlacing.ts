import { useState } from 'react'
import { simplify, type Point } from '@sturvo/core/geometry'
import { outlineAnchors, type LandmarkId, type Landmarks, type PhotoScale } from '@sturvo/core/photo'
import { photoJobs } from '../../../workers/photoJobs'
import { useVisitFrame } from '../visitContext'
import { amend, put, type Placings } from './placings'
import type { PictureWork } from './usePictureWork'

const handToPx = 0.8

type PlacingInput = {
  url: string | undefined
  scale: PhotoScale | undefined
  placings: Placings
  setPlacings: (change: (all: Placings) => Placings) => void
  work: PictureWork
}

/** Points and outline on the photo: put by hand, moved onto the edge beside them, traced. */
export function usePlacing({ url, scale, placings: { now }, setPlacings, work }: PlacingInput) {
  const { references } = useVisitFrame()
  const { opened, setProblem, doWork } = work
  const [isSnapping, setSnapping] = useState(true)
  const inside = (p: Point): Point =>
    opened
      ? { x: Math.min(opened.widthPx, Math.max(0, p.x)), y: Math.min(opened.heightPx, Math.max(0, p.y)) }
      : p
  const place = async (id: LandmarkId, at: Point, snaps = isSnapping) => {
    const p = inside(at)
    const { landmarks } = now
    setPlacings((all) => put(all, { landmarks: { ...all.now.landmarks, [id]: p } }))
    if (!snaps || !scale || url === undefined) return
    // a gap needs both its borders before either can be looked for
    const other = otherBorder(id)
    const beside = other && landmarks[other]
    if (other && !beside) return
    const asked: Landmarks = { [id]: p, ...(other && beside ? { [other]: beside } : {}) }
    try {
      const moved = await photoJobs().refine({ url, landmarks: asked, scale, references })
      setPlacings((all) => amend(all, moved))
    } catch {
      setProblem('The point could not be moved onto the edge; it stays where it was put.')
    }
  }

  const setOutline = (outlineImagePx: Point[] | undefined) =>
    setPlacings((all) => put(all, { outlineImagePx }))
  const trace = async (follows: boolean) => {
    if (url === undefined) return
    const anchors = outlineAnchors.map((id) => now.landmarks[id]).filter((p) => p !== undefined)
    if (!follows) return setOutline(anchors)
    const points = await doWork('tracing', () => photoJobs().trace({ url, anchors }))
    if (points) setOutline(points)
  }

  return {
    place,
    trace,
    isSnapping,
    setSnapping,
    /** drawn by hand round the foot; thinned to what the eye can tell */
    drawOutline: (points: Point[]) => setOutline(simplify(points, handToPx)),
    dropOutline: () => setOutline(undefined),
  }
}

/** The border on the other side of the same gap; undefined for points that are no border of a gap. */
function otherBorder(id: LandmarkId): LandmarkId | undefined {
  if (!id.startsWith('gap')) return undefined
  const other = id.endsWith('Medial') ? id.replace('Medial', 'Lateral') : id.replace('Lateral', 'Medial')
  return other as LandmarkId
}
