import { useEffect, useState } from 'react'
import type { PrintOnMat, PrintScale } from '@sturvo/schema'
import { flatPicture } from '../../../workers/footprintJobs'
import { pictureUrl } from './usePrintJobs'

/** The picture as it was measured; a slanted one is laid flat by the worker first. */
export function useFlatUrl(print: PrintOnMat | undefined): { url: string | undefined; isFailed: boolean } {
  const original = print && pictureUrl(print.pictureId)
  // as text, so that a print read anew with the same scale is not laid flat anew
  const slanted = print?.scale.from === 'sheet' ? JSON.stringify(print.scale) : undefined
  const [flat, setFlat] = useState<{ of: string; url: string | undefined }>()
  const of = `${original} ${slanted}`
  useEffect(() => {
    if (original === undefined || slanted === undefined) return
    let isGone = false
    let made: string | undefined
    flatPicture({ pictureUrl: original, scale: JSON.parse(slanted) as PrintScale })
      .then((outcome) => {
        if (isGone) return
        made = outcome.ok ? URL.createObjectURL(outcome.value) : undefined
        setFlat({ of, url: made })
      })
      .catch(() => {
        if (!isGone) setFlat({ of, url: undefined })
      })
    return () => {
      isGone = true
      if (made !== undefined) URL.revokeObjectURL(made)
    }
  }, [original, slanted, of])
  if (slanted === undefined) return { url: original, isFailed: false }
  const isCurrent = flat?.of === of
  return { url: isCurrent ? flat.url : undefined, isFailed: isCurrent && flat.url === undefined }
}
