import { Button, Group, SegmentedControl } from '@mantine/core'
import { insoleAnchors } from '@sturvo/core/synthetic'
import { num } from '@sturvo/words'
import room from '../../../parts/Room.module.css'
import classes from './InsoleRoom.module.css'
import type { InsoleAnchor } from './useInsolePhoto'
import type { InsoleRoomState } from './useInsoleRoom'

const anchorText: Record<InsoleAnchor, string> = {
  heelEnd: 'back of the heel',
  innerEdge: 'widest place on the big-toe side',
  frontEnd: 'tip in front',
  outerEdge: 'widest place on the little-toe side',
}

export function InsoleSideChoice({ side, setSide }: Pick<InsoleRoomState, 'side' | 'setSide'>) {
  return (
    <div>
      <p className={room.small}>Which shoe of the pair lies there, seen from above?</p>
      <SegmentedControl
        size="sm"
        aria-label="Side of the insole"
        value={side}
        onChange={setSide}
        data={[
          { value: 'left', label: '● left' },
          { value: 'right', label: 'right ■' },
        ]}
      />
    </div>
  )
}

/** The four points in their order, drawing by free hand instead, and whether the length can be. */
export function InsolePoints({ state }: { state: InsoleRoomState }) {
  const { photo, present, isByHand, lengthMm, isPossible } = state
  return (
    <>
      <ol className={classes.points}>
        {insoleAnchors.map((id) => (
          <li key={id} data-present={id === present} data-done={photo.anchors[id] !== undefined}>
            {anchorText[id]}
          </li>
        ))}
      </ol>
      <Group gap="xs">
        <Button size="compact-md" variant="subtle" onClick={photo.again}>
          Begin again
        </Button>
        <Button
          size="compact-md"
          variant={isByHand ? 'light' : 'subtle'}
          aria-pressed={isByHand}
          onClick={state.toggleByHand}
        >
          Free hand
        </Button>
      </Group>
      {lengthMm !== undefined && (
        <p role={isPossible ? 'status' : 'alert'} className={isPossible ? room.small : room.problem}>
          {isPossible
            ? `Traced: ${num(lengthMm, 0)} mm long.`
            : `${num(lengthMm, 0)} mm cannot be the inside of a shoe. Check the scale, or begin again.`}
        </p>
      )}
    </>
  )
}
