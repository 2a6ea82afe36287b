import { Button } from '@mantine/core'
import { useState } from 'react'
import type { CautionQuestion } from '@sturvo/core/cautions'
import { cautionQuestionText } from '@sturvo/words'
import { useRecord, useVisitReading } from '../visitContext'
import classes from '../steps/steps.module.css'

/** Asked of everybody before anything else; a child gets one question more. */
export function RedFlags() {
  const { facts, reading } = useVisitReading()
  const record = useRecord()
  const { asked, unanswered: open } = reading.cautions
  const [isUnfolded, setUnfolded] = useState(false)
  const yes = asked.filter((question) => facts.cautionAnswers[question] === true)
  const put = (question: CautionQuestion, value: boolean) =>
    record({
      [`answer.caution:${question}`]: value === facts.cautionAnswers[question] ? null : value,
    })
  if (open.length === 0 && !isUnfolded)
    return (
      <fieldset className={classes.plain}>
        <legend>Ask first</legend>
        <p className={classes.answered}>
          All {asked.length} asked:{' '}
          <strong>
            {yes.length === 0 ? 'none of them' : yes.map((q) => cautionQuestionText[q]).join('; ')}
          </strong>
          <Button size="compact-sm" variant="subtle" onClick={() => setUnfolded(true)}>
            Look at the answers
          </Button>
        </p>
      </fieldset>
    )
  return (
    <fieldset className={classes.plain}>
      <legend>Ask first</legend>
      <div className={classes.questions}>
        {asked.map((question) => {
          const answer = facts.cautionAnswers[question]
          return (
            <div
              key={question}
              role="radiogroup"
              aria-label={cautionQuestionText[question]}
              className={classes.question}
              data-stop
              data-yes={answer === true}
            >
              <span>{cautionQuestionText[question]}</span>
              <button
                type="button"
                role="radio"
                aria-checked={answer === false}
                onClick={() => put(question, false)}
              >
                no
              </button>
              <button
                type="button"
                role="radio"
                aria-checked={answer === true}
                onClick={() => put(question, true)}
              >
                yes
              </button>
            </div>
          )
        })}
      </div>
      {open.length > 0 && (
        <p className={classes.actions}>
          <Button
            size="compact-md"
            variant="default"
            onClick={() => record(Object.fromEntries(open.map((q) => [`answer.caution:${q}`, false])))}
          >
            {open.length === asked.length
              ? 'Asked all: none of these'
              : `Asked: none of the other ${open.length}`}
          </Button>
        </p>
      )}
    </fieldset>
  )
}
