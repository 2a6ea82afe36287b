import { Button, Group } from '@mantine/core'
import { footShapeOf } from '@sturvo/core/footShape'
import type { PhotoView } from '@sturvo/core/photo'
import type { Side } from '@sturvo/core/side'
import { photoViewText } from '@sturvo/words'
import { PictureInput } from '../../../parts/PictureInput'
import { useFileDrop } from '../../../parts/useFileDrop'
import { useVisitFrame, useVisitReading } from '../visitContext'
import classes from './PhotoRoom.module.css'
import { PlaceGuide } from './PlaceGuide'
import type { Photo } from './usePhoto'

type PhotoButtonProps = {
  view: PhotoView
  onFile: (file: File) => void
  isCamera?: boolean
  children: string
}

export function PhotoButton({ view, onFile, isCamera = false, children }: PhotoButtonProps) {
  return (
    <Button component="label" variant="default">
      {children}
      <PictureInput
        label={`${children}, ${photoViewText[view].name}`}
        name={isCamera ? 'camera' : 'photo'}
        isCamera={isCamera}
        onFile={onFile}
      />
    </Button>
  )
}

const spreadOfNobodyMm = 6

/** Where a photo comes from: dropped, pasted, chosen, taken, or made up for this client. */
export function ChoosePhoto({ view, side, photo }: { view: PhotoView; side: Side; photo: Photo }) {
  const { person } = useVisitFrame()
  const { facts, reading } = useVisitReading()
  const { isOver, place } = useFileDrop((file) => void photo.choose(file))
  const simulate = () => {
    const seed = [...person.id].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) % 100_003, 7)
    const shape = footShapeOf({
      side,
      foot: facts.feet[side],
      print: facts.prints[side],
      ballWidthMm: reading.look[side].ballWidthMm,
    })
    const spreadMm = facts.feet[side].numbers.gapSpread1 ?? spreadOfNobodyMm
    void photo.simulate({ shape, spreadMm, seed })
  }
  return (
    <div className={classes.choose} data-over={isOver} {...place}>
      <div className={classes.large}>
        <PlaceGuide view={view} side={side} />
      </div>
      <p>
        Drop or paste a photo here: {photoViewText[view].how}.
        <br />
        An A4 or Letter sheet in the same plane gives the scale.
      </p>
      <Group gap="xs">
        <PhotoButton view={view} onFile={(file) => void photo.choose(file)}>
          Choose a photo
        </PhotoButton>
        <PhotoButton view={view} onFile={(file) => void photo.choose(file)} isCamera>
          Camera
        </PhotoButton>
        <Button variant="default" loading={photo.doing === 'drawing'} onClick={simulate} data-simulate>
          Simulated camera
        </Button>
      </Group>
    </div>
  )
}
