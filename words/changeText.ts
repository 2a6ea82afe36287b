import type { Change } from '@sturvo/core/statistics'
import { num } from './rich'

/** What a comparison says, in one sentence; the unit is left out for an index. */
export function changeSentence(change: Change, unit: string, decimals = 1): string {
  const size = `${num(Math.abs(change.difference), decimals)}${withUnit(unit)}`
  const mdc = `${num(change.mdc, decimals)}${withUnit(unit)}`
  switch (change.judged) {
    case 'real':
      return `${size}: a real difference, beyond the error of measuring (${mdc}).`
    case 'likely':
      return `${size}: likely a difference, though it could still be the error of measuring (real from ${mdc}).`
    case 'withinError':
      return `${size}: within the error of measuring (real from ${mdc}).`
    case 'notComparable':
      return change.because === 'method'
        ? 'Not comparable: the two were measured in different ways.'
        : 'Not comparable: the two were measured against different references.'
  }
}

/** A unit as it stands behind its number: degrees close up, an index has none. */
export function withUnit(unit: string): string {
  return unit === '' ? '' : unit.startsWith('°') ? '°' : ` ${unit}`
}
