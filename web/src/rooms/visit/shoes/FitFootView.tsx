import { useRef, type KeyboardEvent, type PointerEvent } from 'react'
import { footToDrawing, footShapeOf, svgPath } from '@sturvo/core/drawing'
import { fromShoe } from '@sturvo/core/fit'
import type { Nudge } from '@sturvo/core/footwear'
import type { Point } from '@sturvo/core/geometry'
import { medialSignImage, type Side } from '@sturvo/core/side'
import { footOutline } from '@sturvo/core/synthetic'
import { num } from '@sturvo/schema/words'
import { useOpenVisit } from '../visitContext'
import classes from './Fit.module.css'
import { notMoved, type Fitting } from './useFitting'

export const fitSizeMm = { width: 620, height: 306 }
const heelLineMm = 288
const axisXMm: Record<Side, number> = { left: 178, right: 442 }
const stepMm = 0.5
const largeStepMm = 2
const stepDeg = 0.25
const labelFromMm = 0.5

/** One foot over the shoe. The shoe is what moves: dragged, turned at its ring, or by keys. */
export function FitFootView({ side, shoeName, fitting }: { side: Side; shoeName: string; fitting: Fitting }) {
  const { references, facts, reading } = useOpenVisit()
  const drag = useRef<{ at: Point; from: Nudge; isTurning: boolean; last: Nudge }>(undefined)
  const { fit, insole, outlineFootMm, foot, nudge } = fitting
  if (!fit || !insole || !outlineFootMm || !foot)
    return (
      <text x={axisXMm[side]} y={heelLineMm / 2} textAnchor="middle" fontSize="11" fill="var(--soft)">
        no outline of the {side} foot yet
      </text>
    )
  const place = (p: Point): Point => {
    const q = footToDrawing(p, side)
    return { x: axisXMm[side] + q.x, y: heelLineMm + q.y }
  }
  const laid = insole.pointsMm.map(fromShoe(fit.placing)).map(place)
  const outline = outlineFootMm.map(place)
  const tip = laid.reduce((a, p) => (p.y < a.y ? p : a))
  const sign = medialSignImage(side)
  const onDown = (isTurning: boolean) => (event: PointerEvent<SVGElement>) => {
    event.stopPropagation()
    event.currentTarget.setPointerCapture(event.pointerId)
    drag.current = { at: pointerOf(event), from: nudge, isTurning, last: nudge }
  }
  const onMove = (event: PointerEvent<SVGElement>) => {
    const { current } = drag
    if (!current) return
    const p = pointerOf(event)
    const dx = (p.x - current.at.x) * sign
    const dy = -(p.y - current.at.y)
    const { from } = current
    current.last = current.isTurning
      ? { ...from, turnDeg: from.turnDeg - (Math.atan2(dx, insoleLength(laid)) * 180) / Math.PI }
      : { ...from, xMm: from.xMm + dx, yMm: from.yMm + dy }
    fitting.move(current.last)
  }
  const onUp = () => {
    const { current } = drag
    drag.current = undefined
    if (current && current.last !== current.from) fitting.keep(current.last)
  }
  const onKeyDown = (event: KeyboardEvent) => {
    const next = keyed(event, nudge, sign)
    if (!next) return
    event.preventDefault()
    event.stopPropagation()
    fitting.keep(next)
  }
  const hands = { onPointerMove: onMove, onPointerUp: onUp, onPointerCancel: onUp }
  const mask = `inside-${side}`
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
    <g
      tabIndex={0}
      role="group"
      aria-label={`Shoe under the ${side} foot: arrows move it, comma and full stop turn it`}
      className={classes.foot}
      onKeyDown={onKeyDown}
    >
      <mask
        id={mask}
        maskUnits="userSpaceOnUse"
        x="0"
        y="-40"
        width={fitSizeMm.width}
        height={fitSizeMm.height + 80}
      >
        <rect x="0" y="-40" width={fitSizeMm.width} height={fitSizeMm.height + 80} fill="white" />
        {/* the stroke is the stretch of the upper: what lies within it does not count as outside */}
        <path
          d={svgPath(laid)}
          fill="black"
          stroke="black"
          strokeWidth={2 * references.upperStretch}
          strokeLinejoin="round"
        />
      </mask>
      <path d={svgPath(outline)} fill="var(--skin)" />
      {drawn && (
        <g fill="none" stroke="var(--soft)" strokeWidth="0.5" opacity="0.7">
          {drawn.nailsFootMm.map((nail, i) => (
            <path key={i} d={svgPath(nail.map(place))} />
          ))}
          {drawn.creasesFootMm.map((crease, i) => (
            <path key={i} d={svgPath(crease.map(place), false)} />
          ))}
        </g>
      )}
      <path d={svgPath(outline)} fill="url(#outside)" mask={`url(#${mask})`} />
      <path
        d={svgPath(outline)}
        fill="none"
        stroke={`var(--${side})`}
        strokeWidth="1.6"
        strokeLinejoin="round"
      />
      <path
        d={svgPath(laid)}
        className={classes.shoe}
        strokeDasharray="5 3.5"
        onPointerDown={onDown(false)}
        {...hands}
      />
      <circle cx={tip.x} cy={tip.y} r="7" className={classes.ring} onPointerDown={onDown(true)} {...hands}>
        <title>Turn {shoeName}</title>
      </circle>
      <Labels side={side} fitting={fitting} place={place} />
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

function insoleLength(laid: readonly Point[]): number {
  const ys = laid.map((p) => p.y)
  return Math.max(...ys) - Math.min(...ys)
}

function pointerOf(event: PointerEvent<SVGElement>): Point {
  const matrix = event.currentTarget.ownerSVGElement?.getScreenCTM()
  if (!matrix) return { x: 0, y: 0 }
  const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse())
  return { x: p.x, y: p.y }
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
function Labels({ side, fitting, place }: { side: Side; fitting: Fitting; place: (p: Point) => Point }) {
  const { fit } = fitting
  if (!fit) return null
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
}
