import {
  cautionIds,
  cautionLevels,
  cautionTable,
  conditionQuestions,
  releaseParts,
  stopQuestions,
  type CautionEffect,
  type CautionId,
  type CautionLevel,
  type CautionQuestion,
  type CautionRule,
  type CautionSign,
  type CautionStep,
  type ReleasePart,
} from './cautionTable'

/** Confirmed as dealt with: who, when and in which words. A stop then no longer blocks; limits keep their effects. */
export type DealtWith = {
  by: string
  on: string
  words: string
  /** of what waits for a release: what it opens, and since when; what is not named stays shut */
  release?: Release | undefined
}
export type Release = { opens: readonly ReleasePart[]; from: string }

export type Caution = {
  id: CautionId
  level: CautionLevel
  effects: readonly CautionEffect[]
  see: CautionRule['see']
  step: CautionStep
  /** what raised it: an answer, or what the values say by themselves */
  because: 'answer' | CautionSign
  dealtWith: DealtWith | undefined
}

export type CautionReading = {
  cautions: Caution[]
  effects: ReadonlySet<CautionEffect>
  /** a stop that nobody has dealt with */
  isBlocked: boolean
  /** red flags to ask this client, and those nobody answered yet */
  asked: CautionQuestion[]
  unanswered: CautionQuestion[]
  /** why there is no plan of any kind: training, spacers and shoes alike; undefined where there may be one */
  block: PlanBlock | undefined
}

/** What keeps every plan back. */
export type PlanBlock = {
  /** red flags and conditions nobody answered: a plan is not made around what nobody asked */
  openQuestions: CautionQuestion[]
  /** a child, or somebody over 65, is planned for otherwise */
  isAgeUnknown: boolean
  /** stops in force, and cautions whose effect allows no plan: under 16, an operation without a named release */
  stops: CautionId[]
}

/**
 * Runs the caution rules; they are never silently dropped.
 * @param input answers to the caution questions (absent = not asked), signs read from the values, and what was dealt with
 * @returns cautions by level, stops first, with the effects the planner must obey
 * @source cautions of the practice; local law and licence come first
 */
export function readCautions(input: {
  answers: Partial<Record<CautionQuestion, boolean>>
  signs: readonly CautionSign[]
  dealtWith: Partial<Record<CautionId, DealtWith>>
  /** whether somebody licensed leads here, or a coach does */
  hasLicensedLead: boolean
  isAgeKnown: boolean
}): CautionReading {
  const cautions = cautionIds.flatMap((id): Caution[] => {
    const rule: CautionRule = cautionTable[id]
    const isAnswered = rule.asks !== undefined && input.answers[rule.asks] === true
    const sign = rule.signs.find((s) => input.signs.includes(s))
    const because = isAnswered ? 'answer' : sign
    if (because === undefined) return []
    const { level, see, step } = rule
    const dealtWith = input.dealtWith[id]
    return [{ id, level, effects: leftBy(rule, dealtWith), see, step, because, dealtWith }]
  })
  cautions.sort((a, b) => cautionLevels.indexOf(a.level) - cautionLevels.indexOf(b.level))
  const inForce = cautions.filter((c) => c.level !== 'stop' || !c.dealtWith)
  // nobody asks a grown-up whether the child limps
  const isChild = input.signs.includes('ageChild')
  const asked = stopQuestions.filter((q) => q !== 'childLimping' || isChild)
  const unanswered = asked.filter((q) => input.answers[q] === undefined)
  const openQuestions = [...unanswered, ...conditionQuestions.filter((q) => input.answers[q] === undefined)]
  const isAgeUnknown = !input.isAgeKnown
  const isOpen = openQuestions.length > 0 || isAgeUnknown
  const stops = inForce.filter((c) => allowsNoPlan(c, input.hasLicensedLead)).map((c) => c.id)
  return {
    cautions,
    effects: new Set(inForce.flatMap((c) => c.effects)),
    isBlocked: inForce.some((c) => c.effects.includes('blocksPlan')),
    asked,
    unanswered,
    block: isOpen || stops.length > 0 ? { openQuestions, isAgeUnknown, stops } : undefined,
  }
}

/** Whether a caution waits for somebody else to say by name what may be done. */
export const waitsForRelease = (id: CautionId): boolean =>
  cautionTable[id].effects.some((effect) => effect === 'surgeonRules')

/** What a release can open of a caution. */
export function openableOf(id: CautionId): ReleasePart[] {
  const effects: readonly CautionEffect[] = cautionTable[id].effects
  return waitsForRelease(id)
    ? (Object.keys(releaseParts) as ReleasePart[]).filter((part) =>
        releaseParts[part].every((effect) => effects.includes(effect)),
      )
    : []
}

function leftBy({ effects }: CautionRule, dealtWith: DealtWith | undefined): readonly CautionEffect[] {
  if (!effects.includes('surgeonRules')) return effects
  const opened: CautionEffect[] = (dealtWith?.release?.opens ?? []).flatMap((part) => releaseParts[part])
  return effects.filter((effect) => !opened.includes(effect))
}

/** The cautions that hold every plan back, for the letter and for the page in the hand. */
export function heldBackBy({ cautions, block }: CautionReading): Caution[] {
  return cautions.filter((c) => block?.stops.includes(c.id) ?? false)
}

/** Whether a caution in force allows no plan at all. */
function allowsNoPlan({ effects, dealtWith }: Caution, hasLicensedLead: boolean): boolean {
  if (effects.includes('blocksPlan') || effects.includes('noLoadPlan')) return true
  // without a licensed lead there are words and a referral, until one has said yes by name
  if (effects.includes('licensedLead') && !hasLicensedLead && !dealtWith) return true
  // what the surgeon allows is not ours to guess: a release is written down by name, day and words
  return effects.includes('surgeonRules') && !dealtWith
}
