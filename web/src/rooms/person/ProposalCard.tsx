import { Button, Group, NumberInput, Textarea } from '@mantine/core'
import { useState } from 'react'
import type { FollowDecision, LogAnswer } from '@sturvo/schema'
import {
  followActionText,
  followTakeText,
  followWhyText,
  laneNameText,
  num,
  pageHoldsText,
} from '@sturvo/words'
import { newId } from '../../app/newId'
import { Cairn } from '../../parts/Cairn'
import { CopyMessage, PutOff } from '../../parts/deciding'
import { useDeciding } from '../../parts/useDeciding'
import classes from './Person.module.css'

/** What the rules propose with every reason, and what becomes of it: nothing, until somebody here decides. */
export function ProposalCard({
  personId,
  log,
  practice,
  mayDecide,
}: {
  personId: string
  log: LogAnswer
  practice: string
  mayDecide: boolean
}) {
  const { followUp: said, planId = '' } = log
  const { send: decide, isLoading } = useDeciding(personId)
  const [words, setWords] = useState('')
  const [minutes, setMinutes] = useState<Partial<Record<'spacers' | 'shoes', number>>>({})
  if (!said) return null
  const { action, fired } = said
  const send = async (decision: FollowDecision) => {
    if (!(await decide(decision))) return
    setWords('')
    setMinutes({})
  }
  const rule = fired.find((f) => f.action === action)?.rule ?? ''
  const mustPlanAnew = fired.some((f) => f.rule === 'missedLong' && f.action === action)
  const isLess = action === 'backOff' || action === 'restart'
  const chosen = { ...said.minutes, ...minutes }
  return (
    <section className={classes.card} aria-labelledby="proposal" data-proposal={action ?? 'none'}>
      <h2 id="proposal" className={classes.what}>
        {action === 'stop' && <Cairn />}
        {action ? followActionText[action] : 'Nothing to decide'}
      </h2>
      {fired.length === 0 ? (
        <p>The rules have nothing to say yet.</p>
      ) : (
        <ul>
          {fired.map((f) => (
            <li key={f.rule}>
              {followWhyText(f)}
              {f.action && f.action !== action ? ` (${followActionText[f.action].toLowerCase()})` : ''}
            </li>
          ))}
        </ul>
      )}
      {action && action !== 'stop' && (
        <p className={classes.soft}>
          {mustPlanAnew
            ? 'More than three weeks: make a new plan at a visit.'
            : `${followTakeText(action, said.setsShare)}.`}{' '}
          {said.lanes.length > 0 && `Counts for ${said.lanes.map((lane) => laneNameText[lane]).join(', ')}.`}
        </p>
      )}
      {log.held && action !== 'stop' && <p data-page-holds={log.held.why}>{pageHoldsText(log.held)}</p>}
      {action === 'stop' && (
        <p className={classes.soft}>
          The client’s page is paused until you open it again. It begins again at
          {` ${num(log.restartShare * 100, 0)} %`}.
        </p>
      )}
      {mayDecide && action && !mustPlanAnew && (
        <>
          {isLess && (
            <Group gap={8}>
              {(['spacers', 'shoes'] as const).map(
                (lane) =>
                  said.minutes[lane] !== undefined && (
                    <NumberInput
                      key={lane}
                      label={`${lane === 'spacers' ? 'Spacers' : 'New shoes'}, at most a day`}
                      suffix=" min"
                      min={0}
                      max={said.minutes[lane]}
                      clampBehavior="strict"
                      value={chosen[lane] ?? ''}
                      onChange={(v) => typeof v === 'number' && setMinutes((m) => ({ ...m, [lane]: v }))}
                    />
                  ),
              )}
            </Group>
          )}
          {action !== 'advance' && (
            <Textarea
              label={action === 'stop' ? 'What you found' : 'Why, in your words'}
              description={
                action === 'stop' ? 'Needed before the plan is opened again.' : 'Kept with the version.'
              }
              autosize
              minRows={2}
              value={words}
              onChange={(event) => setWords(event.currentTarget.value)}
            />
          )}
          <Group gap={8}>
            {action === 'stop' ? (
              <Button
                loading={isLoading}
                disabled={words.trim() === ''}
                data-reopen
                onClick={() =>
                  void send({
                    kind: 'reopen',
                    id: newId(),
                    planId,
                    rule: 'stopSign',
                    seenUpTo: log.now,
                    words,
                  })
                }
              >
                Open the plan again
              </Button>
            ) : (
              <Button
                loading={isLoading}
                data-take
                onClick={() =>
                  void send({
                    kind: 'take',
                    id: newId(),
                    planId,
                    action,
                    rule,
                    setsShare: said.setsShare,
                    minutes: chosen,
                    words,
                  })
                }
              >
                {followTakeText(action, said.setsShare)}
              </Button>
            )}
            {action !== 'stop' && (
              <PutOff onPut={(toDay) => void send({ kind: 'putOff', id: newId(), rule, toDay, words })} />
            )}
            <CopyMessage action={action} practice={practice} />
          </Group>
        </>
      )}
    </section>
  )
}
