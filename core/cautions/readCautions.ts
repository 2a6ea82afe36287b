import type { References } from '../reference'
import {
  cautionIds,
  cautionLevels,
  cautionTable,
  type CautionEffect,
  type CautionId,
  type CautionLevel,
  type CautionQuestion,
  type CautionRule,
} from './cautionTable'

/** Confirmed as dealt with: who, when and in which words. A stop then no longer blocks; limits keep their effects. */
export type DealtWith = { by: string; on: string; words: string }

export type Caution = {
  id: CautionId
  level: CautionLevel
  effects: readonly CautionEffect[]
  see: CautionRule['see']
  /** what raised it */
  because: 'answer' | 'age'
  dealtWith: DealtWith | undefined
}

export type CautionReading = {
  cautions: Caution[]
  effects: ReadonlySet<CautionEffect>
  /** a stop that nobody has dealt with */
  isBlocked: boolean
  /** red-flag questions nobody answered yet */
  unanswered: CautionQuestion[]
}

/**
 * Runs the caution rules; they are never silently dropped.
 * @param input answers to the caution questions (absent = not asked), age in years if known, and what was dealt with
 * @returns cautions by level, stops first, with the effects the planner must obey
 * @source cautions of the practice; local law and licence come first
 */
export function readCautions(
  input: {
    answers: Partial<Record<CautionQuestion, boolean>>
    ageYears: number | undefined
    dealtWith: Partial<Record<CautionId, DealtWith>>
  },
  references: References,
): CautionReading {
  const isOld = input.ageYears !== undefined && input.ageYears >= references.supportFromAge
  const cautions = cautionIds.flatMap((id): Caution[] => {
    const rule: CautionRule = cautionTable[id]
    const isAnswered = input.answers[rule.asks] === true
    const isByAge = id === 'balanceRisk' && isOld
    if (!isAnswered && !isByAge) return []
    return [
      {
        id,
        level: rule.level,
        effects: rule.effects,
        see: rule.see,
        because: isAnswered ? 'answer' : 'age',
        dealtWith: input.dealtWith[id],
      },
    ]
  })
  cautions.sort((a, b) => cautionLevels.indexOf(a.level) - cautionLevels.indexOf(b.level))
  const inForce = cautions.filter((c) => c.level !== 'stop' || !c.dealtWith)
  return {
    cautions,
    effects: new Set(inForce.flatMap((c) => c.effects)),
    isBlocked: inForce.some((c) => c.effects.includes('blocksPlan')),
    unanswered: cautionIds
      .map((id) => cautionTable[id])
      .filter((rule) => rule.level === 'stop' && input.answers[rule.asks] === undefined)
      .map((rule) => rule.asks),
  }
}
