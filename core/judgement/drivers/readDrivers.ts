import { isNumberMeasure, type FootValues, type MeasureId } from '../../foot/measures'
import type { References } from '../../groundwork/reference'
import {
  driverTable,
  type Clue,
  type DriverExtras,
  type DriverId,
  type DriverLink,
  type DriverRule,
} from './driverTable'

export type Evidence = {
  from: MeasureId | keyof DriverExtras
  /** as measured: a number, a word, or true and false as 1 and 0 */
  value: number | string
  /** −1 against to +1 for, times its weight in the chain */
  pull: number
}

export type DriverChain = {
  id: DriverId
  links: readonly DriverLink[]
  for: Evidence[]
  against: Evidence[]
  /** 0..1: how much what was measured speaks for it, and how much of what could be measured was */
  strength: number
  completeness: number
}

export type DriverTest = {
  measure: MeasureId
  /** the two chains it would separate */
  between: readonly [DriverId, DriverId]
  /** by how much further they are expected to lie apart, 0..1 */
  gain: number
}

export type DriverReading = { chains: DriverChain[]; testNext: DriverTest | undefined }

/**
 * What drives it on one foot: every chain that something speaks for, the strongest first. What speaks against lowers a
 * chain and is listed with it; no cause is forced.
 */
export function readDrivers(
  foot: FootValues,
  extras: DriverExtras,
  references: References,
  rules: readonly DriverRule[] = driverTable,
): DriverReading {
  const all = rules.map((rule) => chainOf(rule, foot, extras, references))
  const chains = all
    .filter((chain) => chain.for.length > 0 && chain.strength >= references.driverLeast)
    .sort((a, b) => b.strength - a.strength || (a.id < b.id ? -1 : 1))
  return { chains, testNext: separatingTest(chains, rules, foot, extras, references) }
}

function chainOf(rule: DriverRule, foot: FootValues, extras: DriverExtras, r: References): DriverChain {
  const found = rule.clues.flatMap((clue) => evidenceOf(clue, foot, extras, r))
  const { strength, completeness } = weigh(rule, found, r)
  const { eversionRange } = foot.numbers
  // a heel that cannot roll in gives nowhere, whatever drives it
  const cannotGive = eversionRange !== undefined && eversionRange < r.eversionLittleDeg
  const bySize = [...found].sort((a, b) => Math.abs(b.pull) - Math.abs(a.pull))
  return {
    id: rule.id,
    links: cannotGive ? rule.links.filter((link) => link !== 'archGives') : rule.links,
    for: bySize.filter((e) => e.pull > 0),
    against: bySize.filter((e) => e.pull < 0),
    strength,
    completeness,
  }
}

type Found = Evidence & { weight: number }

function evidenceOf(clue: Clue, foot: FootValues, extras: DriverExtras, r: References): Found[] {
  const { weight } = clue
  const told = (from: Evidence['from'], value: number | string, support: number) => [
    { from, value, weight, pull: support * weight },
  ]
  if ('extra' in clue) {
    const value = extras[clue.extra]
    if (value === undefined) return []
    return told(clue.extra, Number(value), clue.support(Number(value), r))
  }
  if ('words' in clue) {
    const word = foot.words[clue.from]
    return word === undefined ? [] : told(clue.from, word, clue.words[word] ?? 0)
  }
  // tried and could not is the least there can be
  const value = foot.states[clue.from] === 'cannot' ? 0 : foot.numbers[clue.from]
  return value === undefined ? [] : told(clue.from, value, clue.support(value, r))
}

/** Support among what is known, held back where little is known. */
function weigh(rule: DriverRule, found: readonly Found[], r: References) {
  const whole = rule.clues.reduce((sum, c) => sum + c.weight, 0)
  const known = found.reduce((sum, e) => sum + e.weight, 0)
  const completeness = known / whole
  const support = known > 0 ? found.reduce((sum, e) => sum + e.pull, 0) / known : 0
  return {
    completeness,
    strength: Math.max(0, support) * (r.driverBare + (1 - r.driverBare) * completeness),
  }
}

/**
 * The untested measure that would pull the top two furthest apart: each is tried once speaking fully for and once
 * fully against what it bears on.
 */
function separatingTest(
  chains: readonly DriverChain[],
  rules: readonly DriverRule[],
  foot: FootValues,
  extras: DriverExtras,
  r: References,
): DriverTest | undefined {
  const [first, second] = chains
  if (!first || !second || first.strength - second.strength >= r.driverCloseTo * 2) return undefined
  const pair = [first, second].map((chain) => rules.find((rule) => rule.id === chain.id)!)
  const now = first.strength - second.strength
  let best: DriverTest | undefined
  const open = new Set(
    pair.flatMap((rule) =>
      rule.clues.flatMap((c) => ('from' in c && isUntested(c.from, foot) ? [c.from] : [])),
    ),
  )
  for (const measure of open) {
    const apart = ([1, -1] as const).map((sign) => {
      const [a, b] = pair.map((rule) => {
        const found = rule.clues.flatMap((c) => evidenceOf(c, foot, extras, r))
        const clue = rule.clues.find((c) => 'from' in c && c.from === measure)
        // a measure that bears on both may speak for one and against the other
        const added = clue ? [{ from: measure, value: 0, weight: clue.weight, pull: sign * clue.weight }] : []
        return weigh(rule, [...found, ...added], r).strength
      }) as [number, number]
      return Math.abs(a - b)
    })
    const gain = (apart[0]! + apart[1]!) / 2 - Math.abs(now)
    if (gain > 0.005 && (!best || gain > best.gain)) best = { measure, between: [first.id, second.id], gain }
  }
  return best
}

function isUntested(measure: MeasureId, foot: FootValues): boolean {
  if (foot.states[measure] !== undefined) return false
  return isNumberMeasure(measure) ? foot.numbers[measure] === undefined : foot.words[measure] === undefined
}
