import { Button, Group, useComputedColorScheme } from '@mantine/core'
import { useElementSize, useLocalStorage } from '@mantine/hooks'
import { useEffect, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react'
import { dayAfter, daysBetween } from '@sturvo/core/followup'
import { dayAsRead } from '@sturvo/words'
import { colourOf } from '../../../app/theme'
import { ChoiceChip } from '../../../parts/ChoiceChip'
import { walkingPrint } from '../../../parts/walkingPrint'
import { drawTrail, labelPx, placedBands, type TrailColours } from './drawTrail'
import classes from './Trail.module.css'
import { shifted, showing, zoomed, type TimeWindow } from './timeWindow'
import { bandName, bands, readAt, type Band, type TrailData } from './trailData'

const tokens = [
  'ink',
  'soft',
  'line',
  'paper',
  'sheet',
  'act',
  'oxide',
  'print',
  'printDeep',
  'loadPale',
  'loadDeep',
  'left',
  'right',
  'grid',
] as const
const spans = [
  ['All', Infinity],
  ['A year', 365],
  ['3 months', 92],
  ['A month', 31],
] as const
const zoomStep = 0.8
const finestMm = 2

/** One line of time: months with visits as landings, and everything that has a day under them. */
export function PersonTrail({ data, today }: { data: TrailData; today: string }) {
  const { ref: box, width } = useElementSize()
  const canvas = useRef<HTMLCanvasElement>(null)
  const scheme = useComputedColorScheme('light')
  const all = useMemo(() => ({ from: -2, to: data.days }), [data.days])
  const now = daysBetween(data.first, today)
  const [window, setWindow] = useState<TimeWindow>(all)
  const [cursor, setCursor] = useState(now)
  const [folded, setFolded] = useLocalStorage<Band[]>({ key: 'sturvo.trailFolded', defaultValue: [] })
  const { placed, height } = useMemo(() => placedBands(bands, folded), [folded])
  const colours = useMemo(
    () => Object.fromEntries(tokens.map((token) => [token, colourOf(scheme, token)])) as TrailColours,
    [scheme],
  )
  useEffect(() => {
    const shown = canvas.current
    if (!shown || width === 0) return
    const frame = requestAnimationFrame(() => {
      const ratio = devicePixelRatio
      const [w, h] = [Math.round(width * ratio), Math.round(height * ratio)]
      if (shown.width !== w || shown.height !== h) [shown.width, shown.height] = [w, h]
      const context = shown.getContext('2d')
      if (!context) return
      context.setTransform(ratio, 0, 0, ratio, 0, 0)
      drawTrail(data, {
        context,
        width,
        height,
        window,
        placed,
        colours,
        today: now,
        cursor,
        prints: printPaths(),
      })
    })
    return () => cancelAnimationFrame(frame)
  }, [data, width, height, window, placed, colours, now, cursor])

  const dayAt = (clientX: number) => {
    const left = canvas.current?.getBoundingClientRect().left ?? 0
    const share = (clientX - left - labelPx) / Math.max(1, width - labelPx)
    return window.from + share * (window.to - window.from)
  }
  const inside = (day: number) => Math.min(data.days, Math.max(0, Math.round(day)))
  const move = (to: number) => {
    const day = inside(to)
    setCursor(day)
    setWindow((shown) => showing(shown, day, all))
  }
  const zoom = (times: number, about = cursor) => setWindow((shown) => zoomed(shown, times, about, all))
  // React listens to wheels without being able to stop the page: this one zooms and nothing else
  useEffect(() => {
    const shown = canvas.current
    if (!shown) return
    const onWheel = (event: WheelEvent) => {
      if (!event.ctrlKey && !event.metaKey && Math.abs(event.deltaX) <= Math.abs(event.deltaY)) return
      event.preventDefault()
      const left = shown.getBoundingClientRect().left
      setWindow((w) => {
        const length = w.to - w.from
        const plot = Math.max(1, shown.clientWidth - labelPx)
        if (!event.ctrlKey && !event.metaKey) return shifted(w, (event.deltaX / plot) * length, all)
        const about = w.from + ((event.clientX - left - labelPx) / plot) * length
        return zoomed(w, Math.exp(event.deltaY / 300), about, all)
      })
    }
    shown.addEventListener('wheel', onWheel, { passive: false })
    return () => shown.removeEventListener('wheel', onWheel)
  }, [all])

  const fingers = useRef(new Map<number, number>())
  const drag = useRef<{ x: number; window: TimeWindow; spread: number } | undefined>(undefined)
  const spreadOf = () => {
    const xs = [...fingers.current.values()]
    return xs.length < 2 ? 0 : Math.abs(xs[0]! - xs[1]!)
  }
  const begin = (event: PointerEvent<HTMLCanvasElement>) => {
    event.currentTarget.setPointerCapture(event.pointerId)
    fingers.current.set(event.pointerId, event.clientX)
    drag.current = { x: event.clientX, window, spread: spreadOf() }
    setCursor(inside(dayAt(event.clientX)))
  }
  const go = (event: PointerEvent<HTMLCanvasElement>) => {
    const from = drag.current
    if (!fingers.current.has(event.pointerId) || !from) {
      if (event.pointerType === 'mouse') setCursor(inside(dayAt(event.clientX)))
      return
    }
    fingers.current.set(event.pointerId, event.clientX)
    const spread = spreadOf()
    const perDay = (width - labelPx) / (from.window.to - from.window.from)
    if (spread > 0 && from.spread > 0) {
      const middle = [...fingers.current.values()].reduce((a, b) => a + b, 0) / fingers.current.size
      setWindow(zoomed(from.window, from.spread / spread, dayAt(middle), all))
    } else setWindow(shifted(from.window, (from.x - event.clientX) / perDay, all))
  }
  const end = (event: PointerEvent<HTMLCanvasElement>) => {
    fingers.current.delete(event.pointerId)
    drag.current = undefined
  }
  const keys: Record<string, (event: KeyboardEvent) => void> = {
    ArrowLeft: (e) => move(cursor - (e.shiftKey ? 7 : 1)),
    ArrowRight: (e) => move(cursor + (e.shiftKey ? 7 : 1)),
    Home: () => move(0),
    End: () => move(data.days),
    '+': () => zoom(zoomStep),
    '=': () => zoom(zoomStep),
    '-': () => zoom(1 / zoomStep),
    '0': () => setWindow(all),
  }
  const said = readAt(data, cursor)
  return (
    <section className={classes.trail} aria-labelledby="over-time">
      <Group justify="space-between" className={classes.bar}>
        <h2 id="over-time">Over time</h2>
        <Group gap={6}>
          {spans.map(([name, days]) => (
            <Button
              key={name}
              size="compact-sm"
              variant="default"
              onClick={() =>
                setWindow(
                  days >= all.to - all.from
                    ? all
                    : showing({ from: now - days * 0.85, to: now + days * 0.15 }, now, all),
                )
              }
            >
              {name}
            </Button>
          ))}
          <Button size="compact-sm" variant="default" aria-label="Zoom in" onClick={() => zoom(zoomStep)}>
            +
          </Button>
          <Button
            size="compact-sm"
            variant="default"
            aria-label="Zoom out"
            onClick={() => zoom(1 / zoomStep)}
          >
            −
          </Button>
        </Group>
      </Group>
      <div ref={box} className={classes.box}>
        <canvas
          ref={canvas}
          className={classes.canvas}
          style={{ height, width: width > 0 ? width : undefined }}
          role="slider"
          tabIndex={0}
          aria-label="Day on the line of time"
          aria-valuemin={0}
          aria-valuemax={data.days}
          aria-valuenow={cursor}
          aria-valuetext={said}
          data-from={dayAfter(data.first, Math.round(window.from))}
          data-to={dayAfter(data.first, Math.round(window.to))}
          onKeyDown={(event) => {
            const does = keys[event.key]
            if (!does || event.ctrlKey || event.metaKey) return
            event.preventDefault()
            does(event)
          }}
          onPointerDown={begin}
          onPointerMove={go}
          onPointerUp={end}
          onPointerCancel={end}
        />
      </div>
      <p className={classes.said} data-read-at>
        {said}
      </p>
      <Group gap={6} role="group" aria-label="Bands that are open">
        {bands.map((band) => (
          <ChoiceChip
            key={band}
            isOn={!folded.includes(band)}
            onToggled={() =>
              setFolded(folded.includes(band) ? folded.filter((b) => b !== band) : [...folded, band])
            }
          >
            {bandName[band]}
          </ChoiceChip>
        ))}
        <span className={classes.soft}>
          From {dayAsRead(dayAfter(data.first, Math.max(0, Math.round(window.from))))}. Arrows move a day,
          with Shift a week; + and − zoom, as do Ctrl and the wheel, or two fingers.
        </span>
      </Group>
    </section>
  )
}

let paths: { left: Path2D; right: Path2D } | undefined
function printPaths() {
  return (paths ??= {
    left: new Path2D(walkingPrint('left', finestMm)),
    right: new Path2D(walkingPrint('right', finestMm)),
  })
}
