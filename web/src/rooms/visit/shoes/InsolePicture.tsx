import { Button, Group, useComputedColorScheme } from '@mantine/core'
import { Line } from 'react-konva'
import { insoleAnchors } from '@sturvo/core/synthetic'
import { colourOf } from '../../../app/theme'
import { DragRing } from '../../../parts/DragRing'
import { PictureInput } from '../../../parts/PictureInput'
import { PictureStage } from '../../../parts/PictureStage'
import { useFileDrop } from '../../../parts/useFileDrop'
import { ScaleMarks } from '../photo/PhotoMarks'
import classes from './InsoleRoom.module.css'
import type { InsoleRoomState } from './useInsoleRoom'

/** The photo with its sheet, the four points and the edge found between them. */
export function InsolePicture({ image, state }: { image: HTMLImageElement; state: InsoleRoomState }) {
  const { photo, isByHand, hand, present } = state
  const scheme = useComputedColorScheme('light')
  const line = hand ?? photo.line
  return (
    <PictureStage
      image={image}
      label="Photo of the insole"
      hasMagnifier
      onTap={isByHand ? undefined : (p) => present && photo.isTrusted && photo.place(present, p)}
      onStroke={isByHand ? state.onHandStroke : undefined}
    >
      {(px) => (
        <>
          {photo.scale && (
            <ScaleMarks
              isMovable={!isByHand}
              scale={photo.scale}
              px={px}
              colour={colourOf(scheme, 'act')}
              onMoved={photo.moveScale}
            />
          )}
          {line && (
            <Line
              points={line.flatMap((p) => [p.x, p.y])}
              closed={hand === undefined}
              stroke={colourOf(scheme, 'oxide')}
              strokeWidth={2 * px}
              listening={false}
            />
          )}
          {insoleAnchors.map((id) => {
            const at = photo.anchors[id]
            return (
              at && (
                <DragRing
                  key={id}
                  at={at}
                  px={px}
                  colour={colourOf(scheme, 'oxide')}
                  isMovable={!isByHand}
                  onMoved={(p) => photo.place(id, p)}
                />
              )
            )
          })}
        </>
      )}
    </PictureStage>
  )
}

/** Before there is a photo: camera, file, or a made-up one. */
export function InsoleChooser({ photo, simulate }: Pick<InsoleRoomState, 'photo' | 'simulate'>) {
  const { isOver, place } = useFileDrop((file) => void photo.choose(file))
  return (
    <div className={classes.choose} data-over={isOver} {...place}>
      <p>
        Take the insole out, lay it on an A4 or Letter sheet and photograph it from above.
        <br />
        Drop the photo here, or:
      </p>
      <Group gap="xs">
        {[false, true].map((isCamera) => (
          <Button key={String(isCamera)} component="label" variant="default">
            {isCamera ? 'Camera' : 'Choose a photo'}
            <PictureInput
              label={isCamera ? 'Camera, insole' : 'Choose a photo, insole'}
              name={isCamera ? 'camera' : 'photo'}
              isCamera={isCamera}
              onFile={(file) => void photo.choose(file)}
            />
          </Button>
        ))}
        <Button variant="default" loading={photo.doing === 'drawing'} onClick={simulate}>
          Simulated camera
        </Button>
      </Group>
    </div>
  )
}
