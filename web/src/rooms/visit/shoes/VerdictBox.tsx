import { NumberInput, Textarea } from '@mantine/core'
import { verdictChoices } from '@sturvo/core/footwear'
import type { ShoeOnFeet } from '@sturvo/core/reading'
import { openVerdictText, reasonText, verdictSentence, verdictText } from '@sturvo/words'
import { ChoiceRow } from '../../../parts/ChoiceRow'
import { useMayDecide } from '../../../parts/useMayDecide'
import classes from './Verdict.module.css'
import { useShoeChange } from './useShelf'

/** What speaks for and against a shoe, what follows from it, and what the practitioner decides. */
export function VerdictBox({ on }: { on: ShoeOnFeet }) {
  const change = useShoeChange()
  const mayDecide = useMayDecide()
  const { shoe } = on.reading
  const { verdict } = on
  const own = shoe.ownVerdict
  return (
    <section className={classes.verdict} aria-label={`Verdict, ${shoe.name}`} data-own={own !== undefined}>
      <h3>{verdictSentence(own ?? verdict)}</h3>
      {own && (
        <p className={classes.soft}>
          Your decision. From the numbers: {verdictSentence(verdict).toLowerCase()}.
        </p>
      )}
      {verdict.isOpen ? (
        <p className={classes.soft}>{openVerdictText(verdict)}</p>
      ) : (
        <ul>
          {verdict.against.map((reason, i) => (
            <li key={`a${i}`} data-side="against">
              {reasonText(reason)}
            </li>
          ))}
          {verdict.inFavour.map((reason, i) => (
            <li key={`f${i}`} data-side="for">
              {reasonText(reason)}
            </li>
          ))}
        </ul>
      )}
      {mayDecide && (
        <ChoiceRow
          name="Your verdict"
          className={classes.choices}
          choices={verdictChoices.map((value) => ({ value, content: verdictText[value] }))}
          value={own?.choice}
          onSet={(choice) =>
            change(shoe, {
              ownVerdict:
                choice === null
                  ? undefined
                  : { ...own, choice, hoursPerWeek: own?.hoursPerWeek ?? verdict.hoursPerWeek },
            })
          }
        />
      )}
      {own && mayDecide && (
        <div className={classes.decided}>
          {(own.choice === 'limit' || own.choice === 'letGo') && (
            <NumberInput
              label="At most a week"
              suffix=" h"
              min={0}
              max={168}
              clampBehavior="strict"
              hideControls
              value={own.hoursPerWeek ?? ''}
              onChange={(hours) =>
                change(shoe, {
                  ownVerdict: { ...own, hoursPerWeek: typeof hours === 'number' ? hours : undefined },
                })
              }
            />
          )}
          <Textarea
            label="Note"
            autosize
            minRows={1}
            maxLength={400}
            value={own.note ?? ''}
            onChange={(event) => change(shoe, { ownVerdict: { ...own, note: event.currentTarget.value } })}
          />
        </div>
      )}
    </section>
  )
}
