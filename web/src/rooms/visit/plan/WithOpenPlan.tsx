import type { ReactNode } from 'react'
import type { PlanInput } from '@sturvo/core/training'
import { useSessionQuery } from '../../../app/api'
import { useVisitReading } from '../visitContext'
import { BlockedPlan } from './BlockedPlan'
import { KeptPlans } from './KeptPlans'
import classes from './Plan.module.css'

/** What shows a plan, or why there may be none and what has to be answered first. */
export function WithOpenPlan({ children }: { children: (input: PlanInput) => ReactNode }) {
  const { reading } = useVisitReading()
  const { data: session } = useSessionQuery()
  const { planInput, cautions } = reading
  if (session?.account.role === 'assistant') return <NotYours />
  if (!planInput)
    return <BlockedPlan block={cautions.block ?? { openQuestions: [], isAgeUnknown: false, stops: [] }} />
  return <>{children(planInput)}</>
}

/** Plans are a practitioner's to make: an assistant sees what is in force, and no control that would be refused. */
function NotYours() {
  return (
    <div className={classes.plan} data-not-yours>
      <p>Plans are made by a practitioner. What was kept stands here, to be read and printed.</p>
      <KeptPlans isProven={false} />
    </div>
  )
}
