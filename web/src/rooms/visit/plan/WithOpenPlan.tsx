import type { ReactNode } from 'react'
import type { PlanInput } from '@sturvo/core/training'
import { useVisitReading } from '../visitContext'
import { BlockedPlan } from './BlockedPlan'

/** What shows a plan, or why there may be none and what has to be answered first. */
export function WithOpenPlan({ children }: { children: (input: PlanInput) => ReactNode }) {
  const { reading } = useVisitReading()
  const { planInput, cautions } = reading
  if (!planInput) return <BlockedPlan block={cautions.block ?? { openQuestions: [], stops: [] }} />
  return <>{children(planInput)}</>
}
