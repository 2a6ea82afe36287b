import { measureTable, type WordMeasureId } from '@sturvo/core/measures'
import type { Side } from '@sturvo/core/side'
import { measureText } from '@sturvo/schema/words'
import classes from './MirrorRows.module.css'

type WordCellProps = {
  measure: WordMeasureId
  side: Side
  value: unknown
  onSet: (value: string | null) => void
}

/** A few words as one row of large choices; the chosen one again takes it away. */
export function WordCell({ measure, side, value, onSet }: WordCellProps) {
  const words: readonly string[] = measureTable[measure].words
  const focused = words.findIndex((word) => word === value)
  return (
    <div className={classes.words} role="radiogroup" aria-label={`${measureText[measure].name}, ${side}`}>
      {words.map((word, i) => (
        <button
          key={word}
          type="button"
          role="radio"
          aria-checked={word === value}
          tabIndex={i === Math.max(0, focused) ? 0 : -1}
          {...(i === Math.max(0, focused) ? { 'data-cell': '' } : {})}
          onClick={() => onSet(word === value ? null : word)}
          onKeyDown={(event) => {
            const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0
            const next = words[i + by]
            if (by === 0 || next === undefined) return
            event.preventDefault()
            event.stopPropagation()
            onSet(next)
            const sibling =
              by > 0 ? event.currentTarget.nextElementSibling : event.currentTarget.previousElementSibling
            if (sibling instanceof HTMLElement) sibling.focus()
          }}
        >
          {word}
        </button>
      ))}
      {value === 'notTested' && <span className={classes.note}>not tested</span>}
    </div>
  )
}
