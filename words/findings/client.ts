import type { Finding } from '@sturvo/core/reading'
import { legText } from '../legText'
import type { FindingOf } from './wordsByKind'

/** The findings that have words for the client; the others are the practitioner's. */
export const clientFindings: {
  readonly [K in Finding['kind']]?: (f: FindingOf<K>) => string | undefined
} = {
  archMotion: (f) =>
    f.concern === 'work' ? `Your ${f.side} arch moves a lot; it can learn to hold.` : undefined,
  hallux: (f) =>
    f.concern === 'fine'
      ? undefined
      : `Your ${f.side} big toe leans towards the others; room and practice help it.`,
  fan: (f) =>
    f.fan === 'tapered'
      ? `Your ${f.side} foot is narrower at the toes than at the ball; toes like room.`
      : undefined,
  toeRoom: (f) => (f.concern === 'fine' ? undefined : `The toes of your ${f.side} foot can learn to spread.`),
  toes: (f) =>
    f.fixed.length > 0
      ? `A bent toe on the ${f.side} needs room in the shoe.`
      : `A bent toe on the ${f.side} can learn to lie long.`,
  toesOff: (f) => `Not all toes of your ${f.side} foot touch the ground yet.`,
  noRollIn: (f) => `Your ${f.side} heel hardly rolls in; we loosen it first.`,
  noReserve: (f) => `Your ${f.side} arch has little spring left on one leg; we give it strength and rest.`,
  range: (f) =>
    f.concern === 'fine'
      ? undefined
      : f.measure === 'kneeToWall'
        ? `Your ${f.side} ankle is a little stiff.`
        : `Your ${f.side} big toe bends less than walking likes.`,
  balance: (f) =>
    f.concern === 'fine' || f.eyes === 'shut'
      ? undefined
      : `Standing on the ${f.side} leg is worth practising.`,
  heelRaises: (f) => (f.concern === 'fine' ? undefined : `Your ${f.side} calf can grow stronger.`),
  tripod: (f) =>
    f.tripod.light
      ? `Your ${f.side} foot presses little with the ${legText[f.tripod.light.leg]}.`
      : undefined,
  fit: (f) => `${f.reading.shoe.name}: narrower than your ${f.side} foot.`,
  orthosis: (f) => `Your insert does not fit ${f.notIn.map((n) => n.name).join(' and ')}.`,
  shoe: (f) => (f.reading.isNarrow ? `${f.reading.shoe.name}: narrower than your foot.` : undefined),
}
