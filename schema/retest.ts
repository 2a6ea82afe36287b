import { conditionQuestions } from '@sturvo/core/cautions'
import { fieldsOfKind, type AnswerKey } from './fields'
import type { Fields } from './visit'

/**
 * Answers that go on into a re-test, where they can be changed. What may have become another answer since is asked anew:
 * red flags, pain, body mass, and everything that was chosen for the weeks of one plan.
 */
const lasting: readonly AnswerKey[] = [
  'goal',
  'goalKind',
  'sidedness',
  'medicines',
  'week',
  'conditions',
  'oldInjuries',
  'hoursStanding',
  'hoursWalking',
  'hoursTraining',
  'runs',
  'kneeComesIn',
  'loadMethod',
  'planMinutes',
  'planSessions',
  'planKit',
  'planBanned',
  'planPace',
  'planSettings',
  'planHorizon',
  'shoesEnd',
  'shoesHours',
  'weekUsual',
  'weekShortMin',
  'weekTwice',
  'drillsLiked',
  'drillsDisliked',
  'drillWords',
]
const whole = ['event', 'shoe', 'device'] as const

/**
 * What a re-test begins with, out of the visit before it. A condition that was told stays told; one that was denied is
 * asked again, and until it is no plan can be made. Nothing measured is copied: it is read from where it was measured.
 */
export function carriedIntoRetest(before: Fields, visitId: string): { path: string; value: unknown }[] {
  const kept = lasting.flatMap((key) => {
    const path = `answer.${key}`
    return before[path] === undefined || before[path] === null ? [] : [{ path, value: before[path] }]
  })
  const told = conditionQuestions.flatMap((question) => {
    const path = `answer.caution:${question}`
    return before[path] === true ? [{ path, value: true }] : []
  })
  const lists = whole.flatMap((kind) =>
    fieldsOfKind(before, kind).map(({ path, value }) => ({ path, value })),
  )
  return [{ path: 'answer.retestOf', value: visitId }, ...kept, ...told, ...lists]
}
