import { Button, NumberInput, Textarea } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { useState } from 'react'
import { Link } from 'react-router'
import type { Practice } from '@sturvo/schema'
import { dayAsRead } from '@sturvo/words'
import { failureText } from '../../app/failureText'
import { useChangePracticeMutation } from '../../app/practiceApi'
import { useRetentionQuery } from '../../app/trustApi'
import classes from './PracticeRoom.module.css'

/** What clients agree to, and how long their records are kept. */
export function RecordRules({ practice }: { practice: Practice }) {
  const [change] = useChangePracticeMutation()
  const [isShown, setShown] = useState(false)
  const put = (to: { consentText?: string; retentionYears?: number | null }) =>
    void change({ version: practice.version, change: to })
      .unwrap()
      .catch((error: unknown) => notifications.show({ color: 'oxide', message: failureText(error) }))
  return (
    <section aria-labelledby="records">
      <h2 id="records">Records</h2>
      <Textarea
        key={`consent${practice.version}`}
        label="What clients agree to"
        description="Read to them before the first visit; kept with the day they agreed, in the words of that day."
        autosize
        minRows={2}
        maxLength={4000}
        defaultValue={practice.consentText}
        onBlur={(event) => {
          const consentText = event.currentTarget.value.trim()
          if (consentText !== practice.consentText) put({ consentText })
        }}
      />
      <NumberInput
        key={`years${practice.version}`}
        label="Records are kept for, years after the last visit"
        description="The law of your place says how long. Nothing is deleted by itself: those past their time are listed."
        min={1}
        max={100}
        allowDecimal={false}
        defaultValue={practice.retentionYears ?? ''}
        onBlur={(event) => {
          const typed = event.currentTarget.value.trim()
          const retentionYears = typed === '' ? null : Number(typed)
          if (retentionYears !== practice.retentionYears) put({ retentionYears })
        }}
        w={320}
      />
      {practice.retentionYears !== null && (
        <Button variant="default" mt={10} aria-expanded={isShown} onClick={() => setShown(!isShown)}>
          Who is past that time
        </Button>
      )}
      {isShown && <PastTheirTime />}
    </section>
  )
}

function PastTheirTime() {
  const { data, error } = useRetentionQuery()
  if (error) return <p role="alert">{failureText(error)}</p>
  if (!data) return <p role="status">Looking …</p>
  if (data.people.length === 0) return <p className={classes.soft}>Nobody’s record is older than that.</p>
  return (
    <ul>
      {data.people.map(({ id, name, lastVisit }) => (
        <li key={id}>
          <Link to={`/person/${id}`}>{name}</Link>,{' '}
          {lastVisit === null ? 'never visited' : `last visit ${dayAsRead(lastVisit)}`}
        </li>
      ))}
    </ul>
  )
}
