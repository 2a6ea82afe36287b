import { Button, Group, NumberInput, Switch } from '@mantine/core'
import { useState } from 'react'
import type { Point } from '@sturvo/core/geometry'
import type { LandmarkId, PhotoScale, PhotoView } from '@sturvo/core/photo'
import type { Side } from '@sturvo/core/side'
import { landmarkText } from '@sturvo/words'
import room from '../../../parts/Room.module.css'
import classes from './PhotoRoom.module.css'
import { PlaceGuide } from './PlaceGuide'
import type { Photo } from './usePhoto'

type PointListProps = {
  photo: Photo
  view: PhotoView
  side: Side
  order: readonly LandmarkId[]
  present: LandmarkId | undefined
  onChosen: (id: LandmarkId) => void
}

/** The points of a view in their order, with a drawing of where the present one goes; as numbers on request. */
export function PointList({ photo, view, side, order, present, onChosen }: PointListProps) {
  const [isTyping, setTyping] = useState(false)
  return (
    <div className={classes.box}>
      <div className={classes.now}>
        <PlaceGuide view={view} side={side} landmark={present} />
        <div>
          <p>
            {present ? (
              <>
                Now: <strong>{landmarkText[present]}</strong>
              </>
            ) : (
              <strong>All points are placed.</strong>
            )}
          </p>
          <p className={room.small}>
            {photo.trialNumber > 1 ? `Trial ${photo.trialNumber}. ` : ''}Tap the photo, or Enter for its
            middle; drag or use the arrow keys to nudge.
          </p>
          <Group gap={6}>
            <Button size="compact-sm" variant="default" disabled={!photo.canUndo} onClick={photo.undo}>
              Undo
            </Button>
            <Button size="compact-sm" variant="default" disabled={!photo.canRedo} onClick={photo.redo}>
              Redo
            </Button>
            <Switch
              size="sm"
              label="Snap to the edge"
              checked={photo.isSnapping}
              onChange={(event) => photo.setSnapping(event.currentTarget.checked)}
            />
          </Group>
        </div>
      </div>
      <ol className={classes.points} data-typing={isTyping}>
        {order.map((id, i) => {
          const p = photo.placing.landmarks[id]
          return (
            <li key={id} data-placed={p !== undefined} data-present={id === present}>
              <button type="button" onClick={() => onChosen(id)}>
                {i + 1}. {landmarkText[id]}
              </button>
              {isTyping && (
                <TypedPoint name={landmarkText[id]} p={p} onTyped={(at) => void photo.place(id, at, false)} />
              )}
            </li>
          )
        })}
        {isTyping && photo.scale && <TypedScale scale={photo.scale} onMoved={photo.moveScale} />}
      </ol>
      <Button size="compact-sm" variant="subtle" onClick={() => setTyping(!isTyping)}>
        {isTyping ? 'Hide the numbers' : 'Points as numbers'}
      </Button>
    </div>
  )
}

const cornerNames = ['top left corner', 'top right corner', 'bottom right corner', 'bottom left corner']

/** Corners of the sheet, or ends of the known length, for those who cannot drag. */
function TypedScale({ scale, onMoved }: { scale: PhotoScale; onMoved: (scale: PhotoScale) => void }) {
  if (scale.from === 'points')
    return (['a', 'b'] as const).map((end) => (
      <li key={end}>
        <span>{end === 'a' ? 'first end of the length' : 'second end of the length'}</span>
        <TypedPoint
          name={end === 'a' ? 'first end of the length' : 'second end of the length'}
          p={scale[end]}
          onTyped={(at) => onMoved({ ...scale, [end]: at })}
        />
      </li>
    ))
  return scale.corners.map((corner, i) => (
    <li key={i}>
      <span>sheet, {cornerNames[i]}</span>
      <TypedPoint
        name={`sheet, ${cornerNames[i]}`}
        p={corner}
        onTyped={(at) => onMoved({ ...scale, corners: scale.corners.map((c, k) => (k === i ? at : c)) })}
      />
    </li>
  ))
}

function TypedPoint({
  name,
  p,
  onTyped,
}: {
  name: string
  p: Point | undefined
  onTyped: (p: Point) => void
}) {
  return (
    <span className={classes.typed}>
      {(['x', 'y'] as const).map((axis) => (
        <NumberInput
          key={axis}
          size="xs"
          w={74}
          hideControls
          decimalScale={1}
          aria-label={`${name}, ${axis === 'x' ? 'across' : 'down'}, pixels`}
          value={p ? Math.round(p[axis] * 10) / 10 : ''}
          onBlur={(event) => {
            const value = parseFloat(event.currentTarget.value)
            if (Number.isFinite(value) && value !== p?.[axis])
              onTyped({ ...(p ?? { x: 0, y: 0 }), [axis]: value })
          }}
        />
      ))}
    </span>
  )
}
