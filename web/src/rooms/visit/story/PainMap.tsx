import type { KeyboardEvent, MouseEvent } from 'react'
import { useState } from 'react'
import { footShapeOf } from '@sturvo/core/footShape'
import { bodyView, svgPath, type BodyView } from '@sturvo/core/drawing'
import { markViews, type MarkKind, type MarkView } from '@sturvo/core/story'
import { bySide, sides, type BySide, type Side } from '@sturvo/core/side'
import { marksOf, type PlacedMark } from '@sturvo/schema'
import { markViewText } from '@sturvo/words'
import { newId } from '../../../app/newId'
import { useRecord, useVisitFields, useVisitReading } from '../visitContext'
import { MarkForm } from './MarkForm'
import classes from './PainMap.module.css'

const gapMm = 46
/** A mark put in by keyboard begins here and is moved with the arrow keys. */
const firstPlace: Record<MarkView, { across: number; along: number }> = {
  sole: { across: 0, along: 0.1 },
  top: { across: 0, along: 0.5 },
  inner: { across: 0.2, along: 0.4 },
  outer: { across: 0.1, along: 0.4 },
  back: { across: 0, along: 0.1 },
  leg: { across: 0, along: 0.78 },
}
const nudge = 0.02

/** Where it hurts, on this client's own feet from six sides: tap to mark, tap a mark to describe it. */
export function PainMap({
  views = markViews,
  kind = 'pain',
}: {
  views?: readonly MarkView[]
  /** what a new mark is at first */
  kind?: MarkKind
}) {
  const fields = useVisitFields()
  const { facts, reading } = useVisitReading()
  const record = useRecord()
  const [view, setView] = useState<MarkView>(() => busiestView(marksOf(fields), views))
  const [chosen, setChosen] = useState<string>()
  const marks = marksOf(fields)
  const drawings = (of: MarkView) =>
    bySide((side) =>
      bodyView(
        of,
        footShapeOf({
          side,
          foot: facts.feet[side],
          print: facts.prints[side],
          ballWidthMm: reading.look[side].ballWidthMm,
        }),
      ),
    )
  const add = (side: Side, place: { across: number; along: number }) => {
    const id = newId()
    record({ [`mark.${id}`]: { side, view, ...rounded(place), kind, when: [] } })
    setChosen(id)
  }
  const here = marks.filter((mark) => mark.view === view)
  const open = marks.find((mark) => mark.id === chosen && mark.view === view)
  return (
    <div className={classes.map}>
      <div className={classes.views} role="tablist" aria-label="View of the foot" aria-orientation="vertical">
        {views.map((each) => (
          <button
            key={each}
            type="button"
            role="tab"
            aria-selected={each === view}
            onClick={() => setView(each)}
          >
            <SmallView drawings={drawings(each)} />
            <span>{markViewText[each]}</span>
            <CountOf marks={marks} view={each} />
          </button>
        ))}
      </div>
      <BigView
        view={view}
        drawings={drawings(view)}
        marks={here}
        chosen={open?.id}
        onAdded={add}
        onChosen={setChosen}
        onChanged={({ id, ...mark }) => record({ [`mark.${id}`]: mark })}
        onTakenAway={(id) => record({ [`mark.${id}`]: null })}
      />
      <div className={classes.form}>
        {open ? (
          <MarkForm key={open.id} mark={open} onDone={() => setChosen(undefined)} />
        ) : (
          <p className={classes.hint}>
            {here.length === 0
              ? kind === 'pain'
                ? 'Tap where it is sore.'
                : 'Tap where the skin is hard.'
              : 'Tap a mark to say more, or tap where else it is sore.'}
          </p>
        )}
      </div>
    </div>
  )
}

/** The view with the first mark; with none, the first on offer. */
function busiestView(marks: readonly PlacedMark[], views: readonly MarkView[]): MarkView {
  return marks.find((mark) => views.includes(mark.view))?.view ?? views[0] ?? 'sole'
}

function CountOf({ marks, view }: { marks: readonly PlacedMark[]; view: MarkView }) {
  const count = marks.filter((mark) => mark.view === view).length
  return count === 0 ? null : <em aria-label={`${count} ${count === 1 ? 'mark' : 'marks'}`}>{count}</em>
}

function rounded({ across, along }: { across: number; along: number }) {
  const r = (value: number, low: number, high: number) =>
    Math.min(high, Math.max(low, Math.round(value * 1000) / 1000))
  return { across: r(across, -1, 1), along: r(along, -0.1, 1.2) }
}

function boxOf(drawings: BySide<BodyView>) {
  const { left, right } = drawings
  return {
    width: left.widthMm + right.widthMm + gapMm,
    height: Math.max(left.heightMm, right.heightMm),
    leftOf: (side: Side) => (side === 'left' ? 0 : left.widthMm + gapMm),
    topOf: (side: Side) => Math.max(left.heightMm, right.heightMm) - drawings[side].heightMm,
  }
}

function Skin({ drawing }: { drawing: BodyView }) {
  return (
    <>
      {drawing.skin.map((ring, i) => (
        <path key={i} d={svgPath(ring)} className={classes.skin} />
      ))}
      {drawing.lines.map((line, i) => (
        <path key={i} d={svgPath(line.points, line.closed)} className={classes.line} />
      ))}
    </>
  )
}

