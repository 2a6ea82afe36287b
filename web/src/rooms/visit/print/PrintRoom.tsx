import { Button, Group, Modal, SegmentedControl, Select, Slider, useComputedColorScheme } from '@mantine/core'
import { useState } from 'react'
import { Line, Path } from 'react-konva'
import { svgPath } from '@sturvo/core/drawing'
import { footToPicture, mmPerPxOfAxis } from '@sturvo/core/footprint'
import { simplify, type Point } from '@sturvo/core/geometry'
import type { Stroke } from '@sturvo/core/image'
import { otherSide, type Side } from '@sturvo/core/side'
import { printOf, type PrintOnMat } from '@sturvo/schema'
import { num } from '@sturvo/words'
import { useVisitQuery } from '../../../app/api'
import { colourOf } from '../../../app/theme'
import { PictureStage } from '../../../parts/PictureStage'
import room from '../../../parts/Room.module.css'
import { usePictureElement } from '../../../parts/usePictureElement'
import { useRecord, useVisitFields, useVisitFrame } from '../visitContext'
import { AxisMarks } from './AxisMarks'
import { ThresholdSlider } from './ThresholdSlider'
import { useFlatUrl } from './useFlatUrl'
import type { PrintJobs } from './usePrintJobs'

type PrintRoomProps = { side: Side; jobs: PrintJobs; onClosed: () => void }
type Tool = 'look' | 'add' | 'erase'
const strokeToPx = 0.6
const mostStrokePoints = 2000

