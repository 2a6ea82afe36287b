import { memo, useDeferredValue, useMemo, type KeyboardEvent, type PointerEvent } from 'react'
import { footShapeOf } from '@sturvo/core/footShape'
import { footToDrawing, svgPath } from '@sturvo/core/drawing'
import { fromShoe, type FitFoot, type FitReading, type Placing, type SpacerWidths } from '@sturvo/core/fit'
import type { Nudge } from '@sturvo/core/footwear'
import type { Point } from '@sturvo/core/geometry'
import type { ShoeOnFeet } from '@sturvo/core/reading'
import { medialSignImage, type Side } from '@sturvo/core/side'
import { footOutline } from '@sturvo/core/footShape'
import { num } from '@sturvo/words'
import { useDrag } from '../../../parts/useDrag'
import { useVisitFrame, useVisitReading } from '../visitContext'
import classes from './Fit.module.css'
import { notMoved, useFitting } from './useFitting'

export const fitSizeMm = { width: 620, height: 306 }
const heelLineMm = 288
const axisXMm: Record<Side, number> = { left: 178, right: 442 }
const stepMm = 0.5
const largeStepMm = 2
const stepDeg = 0.25
const labelFromMm = 0.5

type FitFootViewProps = { side: Side; on: ShoeOnFeet; spacersMm: SpacerWidths | undefined }

/** One foot over the shoe. The shoe is what moves: dragged, turned at its ring, or by keys. */
export function FitFootView({ side, on, spacersMm }: FitFootViewProps) {
  const { references } = useVisitFrame()
  const fitting = useFitting(on, side, spacersMm)
  const { fit, insole, outlineFootMm, foot, nudge } = fitting
  // words are slow to draw: while the hand moves they may come a frame late
  const said = useDeferredValue(fit)
  // both stay the same while the shoe moves: it is its place that changes
  const outline = useMemo(
    () => svgPath((outlineFootMm ?? []).map((p) => placed(p, side))),
    [outlineFootMm, side],
  )
  const inside = useMemo(() => svgPath(insole?.pointsMm ?? []), [insole])
  const front = insole?.pointsMm.reduce((a, p) => (p.y > a.y ? p : a))
  const sign = medialSignImage(side)
  const hold = { nudge, sign, reachMm: front?.y ?? 1, onMoved: fitting.move, onKept: fitting.keep }
  const slide = useShoeHand({ ...hold, isTurning: false })
  const turn = useShoeHand({ ...hold, isTurning: true })
  if (!fit || !insole || !outlineFootMm || !foot || !front)
    return (
      <text x={axisXMm[side]} y={heelLineMm / 2} textAnchor="middle" fontSize="11" fill="var(--soft)">
        no outline of the {side} foot yet
      </text>
    )
  const tip = placed(fromShoe(fit.placing)(front), side)
  const lying = matrixOf(fit.placing, side)
  const onKeyDown = (event: KeyboardEvent) => {
    const next = keyed(event, nudge, sign)
    if (!next) return
    event.preventDefault()
    event.stopPropagation()
    fitting.keep(next)
  }
  const clip = `own-${side}`
  return (
    <g
      tabIndex={0}
      role="group"
      aria-label={`Shoe under the ${side} foot: arrows move it, comma and full stop turn it`}
      className={classes.foot}
      onKeyDown={onKeyDown}
    >
      <clipPath id={clip}>
        <path d={outline} />
      </clipPath>
      <path d={outline} fill="url(#outside)" />
      {/* inside the shoe, skin; the stroke is the stretch of the upper, which does not count as outside */}
      <g clipPath={`url(#${clip})`}>
        <path
          d={inside}
          transform={lying}
          fill="var(--skin)"
          stroke="var(--skin)"
          strokeWidth={2 * references.upperStretchMm}
          strokeLinejoin="round"
        />
      </g>
      <OwnFoot side={side} foot={foot} outline={outline} />
      <path d={inside} transform={lying} className={classes.shoe} strokeDasharray="5 3.5" {...slide} />
      <circle cx={tip.x} cy={tip.y} r="7" className={classes.ring} {...turn}>
        <title>Turn {on.reading.shoe.name}</title>
      </circle>
      <Labels side={side} fit={said} />
      <text
        x={axisXMm[side]}
        y={heelLineMm + 14}
        textAnchor="middle"
        fontSize="10"
        fontWeight="700"
        fill={`var(--${side})`}
      >
        {side === 'left' ? '● left' : 'right ■'}
      </text>
    </g>
  )
}

