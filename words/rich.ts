import type { Side } from '@sturvo/core/side'

/** A sentence whose telling words stand out: strong ones, and sides in their colour. */
export type Rich = readonly (string | { strong: string } | { side: Side })[]

export function plain(rich: Rich): string {
  const text = rich
    .map((part) => (typeof part === 'string' ? part : 'strong' in part ? part.strong : part.side))
    .join('')
  return text.charAt(0).toUpperCase() + text.slice(1)
}

export function pct(share: number): string {
  return `${Math.round(share * 100)}\u00a0%` // the sign stays with its number
}

/** How sure something is: never wholly, and never not at all. */
export function chancePct(chance: number): string {
  return chance > nearlySure ? 'over 99\u00a0%' : chance < 1 - nearlySure ? 'under 1\u00a0%' : pct(chance)
}
const nearlySure = 0.995 // what would round to 100 %

/** Decimals that make sense, without a trailing zero. */
export function num(value: number, decimals = 1): string {
  const factor = 10 ** decimals
  return String(Math.round(value * factor) / factor)
}

/** A number whose sign matters: +3, −3, 0. */
export function signed(value: number, decimals = 0): string {
  return `${value > 0 ? '+' : value < 0 ? '−' : ''}${num(Math.abs(value), decimals)}`
}
