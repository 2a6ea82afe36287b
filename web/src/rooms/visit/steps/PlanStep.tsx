import { Button, Loader } from '@mantine/core'
import { lazy, Suspense } from 'react'
import { Link } from 'react-router'
import { movedBetween, type PlanInput } from '@sturvo/core/training'
import { movedText, noTrainingText, num, pct } from '@sturvo/words'
import { useAppDispatch, useAppSelector } from '../../../app/store'
import { selectIsLastStepOf, undone } from '../../../outbox/visitSlice'
import { ComparePlans } from '../plan/ComparePlans'
import { LeftOutList, PhaseView } from '../plan/PlanDrills'
import { GatesView } from '../plan/GatesView'
import { KeptPlans } from '../plan/KeptPlans'
import { PlanRelax } from '../plan/PlanRelax'
import { PlanSettings } from '../plan/PlanSettings'
import { LimitsInForce, PlanWishes } from '../plan/PlanWishes'
import { PrioritiesView } from '../plan/PrioritiesView'
import { SpacingView } from '../plan/SpacingView'
import { WhenView } from '../plan/WhenView'
import { WithOpenPlan } from '../plan/WithOpenPlan'
import { useDrills } from '../plan/useDrills'
import { usePlan, type PlanState } from '../plan/usePlan'
import { PlanShoes } from '../shoes/PlanShoes'
import { useVisitFrame, useVisitReading } from '../visitContext'
import classes from '../plan/Plan.module.css'

const TransitionView = lazy(() => import('./TransitionView').then((m) => ({ default: m.TransitionView })))

/** Priorities, drills by phase with their reasons, spacing, and the way into other shoes. */
export function PlanStep() {
  return <WithOpenPlan>{(input) => <OpenPlan input={input} />}</WithOpenPlan>
}

function OpenPlan({ input }: { input: PlanInput }) {
  const { visitId } = useVisitFrame()
  const { reading } = useVisitReading()
  const state = usePlan(input)
  const { plan } = state
  return (
    <div className={classes.plan} data-proven={plan.proof !== undefined}>
      <PlanWishes />
      <PlanSettings />
      <LimitsInForce />
      <PrioritiesView />
      {!plan.nothing && <GatesView input={input} />}
      <PlanRelax relax={plan.relax} />
      {plan.nothing && (
        <p className={classes.relax} data-nothing={plan.nothing}>
          {noTrainingText(plan)} Raise a need above, or pin a drill, and there will be one.
        </p>
      )}
      {!plan.nothing && <ProofLine state={state} />}
      <WhatMoved state={state} />
      {plan.phases.map((phase) => (
        <PhaseView key={phase.stage} phase={phase} plan={plan} input={input} />
      ))}
      <WhenView input={input} state={state} />
      {plan.leftOut.length > 0 && <LeftOutList key={state.key} leftOut={plan.leftOut} input={input} />}
      {!plan.nothing && <ComparePlans input={input} plan={plan} />}
      <KeptPlans isProven={plan.nothing !== undefined || plan.proof !== undefined} />
      <section aria-labelledby="spacing">
        <h2 id="spacing">Toe spacing</h2>
        <SpacingView plan={reading.spacing} />
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

/** What the last change did to the plan, with the way back. */
function WhatMoved({ state: { before, plan } }: { state: PlanState }) {
  const dispatch = useAppDispatch()
  const isPlanLast = useAppSelector(selectIsLastStepOf('answer.plan'))
  const { nameOf } = useDrills()
  if (!before) return null
  const moved = movedText(movedBetween(before, plan), nameOf)
  return (
    <p className={classes.moved} role="status" data-moved>
      {moved === '' ? 'The last change moved nothing else.' : `Your last change: ${moved}`}{' '}
      {isPlanLast && (
        <Button size="compact-xs" variant="subtle" onClick={() => dispatch(undone())}>
          Undo
        </Button>
      )}
    </p>
  )
}

/** How good this plan is proven to be, or that it is being worked out. */
function ProofLine({ state }: { state: PlanState }) {
  const { plan, isProving, isStopped, stop } = state
  if (isProving)
    return (
      <p className={classes.proof} role="status">
        <Loader size="xs" /> A first plan; a better one is being looked for.{' '}
        <Button size="compact-xs" variant="subtle" onClick={stop}>
          Keep this one
        </Button>
      </p>
    )
  if (isStopped || !plan.proof)
    return (
      <p className={classes.proof}>A good plan, found at once; nobody proved that there is no better one.</p>
    )
  return (
    <p className={classes.proof}>
      Fills {pct(plan.filledShare)} of what is short.{' '}
      {plan.proof.gapPct < 0.05
        ? 'Proven: by these weights no plan in these minutes is better.'
        : `Proven: by these weights no plan in these minutes is over ${num(plan.proof.gapPct)} % better.`}
    </p>
  )
}
