import { measureTable, type WordMeasureId } from '@sturvo/core/measures'
import type { Side } from '@sturvo/core/side'
import { measureText, wordText } from '@sturvo/words'
import { ChoiceRow } from '../../../parts/ChoiceRow'
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
  return (
    <ChoiceRow
      className={classes.words}
      name={`${measureText[measure].name}, ${side}`}
      choices={words.map((word) => ({ value: word, content: wordText(measure, word) }))}
      value={value}
      isCell
      onSet={onSet}
    >
      {value === 'notTested' && <span className={classes.note}>not tested</span>}
      {value === 'unchanged' && <span className={classes.note}>unchanged</span>}
    </ChoiceRow>
  )
}
