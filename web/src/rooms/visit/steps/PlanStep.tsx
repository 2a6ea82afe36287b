import { ActionIcon, Button, Chip, Group, SegmentedControl, Slider, Tooltip } from '@mantine/core'
import { IconPin, IconPinFilled, IconX } from '@tabler/icons-react'
import { lazy, Suspense } from 'react'
import { Link } from 'react-router'
import { exerciseOf, kitItems, type LeftOut, type PhasePlan, type Pick } from '@sturvo/core/training'
import { paces } from '@sturvo/core/transition'
import {
  becauseText,
  careText,
  effectText,
  capacityText,
  doseText,
  kitText,
  leftOutText,
  num,
  relaxText,
  spacingText,
  stageText,
} from '@sturvo/words'
import { Cairn } from '../../../parts/Cairn'
import { FigureView } from '../../../parts/FigureView'
import { useRecord, useVisitFrame, useVisitReading } from '../visitContext'
import classes from './PlanStep.module.css'

import { PlanShoes } from '../shoes/PlanShoes'
const TransitionView = lazy(() => import('./TransitionView').then((m) => ({ default: m.TransitionView })))
const shownLeftOut = 6

/** Drills by phase with their reasons, spacing, and the way into other shoes. */
export function PlanStep() {
  const { visitId } = useVisitFrame()
  const { reading } = useVisitReading()
  const { plan } = reading
  if (!plan)
    return (
      <div className={classes.blocked} role="alert">
        <h2>No plan until the stop is dealt with</h2>
        <p>
          A stop in the story blocks training, spacing and the transition. Hand over the letter, or say in the
          story how it was dealt with.
        </p>
        <Group>
          <Button component={Link} to={`/visit/${visitId}/handover`}>
            To the letter
          </Button>
          <Button component={Link} to={`/visit/${visitId}/story`} variant="default">
            To the story
          </Button>
        </Group>
      </div>
    )
  const hasPicks = plan.phases.some((p) => p.picks.length > 0)
  return (
    <div className={classes.plan}>
      <PlanWishes />
      <LimitsInForce />
      {plan.relax.map((wish, i) => (
        <p key={i} className={classes.relax} role="status">
          {relaxText(wish, (id) => exerciseOf(id)?.name ?? id)}
        </p>
      ))}
      {!hasPicks && (
        <p className={classes.relax}>
          Nothing that was measured is short, so there is nothing to train yet. Measure in Look, Load and
          Move, or enjoy it.
        </p>
      )}
      {plan.phases.map((phase, i) => (
        <PhaseView
          key={phase.stage}
          phase={phase}
          fromWeek={1 + plan.phases.slice(0, i).reduce((sum, p) => sum + p.weeks, 0)}
        />
      ))}
      {plan.leftOut.length > 0 && <LeftOutList leftOut={plan.leftOut} />}
      <section aria-labelledby="spacing">
        <h2 id="spacing">Toe spacing</h2>
        <p>{spacingText(reading.spacing)}</p>
      </section>
      <section aria-labelledby="transition">
        <h2 id="transition">Into other shoes</h2>
        {reading.transition ? (
          <Suspense fallback={<p role="status">Drawing …</p>}>
            <PlanShoes />
            <TransitionView transition={reading.transition} />
          </Suspense>
        ) : (
          <p>
            Hours standing and walking are missing:{' '}
            <Link to={`/visit/${visitId}/story`}>fill them in the story</Link>.
          </p>
        )}
      </section>
    </div>
  )
}

function LimitsInForce() {
  const { reading } = useVisitReading()
  const { effects } = reading.cautions
  if (effects.size === 0) return null
  return (
    <p className={classes.limits}>
      <Cairn size={18} /> Cautions in force: {[...effects].map((e) => effectText[e]).join(' · ')}
    </p>
  )
}

const paceText = { slow: 'slow', usual: 'usual', brisk: 'brisk' } as const

function PlanWishes() {
  const { references } = useVisitFrame()
  const { facts } = useVisitReading()
  const record = useRecord()
  const { minutesPerSession, sessionsPerWeek, kit, pace } = facts.plan
  return (
    <div className={classes.wishes}>
      <div>
        <p id="plan-minutes">
          <strong>{minutesPerSession} min</strong> a session
        </p>
        <Slider
          thumbProps={{ 'aria-labelledby': 'plan-minutes' }}
          min={references.sessionMinutesLeast}
          max={references.sessionMinutesMost}
          step={1}
          label={null}
          value={minutesPerSession}
          onChange={(value) => record({ 'answer.planMinutes': value })}
        />
      </div>
      <div>
        <p id="plan-sessions">
          <strong>{sessionsPerWeek}</strong> sessions a week
        </p>
        <Slider
          thumbProps={{ 'aria-labelledby': 'plan-sessions' }}
          min={3}
          max={7}
          step={1}
          label={null}
          value={sessionsPerWeek}
          onChange={(value) => record({ 'answer.planSessions': value })}
        />
      </div>
      <div>
        <p id="plan-pace">Pace into other shoes</p>
        <SegmentedControl
          aria-labelledby="plan-pace"
          size="xs"
          data={paces.map((value) => ({ value, label: paceText[value] }))}
          value={pace}
          onChange={(value) => record({ 'answer.planPace': value })}
        />
      </div>
      <div className={classes.kit}>
        <p id="plan-kit">Kit at hand</p>
        <Chip.Group multiple value={[...kit]} onChange={(value) => record({ 'answer.planKit': value })}>
          <Group gap={4} role="group" aria-labelledby="plan-kit">
            {kitItems.map((item) => (
              <Chip key={item} value={item} size="xs">
                {kitText[item]}
              </Chip>
            ))}
          </Group>
        </Chip.Group>
      </div>
    </div>
  )
}

