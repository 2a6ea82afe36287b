import { Button, Group, Textarea } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { useState } from 'react'
import { Link } from 'react-router'
import { planDifference } from '@sturvo/core/followup'
import type { PlanLine } from '@sturvo/schema'
import { dayAsRead, differenceLines, followRuleName, num, versionCause } from '@sturvo/words'
import { failureText } from '../../app/failureText'
import { newId } from '../../app/newId'
import { useBackToPlanMutation, useKeptPlanQuery } from '../../app/planApi'
import classes from './Person.module.css'

/** Every version with date, by whom, why, and what it changed; the one in force is marked, and nothing is lost. */
export function PlanVersions({
  personId,
  plans,
  mayDecide,
}: {
  personId: string
  plans: readonly PlanLine[]
  mayDecide: boolean
}) {
  const [open, setOpen] = useState<string>()
  const newest = plans[0]
  if (!newest) return null
  return (
    <section className={classes.card} aria-labelledby="versions">
      <h2 id="versions">Plan versions</h2>
      <ol className={classes.versions} reversed>
        {plans.map((line, i) => (
          <li key={line.id} data-version={line.number} data-in-force={i === 0}>
            <Group justify="space-between" gap={8}>
              <span>
                <strong>Version {line.number}</strong>
                {i === 0 && <b className={classes.inForce}>in force</b>}
                {', '}
                {dayAsRead(line.madeOn)}, by {line.by}: {versionCause(line.action)}
                {line.action === undefined && (
                  <>
                    {' '}
                    (<Link to={`/visit/${line.visitId}/plan`}>the visit</Link>)
                  </>
                )}
              </span>
              <Button
                size="compact-sm"
                variant="subtle"
                aria-expanded={open === line.id}
                onClick={() => setOpen(open === line.id ? undefined : line.id)}
              >
                {open === line.id ? 'Close' : 'What changed and why'}
              </Button>
            </Group>
            {line.words !== undefined && <p className={classes.soft}>“{line.words}”</p>}
            {open === line.id && (
              <VersionDetails
                personId={personId}
                line={line}
                before={plans[i + 1]}
                newest={newest}
                mayDecide={mayDecide}
                onDone={() => setOpen(undefined)}
              />
            )}
          </li>
        ))}
      </ol>
    </section>
  )
}

type DetailsProps = {
  personId: string
  line: PlanLine
  before: PlanLine | undefined
  newest: PlanLine
  mayDecide: boolean
  onDone: () => void
}

function VersionDetails({ personId, line, before, newest, mayDecide, onDone }: DetailsProps) {
  const { data: kept, isError } = useKeptPlanQuery(line.id)
  const { data: old } = useKeptPlanQuery(before?.id ?? '', { skip: !before })
  if (isError) return <p role="alert">This version cannot be read just now.</p>
  if (!kept || (before && !old)) return <p role="status">Opening …</p>
  const lines = old
    ? differenceLines(planDifference(old, kept, kept.because?.from ?? kept.days?.startsOn ?? line.madeOn))
    : []
  return (
    <div className={classes.details} data-difference={line.number}>
      {before ? (
        lines.length === 0 ? (
          <p>The same as version {before.number}: no drill, dose, minute or day is another.</p>
        ) : (
          <>
            <h3>Otherwise than version {before.number}</h3>
            <ul>
              {lines.map((text) => (
                <li key={text}>{text}</li>
              ))}
            </ul>
          </>
        )
      ) : (
        <p>
          The first version: {kept.drills.length} drills in sessions of {num(line.minutesPerSession, 0)} min.
        </p>
      )}
      {kept.why && (kept.why.findings.length > 0 || kept.why.gates.length > 0) && (
        <>
          <h3>What led to it</h3>
          <ul>
            {[...kept.why.findings, ...kept.why.gates].map((text) => (
              <li key={text}>{text}</li>
            ))}
          </ul>
        </>
      )}
      {kept.because && kept.because.rule !== '' && (
        <p className={classes.soft}>The log said: {followRuleName(kept.because.rule)}.</p>
      )}
      <Group gap={8}>
        {kept.papers !== undefined && (
          <Button
            component="a"
            href={`/api/plans/${line.id}/handout.pdf`}
            target="_blank"
            rel="noreferrer"
            variant="default"
            size="compact-md"
          >
            Client’s page of version {line.number}
          </Button>
        )}
      </Group>
      {mayDecide && line.id !== newest.id && (
        <GoBack personId={personId} line={line} newest={newest} onDone={onDone} />
      )}
    </div>
  )
}

function GoBack({ personId, line, newest, onDone }: Omit<DetailsProps, 'before' | 'mayDecide'>) {
  const [back, { isLoading }] = useBackToPlanMutation()
  const [words, setWords] = useState('')
  // the same press sent twice is one version
  const [id] = useState(newId)
  const go = async () => {
    try {
      await back({ personId, id, to: line.id, after: newest.number, words }).unwrap()
      notifications.show({ message: `Version ${newest.number + 1} takes up version ${line.number} again.` })
      onDone()
    } catch (error) {
      notifications.show({ color: 'oxide', message: failureText(error) })
    }
  }
  return (
    <div className={classes.back}>
      <Textarea
        label={`Why back to version ${line.number}`}
        description="It becomes a new version from tomorrow. Minutes grow from those of now, not from those of then."
        value={words}
        autosize
        minRows={2}
        maxLength={4000}
        onChange={(event) => setWords(event.currentTarget.value)}
      />
      <Button
        variant="default"
        loading={isLoading}
        disabled={words.trim() === ''}
        onClick={() => void go()}
        data-back-to={line.number}
      >
        Back to version {line.number}, as version {newest.number + 1}
      </Button>
    </div>
  )
}
