import { Button, NumberInput, Slider } from '@mantine/core'
import { eyeTable, type EyeAnswer, type EyeQuestion } from '@sturvo/core/eye'
import { eyeOptionText, eyeText } from '@sturvo/words'
import { ChoiceRow } from '../../parts/ChoiceRow'
import classes from './EyeRoom.module.css'
import type { Draft } from './useDraft'

type AskPanelProps = {
  question: EyeQuestion
  draft: Draft
  onSubmit: (answer?: EyeAnswer) => void
}

/** Where the answer is given: a number by slider or keys, a choice, or the points on the photo. */
export function AskPanel({ question, draft, onSubmit }: AskPanelProps) {
  const { asks, kind } = question
  const { unit } = eyeTable[kind]
  const shownUnit = unit === 'index' ? '' : unit
  return (
    <form
      className={classes.ask}
      onSubmit={(event) => {
        event.preventDefault()
        onSubmit()
      }}
    >
      {(asks.ask === 'choice' || asks.ask === 'which') && (
        <ChoiceRow
          className={classes.options}
          name={eyeText[kind].ask}
          choices={asks.options.map((option, i) => ({ value: String(i), content: eyeOptionText[option] }))}
          value={draft.option === undefined ? undefined : String(draft.option)}
          onSet={(value) => value !== null && draft.setOption(Number(value))}
        />
      )}
      {(asks.ask === 'number' || asks.ask === 'which') && (
        <div className={classes.number}>
          <Slider
            className={classes.slider}
            thumbLabel={`${eyeText[kind].name}, slider`}
            min={asks.ask === 'number' ? asks.low : 0}
            max={asks.high}
            step={asks.ask === 'number' ? asks.step : 1}
            value={draft.number ?? (asks.ask === 'number' ? (asks.low + asks.high) / 2 : 0)}
            onChange={draft.setNumber}
            label={null}
            color={draft.number === undefined ? 'var(--line)' : undefined}
          />
          <NumberInput
            aria-label={`${eyeText[kind].name}, your answer`}
            data-answer
            w={110}
            hideControls
            placeholder={shownUnit}
            min={asks.ask === 'number' ? asks.low : 0}
            max={asks.high}
            clampBehavior="strict"
            decimalScale={asks.ask === 'number' && asks.step < 1 ? 2 : 0}
            suffix={shownUnit === '' ? '' : shownUnit === '°' ? '°' : ` ${shownUnit}`}
            value={draft.number ?? ''}
            onChange={(value) => draft.setNumber(typeof value === 'number' ? value : undefined)}
          />
        </div>
      )}
      {asks.ask === 'points' && (
        <p className={classes.soft}>
          Tap the points in their order, or move the cross with the arrow keys and press Enter.
        </p>
      )}
      <Button type="submit" disabled={draft.answer === undefined}>
        Answer
      </Button>
    </form>
  )
}
