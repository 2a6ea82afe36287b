import { chancePct, num } from '../rich'
import { strong, toeName, type WordsByKind } from './wordsByKind'

const halluxText = {
  straight: 'is straight',
  slight: 'leans slightly',
  moderate: 'leans',
  marked: 'leans a lot',
} as const
const fanText = {
  fanned: 'fanned: a wide base',
  even: 'even',
  tapered: 'tapered: narrower in front than at the ball',
} as const

type Kinds = 'hallux' | 'fifthToe' | 'fan' | 'toeRoom' | 'toes' | 'toesOff'

export const toesFindings: WordsByKind<Kinds> = {
  hallux: (f, shipped) => ({
    sentence: [{ side: f.side }, ' big toe ', strong(halluxText[f.lean]), `, ${num(f.angleDeg, 0)}°.`],
    detail: `hallux angle · ${chancePct(f.sure ?? 1)} sure`,
    evidence: `Between the inner border of the foot and of the big toe: below ${shipped.halluxSlightDeg}° straight, below ${shipped.halluxModerateDeg}° slight, below ${shipped.halluxMarkedDeg}° moderate.`,
  }),
  fifthToe: (f, shipped) => ({
    sentence: [{ side: f.side }, ' little toe is ', strong('pulled in'), `, ${num(f.angleDeg, 0)}°.`],
    detail: `fifth-toe angle · ${chancePct(f.sure ?? 1)} sure`,
    evidence: `Above ${shipped.fifthToeInDeg}° counts as pulled in.`,
  }),
  fan: (f, shipped) => ({
    sentence: [{ side: f.side }, ' outline is ', strong(fanText[f.fan]), '.'],
    detail: `fan ratio ${num(f.ratio, 2)} · ${chancePct(f.sure ?? 1)} sure`,
    evidence: `Greatest width in front of the ball over the ball: from ${num(shipped.fanWide, 2)} fanned, below ${num(shipped.fanTapered, 2)} tapered.`,
  }),
  toeRoom: (f, shipped) => {
    const { gap, spreadMm, restMm } = f.narrowest
    return {
      sentence: [
        { side: f.side },
        ` toes ${toeName[gap]} and ${toeName[gap + 1]} spread `,
        strong(`${num(spreadMm, 0)} mm`),
        `, goal ${num(f.goalMm, 0)}.`,
      ],
      detail: restMm === undefined ? 'narrowest of the gaps' : `${num(restMm, 0)} mm at rest`,
      evidence: `Free width between neighbouring toes while the client spreads them; goal ${num(shipped.toeGapGoalMm, 0)} mm each.`,
    }
  },
  toes: (f) => {
    const list = (toes: readonly number[]) => toes.map((n) => toeName[n]).join(', ')
    const said = [
      f.fixed.length > 0 ? `${list(f.fixed)} bent and fixed` : '',
      f.soft.length > 0 ? `${list(f.soft)} bent, can be straightened` : '',
    ].filter(Boolean)
    return {
      sentence: [{ side: f.side }, ' toes: ', strong(said.join('; ')), '.'],
      detail: f.fixed.length > 0 ? 'a fixed toe is given room, never spaced by force' : 'soft: it can learn',
      evidence: 'By hand, foot relaxed.',
    }
  },
  toesOff: (f) => ({
    sentence: [
      { side: f.side },
      ': ',
      strong(`${f.toes.map((n) => toeName[n]).join(', ')} off the ground`),
      '.',
    ],
    detail: 'no purchase there in relaxed stance',
    evidence: 'Toes that do not touch leave their load to the ball.',
  }),
}
