import { Button, Modal } from '@mantine/core'
import { useState, type KeyboardEvent } from 'react'
import { svgPath } from '@sturvo/core/drawing'
import { closedCurve, openCurve } from '@sturvo/core/geometry'
import { gapRestMeasures, gapSpreadMeasures, toeGroundMeasures, toeMeasures } from '@sturvo/core/measures'
import type { Side } from '@sturvo/core/side'
import { num } from '@sturvo/words'
import { PainMap } from '../story/PainMap'
import { MirrorRows } from '../rows/MirrorRows'
import { pathOf, trialsOf } from '../rows/measureField'
import { useRecord, useVisitFields, useVisitReading } from '../visitContext'
import classes from './ToesPanel.module.css'

type ToeWord = 'straight' | 'bent, soft' | 'bent, fixed'
const toeWords: readonly ToeWord[] = ['straight', 'bent, soft', 'bent, fixed']
const names = ['big toe', 'second toe', 'third toe', 'fourth toe', 'little toe'] as const
const heights = [62, 60, 55, 49, 43] as const
const widths = [26, 18, 17, 16.5, 17] as const

/** One row of five small drawn toes per foot: tap for straight, bent soft, bent fixed; below, whether it touches. */
export function ToesPanel() {
  const [isSkinOpen, setSkinOpen] = useState(false)
  return (
    <MirrorRows title="toes">
      <div className={classes.panel}>
        <ToeRow side="left" />
        <div className={classes.legend}>
          <p>
            Tap a toe:
            <br />
            straight · bent soft · bent fixed
          </p>
          <p>
            Tap the line below it:
            <br />
            touches the ground · lifts
          </p>
          <Button size="compact-md" variant="default" onClick={() => setSkinOpen(true)}>
            Skin on the sole
          </Button>
        </div>
        <ToeRow side="right" />
      </div>
      <Modal
        opened={isSkinOpen}
        onClose={() => setSkinOpen(false)}
        title="Hard skin, scars and sore spots"
        size="xl"
      >
        <div className={classes.skin}>
          <PainMap views={['sole', 'top']} kind="skin" />
        </div>
      </Modal>
    </MirrorRows>
  )
}

function ToeRow({ side }: { side: Side }) {
  const fields = useVisitFields()
  const { facts } = useVisitReading()
  const record = useRecord()
  // as on the Mat: big toes to the middle
  const order = side === 'left' ? [4, 3, 2, 1, 0] : [0, 1, 2, 3, 4]
  const numbers = facts.feet[side].numbers
  return (
    <div className={classes.row} data-side={side} role="group" aria-label={`${side} toes`}>
      {order.map((i, at) => {
        const measure = toeMeasures[i]!
        const ground = toeGroundMeasures[i]!
        const word = trialsOf(fields, measure, side)[0] as ToeWord | undefined
        const touches = trialsOf(fields, ground, side)[0]
        const next = word === undefined ? toeWords[0] : toeWords[toeWords.indexOf(word) + 1]
        const nextGround = touches === undefined ? 'touches' : touches === 'touches' ? 'lifts' : undefined
        const gapAt = side === 'left' ? i - 1 : i
        const rest = numbers[gapRestMeasures[gapAt]!]
        const spread = numbers[gapSpreadMeasures[gapAt]!]
        return (
          <div key={measure} className={classes.cell}>
            <button
              type="button"
              className={classes.toe}
              data-word={word ?? 'open'}
              data-cell
              aria-label={`${side} ${names[i]}: ${word ?? 'not looked at'}`}
              title={`${names[i]}: ${word ?? 'not looked at'}`}
              onClick={() => record({ [pathOf(measure, side, 1)]: next ?? null })}
              onKeyDown={goAlong}
            >
              <ToeDrawing index={i} word={word} />
            </button>
            <button
              type="button"
              className={classes.ground}
              data-touches={typeof touches === 'string' ? touches : 'open'}
              aria-label={`${side} ${names[i]}: ${typeof touches === 'string' ? touches : 'ground not looked at'}`}
              onClick={() => record({ [pathOf(ground, side, 1)]: nextGround ?? null })}
            >
              {touches === 'lifts' ? 'lifts' : touches === 'touches' ? 'touches' : '·'}
            </button>
            {at < 4 && (rest !== undefined || spread !== undefined) && (
              <span className={classes.gap}>
                {rest === undefined ? '' : num(rest, 0)}
                {spread === undefined ? '' : `›${num(spread, 0)}`}
              </span>
            )}
          </div>
        )
      })}
    </div>
  )
}

/** Left and right go along the toes. */
function goAlong(event: KeyboardEvent<HTMLButtonElement>): void {
  const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key]
  if (!by) return
  const toes = [...document.querySelectorAll<HTMLButtonElement>(`.${classes.toe}`)]
  const next = toes[toes.indexOf(event.currentTarget) + by]
  if (!next) return
  event.preventDefault()
  next.focus()
}

/** A toe from above; bent ones are shorter, with the knuckle up; a fixed one carries a bar across the joint. */
function ToeDrawing({ index, word }: { index: number; word: ToeWord | undefined }) {
  const isBent = word === 'bent, soft' || word === 'bent, fixed'
  const h = heights[index]! * (isBent ? 0.82 : 1)
  const w = widths[index]!
  const top = 68 - h
  const x = 16
  const skin = closedCurve(
    [
      { x: x - w * 0.44, y: 70 },
      { x: x - w * 0.4, y: 70 - h * 0.35 },
      { x: x - w * (isBent ? 0.52 : 0.46), y: 70 - h * 0.62 },
      { x: x - w * 0.38, y: top + w * 0.22 },
      { x, y: top },
      { x: x + w * 0.38, y: top + w * 0.22 },
      { x: x + w * (isBent ? 0.52 : 0.46), y: 70 - h * 0.62 },
      { x: x + w * 0.4, y: 70 - h * 0.35 },
      { x: x + w * 0.44, y: 70 },
    ],
    8,
  )
  const nailTop = top + w * (isBent ? 0.1 : 0.22)
  const nailLength = w * (isBent ? 0.28 : 0.5)
  const nail = closedCurve(
    [
      { x: x - w * 0.27, y: nailTop + nailLength },
      { x: x - w * 0.26, y: nailTop + nailLength * 0.3 },
      { x, y: nailTop },
      { x: x + w * 0.26, y: nailTop + nailLength * 0.3 },
      { x: x + w * 0.27, y: nailTop + nailLength },
      { x, y: nailTop + nailLength * 1.12 },
    ],
    6,
  )
  const knuckleY = 70 - h * 0.58
  const crease = (y: number, bow: number) =>
    svgPath(
      openCurve(
        [
          { x: x - w * 0.28, y },
          { x, y: y + bow },
          { x: x + w * 0.28, y },
        ],
        6,
      ),
      false,
    )
  return (
    <svg viewBox="0 0 32 72" aria-hidden="true">
      <path d={svgPath(skin)} className={classes.skinLine} />
      <path d={svgPath(nail)} className={classes.fine} />
      {isBent ? (
        <>
          <path d={crease(knuckleY - 2.5, -2.4)} className={classes.fine} />
          <path d={crease(knuckleY + 2.5, 2.4)} className={classes.fine} />
        </>
      ) : (
        <path d={crease(knuckleY + 6, 1.4)} className={classes.fine} />
      )}
      {word === 'bent, fixed' && (
        <path d={`M${x - w * 0.62} ${knuckleY}h${w * 1.24}`} className={classes.barLine} />
      )}
    </svg>
  )
}
