import {
  Chart as ChartJs,
  LinearScale,
  LineElement,
  PointElement,
  Tooltip,
  type ChartData,
  type ChartOptions,
} from 'chart.js'
import dayjs from 'dayjs'
import { useMemo, useRef, useState, type KeyboardEvent } from 'react'
import { Scatter } from 'react-chartjs-2'
import { useComputedColorScheme } from '@mantine/core'
import type { Side } from '@sturvo/core/side'
import { signed } from '@sturvo/words'
import { colourOf } from '../../app/theme'
import classes from './ErrorsRoom.module.css'

ChartJs.register(LinearScale, PointElement, LineElement, Tooltip)
const font = { family: "'Atkinson Hyperlegible Next Variable', sans-serif", size: 13 }

export type PlotPoint = { side: Side; mean: number; difference: number; at: number; words: string }
type PlotLine = { at: number; name: string; isDashed: boolean }
type PointPlotProps = {
  title: string
  points: readonly PlotPoint[]
  xOf: (p: PlotPoint) => number
  xTitle: string
  yTitle: string
  lines: readonly PlotLine[]
  isTime?: boolean
}

/** Points with lines across; arrow keys go from point to point and say each. */
export function PointPlot({ title, points, xOf, xTitle, yTitle, lines, isTime = false }: PointPlotProps) {
  const scheme = useComputedColorScheme('light')
  const chart = useRef<ChartJs<'scatter', PointAt[]>>(null)
  const [at, setAt] = useState<number>()
  // keys walk from left to right, whichever order the pairs came in
  const sorted = useMemo(() => [...points].sort((a, b) => xOf(a) - xOf(b)), [points, xOf])
  const span = useMemo(() => {
    const xs = sorted.map(xOf)
    const [low, high] = [Math.min(...xs), Math.max(...xs)]
    const edge = (high - low) * 0.06 || 1
    return { low: low - edge, high: high + edge }
  }, [sorted, xOf])
  const data = useMemo(
    () => dataOf({ sorted, xOf, lines, span, scheme, at }),
    [sorted, xOf, lines, span, scheme, at],
  )
  const options = useMemo(
    () => optionsOf({ xTitle, yTitle, isTime, span, scheme, sorted }),
    [xTitle, yTitle, isTime, span, scheme, sorted],
  )
  const onKeyDown = (event: KeyboardEvent) => {
    const to = {
      ArrowRight: (at ?? -1) + 1,
      ArrowLeft: (at ?? sorted.length) - 1,
      Home: 0,
      End: sorted.length - 1,
    }[event.key]
    if (to === undefined) return
    event.preventDefault()
    setAt(Math.max(0, Math.min(sorted.length - 1, to)))
  }
  return (
    <figure className={classes.plot}>
      <figcaption>{title}</figcaption>
      <div
        className={classes.canvas}
        tabIndex={0}
        role="application"
        aria-roledescription="chart"
        aria-label={`${title}. ${sorted.length} points; arrow keys go from one to the next.`}
        onKeyDown={onKeyDown}
        onBlur={() => setAt(undefined)}
      >
        <Scatter ref={chart} data={data} options={options} role="presentation" />
      </div>
      <p className={classes.said} aria-live="polite">
        {at === undefined
          ? lines
              .map((l) => l.name)
              .filter((n, i, all) => all.indexOf(n) === i)
              .join(', ')
          : sorted[at]?.words}
      </p>
    </figure>
  )
}

type PointAt = { x: number; y: number }
type Drawn = {
  sorted: readonly PlotPoint[]
  xOf: (p: PlotPoint) => number
  lines: readonly PlotLine[]
  span: { low: number; high: number }
  scheme: 'light' | 'dark'
  at: number | undefined
}

function dataOf({ sorted, xOf, lines, span, scheme, at }: Drawn): ChartData<'scatter', PointAt[]> {
  const colour = (token: Parameters<typeof colourOf>[1]) => colourOf(scheme, token)
  return {
    datasets: [
      {
        label: 'pairs',
        data: sorted.map((p) => ({ x: xOf(p), y: p.difference })),
        pointStyle: sorted.map((p) => (p.side === 'left' ? 'circle' : 'rect')),
        pointRadius: sorted.map((_, i) => (i === at ? 9 : 4.5)),
        pointBackgroundColor: sorted.map((p) => colour(p.side)),
        pointBorderColor: sorted.map((_, i) => (i === at ? colour('ink') : colour('sheet'))),
        pointBorderWidth: sorted.map((_, i) => (i === at ? 3 : 1)),
      },
      ...lines.map((line) => ({
        label: line.name,
        data: [
          { x: span.low, y: line.at },
          { x: span.high, y: line.at },
        ],
        showLine: true,
        pointRadius: 0,
        pointHitRadius: 0,
        borderColor: colour(line.isDashed ? 'soft' : 'ink'),
        borderWidth: 1.4,
        borderDash: line.isDashed ? [5, 4] : [],
      })),
    ],
  }
}

type Options = Pick<Drawn, 'span' | 'scheme' | 'sorted'> & { xTitle: string; yTitle: string; isTime: boolean }

function optionsOf({ xTitle, yTitle, isTime, span, scheme, sorted }: Options): ChartOptions<'scatter'> {
  const soft = colourOf(scheme, 'soft')
  const grid = { color: colourOf(scheme, 'grid') }
  return {
    animation: false,
    responsive: true,
    maintainAspectRatio: false,
    scales: {
      x: {
        type: 'linear',
        min: span.low,
        max: span.high,
        grid,
        title: { display: true, text: xTitle, color: soft, font },
        ticks: {
          color: soft,
          font,
          maxTicksLimit: 6,
          callback: (value) =>
            isTime ? dayjs(Number(value)).format('MMM YY') : Math.round(Number(value) * 10) / 10,
        },
      },
      y: {
        grid,
        title: { display: true, text: yTitle, color: soft, font },
        ticks: { color: soft, font, callback: (v) => signed(Number(v), 1) },
      },
    },
    plugins: {
      legend: { display: false },
      tooltip: {
        filter: (item) => item.datasetIndex === 0,
        callbacks: { label: (item) => sorted[item.dataIndex]?.words ?? '' },
      },
    },
  }
}
