import { useComputedColorScheme } from '@mantine/core'
import { useElementSize } from '@mantine/hooks'
import { useEffect, useEffectEvent, useRef, useState, type KeyboardEvent } from 'react'
import type { PressureLandmarks, RecordingMeta } from '@sturvo/core/pressure'
import type { Side } from '@sturvo/core/side'
import type { PressureMoment, SeenFoot } from '../../../workers/livePressure'
import { drawPressure, placeOfPressure, toPx } from './drawPressure'
import classes from './load.module.css'
import { useDrag } from '../../../parts/useDrag'
import type { WatchPressure } from './usePressure'

const landmarkNames: Record<keyof PressureLandmarks, string> = {
  heelEndMatMm: 'axis, heel end',
  toeEndMatMm: 'axis, toe end',
  heelMatMm: 'heel point',
  m1MatMm: 'big-toe ball (M1)',
  m5MatMm: 'little-toe ball (M5)',
}
const landmarkIds = Object.keys(landmarkNames) as (keyof PressureLandmarks)[]

type PressureCanvasProps = {
  meta: RecordingMeta
  /** called with every look of the worker: the canvas draws itself, without the page around it */
  watch: WatchPressure
  feet: readonly SeenFoot[]
  /** by how many millimetres of the mat; left out while nothing may be moved */
  /** as large as the feet allow, instead of the whole mat */
  isClose?: boolean
  onLandmarkMoved?:
    ((side: Side, id: keyof PressureLandmarks, dxMm: number, dyMm: number) => void) | undefined
}

/** The mat from above, toes up; with handles where points may be moved. */
export function PressureCanvas({ meta, watch, feet, isClose = false, onLandmarkMoved }: PressureCanvasProps) {
  const { ref: box, width, height } = useElementSize<HTMLDivElement>()
  const canvas = useRef<HTMLCanvasElement>(null)
  const scheme = useComputedColorScheme('light')
  const place = placeOfPressure(meta, width, height, isClose ? feet : [])
  const seen = useRef<PressureMoment>(undefined)
  const draw = useEffectEvent(() => {
    const element = canvas.current
    const context = element?.getContext('2d')
    if (!element || !context || width === 0) return
    const ratio = Math.min(2, window.devicePixelRatio || 1)
    if (element.width !== Math.round(width * ratio)) element.width = Math.round(width * ratio)
    if (element.height !== Math.round(height * ratio)) element.height = Math.round(height * ratio)
    context.setTransform(ratio, 0, 0, ratio, 0, 0)
    const moment = seen.current
    drawPressure(context, { width, height }, { meta, moment, feet, scheme, isSmall: width < 420, place })
  })
  // a change of size, light or feet draws what was seen last
  useEffect(() => draw())
  useEffect(
    () =>
      watch(({ moment }) => {
        // a picture that stands still is not drawn sixty times a second
        if (moment?.tS === seen.current?.tS && moment?.peakKpa === seen.current?.peakKpa) return
        seen.current = moment
        draw()
      }),
    [watch],
  )
  // told now and then: a screen reader is not read sixty sentences a second
  const [words, setWords] = useState('The mat, empty')
  useEffect(() => {
    const timer = setInterval(() => setWords(describe(seen.current)), 1000)
    return () => clearInterval(timer)
  }, [])
  return (
    <div className={classes.canvas} ref={box}>
      <canvas ref={canvas} aria-label={words} role="img" style={{ width, height }} />
      {onLandmarkMoved &&
        width > 0 &&
        feet.flatMap(({ side, landmarks }) =>
          landmarkIds.map((id) => (
            <Handle
              key={`${side}.${id}`}
              name={`${side}: ${landmarkNames[id]}`}
              isRound={id === 'heelMatMm' || id === 'm1MatMm' || id === 'm5MatMm'}
              side={side}
              at={toPx(place, landmarks[id].x, landmarks[id].y)}
              onMoved={(dxPx, dyPx) => onLandmarkMoved(side, id, dxPx / place.scale, -dyPx / place.scale)}
              onNudged={(dxMm, dyMm) => onLandmarkMoved(side, id, dxMm, dyMm)}
            />
          )),
        )}
    </div>
  )
}

function describe(moment: PressureMoment | undefined): string {
  if (!moment) return 'The mat, empty'
  const { leftShare, peakKpa } = moment
  const share =
    leftShare === undefined
      ? ''
      : `, left ${Math.round(leftShare * 100)} %, right ${Math.round((1 - leftShare) * 100)} % of the load`
  return `Pressure on the mat, toes up, left on the left; peak ${Math.round(peakKpa)} kPa${share}`
}

const steps: Record<string, readonly [dx: number, dy: number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
}

type HandleProps = {
  name: string
  side: Side
  isRound: boolean
  at: { x: number; y: number }
  onMoved: (dxPx: number, dyPx: number) => void
  onNudged: (dxMm: number, dyMm: number) => void
}

/** One point: dragged with a finger, or moved by a millimetre (five with Shift) with the arrow keys. */
function Handle({ name, side, isRound, at, onMoved, onNudged }: HandleProps) {
  const onKeyDown = (event: KeyboardEvent) => {
    const step = steps[event.key]
    if (!step) return
    event.preventDefault()
    const by = event.shiftKey ? 5 : 1
    onNudged(step[0] * by, step[1] * by)
  }
  const hands = useDrag<{ x: number; y: number; button: HTMLButtonElement }, HTMLButtonElement>({
    onDown: (event) => ({ x: event.clientX, y: event.clientY, button: event.currentTarget }),
    onMove: (from, event) => {
      from.button.style.translate = `${event.clientX - from.x}px ${event.clientY - from.y}px`
      return undefined
    },
    onUp: (from, event) => {
      from.button.style.translate = ''
      const [dx, dy] = [event.clientX - from.x, event.clientY - from.y]
      if (dx !== 0 || dy !== 0) onMoved(dx, dy)
    },
    onCancel: (from) => {
      from.button.style.translate = ''
    },
  })
  return (
    <button
      type="button"
      className={classes.handle}
      aria-label={`${name}; arrow keys move it by a millimetre`}
      title={name}
      data-side={side}
      data-round={isRound}
      style={{ left: at.x, top: at.y }}
      onKeyDown={onKeyDown}
      {...hands}
    />
  )
}
