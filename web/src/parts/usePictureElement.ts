import { useEffect, useState } from 'react'

export type LoadedPicture = { image: HTMLImageElement | undefined; isFailed: boolean }

/** A picture as the canvas wants it; without an image while it loads, and said to have failed where it cannot. */
export function usePictureElement(url: string | undefined): LoadedPicture {
  const [loaded, setLoaded] = useState<{ url: string; image: HTMLImageElement | undefined }>()
  useEffect(() => {
    if (url === undefined) return
    const image = new Image()
    image.onload = () => setLoaded({ url, image })
    image.onerror = () => setLoaded({ url, image: undefined })
    image.src = url
    return () => {
      image.onload = null
      image.onerror = null
    }
  }, [url])
  const isCurrent = loaded !== undefined && loaded.url === url
  return {
    image: isCurrent ? loaded.image : undefined,
    isFailed: isCurrent && loaded.image === undefined,
  }
}
