import { lazy, Suspense, useState } from 'react'
import { photoViews, type PhotoView } from '@sturvo/core/photo'
import { sides, type Side } from '@sturvo/core/side'
import { photoOf } from '@sturvo/schema'
import { photoViewText } from '@sturvo/words'
import { MirrorRows } from '../rows/MirrorRows'
import { useVisitFields } from '../visitContext'
import classes from './PhotoRoom.module.css'
import { PlaceGuide } from './PlaceGuide'

// the canvas library is only loaded by those who measure on a photo
const PhotoRoom = lazy(() => import('./PhotoRoom').then((room) => ({ default: room.PhotoRoom })))

/** Photos of both feet: six views, each side; a view opens the room in which it is measured. */
export function PhotoPanel() {
  const fields = useVisitFields()
  const [open, setOpen] = useState<{ view: PhotoView; side: Side }>()
  return (
    <MirrorRows title="photos">
      <div className={classes.panel}>
        {sides.map((side) => (
          <div key={side} className={classes.views} data-side={side}>
            {photoViews.map((view) => {
              const photo = photoOf(fields, view, side)
              const trials = photo?.trials.length ?? 0
              const { name, how } = photoViewText[view]
              return (
                <button
                  key={view}
                  type="button"
                  title={how}
                  data-done={photo !== undefined}
                  data-photo={`${view}.${side}`}
                  onClick={() => setOpen({ view, side })}
                >
                  <PlaceGuide view={view} side={side} />
                  <span>
                    <span className="unseen">{side} foot, photo </span>
                    {name}
                  </span>
                  <small>
                    {trials === 0 ? 'not yet' : trials === 1 ? 'measured' : `measured ${trials} times`}
                  </small>
                </button>
              )
            })}
          </div>
        ))}
      </div>
      {open && (
        <Suspense fallback={<p role="status">Opening the photo room …</p>}>
          <PhotoRoom key={`${open.view}.${open.side}`} {...open} onClosed={() => setOpen(undefined)} />
        </Suspense>
      )}
    </MirrorRows>
  )
}