type HandProps = {
  nudge: Nudge
  /** +1 where the inner side of the foot lies to the right of the picture */
  sign: number
  /** from the heel to the front of the shoe: the arm it is turned by */
  reachMm: number
  isTurning: boolean
  onMoved: (nudge: Nudge) => void
  onKept: (nudge: Nudge) => void
}

/** The hand that slides the shoe, or turns it at its front; what it did is kept when it lets go. */
function useShoeHand({ nudge, sign, reachMm, isTurning, onMoved, onKept }: HandProps) {
  return useDrag<{ toMm: (event: PointerEvent) => Point; at: Point; from: Nudge; last: Nudge }, SVGElement>({
    onDown: (event) => {
      event.stopPropagation()
      const toMm = pointerFrame(event.currentTarget)
      return { toMm, at: toMm(event), from: nudge, last: nudge }
    },
    onMove: (held, event) => {
      const p = held.toMm(event)
      const [dx, dy] = [(p.x - held.at.x) * sign, held.at.y - p.y]
      const { from } = held
      const last = isTurning
        ? { ...from, turnDeg: from.turnDeg - (Math.atan2(dx, reachMm) * 180) / Math.PI }
        : { ...from, xMm: from.xMm + dx, yMm: from.yMm + dy }
      onMoved(last)
      return { ...held, last }
    },
    onUp: ({ from, last }) => {
      if (last !== from) onKept(last)
    },
  })
}

function placed(p: Point, side: Side): Point {
  const q = footToDrawing(p, side)
  return { x: axisXMm[side] + q.x, y: heelLineMm + q.y }
}

/** The foot itself: it stays while the shoe moves, so it is drawn once. */
const OwnFoot = memo(function OwnFoot({
  side,
  foot,
  outline,
}: {
  side: Side
  foot: FitFoot
  outline: string
}) {
  const { facts, reading } = useVisitReading()
  const path = (points: readonly Point[], close = true) =>
    svgPath(
      points.map((p) => placed(p, side)),
      close,
    )
  const drawn =
    foot.from === 'drawn'
      ? footOutline(
          footShapeOf({
            side,
            foot: facts.feet[side],
            print: facts.prints[side],
            ballWidthMm: reading.look[side].ballWidthMm,
          }),
        )
      : undefined
  return (
    <>
      {drawn && (
        <g fill="none" stroke="var(--soft)" strokeWidth="0.5" opacity="0.7">
          {drawn.nailsFootMm.map((nail, i) => (
            <path key={i} d={path(nail)} />
          ))}
          {drawn.creasesFootMm.map((crease, i) => (
            <path key={i} d={path(crease, false)} />
          ))}
        </g>
      )}
      <path d={outline} fill="none" stroke={`var(--${side})`} strokeWidth="1.6" strokeLinejoin="round" />
    </>
  )
})

/** Frame of the shoe → drawing, as an SVG transform. */
function matrixOf(placing: Placing, side: Side): string {
  const lie = fromShoe(placing)
  const at = (x: number, y: number) => placed(lie({ x, y }), side)
  const [o, x, y] = [at(0, 0), at(1, 0), at(0, 1)]
  return `matrix(${[x.x - o.x, x.y - o.y, y.x - o.x, y.y - o.y, o.x, o.y].map((v) => v.toFixed(5)).join(' ')})`
}

/** From the screen to the drawing, asked for once a drag: asking makes the browser lay everything out. */
function pointerFrame(target: SVGElement): (event: PointerEvent) => Point {
  const matrix = target.ownerSVGElement?.getScreenCTM()?.inverse()
  return ({ clientX, clientY }) => {
    if (!matrix) return { x: 0, y: 0 }
    const p = new DOMPoint(clientX, clientY).matrixTransform(matrix)
    return { x: p.x, y: p.y }
  }
}

