import { Button, Group, Modal, SegmentedControl, useComputedColorScheme } from '@mantine/core'
import { useState } from 'react'
import { Line } from 'react-konva'
import type { Point } from '@sturvo/core/geometry'
import type { ShoeOnFeet } from '@sturvo/core/reading'
import type { Side } from '@sturvo/core/side'
import { arbitraryInsole, insoleAnchors } from '@sturvo/core/synthetic'
import { num } from '@sturvo/words'
import { colourOf } from '../../../app/theme'
import { DragRing } from '../../../parts/DragRing'
import { PictureInput } from '../../../parts/PictureInput'
import { PictureStage } from '../../../parts/PictureStage'
import room from '../../../parts/Room.module.css'
import { useFileDrop } from '../../../parts/useFileDrop'
import { usePictureElement } from '../../../parts/usePictureElement'
import { ScaleMarks } from '../photo/PhotoMarks'
import { ScaleBox } from '../photo/ScaleBox'
import { useInsolePhoto, type InsoleAnchor } from './useInsolePhoto'
import { useShoeChange } from './useShelf'
import classes from './InsoleRoom.module.css'

const anchorText: Record<InsoleAnchor, string> = {
  heelEnd: 'back of the heel',
  innerEdge: 'widest place on the big-toe side',
  frontEnd: 'tip in front',
  outerEdge: 'widest place on the little-toe side',
}
const doingText = {
  drawing: 'Making up a photo …',
  sending: 'Taking the picture over …',
  opening: 'Looking for the sheet …',
  tracing: 'Following the edge …',
} as const
const leastHandPoints = 12
const [leastMm, mostMm] = [180, 340]

/** The insole on a sheet becomes the inside of the shoe: four taps on its edge, and the line follows between them. */
export function InsoleRoom({ on, onClosed }: { on: ShoeOnFeet; onClosed: () => void }) {
  const { shoe } = on.reading
  const [side, setSide] = useState<Side>('right')
  const photo = useInsolePhoto(side, shoe.insoleId)
  const change = useShoeChange()
  const { image, isFailed } = usePictureElement(photo.url)
  const { isOver, place } = useFileDrop((file) => void photo.choose(file))
  const [isByHand, setByHand] = useState(false)
  const [hand, setHand] = useState<Point[]>()
  const scheme = useComputedColorScheme('light')
  const present = photo.missing[0]
  const lengthMm = photo.points && Math.max(...photo.points.map((p) => p.y))
  const isPossible = lengthMm !== undefined && lengthMm > leastMm && lengthMm < mostMm
  const simulate = () => {
    const seed = [...shoe.id].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) % 1009, 5)
    // the made-up insole has this shoe's own measures where they are known
    const any = arbitraryInsole(seed)
    const insole = {
      ...any,
      lengthMm: shoe.innerLengthMm ?? any.lengthMm,
      ballWidthMm: shoe.innerWidthBallMm ?? any.ballWidthMm,
      heelWidthMm: shoe.innerWidthHeelMm ?? any.heelWidthMm,
    }
    setSide(insole.side)
    void photo.simulate(insole, seed)
  }
  return (
    <Modal opened onClose={onClosed} fullScreen title={`Inside of ${shoe.name}: its insole on a sheet`}>
      <div className={room.room}>
        <div className={room.picture}>
          {image ? (
            <PictureStage
              image={image}
              label="Photo of the insole"
              hasMagnifier
              onTap={isByHand ? undefined : (p) => present && photo.isTrusted && photo.place(present, p)}
              onStroke={
                isByHand
                  ? (points, isDone) => {
                      setHand(isDone ? undefined : points)
                      if (!isDone || points.length < leastHandPoints) return
                      setByHand(false)
                      photo.drawLine(points)
                    }
                  : undefined
              }
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
                  {(hand ?? photo.line) && (
                    <Line
                      points={(hand ?? photo.line)!.flatMap((p) => [p.x, p.y])}
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
          ) : photo.url === undefined || isFailed ? (
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
            <div>
              <p className={room.small}>Which shoe of the pair lies there, seen from above?</p>
              <SegmentedControl
                size="sm"
                aria-label="Side of the insole"
                value={side}
                onChange={(value) => setSide(value === 'left' ? 'left' : 'right')}
                data={[
                  { value: 'left', label: '● left' },
                  { value: 'right', label: 'right ■' },
                ]}
              />
            </div>
            {image && photo.isTrusted && (
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
                    onClick={() => setByHand(!isByHand)}
                  >
                    Free hand
                  </Button>
                </Group>
                {lengthMm !== undefined && (
                  <p
                    role={isPossible ? 'status' : 'alert'}
                    className={isPossible ? room.small : room.problem}
                  >
                    {isPossible
                      ? `Traced: ${num(lengthMm, 0)} mm long.`
                      : `${num(lengthMm, 0)} mm cannot be the inside of a shoe. Check the scale, or begin again.`}
                  </p>
                )}
              </>
            )}
          </div>
          {image && (
            <div className={room.end}>
              <Button
                disabled={!photo.points || !isPossible}
                onClick={() => {
                  if (!photo.points) return
                  change(shoe, {
                    insole: { points: photo.points, from: 'photo' },
                    ...(photo.pictureId ? { insoleId: photo.pictureId } : {}),
                  })
                  onClosed()
                }}
              >
                Use this inside
              </Button>
            </div>
          )}
        </div>
      </div>
    </Modal>
  )
}
