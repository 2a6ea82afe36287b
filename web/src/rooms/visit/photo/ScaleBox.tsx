import { Button, Group, NumberInput, SegmentedControl } from '@mantine/core'
import { isBlurred, mmPerPxAt, outOfPlaneShare, type PhotoScale, type PhotoView } from '@sturvo/core/photo'
import { num } from '@sturvo/words'
import room from '../../../parts/Room.module.css'
import { useVisitFrame } from '../visitContext'
import classes from './PhotoRoom.module.css'
import type { Photo } from './usePhoto'

/** What the box needs to know of a photo: the scale is the same matter for a foot and for an insole. */
export type ScaledPhoto = Pick<
  Photo,
  'opened' | 'scale' | 'chooseScale' | 'moveScale' | 'isTrusted' | 'trust' | 'toPlane' | 'residualPx'
>

const warnedOffMm = 10
const uprightViews: readonly PhotoView[] = ['inner', 'innerSeated', 'rear']

/** Where the millimetres come from, how far they may be trusted, and what would make them wrong. */
export function ScaleBox({ photo, view }: { photo: ScaledPhoto; view: PhotoView }) {
  const { references } = useVisitFrame()
  const { opened, scale } = photo
  if (!opened) return null
  const { widthPx: w, heightPx: h } = opened
  const away = outOfPlaneShare(warnedOffMm, references.cameraDistanceMm)
  const kinds: Record<PhotoScale['from'], PhotoScale> = {
    points: { from: 'points', a: { x: w * 0.3, y: h * 0.5 }, b: { x: w * 0.7, y: h * 0.5 }, distanceMm: 100 },
    sheet: {
      from: 'sheet',
      sheet: 'a4',
      corners: opened.sheet?.corners ?? [
        { x: w * 0.1, y: h * 0.1 },
        { x: w * 0.9, y: h * 0.1 },
        { x: w * 0.9, y: h * 0.9 },
        { x: w * 0.1, y: h * 0.9 },
      ],
    },
  }
  return (
    <div className={classes.box}>
      {isBlurred(opened.sharpness, references) && (
        <p role="alert" className={room.problem}>
          This photo is blurred: edges cannot be found to the millimetre. Take it again if you can.
        </p>
      )}
      <Group gap="xs">
        <SegmentedControl
          size="sm"
          aria-label="Where the scale comes from"
          value={scale?.from ?? ''}
          onChange={(from) => photo.chooseScale(from === 'points' ? kinds.points : kinds.sheet)}
          data={[
            { value: 'sheet', label: 'Sheet' },
            { value: 'points', label: 'Known length' },
          ]}
        />
        {scale?.from === 'sheet' && (
          <SegmentedControl
            size="sm"
            aria-label="Sheet"
            value={scale.sheet}
            onChange={(sheet) => photo.moveScale({ ...scale, sheet: sheet === 'letter' ? 'letter' : 'a4' })}
            data={[
              { value: 'a4', label: 'A4' },
              { value: 'letter', label: 'Letter' },
            ]}
          />
        )}
        {scale?.from === 'points' && (
          <NumberInput
            w={130}
            size="sm"
            aria-label="Length between the two points, mm"
            suffix=" mm"
            min={1}
            value={scale.distanceMm}
            onChange={(value) =>
              typeof value === 'number' && value > 0 && photo.moveScale({ ...scale, distanceMm: value })
            }
          />
        )}
      </Group>
      <Trust photo={photo} />
      {uprightViews.includes(view) && (
        <p className={room.small}>
          Each {warnedOffMm} mm that the skin lies nearer to the camera than the sheet makes lengths about{' '}
          {num(away * 100, 1)} % too large; more than {num(references.photoPlaneMm, 0)} mm is too much.
        </p>
      )}
    </div>
  )
}

/** Nothing is measured before somebody, or the find itself, vouches for the scale. */
function Trust({ photo }: { photo: ScaledPhoto }) {
  const { opened, scale } = photo
  if (!opened) return null
  if (scale === undefined)
    return (
      <p role="alert" className={room.problem}>
        No sheet was found on this photo: choose Sheet and drag its corners, or a known length.
      </p>
    )
  if (!photo.isTrusted)
    return (
      <div role="alert" className={room.problem}>
        <p>
          {scale.from === 'points'
            ? 'Drag both points to the ends of a length you know, put in its millimetres, then say so.'
            : 'The sheet was not found for sure. Look at its corners, drag them right, then say so.'}
        </p>
        <Button size="compact-md" variant="default" onClick={photo.trust}>
          {scale.from === 'points' ? 'The length is right' : 'The corners are right'}
        </Button>
      </div>
    )
  if (!photo.toPlane)
    return (
      <p role="alert" className={room.problem}>
        With these points there is no scale: drag them apart.
      </p>
    )
  const middle = { x: opened.widthPx / 2, y: opened.heightPx / 2 }
  return (
    <p className={room.small}>
      {photo.residualPx === undefined
        ? 'Scale set by hand.'
        : `Sheet found by itself; its edges lie straight to ${num(photo.residualPx, 2)} pixels.`}{' '}
      One pixel is {num(mmPerPxAt(photo.toPlane, middle), 2)} mm.
    </p>
  )
}
