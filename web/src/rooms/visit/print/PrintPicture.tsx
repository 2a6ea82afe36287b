import { useComputedColorScheme } from '@mantine/core'
import { Line, Path } from 'react-konva'
import { svgPath } from '@sturvo/core/drawing'
import { footToPicture } from '@sturvo/core/footprint'
import type { Side } from '@sturvo/core/side'
import type { PrintOnMat } from '@sturvo/schema'
import { colourOf } from '../../../app/theme'
import { PictureStage } from '../../../parts/PictureStage'
import { usePictureElement } from '../../../parts/usePictureElement'
import { AxisMarks } from './AxisMarks'
import { useFlatUrl } from './useFlatUrl'
import type { PrintRoomState } from './usePrintRoom'

/** The original with what was found over it, the stroke being drawn and an earlier print. */
export function PrintPicture({ side, state }: { side: Side; state: PrintRoomState }) {
  const { print, mmPerPx, brush, earlier } = state
  const { url, isFailed: isFlatFailed } = useFlatUrl(print)
  const { image, isFailed } = usePictureElement(url)
  const scheme = useComputedColorScheme('light')
  const mine = colourOf(scheme, side)
  const rings = (of: PrintOnMat) =>
    of.measures.ringsFootMm
      .map((ring) => svgPath(ring.map((p) => footToPicture(p, { axis: print.measures.axis, side, mmPerPx }))))
      .join('')
  if (!image)
    return isFailed || isFlatFailed ? (
      <p role="alert">The picture cannot be shown just now. The measures stay as they are.</p>
    ) : (
      <p role="status">Opening the picture …</p>
    )
  return (
    <PictureStage
      image={image}
      label={`${side} footprint`}
      onStroke={brush.tool === 'look' ? undefined : state.onStroke}
    >
      {(px) => (
        <>
          {state.isShown && (
            <Path data={rings(print)} fill={mine} opacity={0.35} fillRule="evenodd" listening={false} />
          )}
          {earlier.print && (
            <Path
              data={rings(earlier.print)}
              stroke={colourOf(scheme, 'ink')}
              strokeWidth={1.6 * px}
              dash={[6 * px, 4 * px]}
              listening={false}
            />
          )}
          <AxisMarks
            axis={print.measures.axis}
            px={px}
            colour={mine}
            isMovable={brush.tool === 'look'}
            onMoved={state.moveAxis}
          />
          {brush.line && (
            <Line
              points={brush.line.flatMap((p) => [p.x, p.y])}
              stroke={brush.tool === 'add' ? mine : colourOf(scheme, 'paper')}
              strokeWidth={(2 * brush.radiusMm) / mmPerPx}
              opacity={0.6}
              lineCap="round"
              lineJoin="round"
              listening={false}
            />
          )}
        </>
      )}
    </PictureStage>
  )
}
