import { useState } from 'react'
import { measureTable, trialUseOf, type NumberMeasureId } from '@sturvo/core/measures'
import { mostTrials } from '@sturvo/schema'
import type { Side } from '@sturvo/core/side'
import { measureText } from '@sturvo/words'
import { useVisitFrame } from '../visitContext'
import { readTyped, shownNumber } from './measureField'
import { AfterDrill } from './AfterDrill'
import classes from './MirrorRows.module.css'
import { TrialDots } from './TrialDots'

type NumberCellProps = {
  measure: NumberMeasureId
  side: Side
  trials: unknown[]
  state: unknown
  onSet: (trial: number, value: number | null) => void
}

/** The trials of one number, an empty field for the next, where they lie, and what is odd about them. */
export function NumberCell({ measure, side, trials, state, onSet }: NumberCellProps) {
  const { practice } = useVisitFrame()
  // a trial that was taken away leaves its place empty: the ones after it keep their number
  const entries = trials.flatMap((value, i) => (typeof value === 'number' ? [{ trial: i + 1, value }] : []))
  /** the trial that "again" asked for; its field takes the caret */
  const [asked, setAsked] = useState<number>()
  const isAgain = asked !== undefined
  const use = trialUseOf(measure, practice.trialUses)
  const next = entries.length === 0 ? 1 : trials.length + 1
  const isNextShown = entries.length === 0 || (isAgain && next <= mostTrials)
  const shown: { trial: number; value: number | undefined }[] = isNextShown
    ? [...entries, { trial: next, value: undefined }]
    : entries
  const note =
    state === 'notTested'
      ? 'not tested'
      : state === 'cannot'
        ? 'cannot'
        : state === 'unchanged'
          ? 'unchanged'
          : entries.length > 1
            ? `${use} of ${entries.length}`
            : ''
  return (
    <>
      {shown.map(({ trial, value }) => (
        <NumberField
          key={trial}
          measure={measure}
          side={side}
          trial={trial}
          value={value}
          placeholder={state ? '·' : '–'}
          onSet={(set) => onSet(trial, set)}
          isAsked={trial === asked}
          onLeft={() => setAsked(undefined)}
        />
      ))}
      {entries.length > 0 && !isAgain && next <= mostTrials && (
        <span className={classes.tools}>
          <button
            type="button"
            aria-label={`${side}: again, a second trial`}
            data-again={`${measure}.${side}`}
            title="Again: a second trial (A)"
            onFocus={() => setAsked(next)}
            onClick={() => setAsked(next)}
          >
            again
          </button>
        </span>
      )}
      <AfterDrill measure={measure} side={side} trials={entries.map((e) => e.value)} />
      {entries.length > 1 ? (
        <TrialDots measure={measure} side={side} trials={entries.map((e) => e.value)} note={note} />
      ) : (
        note !== '' && <span className={classes.note}>{note}</span>
      )}
    </>
  )
}

type NumberFieldProps = {
  measure: NumberMeasureId
  side: Side
  trial: number
  value: number | undefined
  placeholder: string
  onSet: (value: number | null) => void
  isAsked: boolean
  onLeft: () => void
}

function NumberField({ measure, side, trial, value, placeholder, onSet, isAsked, onLeft }: NumberFieldProps) {
  const { person } = useVisitFrame()
  const [typed, setTyped] = useState<string>()
  const shown = value === undefined ? '' : String(shownNumber(measure, value, person))
  const text = typed ?? shown
  const read = readTyped(text, measure, person)
  const problem =
    read.kind === 'wrong'
      ? read.sentence
      : read.kind === 'value' && read.isUnusual
        ? 'Unusual: please check.'
        : ''
  const type = (next: string) => {
    setTyped(next)
    const now = readTyped(next, measure, person)
    if (now.kind === 'value') onSet(now.value)
    if (now.kind === 'empty' && value !== undefined) onSet(null)
  }
  const stepBy = (sign: number) => {
    const { step, possible, plausible } = measureTable[measure]
    const from = value ?? (plausible[0] + plausible[1]) / 2
    setTyped(undefined)
    onSet(Math.min(possible[1], Math.max(possible[0], Math.round((from + sign * step) / step) * step)))
  }
  const label = `${measureText[measure].name}, ${side}${trial > 1 ? `, trial ${trial}` : ''}`
  const problemId = `${measure}-${side}-${trial}-problem`
  return (
    <>
      <span className={classes.box}>
        <button
          type="button"
          tabIndex={-1}
          className={classes.step}
          aria-label={`${label}: less`}
          onClick={() => stepBy(-1)}
        >
          −
        </button>
        <input
          inputMode="decimal"
          autoComplete="off"
          aria-label={label}
          aria-invalid={read.kind === 'wrong'}
          aria-describedby={problem === '' ? undefined : problemId}
          autoFocus={isAsked}
          data-cell
          data-figures
          placeholder={placeholder}
          value={text}
          onChange={(event) => type(event.currentTarget.value)}
          onBlur={(event) => {
            // what was refused stays to be mended
            if (read.kind !== 'wrong') setTyped(undefined)
            // on the way to the next trial of the same cell the empty field stays
            const cell = event.currentTarget.closest('[data-side]')
            if (!cell?.contains(event.relatedTarget)) onLeft()
          }}
        />
        <button
          type="button"
          tabIndex={-1}
          className={classes.step}
          aria-label={`${label}: more`}
          onClick={() => stepBy(1)}
        >
          +
        </button>
      </span>
      {problem !== '' && (
        <span className={classes.note} id={problemId} data-problem role="status">
          {problem}
        </span>
      )}
    </>
  )
}
