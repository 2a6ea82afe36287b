import { Line, Text } from 'react-konva'
import { useComputedColorScheme } from '@mantine/core'
import type { Point } from '@sturvo/core/geometry'
import type { LandmarkId, Landmarks, PhotoScale } from '@sturvo/core/photo'
import type { Side } from '@sturvo/core/side'
import { colourOf } from '../../../app/theme'
import { DragRing } from '../../../parts/DragRing'

type PhotoMarksProps = {
  side: Side
  px: number
  /** false while a line is drawn by hand: a point under the finger must not catch it */
  isMovable: boolean
  landmarks: Landmarks
  outlineImagePx: readonly Point[] | undefined
  order: readonly LandmarkId[]
  present: LandmarkId | undefined
  scale: PhotoScale | undefined
  onMoved: (id: LandmarkId, p: Point) => void
  onScaleMoved: (scale: PhotoScale) => void
}

/** Points, sheet corners and outline over a photo; every one of them can be dragged. */
export function PhotoMarks({
  side,
  px,
  isMovable,
  landmarks,
  outlineImagePx,
  order,
  present,
  scale,
  onMoved,
  onScaleMoved,
}: PhotoMarksProps) {
  const scheme = useComputedColorScheme('light')
  const mine = colourOf(scheme, side)
  const sheet = colourOf(scheme, 'act')
  return (
    <>
      {scale && (
        <ScaleMarks isMovable={isMovable} scale={scale} px={px} colour={sheet} onMoved={onScaleMoved} />
      )}
      {outlineImagePx && (
        <Line
          points={outlineImagePx.flatMap((p) => [p.x, p.y])}
          closed
          stroke={mine}
          strokeWidth={2 * px}
          listening={false}
        />
      )}
      {order.map((id, i) => {
        const p = landmarks[id]
        if (!p) return null
        return (
          <DragRing
            key={id}
            at={p}
            px={px}
            colour={mine}
            isBold={id === present}
            isMovable={isMovable}
            onMoved={(to) => onMoved(id, to)}
          >
            <Text
              x={9 * px}
              y={-16 * px}
              text={String(i + 1)}
              fontSize={13 * px}
              fontStyle="700"
              fill={mine}
              stroke="#fff"
              strokeWidth={3 * px}
              fillAfterStrokeEnabled
              listening={false}
            />
          </DragRing>
        )
      })}
    </>
  )
}

export function ScaleMarks({
  isMovable,
  scale,
  px,
  colour,
  onMoved,
}: {
  isMovable: boolean
  scale: PhotoScale
  px: number
  colour: string
  onMoved: (scale: PhotoScale) => void
}) {
  const points = scale.from === 'sheet' ? [...scale.corners] : [scale.a, scale.b]
  const put = (i: number, p: Point) => {
    const moved = points.map((q, k) => (k === i ? p : q))
    onMoved(scale.from === 'sheet' ? { ...scale, corners: moved } : { ...scale, a: moved[0]!, b: moved[1]! })
  }
  return (
    <>
      <Line
        points={points.flatMap((p) => [p.x, p.y])}
        closed={scale.from === 'sheet'}
        stroke={colour}
        strokeWidth={1.5 * px}
        dash={[8 * px, 5 * px]}
        listening={false}
      />
      {points.map((p, i) => (
        <DragRing key={i} at={p} px={px} colour={colour} isMovable={isMovable} onMoved={(to) => put(i, to)} />
      ))}
    </>
  )
}
