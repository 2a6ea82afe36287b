import { colourOf } from '../app/theme'
import { isobarsKpa } from '../workers/livePressure'

type Scheme = 'light' | 'dark'

/** A colour between two hex colours. @param share 0 the first, 1 the second */
export function mix(a: string, b: string, share: number): string {
  const part = (hex: string, i: number) => parseInt(hex.slice(1 + 2 * i, 3 + 2 * i), 16)
  const at = (i: number) => Math.round(part(a, i) + (part(b, i) - part(a, i)) * share)
  return `rgb(${at(0)} ${at(1)} ${at(2)})`
}

/** The colour of a load: one hue, pale to deep. */
export function loadColour(scheme: Scheme, kpa: number): string {
  const step = isobarsKpa.findIndex((level) => level >= kpa)
  const share = (step < 0 ? isobarsKpa.length : step) / (isobarsKpa.length - 0.5)
  return mix(colourOf(scheme, 'loadPale'), colourOf(scheme, 'loadDeep'), Math.min(1, share))
}
