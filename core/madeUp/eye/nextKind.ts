import { createEmptyCard, fsrs, Rating, type Card, type Grade } from 'ts-fsrs'
import type { References } from '../../groundwork/reference'
import { eyeKinds, eyeLevels, eyeLimit, type EyeKindId, type EyeLevel } from './eyeKinds'
import type { EyeResult } from './eyeBias'

// without fuzz, so that the same answers always lead to the same next question
const scheduler = fsrs({ enable_fuzz: false })

export type EyeStanding = {
  kind: EyeKindId
  answers: number
  level: EyeLevel
  /** 0..1: how well it is expected to be remembered now; 0 for what was never practised */
  recall: number
  /** typical size of the last errors, unit of the kind; undefined without answers */
  recentError: number | undefined
}

const recent = 5

/**
 * How each kind stands now: level and expected recall, from all answers in their order.
 * @param now ISO time
 * @source spaced repetition by the free FSRS algorithm (difficulty, stability, retrievability); the library replays
 *   the answers, nothing of it is stored
 */
export function eyeStandings(
  results: readonly EyeResult[],
  now: string,
  references: References,
): EyeStanding[] {
  return eyeKinds.map((kind) => {
    const of = results.filter((r) => r.kind === kind)
    const limit = eyeLimit(kind, references)
    let card: Card | undefined
    for (const { at, error } of of) {
      const when = new Date(at)
      card = scheduler.next(
        card ?? createEmptyCard(when),
        when,
        ratingOf(Math.abs(error) / limit, references),
      ).card
    }
    const last = of.slice(-recent)
    return {
      kind,
      answers: of.length,
      level: levelOf(of, limit, references),
      recall: card ? scheduler.get_retrievability(card, new Date(now), false) : 0,
      recentError:
        last.length === 0
          ? undefined
          : Math.sqrt(last.reduce((sum, r) => sum + r.error * r.error, 0) / last.length),
    }
  })
}

/** What to practise next: what is least likely to be remembered. @param but not again what was asked just now */
export function nextKind(standings: readonly EyeStanding[], but: EyeKindId | undefined): EyeKindId {
  const others = standings.filter((s) => s.kind !== but)
  return (others.length > 0 ? others : standings).reduce((a, b) => (b.recall < a.recall ? b : a)).kind
}

function ratingOf(sizeInLimits: number, { eyeEasyWithin, eyeHardWithin }: References): Grade {
  if (sizeInLimits <= eyeEasyWithin) return Rating.Easy
  if (sizeInLimits <= 1) return Rating.Good
  return sizeInLimits <= eyeHardWithin ? Rating.Hard : Rating.Again
}

/** So many answers within the limit in a row lead up a level, so many beyond it lead down. */
function levelOf(
  results: readonly EyeResult[],
  limit: number,
  { eyeUpAfter, eyeDownAfter }: References,
): EyeLevel {
  let level: EyeLevel = 1
  let good = 0
  let bad = 0
  for (const { error } of results) {
    const isGood = Math.abs(error) <= limit
    good = isGood ? good + 1 : 0
    bad = isGood ? 0 : bad + 1
    if (good === eyeUpAfter) {
      level = eyeLevels[Math.min(eyeLevels.length - 1, eyeLevels.indexOf(level) + 1)]!
      good = 0
    }
    if (bad === eyeDownAfter) {
      level = eyeLevels[Math.max(0, eyeLevels.indexOf(level) - 1)]!
      bad = 0
    }
  }
  return level
}
