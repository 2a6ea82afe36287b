import { Button, Group, Modal, NumberInput, SegmentedControl, Select } from '@mantine/core'
import { useEffect, useRef, useState, type KeyboardEvent } from 'react'
import type { Point } from '@sturvo/core/geometry'
import { printScaleSchema, firstSentence, type Picture, type PrintScale } from '@sturvo/schema'
import { num } from '@sturvo/words'
import { lookForSheet } from '../../../workers/footprintJobs'
import { useDrag } from '../../../parts/useDrag'
import classes from './ScaleDialog.module.css'

type ScaleDialogProps = { picture: Picture; onScaled: (scale: PrintScale) => void; onClosed: () => void }
type From = PrintScale['from']
const lastChoice = 'sturvo.scale'
const cornerNames = ['top left corner', 'top right corner', 'bottom right corner', 'bottom left corner']

/** Remembers which way was used last; most practices scan in one way only. */
function rememberedFrom(): From {
  const kept = localStorage.getItem(lastChoice)
  return kept === 'sheet' || kept === 'points' ? kept : 'given'
}

/** How large a pixel is: told, from a sheet of known size, or from two points. */
export function ScaleDialog({ picture, onScaled, onClosed }: ScaleDialogProps) {
  const [from, setFrom] = useState<From>(rememberedFrom)
  const [mmPerPx, setMmPerPx] = useState<number | string>('')
  const [sheet, setSheet] = useState<'a4' | 'letter'>('a4')
  const [corners, setCorners] = useState<Point[]>()
  const [found, setFound] = useState<{ isSure: boolean; residualPx: number } | 'nothing' | 'failed'>()
  const { widthPx: w, heightPx: h } = picture
  const [ends, setEnds] = useState<Point[]>([
    { x: w * 0.5, y: h * 0.15 },
    { x: w * 0.5, y: h * 0.85 },
  ])
  const [distanceMm, setDistanceMm] = useState<number | string>('')
  const [problem, setProblem] = useState('')
  useEffect(() => {
    if (from !== 'sheet' || corners) return
    const inset = (x: number, y: number): Point => ({ x: w * x, y: h * y })
    const guess = [inset(0.05, 0.05), inset(0.95, 0.05), inset(0.95, 0.95), inset(0.05, 0.95)]
    lookForSheet(picture.url)
      .then((outcome) => {
        const sheetFound = outcome.ok ? outcome.value : undefined
        setCorners(sheetFound?.cornersImagePx ?? guess)
        setFound(sheetFound ?? 'nothing')
      })
      .catch(() => {
        setCorners(guess)
        setFound('failed')
      })
  }, [from, corners, picture.url, w, h])
  const use = () => {
    const given: unknown = {
      given: { from, mmPerPx },
      sheet: { from, sheet, corners },
      points: { from, a: ends[0], b: ends[1], distanceMm },
    }[from]
    const parsed = printScaleSchema.safeParse(given)
    if (!parsed.success)
      return setProblem(
        isMissing(from, mmPerPx, distanceMm)
          ? 'The scale of the picture is missing: fill in the number.'
          : firstSentence(parsed.error),
      )
    localStorage.setItem(lastChoice, from)
    onScaled(parsed.data)
  }
  return (
    <Modal opened onClose={onClosed} title="How large is a pixel?" size="xl">
      <div className={classes.dialog}>
        <PictureWithPoints
          picture={picture}
          points={from === 'sheet' ? (corners ?? []) : from === 'points' ? ends : []}
          names={from === 'sheet' ? cornerNames : ['first point', 'second point']}
          isClosed={from === 'sheet'}
          onMoved={(i, p) => {
            const put = (points: Point[]) => points.map((q, k) => (k === i ? p : q))
            if (from === 'sheet') setCorners((c) => c && put(c))
            else setEnds(put)
          }}
        />
        <div className={classes.choice}>
          <SegmentedControl
            orientation="vertical"
            fullWidth
            aria-label="Where the scale comes from"
            value={from}
            onChange={(value) => setFrom(value)}
            data={[
              { value: 'given', label: 'Millimetres a pixel' },
              { value: 'sheet', label: 'Sheet of known size' },
              { value: 'points', label: 'Two points' },
            ]}
          />
          {from === 'given' && (
            <NumberInput
              label="Millimetres of one pixel"
              description="A scan at 300 dpi has 0.0847, at 100 dpi 0.254"
              value={mmPerPx}
              onChange={setMmPerPx}
              decimalScale={5}
              step={0.01}
              data-autofocus
            />
          )}
          {from === 'sheet' && (
            <>
              <Select
                label="Sheet"
                data={[
                  { value: 'a4', label: 'A4, 210 × 297 mm' },
                  { value: 'letter', label: 'Letter, 216 × 279 mm' },
                ]}
                value={sheet}
                allowDeselect={false}
                onChange={(v) => setSheet(v === 'letter' ? 'letter' : 'a4')}
              />
              <FoundNote found={found} />
            </>
          )}
          {from === 'points' && (
            <>
              <NumberInput
                label="Distance of the two points, mm"
                value={distanceMm}
                onChange={setDistanceMm}
              />
              <p className={classes.soft}>
                Drag both points onto a scale bar, or onto any length you measured.
              </p>
            </>
          )}
          {problem !== '' && <p role="alert">{problem}</p>}
          <Group justify="flex-end">
            <Button variant="default" onClick={onClosed}>
              Leave it
            </Button>
            <Button onClick={use}>Read the print</Button>
          </Group>
        </div>
      </div>
    </Modal>
  )
}