/** One print closely: original, found contact over it, brush and eraser, threshold, axis, side, an earlier print. */
export function PrintRoom({ side, jobs, onClosed }: PrintRoomProps) {
  const { person, visitId } = useVisitFrame()
  const fields = useVisitFields()
  const record = useRecord()
  const print = printOf(fields, side)
  const [tool, setTool] = useState<Tool>('look')
  const [radiusMm, setRadiusMm] = useState(5)
  const [drawing, setDrawing] = useState<Point[]>()
  const [isShown, setShown] = useState(true)
  const [earlierId, setEarlierId] = useState<string | null>(null)
  const earlier = useVisitQuery(earlierId ?? '', { skip: earlierId === null }).data
  const { url, isFailed: isFlatFailed } = useFlatUrl(print)
  const { image, isFailed } = usePictureElement(url)
  const scheme = useComputedColorScheme('light')
  if (!print) return null
  const mine = colourOf(scheme, side)
  const { wishes } = print
  const mmPerPx = mmPerPxOfAxis(print.measures.axis, print.measures.lengthMm.value)
  const strokes: Stroke[] = wishes.strokes ?? []
  const again = (changed: PrintOnMat['wishes']) =>
    jobs.read(side, print.pictureId, print.scale, { ...wishes, ...changed })
  const onStroke = (points: Point[], isDone: boolean) => {
    if (!isDone) return setDrawing(points)
    setDrawing(undefined)
    if (tool === 'look') return
    const thin = points.length > 2 ? simplify(points, strokeToPx).slice(0, mostStrokePoints) : points
    void again({ strokes: [...strokes, { mode: tool, radiusPx: radiusMm / mmPerPx, points: thin }] })
  }
  const before = person.visits.filter((v) => v.id !== visitId)
  const other = earlier && printOf(earlier.fields, side)
  const rings = (of: PrintOnMat) =>
    of.measures.ringsFootMm
      .map((ring) => svgPath(ring.map((p) => footToPicture(p, { axis: print.measures.axis, side, mmPerPx }))))
      .join('')
  const swap = () => {
    const to = otherSide(side)
    void jobs.read(to, print.pictureId, print.scale, { ...wishes, side: to }).then((isRead) => {
      if (!isRead) return
      record({ [`print.${side}`]: null })
      onClosed()
    })
  }
  return (
    <Modal opened onClose={onClosed} fullScreen title={`${side === 'left' ? '● Left' : '■ Right'} footprint`}>
      <div className={room.room}>
        <div className={room.picture}>
          {image ? (
            <PictureStage
              image={image}
              label={`${side} footprint`}
              onStroke={tool === 'look' ? undefined : onStroke}
            >
              {(px) => (
                <>
                  {isShown && (
                    <Path
                      data={rings(print)}
                      fill={mine}
                      opacity={0.35}
                      fillRule="evenodd"
                      listening={false}
                    />
                  )}
                  {other && (
                    <Path
                      data={rings(other)}
                      stroke={colourOf(scheme, 'ink')}
                      strokeWidth={1.6 * px}
                      dash={[6 * px, 4 * px]}
                      listening={false}
                    />
                  )}
                  <AxisMarks
                    axis={print.measures.axis}
                    px={px}
                    colour={mine}
                    isMovable={tool === 'look'}
                    onMoved={(axis) => {
                      // the toe line was drawn in the old frame, so it is found anew
                      const { toeLineFootMm: _, ...others } = wishes
                      void jobs.read(side, print.pictureId, print.scale, { ...others, axis })
                    }}
                  />
                  {drawing && (
                    <Line
                      points={drawing.flatMap((p) => [p.x, p.y])}
                      stroke={tool === 'add' ? mine : colourOf(scheme, 'paper')}
                      strokeWidth={(2 * radiusMm) / mmPerPx}
                      opacity={0.6}
                      lineCap="round"
                      lineJoin="round"
                      listening={false}
                    />
                  )}
                </>
              )}
            </PictureStage>
          ) : (
            <p role={isFailed || isFlatFailed ? 'alert' : 'status'}>
              {isFailed || isFlatFailed
                ? 'The picture cannot be shown just now. The measures stay as they are.'
                : 'Opening the picture …'}
            </p>
          )}
        </div>
        <div className={room.side}>
          {jobs.progress && <p role="status">Reading the print …</p>}
          {jobs.problem && (
            <p role="alert" className={room.problem}>
              {jobs.problem.sentence}
            </p>
          )}
          <SegmentedControl
            aria-label="Tool"
            value={tool}
            onChange={(value: string) => setTool(value as Tool)}
            data={[
              { value: 'look', label: 'Look' },
              { value: 'add', label: 'Brush' },
              { value: 'erase', label: 'Eraser' },
            ]}
          />
          {tool !== 'look' && (
            <div>
              <span id="brush-size">Size, {radiusMm * 2} mm across</span>
              <Slider
                thumbProps={{ 'aria-labelledby': 'brush-size' }}
                min={1}
                max={15}
                value={radiusMm}
                onChange={setRadiusMm}
                label={null}
              />
            </div>
          )}
          <Group gap="xs">
            <Button
              size="compact-md"
              variant="default"
              disabled={strokes.length === 0}
              onClick={() => void again({ strokes: strokes.slice(0, -1) })}
            >
              Take back the last stroke
            </Button>
            <Button size="compact-md" variant="subtle" onClick={() => setShown(!isShown)}>
              {isShown ? 'Hide what was found' : 'Show what was found'}
            </Button>
          </Group>
          <div>
            <ThresholdSlider print={print} onChosen={(thresholdNudge) => void again({ thresholdNudge })} />
          </div>
          <table className={room.table}>
            <tbody>
              <tr>
                <th scope="row">Arch index</th>
                <td>{num(print.measures.archIndex.value, 3)}</td>
              </tr>
              <tr>
                <th scope="row">Foot length</th>
                <td>{num(print.measures.lengthMm.value, 0)} mm</td>
              </tr>
              <tr>
                <th scope="row">Print</th>
                <td>{print.measures.printKind}</td>
              </tr>
              <tr>
                <th scope="row">Strokes by hand</th>
                <td>{strokes.length}</td>
              </tr>
            </tbody>
          </table>
          <Group gap="xs">
            <Button size="compact-md" variant="default" onClick={swap}>
              It is the {otherSide(side)} foot
            </Button>
            <Button
              size="compact-md"
              variant="subtle"
              onClick={() => void jobs.read(side, print.pictureId, print.scale, startOver(print))}
            >
              Find everything anew
            </Button>
          </Group>
          {before.length > 0 && (
            <Select
              label="Earlier print over it, dashed"
              placeholder="none"
              clearable
              value={earlierId}
              onChange={setEarlierId}
              data={before.map((v) => ({ value: v.id, label: v.startedOn }))}
            />
          )}
          {earlier && !other && <p className={room.small}>That visit has no print of this foot.</p>}
          {other && (
            <p className={room.small}>
              Arch index then {num(other.measures.archIndex.value, 3)}, now{' '}
              {num(print.measures.archIndex.value, 3)}.
            </p>
          )}
          <p className={room.small}>
            The original stays; strokes, threshold and lines are kept beside it, so that anyone can read it
            again (way of measuring {print.pipeline ?? 1}).
          </p>
          <Button onClick={onClosed}>Done</Button>
        </div>
      </div>
    </Modal>
  )
}

/** Which foot and which print on the sheet stay; everything set by hand goes. */
function startOver({ wishes }: PrintOnMat): PrintOnMat['wishes'] {
  return {
    ...(wishes.side ? { side: wishes.side } : {}),
    ...(wishes.nearImagePx ? { nearImagePx: wishes.nearImagePx } : {}),
  }
}
