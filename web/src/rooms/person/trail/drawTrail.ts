import { dayAfter } from '@sturvo/core/followup'
import dayjs from 'dayjs'
import { bandName, type Band, type TrailData } from './trailData'
import type { TimeWindow } from './timeWindow'

/** Heights of the bands that are open, from the top, px. */
export const headPx = 74
const bandPx: Record<Band, number> = { plans: 40, minutes: 96, pain: 84, shoes: 84, marks: 34 }
const foldedPx = 22
export const labelPx = 136

export type Placed = { band: Band; top: number; height: number; isFolded: boolean }
export function placedBands(
  bands: readonly Band[],
  folded: readonly Band[],
): { placed: Placed[]; height: number } {
  let top = headPx
  const placed = bands.map((band) => {
    const isFolded = folded.includes(band)
    const height = isFolded ? foldedPx : bandPx[band]
    const place = { band, top, height, isFolded }
    top += height
    return place
  })
  return { placed, height: top + 4 }
}

export type TrailColours = Record<
  | 'ink'
  | 'soft'
  | 'line'
  | 'paper'
  | 'sheet'
  | 'act'
  | 'oxide'
  | 'print'
  | 'printDeep'
  | 'loadPale'
  | 'loadDeep'
  | 'left'
  | 'right'
  | 'grid',
  string
>
type Drawing = {
  context: CanvasRenderingContext2D
  width: number
  height: number
  window: TimeWindow
  placed: readonly Placed[]
  colours: TrailColours
  today: number
  cursor: number | undefined
  prints: { left: Path2D; right: Path2D }
}

const font = (px: number, weight = 400) =>
  `${weight} ${px}px 'Atkinson Hyperlegible Next Variable', sans-serif`

/** The trail of months with its landings, and the bands under it like layers of sand. */
export function drawTrail(data: TrailData, drawing: Drawing): void {
  const { context: c, width, height, window, placed, colours, today, cursor } = drawing
  const x = (day: number) => labelPx + ((day - window.from) / (window.to - window.from)) * (width - labelPx)
  c.clearRect(0, 0, width, height)
  c.fillStyle = colours.sheet
  c.fillRect(0, 0, width, height)
  months(data, drawing, x)
  for (const place of placed) {
    c.strokeStyle = colours.line
    line(c, 0, place.top + place.height + 0.5, width, place.top + place.height + 0.5)
    c.fillStyle = colours.soft
    c.font = font(13)
    c.textBaseline = 'middle'
    c.textAlign = 'left'
    c.fillText(bandName[place.band], 8, place.top + (place.isFolded ? place.height / 2 : 14))
    if (place.isFolded) continue
    c.save()
    c.beginPath()
    c.rect(labelPx, place.top, width - labelPx, place.height)
    c.clip()
    drawBand[place.band](data, drawing, place, x)
    c.restore()
  }
  landings(data, drawing, x)
  c.strokeStyle = colours.act
  c.setLineDash([3, 3])
  if (x(today) >= labelPx) line(c, x(today), headPx - 12, x(today), height)
  c.setLineDash([])
  if (cursor !== undefined && x(cursor) >= labelPx) {
    c.strokeStyle = colours.ink
    line(c, Math.round(x(cursor)) + 0.5, 18, Math.round(x(cursor)) + 0.5, height)
  }
}

function line(c: CanvasRenderingContext2D, x1: number, y1: number, x2: number, y2: number): void {
  c.beginPath()
  c.moveTo(x1, y1)
  c.lineTo(x2, y2)
  c.stroke()
}

/** days closer than this lie on each other */
const densePx = 1.5
const trailY = 46
const stepPx = 34
type X = (day: number) => number

/** The line of months, and prints that walk along it. */
function months(
  data: TrailData,
  { context: c, width, height, window, colours, prints }: Drawing,
  x: X,
): void {
  const perDay = x(1) - x(0)
  const from = dayjs(dayAfter(data.first, Math.floor(window.from)))
  let month = from.startOf('month')
  const everyMonths = perDay * 30 > 60 ? 1 : perDay * 90 > 60 ? 3 : 12
  c.textAlign = 'left'
  c.textBaseline = 'alphabetic'
  c.font = font(13)
  for (let i = 0; i < 400; i++, month = month.add(1, 'month')) {
    const day = month.diff(dayjs(data.first), 'day')
    if (day > window.to) break
    if (month.month() % everyMonths !== 0) continue
    const at = Math.round(x(day)) + 0.5
    if (at < labelPx) continue
    c.strokeStyle = colours.grid
    line(c, at, 18, at, height)
    c.fillStyle = colours.soft
    c.fillText(month.format(month.month() === 0 || i === 0 ? 'MMM YYYY' : 'MMM'), at + 4, 14)
  }
  if (perDay > 14)
    for (let d = Math.ceil(window.from); d <= window.to; d++) {
      c.fillStyle = colours.soft
      c.font = font(11)
      if (x(d) > labelPx) c.fillText(dayjs(dayAfter(data.first, d)).format('D'), x(d) + 2, 28)
    }
  c.fillStyle = colours.print
  const scale = 20 / 254
  for (let i = 0, at = labelPx + 4; at < width - 12; i++, at += stepPx) {
    c.save()
    c.translate(at, trailY + (i % 2 === 0 ? -6 : 6))
    c.scale(scale, scale)
    c.fill(i % 2 === 0 ? prints.left : prints.right)
    c.restore()
  }
}