function SmallView({ drawings }: { drawings: BySide<BodyView> }) {
  const box = boxOf(drawings)
  return (
    <svg viewBox={`0 0 ${box.width} ${box.height}`} aria-hidden="true">
      {sides.map((side) => (
        <g key={side} transform={`translate(${box.leftOf(side)} ${box.topOf(side)})`}>
          <Skin drawing={drawings[side]} />
        </g>
      ))}
    </svg>
  )
}

type BigViewProps = {
  view: MarkView
  drawings: BySide<BodyView>
  marks: readonly PlacedMark[]
  chosen: string | undefined
  onAdded: (side: Side, place: { across: number; along: number }) => void
  onChosen: (id: string) => void
  onChanged: (mark: PlacedMark) => void
  onTakenAway: (id: string) => void
}

function BigView({ view, drawings, marks, chosen, onAdded, onChosen, onChanged, onTakenAway }: BigViewProps) {
  const box = boxOf(drawings)
  // a low view is as wide as it is; words and marks keep their size on the screen
  const unit = Math.max(box.height, box.width * 0.55) / 100
  const placeAt = (event: MouseEvent<SVGGElement>, side: Side) => {
    const matrix = event.currentTarget.getScreenCTM()
    if (!matrix) return undefined
    const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse())
    return drawings[side].toPlace({ x: p.x, y: p.y })
  }
  const onMarkKey = (event: KeyboardEvent, mark: PlacedMark) => {
    const steps: Record<string, [number, number]> = {
      ArrowUp: [0, -1],
      ArrowDown: [0, 1],
      ArrowLeft: [-1, 0],
      ArrowRight: [1, 0],
    }
    const step = steps[event.key]
    if (event.key === 'Delete' || event.key === 'Backspace') onTakenAway(mark.id)
    else if (event.key === 'Enter') onChosen(mark.id)
    else if (step) {
      const d = drawings[mark.side]
      const p = d.toDrawing(mark)
      const by = nudge * box.height
      onChanged({ ...mark, ...rounded(d.toPlace({ x: p.x + step[0] * by, y: p.y + step[1] * by })) })
    } else return
    event.preventDefault()
    event.stopPropagation()
  }
  return (
    <svg
      viewBox={`-6 -6 ${box.width + 12} ${box.height + unit * 8 + 8}`}
      className={classes.big}
      role="group"
      aria-label={`${markViewText[view]} of both feet, left on the left`}
    >
      {sides.map((side) => (
        <g
          key={side}
          transform={`translate(${box.leftOf(side)} ${box.topOf(side)})`}
          className={classes.tappable}
          role="button"
          tabIndex={0}
          data-pain={side}
          aria-label={`${side}, ${markViewText[view]}: tap where it is sore`}
          onClick={(event) => {
            const place = placeAt(event, side)
            if (place) onAdded(side, place)
          }}
          onKeyDown={(event) => {
            if (event.key === 'Enter' && event.target === event.currentTarget) onAdded(side, firstPlace[view])
          }}
        >
          <Skin drawing={drawings[side]} />
        </g>
      ))}
      {marks.map((mark) => {
        const d = drawings[mark.side]
        const p = d.toDrawing(mark)
        return (
          <g
            key={mark.id}
            transform={`translate(${box.leftOf(mark.side) + p.x} ${box.topOf(mark.side) + p.y})`}
            role="button"
            tabIndex={0}
            aria-label={`${mark.side}, ${mark.kind}${mark.worst === undefined ? '' : ` ${mark.worst} of 10`}: say more`}
            aria-pressed={mark.id === chosen}
            className={classes.mark}
            data-kind={mark.kind}
            onClick={(event) => {
              event.stopPropagation()
              onChosen(mark.id)
            }}
            onKeyDown={(event) => onMarkKey(event, mark)}
          >
            <circle r={unit * 9} className={classes.reach} />
            <MarkSign mark={mark} size={unit * 3.4} />
          </g>
        )
      })}
      <g fontSize={unit * 5} fontWeight="700">
        {sides.map((side) => (
          <text
            key={side}
            x={box.leftOf(side) + drawings[side].widthMm / 2}
            y={box.height + unit * 5.5}
            textAnchor="middle"
            fill={`var(--${side})`}
          >
            {side === 'left' ? '● left' : 'right ■'}
          </text>
        ))}
      </g>
    </svg>
  )
}

const leastRing = 0.7
const ringPerPoint = 0.06

/** Pain is a crossed ring, larger the worse; hard skin a dotted ring; a scar a stitched line. */
function MarkSign({ mark, size }: { mark: PlacedMark; size: number }) {
  const r = size * (mark.kind === 'pain' ? leastRing + ringPerPoint * (mark.worst ?? 5) : 1)
  if (mark.kind === 'scar')
    return (
      <path
        d={`M${-r * 1.5} 0h${r * 3}M${-r} ${-r * 0.5}v${r}M0 ${-r * 0.5}v${r}M${r} ${-r * 0.5}v${r}`}
        className={classes.sign}
      />
    )
  return (
    <>
      <circle r={r} className={classes.sign} strokeDasharray={mark.kind === 'skin' ? '1.5 2' : undefined} />
      {mark.kind === 'pain' && (
        <path
          d={`M${-r / 2} ${-r / 2}L${r / 2} ${r / 2}M${r / 2} ${-r / 2}L${-r / 2} ${r / 2}`}
          className={classes.sign}
        />
      )}
    </>
  )
}
