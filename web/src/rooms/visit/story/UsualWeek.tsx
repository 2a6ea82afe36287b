import { Button, Checkbox, NumberInput } from '@mantine/core'
import { useState } from 'react'
import { answerOf, type AnswerKey } from '@sturvo/schema'
import { useRecord, useVisitFields, useVisitReading } from '../visitContext'
import classes from '../steps/steps.module.css'
import { WeekPainter } from './WeekPainter'

const hoursInAWeek = 168

/** The load of a usual week: a few numbers, or painted day by day; what is painted counts. */
export function UsualWeek() {
  const fields = useVisitFields()
  const hasWeek = (answerOf(fields, 'week') ?? []).length > 0
  const [isPainting, setPainting] = useState(hasWeek)
  return (
    <fieldset className={classes.plain}>
      <legend>Usual week</legend>
      {isPainting || hasWeek ? (
        <WeekPainter />
      ) : (
        <>
          <div className={classes.three}>
            <HoursAnswer answer="hoursStanding" label="Standing" />
            <HoursAnswer answer="hoursWalking" label="Walking" />
            <HoursAnswer answer="hoursTraining" label="Training" />
            <RunsAnswer />
          </div>
          <p className={classes.actions}>
            <Button size="compact-md" variant="default" onClick={() => setPainting(true)}>
              Paint the week instead
            </Button>
          </p>
        </>
      )}
    </fieldset>
  )
}

function HoursAnswer({ answer, label }: { answer: AnswerKey & `hours${string}`; label: string }) {
  const fields = useVisitFields()
  const record = useRecord()
  return (
    <NumberInput
      label={label}
      suffix=" h"
      min={0}
      max={hoursInAWeek}
      clampBehavior="strict"
      value={answerOf(fields, answer) ?? ''}
      onChange={(value) => record({ [`answer.${answer}`]: typeof value === 'number' ? value : null })}
    />
  )
}

function RunsAnswer() {
  const { facts } = useVisitReading()
  const record = useRecord()
  return (
    <Checkbox
      label="Runs"
      mt={30}
      checked={facts.runs}
      onChange={(event) => record({ 'answer.runs': event.currentTarget.checked })}
    />
  )
}
