import { notifications } from '@mantine/notifications'
import { useRef } from 'react'
import { footToPicture, type FootprintWishes } from '@sturvo/core/footprint'
import { distance } from '@sturvo/core/geometry'
import type { Side } from '@sturvo/core/side'
import { printOf, type PrintOnMat } from '@sturvo/schema'
import type { HandleMoved } from '../../../mat/PrintHandles'
import { usePrintJobs } from './usePrintJobs'
import { useOpenVisit } from '../visitContext'

/** A dragged handle becomes a wish, and the print is read again at once. */
export function usePrintHandles(): (side: Side, moved: HandleMoved) => void {
  const { fields } = useOpenVisit()
  const { read } = usePrintJobs()
  const isBusy = useRef(false)
  return (side, moved) => {
    const print = printOf(fields, side)
    if (!print || isBusy.current) return
    isBusy.current = true
    void read(side, print.pictureId, print.scale, wishesAfter(print, side, moved))
      .then((isRead) => {
        if (!isRead)
          notifications.show({
            color: 'oxide',
            message: 'With the handle there, the print cannot be measured. It stays as it was.',
          })
      })
      .finally(() => {
        isBusy.current = false
      })
  }
}

function wishesAfter(print: PrintOnMat, side: Side, moved: HandleMoved): FootprintWishes {
  if (moved.handle === 'toeLine') return { ...print.wishes, toeLineFootMm: moved.pointsFootMm }
  const { axis, lengthMm } = print.measures
  const mmPerPx = lengthMm.value / distance(axis.heelImagePx, axis.toeImagePx)
  const point = footToPicture(moved.pointFootMm, { axis, side, mmPerPx })
  // the toe line was drawn in the old frame, so it is found anew
  const { toeLineFootMm: _, ...others } = print.wishes
  return {
    ...others,
    axis: moved.handle === 'axisToe' ? { ...axis, toeImagePx: point } : { ...axis, heelImagePx: point },
  }
}
