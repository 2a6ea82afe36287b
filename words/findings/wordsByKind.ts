import type { Finding } from '@sturvo/core/reading'
import type { References } from '@sturvo/core/reference'
import type { Rich } from '../rich'

/** The sentence a finding makes for the practitioner, its small print, and formula or source. */
export type FindingWords = { sentence: Rich; detail: string; evidence: string }
export type FindingOf<K extends Finding['kind']> = Extract<Finding, { kind: K }>
/** What some kinds of finding say; a family lists its kinds, and a kind without words does not compile. */
export type WordsByKind<K extends Finding['kind']> = {
  readonly [Kind in K]: (f: FindingOf<Kind>, shipped: References) => FindingWords
}
export const strong = (text: string) => ({ strong: text })
export const toeName: Record<number, string> = { 1: 'big', 2: 'second', 3: 'third', 4: 'fourth', 5: 'little' }