/** What a key does to the shoe; undefined for keys that mean something else. */
function keyed(event: KeyboardEvent, nudge: Nudge, sign: 1 | -1): Nudge | undefined {
  const by = event.shiftKey ? largeStepMm : stepMm
  switch (event.key) {
    case 'ArrowLeft':
      return { ...nudge, xMm: nudge.xMm - by * sign }
    case 'ArrowRight':
      return { ...nudge, xMm: nudge.xMm + by * sign }
    case 'ArrowUp':
      return { ...nudge, yMm: nudge.yMm + by }
    case 'ArrowDown':
      return { ...nudge, yMm: nudge.yMm - by }
    case ',':
      return { ...nudge, turnDeg: nudge.turnDeg + stepDeg * sign }
    case '.':
      return { ...nudge, turnDeg: nudge.turnDeg - stepDeg * sign }
    case 'Home':
      return notMoved
    default:
      return undefined
  }
}

const lineMm = 10.5
const sameMm = 22 // two regions that meet speak of one place

/** Distances where they are, the labels kept apart on each side of the foot. */
const Labels = memo(function Labels({ side, fit }: { side: Side; fit: FitReading | undefined }) {
  if (!fit) return null
  const place = (p: Point) => placed(p, side)
  const sign = medialSignImage(side)
  const out = fit.regions.flatMap((part) => {
    if (!part.atFootMm || part.mostMm < labelFromMm || part.isGuessed) return []
    return [
      { at: place(part.atFootMm), isRight: (part.edge === 'inner' ? 1 : -1) * sign > 0, mm: part.mostMm },
    ]
  })
  const tip = place(fit.longestToeFootMm)
  const rows = [false, true].flatMap((isRight) => {
    let last = -Infinity
    const own = out.filter((o) => o.isRight === isRight)
    return own
      .filter((o) => !own.some((other) => other.mm > o.mm && Math.abs(other.at.y - o.at.y) < sameMm))
      .sort((a, b) => a.at.y - b.at.y)
      .map((o) => {
        last = Math.max(o.at.y, last + lineMm)
        return { ...o, y: last }
      })
  })
  const edge = { false: axisXMm[side] - 76, true: axisXMm[side] + 66 }
  return (
    <g fontSize="9" pointerEvents="none">
      {rows.map(({ at, isRight, mm, y }, i) => {
        const x = edge[isRight ? 'true' : 'false'] + (side === 'left' ? 0 : 10)
        return (
          <g key={i}>
            <path
              d={`M${at.x} ${at.y}L${x + (isRight ? -2 : 2)} ${y - 3}`}
              stroke="var(--oxide)"
              strokeWidth="0.7"
            />
            <text x={x} y={y} textAnchor={isRight ? 'start' : 'end'} fill="var(--oxide)" fontWeight="700">
              {num(mm)} mm out
            </text>
          </g>
        )
      })}
      {fit.roomMm !== undefined && fit.roomMm >= 0 && (
        <g>
          <path
            d={`M${tip.x} ${tip.y}V${tip.y - fit.roomMm}m-3 0h6M${tip.x - 3} ${tip.y}h6`}
            stroke="var(--ink)"
            strokeWidth="0.9"
          />
          <text
            x={tip.x + (sign > 0 ? 10 : -10)}
            y={tip.y - fit.roomMm - 3}
            textAnchor={sign > 0 ? 'start' : 'end'}
            fill="var(--ink)"
          >
            {num(fit.roomMm, 0)} mm in front
          </text>
        </g>
      )}
      {fit.push && fit.push.extraDeg >= 1 && (
        <text
          x={edge[sign > 0 ? 'true' : 'false'] + (side === 'left' ? 0 : 10)}
          y={12}
          textAnchor={sign > 0 ? 'start' : 'end'}
          fill="var(--oxide)"
        >
          toe pushed {num(fit.push.extraDeg, 0)}°
        </text>
      )}
    </g>
  )
})