/** How far the corners may be trusted; a find that is not sure is never silent. */
function FoundNote({
  found,
}: {
  found: { isSure: boolean; residualPx: number } | 'nothing' | 'failed' | undefined
}) {
  if (found === undefined)
    return (
      <p role="status" className={classes.soft}>
        Looking for the sheet …
      </p>
    )
  if (found === 'nothing' || found === 'failed')
    return <p role="alert">No sheet was found: drag the four corners to the corners of the paper.</p>
  return found.isSure ? (
    <p className={classes.soft}>
      Found by itself; the edges lie straight to {num(found.residualPx, 2)} pixels. Drag a corner where it is
      off.
    </p>
  ) : (
    <p role="alert">
      The sheet was not found for sure: look at all four corners and drag them right before reading.
    </p>
  )
}

function isMissing(from: From, mmPerPx: number | string, distanceMm: number | string): boolean {
  return (
    (from === 'given' && typeof mmPerPx !== 'number') || (from === 'points' && typeof distanceMm !== 'number')
  )
}

type PictureWithPointsProps = {
  picture: Picture
  points: Point[]
  names: string[]
  isClosed: boolean
  onMoved: (index: number, p: Point) => void
}

function PictureWithPoints({ picture, points, names, isClosed, onMoved }: PictureWithPointsProps) {
  const { widthPx: w, heightPx: h, url } = picture
  const svg = useRef<SVGSVGElement>(null)
  const inside = (p: Point): Point => ({ x: Math.min(w, Math.max(0, p.x)), y: Math.min(h, Math.max(0, p.y)) })
  const hands = useDrag<number>({
    onDown: (event) => Number(event.currentTarget.getAttribute('data-point')),
    onMove: (i, event) => {
      const matrix = svg.current?.getScreenCTM()
      if (!matrix) return undefined
      const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse())
      onMoved(i, inside({ x: p.x, y: p.y }))
      return undefined
    },
  })
  const onKeyDown = (event: KeyboardEvent, i: number) => {
    const step = Math.max(1, w / 200)
    const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] }[
      event.key
    ]
    const p = points[i]
    if (!by || !p) return
    event.preventDefault()
    onMoved(i, inside({ x: p.x + by[0]!, y: p.y + by[1]! }))
  }
  const unit = Math.max(w, h) / 100
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${w} ${h}`}
      className={classes.picture}
      role="group"
      aria-label="The picture"
    >
      <image href={url} width={w} height={h} />
      {points.length > 1 && (
        <path
          d={`M${points.map((p) => `${p.x} ${p.y}`).join('L')}${isClosed ? 'Z' : ''}`}
          fill="none"
          stroke="var(--left)"
          strokeWidth={unit * 0.4}
        />
      )}
      {points.map((p, i) => (
        <circle
          key={i}
          cx={p.x}
          cy={p.y}
          r={unit * 2.2}
          fill="var(--left)"
          fillOpacity="0.5"
          stroke="var(--left)"
          strokeWidth={unit * 0.4}
          role="slider"
          tabIndex={0}
          aria-label={names[i]}
          aria-valuenow={Math.round(p.x)}
          aria-valuetext={`${Math.round(p.x)} across, ${Math.round(p.y)} down, in pixels`}
          style={{ cursor: 'grab', touchAction: 'none' }}
          data-point={i}
          {...hands}
          onKeyDown={(event) => onKeyDown(event, i)}
        />
      ))}
    </svg>
  )
}
