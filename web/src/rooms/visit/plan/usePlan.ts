import { useEffect, useMemo, useState } from 'react'
import { choosePlan, type PlanInput, type TrainingPlan } from '@sturvo/core/training'
import { solveAway, stopSolving } from '../../../workers/planJobs'

export type PlanState = {
  /** the question, as one text: what was worked out for another one is thrown away */
  key: string
  plan: TrainingPlan
  /** the quick plan is shown, and a better one is being looked for */
  isProving: boolean
  /** proving was stopped by hand, or broke; the quick plan stands */
  isStopped: boolean
  /** what stood here before the last change of the question; undefined while nothing was changed */
  before: TrainingPlan | undefined
  stop: () => void
}

// the same question is asked by Plan and by Hand over, one after the other
const proven = new Map<string, TrainingPlan>()
const mostKept = 12
const pauseMs = 250

/** The plan of a question: a good one at once, the proven one as soon as it is there. */
export function usePlan(input: PlanInput): PlanState {
  const key = useMemo(() => JSON.stringify(input), [input])
  const [answer, setAnswer] = useState<{ key: string; plan: TrainingPlan | undefined }>()
  // by the question's content: a reading made anew from the same values asks the same
  const asked = useMemo(() => JSON.parse(key) as PlanInput, [key])
  const first = useMemo(() => choosePlan(asked), [asked])
  const known = proven.get(key) ?? (answer?.key === key ? answer.plan : undefined)
  const isStopped = answer?.key === key && answer.plan === undefined
  const isOpen = !known && !isStopped && !first.nothing
  useEffect(() => {
    if (!isOpen) return
    let isWanted = true
    // sliders ask many times a second: the last question is the one that counts
    const timer = setTimeout(() => {
      // a browser that cannot start it has the quick plan, and says that nobody proved it
      Promise.resolve()
        .then(() => solveAway(asked))
        .then(
          (plan) => {
            if (!isWanted) return
            proven.set(key, plan)
            if (proven.size > mostKept) proven.delete(proven.keys().next().value!)
            setAnswer({ key, plan })
          },
          () => isWanted && setAnswer({ key, plan: undefined }),
        )
    }, pauseMs)
    return () => {
      isWanted = false
      clearTimeout(timer)
    }
  }, [asked, key, isOpen])
  // the plan before this one, once this one stands: what moved is told between two that stand
  const [stood, setStood] = useState<{ key: string; plan: TrainingPlan; before?: TrainingPlan | undefined }>()
  const plan = known ?? first
  if (!isOpen && stood?.key !== key) setStood({ key, plan, before: stood?.plan })
  return {
    key,
    plan,
    before: !isOpen && stood?.key === key ? stood.before : undefined,
    isProving: isOpen,
    isStopped,
    stop: () => {
      stopSolving()
      setAnswer({ key, plan: undefined })
    },
  }
}
