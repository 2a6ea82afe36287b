import { ActionIcon, Button, Menu, Tooltip } from '@mantine/core'
import { IconArrowsExchange, IconLock, IconPin, IconPinFilled, IconX } from '@tabler/icons-react'
import { useState } from 'react'
import { judgeTried } from '@sturvo/core/overTime'
import { bigToeGoalOf } from '@sturvo/core/reading'
import {
  alternativesTo,
  basisOf,
  without,
  type LeftOut,
  type PhasePlan,
  type Pick,
  type PlanInput,
  type Price,
  type TrainingPlan,
} from '@sturvo/core/training'
import { triedOf } from '@sturvo/schema'
import {
  becauseText,
  fallbackText,
  gateSentence,
  kitText,
  leftOutText,
  linesText,
  measureText,
  num,
  onSpotText,
  priceText,
  stageText,
} from '@sturvo/words'
import { MovementView } from '../../../parts/MovementView'
import { pricesAway } from '../../../workers/planJobs'
import { shownNumber, unitShown } from '../rows/measureField'
import { useVisitFields, useVisitFrame, useVisitReading } from '../visitContext'
import { DoseMenu } from './DoseMenu'
import { useDrills } from './useDrills'
import { usePicks } from './usePicks'
import classes from './Plan.module.css'

/** The drills of one phase, each with what it is for and how it is done. */
export function PhaseView({
  phase,
  plan,
  input,
}: {
  phase: PhasePlan
  plan: TrainingPlan
  input: PlanInput
}) {
  if (phase.picks.length === 0) return null
  return (
    <section aria-label={stageText[phase.stage]} data-phase={phase.stage}>
      <h2>
        {stageText[phase.stage]}{' '}
        <span className={classes.soft}>
          weeks {phase.fromWeek} to {phase.fromWeek + phase.weeks - 1} · {num(phase.minutes)} min a session
        </span>
      </h2>
      <ul className={classes.picks}>
        {phase.picks.map((pick) => (
          <PickView key={pick.exercise.id} pick={pick} plan={plan} input={input} />
        ))}
      </ul>
    </section>
  )
}

function PickView({ pick, plan, input }: { pick: Pick; plan: TrainingPlan; input: PlanInput }) {
  const { exercise: e, dose, lines, gate } = pick
  const picks = usePicks()
  const because = becauseText(pick.because)
  return (
    <li className={classes.pick} data-pick={e.id}>
      <MovementView id={basisOf(e)} width={112} />
      <div>
        <div className={classes.headline}>
          <strong>{e.name}</strong> <DoseMenu pick={pick} />{' '}
          <span className={classes.soft}>
            {num(dose.minutes)} min{e.kit.length > 0 && ` · ${e.kit.map((item) => kitText[item]).join(', ')}`}
          </span>
        </div>
        <p>{[e.cue, linesText(lines)].filter(Boolean).join(' ')}</p>
        {gate && (
          <p className={classes.gate} data-gate={gate.id}>
            <IconLock size={15} aria-hidden="true" /> {gateSentence(gate)} {fallbackText(pick)}
          </p>
        )}
        <p className={classes.soft}>
          {because !== ''
            ? `because ${because}`
            : pick.isPinned
              ? 'pinned by you'
              : 'the foundation: one stands in every plan that trains anything'}
        </p>
        <TriedOnSpot id={e.id} />
      </div>
      <div className={classes.tools}>
        <Tooltip label={pick.isPinned ? 'Unpin: the chooser may leave it out' : 'Pin: always in the plan'}>
          <ActionIcon
            variant="subtle"
            color="gray"
            size="lg"
            aria-pressed={pick.isPinned}
            aria-label={`${pick.isPinned ? 'Unpin' : 'Pin'} ${e.name}`}
            onClick={() => (pick.isPinned ? picks.unpin(e.id) : picks.pin(e.id))}
          >
            {pick.isPinned ? <IconPinFilled size={18} /> : <IconPin size={18} />}
          </ActionIcon>
        </Tooltip>
        <SwapMenu pick={pick} plan={plan} input={input} />
        <Tooltip label="Leave out; it can be brought back below">
          <ActionIcon
            variant="subtle"
            color="gray"
            size="lg"
            aria-label={`Leave out ${e.name}`}
            onClick={() => picks.ban(e.id)}
          >
            <IconX size={18} />
          </ActionIcon>
        </Tooltip>
      </div>
    </li>
  )
}

/** What the drill did on the spot when it was tried, for better or worse. */
function TriedOnSpot({ id }: { id: string }) {
  const fields = useVisitFields()
  const { practice, person, references } = useVisitFrame()
  const { facts } = useVisitReading()
  const tried = triedOf(fields).filter(({ drill }) => drill === id)
  const lines = tried.flatMap(({ measure, side, value }) => {
    const before = facts.feet[side].numbers[measure]
    if (before === undefined) return []
    const judged = judgeTried(
      measure,
      { value: before, trials: facts.feet[side].trials?.[measure] ?? 1 },
      value,
      { references, bigToeGoalDeg: bigToeGoalOf(practice.settings, references) },
    )
    if (!judged) return []
    const { change, towards } = judged
    const text = onSpotText({
      name: measureText[measure].name,
      side,
      by: shownNumber(measure, value, person) - shownNumber(measure, before, person),
      unit: unitShown(measure, person),
      judged: change.judged,
      towards,
    })
    return [text]
  })
  return lines.length > 0 ? <p data-tried-drill={id}>On the spot: {lines.join('; ')}.</p> : null
}