function PhaseView({ phase, fromWeek }: { phase: PhasePlan; fromWeek: number }) {
  const to = fromWeek + phase.weeks - 1
  if (phase.picks.length === 0) return null
  return (
    <section aria-label={stageText[phase.stage]}>
      <h2>
        {stageText[phase.stage]}{' '}
        <span className={classes.soft}>
          weeks {fromWeek} to {to} · {num(phase.minutes)} min a session
        </span>
      </h2>
      <ul className={classes.picks}>
        {phase.picks.map((pick) => (
          <PickView key={pick.exercise.id} pick={pick} />
        ))}
      </ul>
    </section>
  )
}

function PickView({ pick }: { pick: Pick }) {
  const { exercise: e } = pick
  const { facts, reading } = useVisitReading()
  const record = useRecord()
  const { pinned, banned } = facts.plan
  const because = becauseText(pick.because)
  return (
    <li className={classes.pick} data-pick={e.id}>
      <FigureView id={e.figure} width={104} />
      <div>
        <p>
          <strong>{e.name}</strong> <span className={classes.dose}>{doseText(e)}</span>{' '}
          <span className={classes.soft}>{num(pick.minutes)} min</span>
        </p>
        <p>{[e.cue, careText(e, reading.cautions.effects)].filter(Boolean).join(' ')}</p>
        <p className={classes.soft}>
          {because === ''
            ? pick.isPinned
              ? 'pinned by you'
              : pick.fills.length === 0
                ? 'one drill for the arch stands in every plan'
                : `for ${pick.fills.map((c) => capacityText[c]).join(', ')}`
            : `because ${because}`}
        </p>
      </div>
      <div className={classes.tools}>
        <Tooltip label={pick.isPinned ? 'Unpin: the chooser may leave it out' : 'Pin: always in the plan'}>
          <ActionIcon
            variant="subtle"
            color="gray"
            size="lg"
            aria-pressed={pick.isPinned}
            aria-label={`${pick.isPinned ? 'Unpin' : 'Pin'} ${e.name}`}
            onClick={() =>
              record({
                'answer.planPinned': pick.isPinned ? pinned.filter((id) => id !== e.id) : [...pinned, e.id],
              })
            }
          >
            {pick.isPinned ? <IconPinFilled size={18} /> : <IconPin size={18} />}
          </ActionIcon>
        </Tooltip>
        <Tooltip label="Leave out; it can be brought back below">
          <ActionIcon
            variant="subtle"
            color="gray"
            size="lg"
            aria-label={`Leave out ${e.name}`}
            onClick={() =>
              record({
                'answer.planBanned': [...banned, e.id],
                'answer.planPinned': pinned.filter((id) => id !== e.id),
              })
            }
          >
            <IconX size={18} />
          </ActionIcon>
        </Tooltip>
      </div>
    </li>
  )
}

function LeftOutList({ leftOut }: { leftOut: readonly LeftOut[] }) {
  const { facts } = useVisitReading()
  const record = useRecord()
  const { banned, pinned } = facts.plan
  return (
    <section aria-labelledby="left-out">
      <h2 id="left-out">Left out</h2>
      <ul className={classes.leftOut}>
        {leftOut.slice(0, Math.max(shownLeftOut, banned.length)).map(({ exercise, because }) => (
          <li key={exercise.id}>
            <span>
              <strong>{exercise.name}</strong>: {leftOutText(because)}
            </span>
            {because.why === 'banned' ? (
              <Button
                size="compact-xs"
                variant="default"
                onClick={() => record({ 'answer.planBanned': banned.filter((id) => id !== exercise.id) })}
              >
                Bring back
              </Button>
            ) : (
              (because.why === 'budget' || because.why === 'enough' || because.why === 'sameCapacity') && (
                <Button
                  size="compact-xs"
                  variant="subtle"
                  onClick={() => record({ 'answer.planPinned': [...pinned, exercise.id] })}
                >
                  Pin it
                </Button>
              )
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}
