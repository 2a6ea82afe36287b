import { useImperativeHandle, useRef, type Ref } from 'react'
import type { Point } from '@sturvo/core/geometry'
import classes from './PictureStage.module.css'

const sizePx = 150
const shownPx = 48 // of the picture, across

/** Draws without a new render: a finger moves sixty times a second. */
export type MagnifierHandle = { show: (at: Point | undefined) => void }

/** What lies under the finger, large, on the side the hand is not on. */
export function Magnifier({ image, ref }: { image: HTMLImageElement; ref: Ref<MagnifierHandle> }) {
  const canvas = useRef<HTMLCanvasElement>(null)
  useImperativeHandle(ref, () => ({
    show: (at) => {
      const element = canvas.current
      const context = element?.getContext('2d')
      if (!element || !context) return
      element.hidden = at === undefined
      if (!at) return
      element.dataset.left = String(at.x > image.naturalWidth / 2)
      context.clearRect(0, 0, sizePx, sizePx)
      context.imageSmoothingEnabled = false
      context.drawImage(image, at.x - shownPx / 2, at.y - shownPx / 2, shownPx, shownPx, 0, 0, sizePx, sizePx)
      context.beginPath()
      context.moveTo(sizePx / 2, 0)
      context.lineTo(sizePx / 2, sizePx)
      context.moveTo(0, sizePx / 2)
      context.lineTo(sizePx, sizePx / 2)
      context.stroke()
    },
  }))
  return (
    <canvas
      ref={canvas}
      hidden
      width={sizePx}
      height={sizePx}
      className={classes.magnifier}
      aria-hidden="true"
    />
  )
}
