import { isDeepStrictEqual } from 'node:util'
import { parsePath, type AnswerKey, type ParsedPath, type Role } from '@sturvo/schema'
import { fault } from '../http/faults'

/**
 * What an assistant may do with a kind of field; owners and practitioners may do everything.
 * - all: measuring and asking
 * - none: decisions, which are a practitioner's
 * - raise: a caution may be raised by whoever sees it, and only a practitioner takes it back
 * - notVerdict: the shoe is measured, what is to become of it is decided
 */
export type AssistantRule = 'all' | 'none' | 'raise' | 'notVerdict'

type OtherKind = Exclude<ParsedPath['kind'], 'answer'>

/** One row for each kind of field; a new kind without a row does not compile. */
export const fieldAccess: Readonly<Record<OtherKind | 'caution' | 'tried', AssistantRule>> = {
  measure: 'all',
  mark: 'all',
  event: 'all',
  photo: 'all',
  print: 'all',
  recording: 'all',
  shoe: 'notVerdict',
  device: 'none',
  dealt: 'none',
  caution: 'raise',
  tried: 'all',
}

/** One row for each answer. */
export const answerAccess: Readonly<Record<AnswerKey, AssistantRule>> = {
  retestOf: 'all',
  goal: 'all',
  goalKind: 'all',
  sidedness: 'all',
  bodyMassKg: 'all',
  medicines: 'all',
  week: 'all',
  complaint: 'all',
  conditions: 'all',
  oldInjuries: 'all',
  worstPain: 'all',
  hoursStanding: 'all',
  hoursWalking: 'all',
  hoursTraining: 'all',
  runs: 'all',
  kneeComesIn: 'all',
  loadMethod: 'all',
  planMinutes: 'none',
  planSessions: 'none',
  planKit: 'none',
  planPinned: 'none',
  planBanned: 'none',
  planPace: 'none',
  shoesEnd: 'none',
  shoesHours: 'none',
  shoesFrom: 'none',
  shoesEdits: 'none',
  planDoses: 'none',
  planRaised: 'none',
  planLowered: 'none',
  planSettings: 'none',
  planStart: 'none',
  planHorizon: 'none',
  weekUsual: 'none',
  weekShortMin: 'none',
  weekTwice: 'none',
  weekAbsences: 'none',
  weekMoves: 'none',
  drillsLiked: 'none',
  drillsDisliked: 'none',
  drillWords: 'none',
  spacersMm: 'none',
  pinnedSentences: 'none',
  letterSentences: 'none',
}

/** @throws Fault 403 where this role may not make this change; nothing of the request is then written */
export function assertMayChange(role: Role, change: { path: string; value: unknown }, before: unknown): void {
  if (role !== 'assistant') return
  const parsed = parsePath(change.path)
  if (parsed && mayAssistant(ruleOf(parsed), change.value, before)) return
  throw fault('notYourField', change.path)
}

function ruleOf(parsed: ParsedPath): AssistantRule {
  if (parsed.kind !== 'answer') return fieldAccess[parsed.kind]
  if (isAnswer(parsed.key)) return answerAccess[parsed.key]
  return parsed.key.startsWith('tried:') ? fieldAccess.tried : fieldAccess.caution
}

function mayAssistant(rule: AssistantRule, value: unknown, before: unknown): boolean {
  switch (rule) {
    case 'all':
      return true
    case 'none':
      return false
    case 'raise':
      return value === true
    case 'notVerdict':
      return isDeepStrictEqual(verdictOf(value), verdictOf(before)) && !(value === null && verdictOf(before))
  }
}

function verdictOf(shoe: unknown): unknown {
  return typeof shoe === 'object' && shoe !== null ? (shoe as { ownVerdict?: unknown }).ownVerdict : undefined
}

function isAnswer(key: string): key is AnswerKey {
  return Object.hasOwn(answerAccess, key)
}
