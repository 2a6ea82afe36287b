import { notifications } from '@mantine/notifications'
import { useEffect, useRef } from 'react'
import { footToPicture, mmPerPxOfAxis, type FootprintWishes } from '@sturvo/core/footprint'
import type { Side } from '@sturvo/core/side'
import { printOf, type PrintOnMat } from '@sturvo/schema'
import type { HandleMoved } from '../../../mat/PrintHandles'
import { usePrintJobs } from './usePrintJobs'
import { useVisitFields } from '../visitContext'

/** A dragged handle becomes a wish, and the print is read again at once. */
export function usePrintHandles(): (side: Side, moved: HandleMoved) => void {
  const fields = useVisitFields()
  const { read } = usePrintJobs()
  const latest = useRef({ fields, read })
  useEffect(() => {
    latest.current = { fields, read }
  })
  // a handle let go while a print is being read waits its turn; the next sees what the one before brought
  const line = useRef<Promise<void>>(Promise.resolve())
  return (side, moved) => {
    line.current = line.current.then(async () => {
      const print = printOf(latest.current.fields, side)
      if (!print) return
      const isRead = await latest.current.read(
        side,
        print.pictureId,
        print.scale,
        wishesAfter(print, side, moved),
      )
      if (!isRead)
        notifications.show({
          color: 'oxide',
          message: 'With the handle there, the print cannot be measured. It stays as it was.',
        })
    })
  }
}

function wishesAfter(print: PrintOnMat, side: Side, moved: HandleMoved): FootprintWishes {
  if (moved.handle === 'toeLine') return { ...print.wishes, toeLineFootMm: moved.pointsFootMm }
  const { axis, lengthMm } = print.measures
  const mmPerPx = mmPerPxOfAxis(axis, lengthMm.value)
  const point = footToPicture(moved.pointFootMm, { axis, side, mmPerPx })
  // the toe line was drawn in the old frame, so it is found anew
  const { toeLineFootMm: _, ...others } = print.wishes
  return {
    ...others,
    axis: moved.handle === 'axisToe' ? { ...axis, toeImagePx: point } : { ...axis, heelImagePx: point },
  }
}
