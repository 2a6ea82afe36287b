import { Button, Modal } from '@mantine/core'
import type { ShoeOnFeet } from '@sturvo/core/reading'
import room from '../../../parts/Room.module.css'
import { usePictureElement } from '../../../parts/usePictureElement'
import { ScaleBox } from '../photo/ScaleBox'
import { InsoleChooser, InsolePicture } from './InsolePicture'
import { InsolePoints, InsoleSideChoice } from './InsolePoints'
import { useInsoleRoom } from './useInsoleRoom'

const doingText = {
  drawing: 'Making up a photo …',
  sending: 'Taking the picture over …',
  opening: 'Looking for the sheet …',
  tracing: 'Following the edge …',
} as const

/** The insole on a sheet becomes the inside of the shoe: four taps on its edge, and the line follows between them. */
export function InsoleRoom({ on, onClosed }: { on: ShoeOnFeet; onClosed: () => void }) {
  const state = useInsoleRoom(on, onClosed)
  const { photo, shoe } = state
  const { image, isFailed } = usePictureElement(photo.url)
  return (
    <Modal opened onClose={onClosed} fullScreen title={`Inside of ${shoe.name}: its insole on a sheet`}>
      <div className={room.room}>
        <div className={room.picture}>
          {image ? (
            <InsolePicture image={image} state={state} />
          ) : photo.url === undefined || isFailed ? (
            <InsoleChooser photo={photo} simulate={state.simulate} />
          ) : (
            <p role="status">Opening the photo …</p>
          )}
        </div>
        <div className={room.beside}>
          <div className={room.side}>
            {photo.doing && (
              <p role="status">
                {doingText[photo.doing]}{' '}
                <Button size="compact-sm" variant="default" onClick={photo.stop}>
                  Stop
                </Button>
              </p>
            )}
            {(photo.problem !== '' || isFailed) && (
              <p role="alert" className={room.problem}>
                {isFailed
                  ? 'The photo cannot be opened. Choose it again; the shoe stays as it was.'
                  : photo.problem}
              </p>
            )}
            {image && <ScaleBox photo={photo} view="top" />}
            <InsoleSideChoice side={state.side} setSide={state.setSide} />
            {image && photo.isTrusted && <InsolePoints state={state} />}
          </div>
          {image && (
            <div className={room.end}>
              <Button disabled={!photo.points || !state.isPossible} onClick={state.use}>
                Use this inside
              </Button>
            </div>
          )}
        </div>
      </div>
    </Modal>
  )
}
