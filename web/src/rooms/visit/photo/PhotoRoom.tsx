import { Button, Group, Modal, Tooltip } from '@mantine/core'
import { useState } from 'react'
import type { Point } from '@sturvo/core/geometry'
import { viewLandmarks, type LandmarkId, type PhotoView } from '@sturvo/core/photo'
import type { Side } from '@sturvo/core/side'
import { photoViewText } from '@sturvo/words'
import { PictureStage } from '../../../parts/PictureStage'
import room from '../../../parts/Room.module.css'
import { usePictureElement } from '../../../parts/usePictureElement'
import { ChoosePhoto, PhotoButton } from './ChoosePhoto'
import { MeasureList } from './MeasureList'
import { OutlineBox } from './OutlineBox'
import { PhotoMarks } from './PhotoMarks'
import classes from './PhotoRoom.module.css'
import { PointList } from './PointList'
import { ScaleBox } from './ScaleBox'
import { usePhoto, type Doing } from './usePhoto'
import { usePaste, usePhotoKeys } from './usePhotoKeys'

type PhotoRoomProps = { view: PhotoView; side: Side; onClosed: () => void }

const doingText: Record<Doing, string> = {
  drawing: 'Making up a photo …',
  sending: 'Taking the picture over …',
  opening: 'Looking for the sheet …',
  tracing: 'Following the skin edge …',
}
const leastHandPoints = 12

/** Measuring on one photo: picture, scale, the few points of this view in their order, and what they give. */
export function PhotoRoom({ view, side, onClosed }: PhotoRoomProps) {
  const photo = usePhoto(view, side)
  const { image, isFailed } = usePictureElement(photo.url)
  const [chosen, setChosen] = useState<LandmarkId>()
  const [isFreeHand, setFreeHand] = useState(false)
  const [hand, setHand] = useState<Point[]>()
  const order: readonly LandmarkId[] = viewLandmarks[view]
  const present = chosen ?? photo.missing[0]
  const tap = (p: Point) => {
    if (!present || !photo.isTrusted) return
    setChosen(undefined)
    void photo.place(present, p)
  }
  usePhotoKeys(photo, present, tap)
  usePaste((file) => void photo.choose(file))
  const drawByHand = (points: Point[], isDone: boolean) => {
    setHand(isDone ? undefined : points)
    if (!isDone || points.length < leastHandPoints) return
    setFreeHand(false)
    photo.drawOutline(points)
  }
  return (
    <Modal
      opened
      onClose={onClosed}
      fullScreen
      title={`${side === 'left' ? '● Left' : '■ Right'} foot, ${photoViewText[view].name}`}
    >
      <div className={room.room}>
        <div className={room.picture}>
          {image ? (
            <PictureStage
              image={image}
              label={`Photo ${photoViewText[view].name}`}
              onTap={isFreeHand ? undefined : tap}
              onStroke={isFreeHand ? drawByHand : undefined}
              hasMagnifier
            >
              {(px) => (
                <PhotoMarks
                  side={side}
                  px={px}
                  isMovable={!isFreeHand}
                  landmarks={photo.placing.landmarks}
                  outlineImagePx={hand ?? photo.placing.outlineImagePx}
                  order={order}
                  present={present}
                  scale={photo.scale}
                  onMoved={(id, p) => void photo.place(id, p, false)}
                  onScaleMoved={photo.moveScale}
                />
              )}
            </PictureStage>
          ) : photo.url === undefined || isFailed ? (
            <ChoosePhoto view={view} side={side} photo={photo} />
          ) : (
            <p role="status">Opening the photo …</p>
          )}
        </div>
        <div className={room.beside}>
          <div className={room.side}>
            {photo.doing && (
              <p role="status" className={classes.busy}>
                {doingText[photo.doing]}{' '}
                <Button size="compact-sm" variant="default" onClick={photo.stop}>
                  Stop
                </Button>
              </p>
            )}
            {(photo.problem !== '' || isFailed) && (
              <p role="alert" className={room.problem}>
                {isFailed ? 'The photo cannot be opened. Choose it again; the values stay.' : photo.problem}
              </p>
            )}
            {image && <ScaleBox photo={photo} view={view} />}
            {image && photo.isTrusted && (
              <>
                <PointList
                  photo={photo}
                  view={view}
                  side={side}
                  order={order}
                  present={present}
                  onChosen={setChosen}
                />
                {view === 'top' && (
                  <OutlineBox photo={photo} isFreeHand={isFreeHand} onFreeHand={setFreeHand} />
                )}
                <MeasureList photo={photo} />
              </>
            )}
          </div>
          {image && (
            <div className={room.end}>
              <Group gap="xs">
                <Button
                  onClick={() => {
                    photo.keep()
                    onClosed()
                  }}
                  disabled={!photo.canKeep}
                >
                  Use these values
                </Button>
                <Tooltip label="A second trial without seeing the first: it tells your own error (A)">
                  <Button variant="default" disabled={photo.missing.length > 0} onClick={photo.again}>
                    Again
                  </Button>
                </Tooltip>
                <PhotoButton view={view} onFile={(file) => void photo.choose(file)}>
                  Another picture
                </PhotoButton>
              </Group>
              <p className={room.small}>Values that stood there before give way; undo brings them back.</p>
            </div>
          )}
        </div>
      </div>
    </Modal>
  )
}
