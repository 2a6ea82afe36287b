import { ActionIcon, Tooltip } from '@mantine/core'
import { useResizeObserver } from '@mantine/hooks'
import { IconZoomIn, IconZoomOut, IconZoomReset } from '@tabler/icons-react'
import type { KonvaEventObject, Node } from 'konva/lib/Node'
import { useMemo, useRef, useState, type ReactNode } from 'react'
import { Image as KonvaImage, Layer, Stage } from 'react-konva'
import type { Point } from '@sturvo/core/geometry'
import { Magnifier, type MagnifierHandle } from './Magnifier'
import classes from './PictureStage.module.css'

type PictureStageProps = {
  image: HTMLImageElement
  label: string
  /** the finger or pointer on the picture, in its pixels */
  onTap?: ((p: Point) => void) | undefined
  onStroke?: ((points: Point[], isDone: boolean) => void) | undefined
  /** what lies on the picture; gets the picture pixels of one screen pixel, so that marks keep their size */
  children: (pxPerScreenPx: number) => ReactNode
  hasMagnifier?: boolean
}

const zoomStep = 1.35
const mostZoom = 12
const levelPx = 1600
const taps = 6 // screen pixels a finger may slip and still mean a tap

/**
 * A picture one can zoom, move and put points on. Zoomed out, a smaller level of the picture is drawn, so that a photo
 * of twelve megapixels moves as easily as a small one.
 */
export function PictureStage({
  image,
  label,
  onTap,
  onStroke,
  children,
  hasMagnifier = false,
}: PictureStageProps) {
  const [ref, box] = useResizeObserver<HTMLDivElement>()
  const [zoom, setZoom] = useState(1)
  const [offset, setOffset] = useState<Point>({ x: 0, y: 0 })
  const magnifier = useRef<MagnifierHandle>(null)
  const pressed = useRef<{ at: Point; stroke: Point[] | undefined }>(undefined)
  const level = useMemo(() => smallerLevel(image), [image])
  const { naturalWidth: w, naturalHeight: h } = image
  const fit = box.width > 0 ? Math.min(box.width / w, box.height / h) : 0
  const scale = fit * zoom
  const left = (box.width - w * scale) / 2 + offset.x
  const top = (box.height - h * scale) / 2 + offset.y
  const onPicture = (event: KonvaEventObject<PointerEvent | WheelEvent>): Point | undefined => {
    const p = event.target.getStage()?.getPointerPosition()
    return p && scale > 0
      ? {
          x: Math.min(w, Math.max(0, (p.x - left) / scale)),
          y: Math.min(h, Math.max(0, (p.y - top) / scale)),
        }
      : undefined
  }
  const zoomTo = (next: number, about?: Point) => {
    const clipped = Math.min(mostZoom, Math.max(1, next))
    const p = about ?? { x: w / 2, y: h / 2 }
    // the place under the finger stays under the finger
    setOffset(
      clipped === 1
        ? { x: 0, y: 0 }
        : {
            x: offset.x + (p.x - w / 2) * (scale - fit * clipped),
            y: offset.y + (p.y - h / 2) * (scale - fit * clipped),
          },
    )
    setZoom(clipped)
  }
  // what is hit is the ring; what is dragged is the group it belongs to
  const isOnMark = (event: KonvaEventObject<PointerEvent>) =>
    event.target.draggable() || event.target.findAncestor((node: Node) => node.draggable()) !== undefined
  return (
    <div ref={ref} className={classes.stage} role="group" aria-label={label}>
      {scale > 0 && (
        <Stage
          width={box.width}
          height={box.height}
          onWheel={(event) => {
            event.evt.preventDefault()
            zoomTo(event.evt.deltaY < 0 ? zoom * zoomStep : zoom / zoomStep, onPicture(event))
          }}
          onPointerDown={(event) => {
            const p = onPicture(event)
            if (!p || isOnMark(event)) return
            pressed.current = {
              at: { x: event.evt.clientX, y: event.evt.clientY },
              stroke: onStroke ? [p] : undefined,
            }
            if (onStroke) onStroke([p], false)
          }}
          onPointerMove={(event) => {
            const p = onPicture(event)
            magnifier.current?.show(p)
            const { current } = pressed
            if (!p || !current) return
            if (current.stroke) {
              current.stroke.push(p)
              onStroke?.([...current.stroke], false)
            } else if (zoom > 1) {
              setOffset({ x: offset.x + event.evt.movementX, y: offset.y + event.evt.movementY })
            }
          }}
          onPointerUp={(event) => {
            const p = onPicture(event)
            const { current } = pressed
            pressed.current = undefined
            if (!p || !current) return
            if (current.stroke) onStroke?.(current.stroke, true)
            else if (Math.hypot(event.evt.clientX - current.at.x, event.evt.clientY - current.at.y) < taps)
              onTap?.(p)
          }}
          onPointerLeave={() => magnifier.current?.show(undefined)}
        >
          <Layer x={left} y={top} scaleX={scale} scaleY={scale} listening={false}>
            <KonvaImage
              image={scale > 0.9 * (level.width / w) ? image : level}
              width={w}
              height={h}
              perfectDrawEnabled={false}
            />
          </Layer>
          <Layer x={left} y={top} scaleX={scale} scaleY={scale}>
            {children(1 / scale)}
          </Layer>
        </Stage>
      )}
      <div className={classes.zoom}>
        <Tooltip label="Larger">
          <ActionIcon variant="default" size="lg" aria-label="Larger" onClick={() => zoomTo(zoom * zoomStep)}>
            <IconZoomIn size={18} />
          </ActionIcon>
        </Tooltip>
        <Tooltip label="Smaller">
          <ActionIcon
            variant="default"
            size="lg"
            aria-label="Smaller"
            onClick={() => zoomTo(zoom / zoomStep)}
          >
            <IconZoomOut size={18} />
          </ActionIcon>
        </Tooltip>
        <Tooltip label="The whole picture">
          <ActionIcon variant="default" size="lg" aria-label="The whole picture" onClick={() => zoomTo(1)}>
            <IconZoomReset size={18} />
          </ActionIcon>
        </Tooltip>
      </div>
      {hasMagnifier && <Magnifier ref={magnifier} image={image} />}
    </div>
  )
}

function smallerLevel(image: HTMLImageElement): HTMLCanvasElement | HTMLImageElement {
  const factor = Math.max(image.naturalWidth, image.naturalHeight) / levelPx
  if (factor <= 1) return image
  const canvas = document.createElement('canvas')
  canvas.width = Math.round(image.naturalWidth / factor)
  canvas.height = Math.round(image.naturalHeight / factor)
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height)
  return canvas
}