const mostAlternatives = 3

function SwapMenu({ pick, plan, input }: { pick: Pick; plan: TrainingPlan; input: PlanInput }) {
  const picks = usePicks()
  const [prices, setPrices] = useState<Record<string, Price> | 'asking' | 'failed'>()
  const ids = alternativesTo(pick, plan)
  const { nameOf } = useDrills()
  const { id, name } = pick.exercise
  const ask = () => {
    setPrices('asking')
    pricesAway(without(input, id), ids).then(setPrices, () => setPrices('failed'))
  }
  const ranked =
    typeof prices === 'object'
      ? ids
          .filter((each) => prices[each])
          .sort((a, b) => prices[a]!.objective - prices[b]!.objective)
          .slice(0, mostAlternatives)
      : []
  return (
    <Menu position="bottom-end" onOpen={ask} width={320}>
      <Menu.Target>
        <ActionIcon
          variant="subtle"
          color="gray"
          size="lg"
          aria-label={`Swap ${name}`}
          disabled={ids.length === 0}
        >
          <IconArrowsExchange size={18} />
        </ActionIcon>
      </Menu.Target>
      <Menu.Dropdown>
        <Menu.Label>In place of {name}</Menu.Label>
        {prices === 'asking' && <Menu.Item disabled>Working out what each would cost …</Menu.Item>}
        {prices === 'failed' && (
          <Menu.Item disabled>This could not be worked out. Close and try again.</Menu.Item>
        )}
        {typeof prices === 'object' && ranked.length === 0 && (
          <Menu.Item disabled>Nothing else fits in its place.</Menu.Item>
        )}
        {ranked.map((each) => (
          <Menu.Item key={each} data-swap={each} onClick={() => picks.swap(id, each)}>
            <strong>{nameOf(each)}</strong>
            <br />
            <span className={classes.soft}>
              {priceText((prices as Record<string, Price>)[each]!, nameOf)}
            </span>
          </Menu.Item>
        ))}
      </Menu.Dropdown>
    </Menu>
  )
}

const shownLeftOut = 8

/** What stands in no phase, and why not; on asking, at what price it would. */
export function LeftOutList({ leftOut, input }: { leftOut: readonly LeftOut[]; input: PlanInput }) {
  const { facts } = useVisitReading()
  const { nameOf } = useDrills()
  const picks = usePicks()
  const [prices, setPrices] = useState<Record<string, Price> | 'asking' | 'failed'>()
  const [isAll, setAll] = useState(false)
  const { banned } = facts.plan
  const shown = isAll ? leftOut : leftOut.slice(0, Math.max(shownLeftOut, banned.length))
  const open = shown.filter(({ because }) => because.why === 'others').map(({ exercise }) => exercise.id)
  const priceOf = (id: string) => (typeof prices === 'object' ? prices[id] : undefined)
  return (
    <section aria-labelledby="left-out">
      <h2 id="left-out">Left out, and why</h2>
      {open.length > 0 && typeof prices !== 'object' && (
        <Button
          size="compact-sm"
          variant="default"
          loading={prices === 'asking'}
          onClick={() => {
            setPrices('asking')
            pricesAway(input, open).then(setPrices, () => setPrices('failed'))
          }}
        >
          What would each cost?
        </Button>
      )}
      {prices === 'failed' && <p role="alert">This could not be worked out. Ask again.</p>}
      <ul className={classes.leftOut}>
        {shown.map(({ exercise, because }) => {
          const price = priceOf(exercise.id)
          return (
            <li key={exercise.id} data-left-out={exercise.id}>
              <span>
                <strong>{exercise.name}</strong>:{' '}
                {price
                  ? priceText(price, nameOf)
                  : because.why === 'others' && typeof prices === 'object'
                    ? 'fits in no phase beside what has to be in'
                    : leftOutText(because)}
              </span>
              {because.why === 'banned' ? (
                <Button size="compact-xs" variant="default" onClick={() => picks.bringBack(exercise.id)}>
                  Bring back
                </Button>
              ) : (
                because.why === 'others' && (
                  <Button size="compact-xs" variant="subtle" data-pin onClick={() => picks.pin(exercise.id)}>
                    Pin it
                  </Button>
                )
              )}
            </li>
          )
        })}
      </ul>
      {leftOut.length > shown.length && (
        <Button size="compact-sm" variant="subtle" color="gray" onClick={() => setAll(true)}>
          All {leftOut.length}
        </Button>
      )}
    </section>
  )
}
