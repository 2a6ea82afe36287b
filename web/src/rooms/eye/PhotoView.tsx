import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react'
import type { PointsAsk, Scored } from '@sturvo/core/eye'
import type { Point } from '@sturvo/core/geometry'
import type { RasterImage } from '@sturvo/core/image'
import type { LandmarkId } from '@sturvo/core/photo'
import { num, pointName } from '@sturvo/words'
import { useDrag } from '../../parts/useDrag'
import classes from './EyeRoom.module.css'

type PhotoViewProps = {
  image: RasterImage
  asks: PointsAsk
  placed: Partial<Record<LandmarkId, Point>>
  scored: Scored | undefined
  onPlaced: (placed: Partial<Record<LandmarkId, Point>>) => void
}

/** A made-up photo: points are put on it in their order, by pointer or by arrow keys; then the true ones beside them. */
export function PhotoView({ image, asks, placed, scored, onPlaced }: PhotoViewProps) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const { widthPx: w, heightPx: h } = image
  useEffect(() => {
    const context = canvas.current?.getContext('2d')
    if (!context) return
    context.putImageData(new ImageData(new Uint8ClampedArray(image.data), w, h), 0, 0)
  }, [image, w, h])
  const next = asks.ids.find((id) => !placed[id])
  const [held, setHeld] = useState<LandmarkId>()
  const active = held ?? next ?? asks.ids[asks.ids.length - 1]!
  const put = (id: LandmarkId, p: Point) =>
    onPlaced({ ...placed, [id]: { x: Math.min(w, Math.max(0, p.x)), y: Math.min(h, Math.max(0, p.y)) } })
  const pointOf = (event: PointerEvent<SVGSVGElement>): Point => {
    const box = event.currentTarget.getBoundingClientRect()
    return {
      x: ((event.clientX - box.left) / box.width) * w,
      y: ((event.clientY - box.top) / box.height) * h,
    }
  }
  const hands = useDrag<(typeof asks.ids)[number], SVGSVGElement>({
    onDown: (event) => {
      if (scored) return undefined
      const p = pointOf(event)
      const near = asks.ids.find(
        (id) => placed[id] && Math.hypot(placed[id].x - p.x, placed[id].y - p.y) < 14,
      )
      const id = near ?? next
      if (!id) return undefined
      setHeld(id)
      if (!near) put(id, p)
      return id
    },
    onMove: (id, event) => {
      if (!scored) put(id, pointOf(event))
      return undefined
    },
    onUp: () => setHeld(undefined),
  })
  const onKeyDown = (event: KeyboardEvent) => {
    if (scored) return
    const step = event.shiftKey ? 10 : 1
    const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] }[
      event.key
    ]
    if (event.key === 'Enter' && placed[active]) {
      event.preventDefault()
      event.stopPropagation()
      const after = asks.ids[asks.ids.indexOf(active) + 1]
      if (after && !placed[after]) put(after, { x: w / 2, y: h / 2 })
      setHeld(after)
      return
    }
    if (!by) return
    event.preventDefault()
    const from = placed[active] ?? { x: w / 2, y: h / 2 }
    setHeld(active)
    put(active, { x: from.x + by[0]!, y: from.y + by[1]! })
  }
  return (
    <div className={classes.photo}>
      <div className={classes.photoStage} style={{ aspectRatio: `${w} / ${h}` }}>
        <canvas ref={canvas} width={w} height={h} />
        <svg
          viewBox={`0 0 ${w} ${h}`}
          tabIndex={0}
          role="application"
          aria-label={`Photo. Place ${pointName(active)}: tap, or arrow keys and Enter.`}
          {...hands}
          onKeyDown={onKeyDown}
        >
          {asks.ids.map((id) => {
            const [mine, truth] = [placed[id], asks.truth[id]]
            return (
              <g key={id}>
                {scored && mine && truth && (
                  <>
                    <line x1={mine.x} y1={mine.y} x2={truth.x} y2={truth.y} className={classes.miss} />
                    <circle cx={truth.x} cy={truth.y} r={9} className={classes.truth} />
                  </>
                )}
                {mine && (
                  <path
                    d={`M${mine.x - 8} ${mine.y}h16M${mine.x} ${mine.y - 8}v16`}
                    className={classes.cross}
                    data-active={id === active || undefined}
                  />
                )}
              </g>
            )
          })}
        </svg>
      </div>
      <ol className={classes.points}>
        {asks.ids.map((id) => (
          <li key={id} data-active={id === active && !scored}>
            {pointName(id)}
            {scored?.points[id] !== undefined && <strong> {num(scored.points[id])} mm off</strong>}
          </li>
        ))}
      </ol>
    </div>
  )
}