/** Visits: where the trail was stood on. */
function landings(data: TrailData, { context: c, colours }: Drawing, x: X): void {
  for (const { at, number } of data.visits) {
    const px = x(at)
    if (px < labelPx - 8) continue
    c.fillStyle = colours.act
    c.strokeStyle = colours.sheet
    c.lineWidth = 3
    c.beginPath()
    c.arc(px, trailY, 12, 0, 2 * Math.PI)
    c.stroke()
    c.fill()
    c.lineWidth = 1
    c.fillStyle = colours.sheet
    c.font = font(13, 700)
    c.textAlign = 'center'
    c.textBaseline = 'middle'
    c.fillText(String(number), px, trailY + 0.5)
  }
}

const drawBand: Record<Band, (data: TrailData, drawing: Drawing, place: Placed, x: X) => void> = {
  plans(data, { context: c, colours }, { top, height }, x) {
    for (const { from, to, line: plan, isInForce, phases } of data.plans) {
      const [a, b] = [x(from), x(to)]
      c.fillStyle = isInForce ? colours.act : colours.loadPale
      c.fillRect(a, top + 8, Math.max(2, b - a - 2), height - 16)
      // where a phase begins
      c.fillStyle = colours.sheet
      for (const phase of phases)
        if (phase.at > Math.max(from, 0)) c.fillRect(Math.round(x(phase.at)) - 1, top + 8, 1.5, height - 16)
      c.fillStyle = isInForce ? colours.sheet : colours.ink
      c.font = font(13, isInForce ? 700 : 400)
      c.textAlign = 'left'
      c.textBaseline = 'middle'
      const text = isInForce && b - a > 110 ? `version ${plan.number}, in force` : String(plan.number)
      if (b - a > 14)
        c.fillText(text, Math.max(a, labelPx) + 6, top + height / 2, b - Math.max(a, labelPx) - 8)
    }
  },
  minutes(data, { context: c, colours, window }, { top, height }, x) {
    const most = Math.max(60, ...data.weeks.map((week) => week.shoesMin + week.spacersMin))
    const floor = top + height - 16
    const scale = (height - 42) / most
    const week = x(7) - x(0)
    for (const { at, shoesMin, spacersMin, trained } of data.weeks) {
      const px = x(at)
      if (px + week < labelPx || at > window.to) continue
      const wide = Math.max(1, week - (week > 6 ? 1.5 : 0))
      c.fillStyle = colours.printDeep
      c.fillRect(px, floor - shoesMin * scale, wide, shoesMin * scale)
      c.fillStyle = colours.print
      c.fillRect(px, floor - (shoesMin + spacersMin) * scale, wide, spacersMin * scale)
      // days trained, one dot each
      if (week > 5) {
        c.fillStyle = colours.ink
        const step = Math.min(6, (wide - 2) / 7)
        for (let i = 0; i < Math.round(trained); i++) {
          c.beginPath()
          c.arc(px + 2 + step * (i + 0.5), floor + 8, Math.min(2.2, step / 2), 0, 2 * Math.PI)
          c.fill()
        }
      }
    }
    axisLabels(c, colours, [
      [`${Math.round(most)}`, floor - most * scale + 2],
      ['0', floor],
    ])
    legend(c, colours, top + 34, [
      ['new shoes', colours.printDeep],
      ['spacers', colours.print],
    ])
    c.fillStyle = colours.soft
  },
  pain(data, { context: c, colours, window }, { top, height }, x) {
    const floor = top + height - 10
    const y = (value: number) => floor - (value / 10) * (height - 22)
    c.strokeStyle = colours.grid
    for (const value of [0, 5, 10]) line(c, labelPx, y(value), 1e5, y(value))
    const shown = [
      ['pain', colours.loadDeep, []],
      ['firstSteps', colours.printDeep, [4, 3]],
    ] as const
    for (const [channel, colour, dash] of shown) {
      c.strokeStyle = colour
      c.lineWidth = channel === 'pain' ? 1.75 : 1
      c.setLineDash([...dash])
      c.beginPath()
      const isDense = x(1) - x(0) < densePx
      if (isDense) c.setLineDash([])
      let last = -Infinity
      let column = { px: -1, low: 0, high: 0 }
      for (const day of data.logged) {
        const value = day[channel]
        if (value === undefined || day.at < window.from - 7 || day.at > window.to + 7) continue
        const px = isDense ? Math.round(x(day.at)) : x(day.at)
        // of many days on one dot of the screen the least and the most are enough
        if (isDense && px === column.px && value >= column.low && value <= column.high) {
          last = day.at
          continue
        }
        column =
          px === column.px
            ? { px, low: Math.min(column.low, value), high: Math.max(column.high, value) }
            : { px, low: value, high: value }
        // a gap in the log is a gap in the line
        if (day.at - last > 7) c.moveTo(px, y(value))
        else c.lineTo(px, y(value))
        last = day.at
      }
      c.stroke()
    }
    c.setLineDash([])
    c.lineWidth = 1
    c.fillStyle = colours.oxide
    for (const day of data.logged)
      if (day.stops.length > 0 && day.at >= window.from) {
        c.beginPath()
        c.arc(x(day.at), y(10) + 6, 5, 0, 2 * Math.PI)
        c.fill()
      }
    axisLabels(c, colours, [
      ['10', y(10)],
      ['0', y(0)],
    ])
    legend(c, colours, top + 34, [
      ['worst of the day', colours.loadDeep],
      ['first steps', colours.printDeep],
    ])
  },
  shoes(data, { context: c, colours }, { top, height }, x) {
    const most = Math.max(40, ...data.shelves.map(({ shoes }) => shoes.reduce((sum, s) => sum + s.hours, 0)))
    const floor = top + height - 8
    const scale = (height - 34) / most
    const shades = [colours.loadDeep, colours.printDeep, colours.print, colours.loadPale]
    for (const { from, to, shoes } of data.shelves) {
      let y = floor
      const [a, b] = [x(from), x(to)]
      shoes.forEach(({ name, hours }, i) => {
        const tall = hours * scale
        c.fillStyle = shades[Math.min(i, shades.length - 1)]!
        c.fillRect(a, y - tall, Math.max(1, b - a - 1.5), tall - 1)
        if (tall > 13 && b - a > 60) {
          c.fillStyle = i < 2 ? colours.sheet : colours.ink
          c.font = font(12)
          c.textAlign = 'left'
          c.textBaseline = 'middle'
          c.fillText(name, Math.max(a, labelPx) + 5, y - tall / 2, b - Math.max(a, labelPx) - 8)
        }
        y -= tall
      })
    }
    axisLabels(c, colours, [
      [`${Math.round(most)} h`, floor - most * scale + 4],
      ['0', floor],
    ])
  },
  marks(data, { context: c, colours }, { top, height }, x) {
    for (const { at, kind } of data.marks) {
      const [px, py] = [x(at), top + height / 2]
      c.fillStyle = kind === 'stop' ? colours.oxide : kind === 'rule' ? colours.act : colours.soft
      c.beginPath()
      if (kind === 'rule') {
        c.moveTo(px, py - 7)
        c.lineTo(px + 7, py + 6)
        c.lineTo(px - 7, py + 6)
      } else c.arc(px, py, 5, 0, 2 * Math.PI)
      c.fill()
    }
  },
}

function axisLabels(
  c: CanvasRenderingContext2D,
  colours: TrailColours,
  labels: readonly [string, number][],
): void {
  c.restore()
  c.save()
  c.fillStyle = colours.soft
  c.font = font(11)
  c.textAlign = 'right'
  c.textBaseline = 'middle'
  for (const [text, y] of labels) c.fillText(text, labelPx - 6, y)
}

function legend(
  c: CanvasRenderingContext2D,
  colours: TrailColours,
  top: number,
  rows: readonly (readonly [string, string])[],
): void {
  c.font = font(12)
  c.textAlign = 'left'
  c.textBaseline = 'middle'
  rows.forEach(([text, colour], i) => {
    c.fillStyle = colour
    c.fillRect(8, top + i * 16 - 4, 10, 8)
    c.fillStyle = colours.soft
    c.fillText(text, 23, top + i * 16)
  })
}
