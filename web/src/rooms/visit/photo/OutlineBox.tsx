import { Button, Group } from '@mantine/core'
import room from '../../../parts/Room.module.css'
import classes from './PhotoRoom.module.css'
import type { Photo } from './usePhoto'

type OutlineBoxProps = { photo: Photo; isFreeHand: boolean; onFreeHand: (isOn: boolean) => void }

/** The outline of the foot: along the skin, straight from point to point, or by hand. */
export function OutlineBox({ photo, isFreeHand, onFreeHand }: OutlineBoxProps) {
  if (photo.missing.length > 0) return null
  return (
    <div className={classes.box}>
      <Group gap="xs">
        <Button
          size="compact-md"
          variant="default"
          loading={photo.doing === 'tracing'}
          onClick={() => void photo.trace(true)}
        >
          Trace the outline
        </Button>
        <Button size="compact-md" variant="subtle" onClick={() => void photo.trace(false)}>
          Straight between the points
        </Button>
        <Button
          size="compact-md"
          variant={isFreeHand ? 'light' : 'subtle'}
          aria-pressed={isFreeHand}
          onClick={() => onFreeHand(!isFreeHand)}
        >
          Free hand
        </Button>
        {photo.placing.outlineImagePx && (
          <Button size="compact-md" variant="subtle" color="gray" onClick={photo.dropOutline}>
            Drop it
          </Button>
        )}
      </Group>
      <p className={room.small}>
        {isFreeHand
          ? 'Draw once round the foot without lifting the finger.'
          : 'The outline becomes this client’s own foot on the Mat.'}
      </p>
    </div>
  )
}
