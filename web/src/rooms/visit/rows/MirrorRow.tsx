import { Tooltip } from '@mantine/core'
import type { KeyboardEvent } from 'react'
import { isNumberMeasure, measureStates, type MeasureId } from '@sturvo/core/measures'
import { otherSide, sides, type BySide, type Side } from '@sturvo/core/side'
import { measureWords } from '@sturvo/words'
import { useRecord, useVisitFields, useVisitFrame } from '../visitContext'
import { pathOf, trialsOf, unitShown } from './measureField'
import classes from './MirrorRows.module.css'
import { NumberCell } from './NumberCell'
import { WordCell } from './WordCell'

type MirrorRowProps = {
  measure: MeasureId
  /** why this row is shown, for the curious */
  why?: string
  /** a client may try and not be able to: one leg, heel raises */
  mayFail?: boolean
  /** at a re-test: the value of before, by side */
  before?: BySide<string | undefined> | undefined
}

/** One measure, left and right. */
export function MirrorRow({ measure, why, mayFail = false, before }: MirrorRowProps) {
  const { person, references } = useVisitFrame()
  const words = measureWords(measure, references)
  const unit = isNumberMeasure(measure) ? unitShown(measure, person) : ''
  const note = words.note.replace(/^(mm|kg)\b/, unit)
  return (
    <div className={classes.row} data-row={measure} onFocus={markUsed}>
      <MirrorCell measure={measure} side="left" mayFail={mayFail} before={before?.left} />
      <div className={classes.name}>
        <Tooltip
          label={`${words.help}${why ? ` Why this row: ${why}` : ''}`}
          events={{ hover: true, focus: true, touch: true }}
        >
          <button type="button">
            {words.name}
            <small>{note || unit}</small>
          </button>
        </Tooltip>
      </div>
      <MirrorCell measure={measure} side="right" mayFail={mayFail} before={before?.right} />
    </div>
  )
}

/** The row used last is the one that L and R come back to. */
function markUsed(event: { currentTarget: HTMLElement }): void {
  document.querySelectorAll('[data-used]').forEach((row) => row.removeAttribute('data-used'))
  event.currentTarget.setAttribute('data-used', '')
}

type MirrorCellProps = { measure: MeasureId; side: Side; mayFail: boolean; before: string | undefined }

function MirrorCell({ measure, side, mayFail, before }: MirrorCellProps) {
  const fields = useVisitFields()
  const record = useRecord()
  const trials = trialsOf(fields, measure, side)
  const others = trialsOf(fields, measure, otherSide(side))
  const state = measureStates.find((each) => trials.includes(each))
  const set = (trial: number, value: unknown) => record({ [pathOf(measure, side, trial)]: value })
  const clearAll = () => Object.fromEntries(trials.map((_, i) => [pathOf(measure, side, i + 1), null]))
  const does = {
    same: () => others.length > 0 && record({ ...clearAll(), [pathOf(measure, side, 1)]: others[0] }),
    notTested: () =>
      record({ ...clearAll(), [pathOf(measure, side, 1)]: state === 'notTested' ? null : 'notTested' }),
    cannot: () => record({ ...clearAll(), [pathOf(measure, side, 1)]: state === 'cannot' ? null : 'cannot' }),
    unchanged: () =>
      before !== undefined &&
      record({ ...clearAll(), [pathOf(measure, side, 1)]: state === 'unchanged' ? null : 'unchanged' }),
    again: () => document.querySelector<HTMLElement>(`[data-again="${measure}.${side}"]`)?.focus(),
  }
  const onKeyDown = (event: KeyboardEvent<HTMLDivElement>) => {
    const doer = { '=': does.same, n: does.notTested, a: does.again, u: does.unchanged }[
      event.key.toLowerCase()
    ]
    if (doer && !event.ctrlKey && !event.metaKey) {
      event.preventDefault()
      event.stopPropagation()
      doer()
    } else moveAlong(event, side)
  }
  const isNumber = isNumberMeasure(measure)
  return (
    <div className={classes.cell} data-side={side} onKeyDown={onKeyDown}>
      {isNumber ? (
        <NumberCell measure={measure} side={side} trials={trials} state={state} onSet={set} />
      ) : (
        <WordCell measure={measure} side={side} value={trials[0]} onSet={(value) => set(1, value)} />
      )}
      {before !== undefined && <span className={classes.note}>before: {before}</span>}
      <div className={classes.tools}>
        <Tooltip label={`Same as ${otherSide(side)} (=)`}>
          <button type="button" aria-label={`${side}: same as ${otherSide(side)}`} onClick={does.same}>
            =
          </button>
        </Tooltip>
        <Tooltip label="Not tested (N)">
          <button
            type="button"
            aria-label={`${side}: n/t, not tested`}
            aria-pressed={state === 'notTested'}
            onClick={does.notTested}
          >
            n/t
          </button>
        </Tooltip>
        {before !== undefined && (
          <Tooltip label="Measured again and the same: kept as a trial, without a number of its own (U)">
            <button
              type="button"
              aria-label={`${side}: unchanged`}
              aria-pressed={state === 'unchanged'}
              data-unchanged={`${measure}.${side}`}
              onClick={does.unchanged}
            >
              unchanged
            </button>
          </Tooltip>
        )}
        {mayFail && (
          <Tooltip label="Tried, and cannot">
            <button
              type="button"
              aria-label={`${side}: tried, cannot`}
              aria-pressed={state === 'cannot'}
              onClick={does.cannot}
            >
              cannot
            </button>
          </Tooltip>
        )}
      </div>
    </div>
  )
}

/** Arrow keys go along the rows like a table: up and down in a column, left and right at the ends of a field. */
function moveAlong(event: KeyboardEvent<HTMLDivElement>, side: Side): void {
  const target = event.target
  if (!(target instanceof HTMLElement) || target.dataset.cell === undefined) return
  const row = target.closest('[data-row]')
  const rows = [...document.querySelectorAll('[data-row]')]
  const at = row ? rows.indexOf(row) : -1
  const cellOf = (in_: Element | undefined, of: Side) =>
    in_?.querySelector<HTMLElement>(`[data-side="${of}"] [data-cell]`)
  const caret = target instanceof HTMLInputElement ? target.selectionStart : 0
  const length = target instanceof HTMLInputElement ? target.value.length : 0
  const goals: Record<string, HTMLElement | null | undefined> = {
    ArrowUp: cellOf(rows[at - 1], side),
    ArrowDown: cellOf(rows[at + 1], side),
    Enter: target instanceof HTMLInputElement ? cellOf(rows[at + 1], side) : undefined,
    ArrowLeft: side === sides[1] && caret === 0 ? cellOf(rows[at], 'left') : undefined,
    ArrowRight: side === sides[0] && caret === length ? cellOf(rows[at], 'right') : undefined,
  }
  const goal = goals[event.key]
  if (!goal) return
  event.preventDefault()
  goal.focus()
}
