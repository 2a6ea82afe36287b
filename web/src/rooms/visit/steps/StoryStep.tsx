import { Button, NumberInput, Textarea, Checkbox, Slider } from '@mantine/core'
import dayjs from 'dayjs'
import { useState } from 'react'
import { cautionQuestions, cautionTable, type Caution } from '@sturvo/core/cautions'
import { answerOf, marksOf, type AnswerKey } from '@sturvo/schema'
import { cautionQuestionText, cautionText, effectText, levelText, roleText } from '@sturvo/schema/words'
import { Cairn } from '../../../parts/Cairn'
import { useOpenVisit } from '../visitContext'
import classes from './steps.module.css'

export function StoryStep() {
  const { fields } = useOpenVisit()
  const sore = marksOf(fields).filter((m) => m.kind === 'pain').length
  return (
    <div className={classes.form}>
      <p className={classes.soft}>
        Tap a foot above where it is sore{sore > 0 ? `: ${sore} marked; tap a mark to take it away` : ''}.
      </p>
      <CautionQuestions />
      <CautionList />
      <div className={classes.two}>
        <TextAnswer answer="goal" label="Goal" placeholder="What should be possible again?" />
        <TextAnswer
          answer="complaint"
          label="Complaint"
          placeholder="What brings them here, in their words"
        />
        <TextAnswer
          answer="oldInjuries"
          label="Old injuries, operations, devices"
          placeholder="Sprains, broken toes, scars, inserts"
        />
        <TextAnswer
          answer="conditions"
          label="Other conditions"
          placeholder="Anything the feet should know about"
        />
      </div>
      <PainAnswer />
      <fieldset className={classes.plain}>
        <legend>Usual week, hours</legend>
        <div className={classes.three}>
          <HoursAnswer answer="hoursStanding" label="Standing" />
          <HoursAnswer answer="hoursWalking" label="Walking" />
          <HoursAnswer answer="hoursTraining" label="Training" />
          <RunsAnswer />
        </div>
      </fieldset>
    </div>
  )
}

function TextAnswer({
  answer,
  label,
  placeholder,
}: {
  answer: 'goal' | 'complaint' | 'oldInjuries' | 'conditions'
  label: string
  placeholder: string
}) {
  const { fields, record } = useOpenVisit()
  return (
    <Textarea
      label={label}
      placeholder={placeholder}
      autosize
      minRows={2}
      maxLength={4000}
      value={answerOf(fields, answer) ?? ''}
      onChange={(event) =>
        record({ [`answer.${answer}`]: event.currentTarget.value === '' ? null : event.currentTarget.value })
      }
    />
  )
}

const hoursInAWeek = 168

function HoursAnswer({ answer, label }: { answer: AnswerKey & `hours${string}`; label: string }) {
  const { fields, record } = useOpenVisit()
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
  const { facts, record } = useOpenVisit()
  return (
    <Checkbox
      label="Runs"
      mt={30}
      checked={facts.runs}
      onChange={(event) => record({ 'answer.runs': event.currentTarget.checked })}
    />
  )
}

const painMarks = [0, 2, 5, 10].map((value) => ({ value, label: String(value) }))

function PainAnswer() {
  const { facts, record } = useOpenVisit()
  return (
    <div className={classes.pain}>
      <p id="worst-pain">
        Worst pain of the last week, 0 to 10
        {facts.worstPain === undefined ? ': not asked yet' : `: ${facts.worstPain}`}
      </p>
      <Slider
        thumbProps={{ 'aria-labelledby': 'worst-pain' }}
        min={0}
        max={10}
        step={1}
        marks={painMarks}
        value={facts.worstPain ?? 0}
        onChange={(value) => record({ 'answer.worstPain': value })}
        mb={18}
      />
    </div>
  )
}

function CautionQuestions() {
  const { facts, record } = useOpenVisit()
  return (
    <fieldset className={classes.plain}>
      <legend>Ask first</legend>
      <div className={classes.questions}>
        {cautionQuestions.map((question) => {
          const answer = facts.cautionAnswers[question]
          const isStop = Object.values(cautionTable).some(
            (rule) => rule.asks === question && rule.level === 'stop',
          )
          const put = (value: boolean) =>
            record({ [`answer.caution:${question}`]: value === answer ? null : value })
          return (
            <div
              key={question}
              role="radiogroup"
              aria-label={cautionQuestionText[question]}
              className={classes.question}
              data-stop={isStop}
              data-yes={answer === true}
            >
              <span>{cautionQuestionText[question]}</span>
              <button type="button" role="radio" aria-checked={answer === false} onClick={() => put(false)}>
                no
              </button>
              <button type="button" role="radio" aria-checked={answer === true} onClick={() => put(true)}>
                yes
              </button>
            </div>
          )
        })}
      </div>
    </fieldset>
  )
}

function CautionList() {
  const { reading } = useOpenVisit()
  if (reading.cautions.cautions.length === 0) return null
  return (
    <ul className={classes.cautions} aria-label="Cautions">
      {reading.cautions.cautions.map((caution) => (
        <CautionLine key={caution.id} caution={caution} />
      ))}
    </ul>
  )
}

function CautionLine({ caution }: { caution: Caution }) {
  const { practitioner, record, visitId } = useOpenVisit()
  const [words, setWords] = useState<string>()
  const dealt = caution.dealtWith
  const store = () => {
    record({
      [`dealt.${caution.id}`]: {
        by: practitioner,
        on: dayjs().format('YYYY-MM-DD'),
        words: (words ?? '').trim(),
      },
    })
    setWords(undefined)
  }
  const isLongEnough = (words ?? '').trim().length > 2
  return (
    <li data-level={caution.level}>
      <Cairn size={20} />
      <div>
        <p>
          <strong>
            {levelText[caution.level]}: {cautionText[caution.id].name}.
          </strong>{' '}
          {cautionText[caution.id].practitioner}
        </p>
        <p className={classes.soft}>
          {caution.effects.map((e) => effectText[e]).join(' · ')}
          {caution.see ? ` · to be seen by ${roleText[caution.see]}` : ''}
          {caution.because === 'age' ? ' · from the birth year' : ''}
        </p>
        {dealt ? (
          <p>
            Dealt with by {dealt.by} on {dealt.on}: {dealt.words}{' '}
            <Button
              size="compact-xs"
              variant="subtle"
              onClick={() => record({ [`dealt.${caution.id}`]: null })}
            >
              Take back
            </Button>
          </p>
        ) : words === undefined ? (
          <p className={classes.actions}>
            {caution.level === 'stop' && (
              <Button
                size="compact-sm"
                variant="default"
                component="a"
                href={`/api/visits/${visitId}/letter.txt`}
                target="_blank"
              >
                Open the letter
              </Button>
            )}
            <Button size="compact-sm" variant="default" onClick={() => setWords('')}>
              Dealt with …
            </Button>
          </p>
        ) : (
          <div className={classes.actions}>
            <Textarea
              aria-label="How it was dealt with"
              placeholder="Who saw it, and what was said"
              autosize
              minRows={1}
              value={words}
              onChange={(event) => setWords(event.currentTarget.value)}
              style={{ flex: 1 }}
            />
            <Button size="compact-sm" disabled={!isLongEnough} onClick={store}>
              Confirm as {practitioner}
            </Button>
            <Button size="compact-sm" variant="subtle" onClick={() => setWords(undefined)}>
              Leave it
            </Button>
          </div>
        )}
      </div>
    </li>
  )
}
