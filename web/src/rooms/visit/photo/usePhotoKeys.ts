import { useEffect, useRef } from 'react'
import type { Point } from '@sturvo/core/geometry'
import type { LandmarkId } from '@sturvo/core/photo'
import type { Photo } from './usePhoto'

const arrows: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
const farPx = 20

/**
 * Enter puts the present point into the middle of the picture, arrow keys nudge it or the one placed last (Shift:
 * far), Ctrl Z takes back, A begins again.
 */
export function usePhotoKeys(
  photo: Photo,
  present: LandmarkId | undefined,
  onPlaced: (p: Point) => void,
): void {
  const latest = useRef({ photo, present, onPlaced })
  useEffect(() => {
    latest.current = { photo, present, onPlaced }
  })
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const now = latest.current
      // fields and buttons keep their own keys
      if (event.target instanceof HTMLInputElement) return
      const isOnButton = event.target instanceof HTMLButtonElement || event.target instanceof HTMLLabelElement
      const key = event.key.toLowerCase()
      if ((event.ctrlKey || event.metaKey) && key === 'z') {
        event.preventDefault()
        event.stopPropagation()
        return event.shiftKey ? now.photo.redo() : now.photo.undo()
      }
      if (key === 'a' && now.photo.missing.length === 0) return now.photo.again()
      if (event.key === 'Enter' && !isOnButton && now.present && now.photo.opened) {
        event.preventDefault()
        return now.onPlaced({ x: now.photo.opened.widthPx / 2, y: now.photo.opened.heightPx / 2 })
      }
      const { landmarks } = now.photo.placing
      const id = now.present && landmarks[now.present] ? now.present : lastPlaced(now.photo)
      const by = arrows[event.key]
      const p = id && landmarks[id]
      if (!by || !id || !p) return
      event.preventDefault()
      const step = event.shiftKey ? farPx : 1
      void now.photo.place(id, { x: p.x + by[0] * step, y: p.y + by[1] * step }, false)
    }
    window.addEventListener('keydown', onKey, true)
    return () => window.removeEventListener('keydown', onKey, true)
  }, [])
}

function lastPlaced(photo: Photo): LandmarkId | undefined {
  return (Object.keys(photo.placing.landmarks) as LandmarkId[]).at(-1)
}

export function usePaste(onFile: (file: File) => void): void {
  const latest = useRef(onFile)
  useEffect(() => {
    latest.current = onFile
  })
  useEffect(() => {
    const onPaste = (event: ClipboardEvent) => {
      const file = [...(event.clipboardData?.files ?? [])].find((f) => f.type.startsWith('image/'))
      if (file) latest.current(file)
    }
    window.addEventListener('paste', onPaste)
    return () => window.removeEventListener('paste', onPaste)
  }, [])
}
