import { useState } from 'react'
import { mmPerPxOfAxis } from '@sturvo/core/footprint'
import { simplify, type Point } from '@sturvo/core/geometry'
import type { Stroke } from '@sturvo/core/image'
import { otherSide, type Side } from '@sturvo/core/side'
import { printOf, type PrintOnMat } from '@sturvo/schema'
import { useVisitQuery } from '../../../app/api'
import { useRecord, useVisitFields, useVisitFrame } from '../visitContext'
import type { PrintJobs } from './usePrintJobs'

export type PrintTool = 'look' | 'add' | 'erase'
const strokeToPx = 0.6
const mostStrokePoints = 2000

/** What can be done with one print looked at closely; undefined once it is taken away. */
export function usePrintRoom({
  side,
  jobs,
  onClosed,
}: {
  side: Side
  jobs: PrintJobs
  onClosed: () => void
}) {
  const fields = useVisitFields()
  const record = useRecord()
  const earlier = useEarlierPrint(side)
  const brush = useBrush()
  const [isShown, setShown] = useState(true)
  const print = printOf(fields, side)
  if (!print) return undefined
  const { wishes } = print
  const strokes: readonly Stroke[] = wishes.strokes ?? []
  const mmPerPx = mmPerPxOfAxis(print.measures.axis, print.measures.lengthMm.value)
  const read = (changed: PrintOnMat['wishes']) => void jobs.read(side, print.pictureId, print.scale, changed)
  return {
    print,
    mmPerPx,
    strokes,
    brush,
    earlier,
    isShown,
    toggleShown: () => setShown(!isShown),
    onStroke: (points: Point[], isDone: boolean) => {
      brush.setLine(isDone ? undefined : points)
      if (!isDone || brush.tool === 'look') return
      const thin = points.length > 2 ? simplify(points, strokeToPx).slice(0, mostStrokePoints) : points
      const stroke: Stroke = { mode: brush.tool, radiusPx: brush.radiusMm / mmPerPx, points: thin }
      read({ ...wishes, strokes: [...strokes, stroke] })
    },
    takeBackStroke: () => read({ ...wishes, strokes: strokes.slice(0, -1) }),
    nudgeThreshold: (thresholdNudge: number) => read({ ...wishes, thresholdNudge }),
    moveAxis: (axis: NonNullable<PrintOnMat['wishes']['axis']>) => {
      // the toe line was drawn in the old frame, so it is found anew
      const { toeLineFootMm: _, ...others } = wishes
      read({ ...others, axis })
    },
    findAnew: () => read(startOver(print)),
    swapSide: () => {
      const to = otherSide(side)
      void jobs.read(to, print.pictureId, print.scale, { ...wishes, side: to }).then((isRead) => {
        if (!isRead) return
        record({ [`print.${side}`]: null })
        onClosed()
      })
    },
  }
}
export type PrintRoomState = NonNullable<ReturnType<typeof usePrintRoom>>

function useBrush() {
  const [tool, setTool] = useState<PrintTool>('look')
  const [radiusMm, setRadiusMm] = useState(5)
  const [line, setLine] = useState<Point[]>()
  return { tool, setTool, radiusMm, setRadiusMm, line, setLine }
}

/** The same foot's print of an earlier visit, to lie over the present one. */
function useEarlierPrint(side: Side) {
  const { person, visitId } = useVisitFrame()
  const [visit, setVisit] = useState<string | null>(null)
  const { data } = useVisitQuery(visit ?? '', { skip: visit === null })
  return {
    visits: person.visits.filter((v) => v.id !== visitId),
    visit,
    setVisit,
    isLoaded: data !== undefined,
    print: data && printOf(data.fields, side),
  }
}

/** Which foot and which print on the sheet stay; everything set by hand goes. */
function startOver({ wishes }: PrintOnMat): PrintOnMat['wishes'] {
  return {
    ...(wishes.side ? { side: wishes.side } : {}),
    ...(wishes.nearImagePx ? { nearImagePx: wishes.nearImagePx } : {}),
  }
}
