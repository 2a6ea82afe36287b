import { changeSentence } from '../changeText'
import { driverText, evidenceText } from '../driverText'
import { gradeText, partName } from '../gradeText'
import { measureText, measureWords } from '../measureText'
import { postureText } from '../pronationText'
import { chancePct, num, pct, signed, type Rich } from '../rich'
import { legText } from '../legText'
import { strong, type WordsByKind } from './wordsByKind'

const rangeText = {
  kneeToWall: { what: 'ankle bends', unit: ' mm to the wall', how: 'heel down' },
  bigToeExtension: { what: 'big toe bends', unit: '°', how: 'extension, by hand' },
} as const

type Kinds =
  | 'noRollIn'
  | 'swelling'
  | 'range'
  | 'sideDifference'
  | 'balance'
  | 'heelRaises'
  | 'driver'
  | 'posture'
  | 'postureDifference'
  | 'timing'
  | 'squatLoss'
  | 'grade'
  | 'tripod'
  | 'sideShare'

export const moveFindings: WordsByKind<Kinds> = {
  noRollIn: (f, shipped) => ({
    sentence: [{ side: f.side }, ' heel ', strong('cannot roll in'), '.'],
    detail: `eversion range ${num(f.rangeDeg, 0)}° · ${chancePct(f.chance)} sure`,
    evidence: `Below ${num(shipped.eversionLittleDeg, 0)}° the foot meets the ground on its outer edge: higher sprain risk, and little to push with.`,
  }),
  swelling: (f) => ({
    sentence: [{ side: f.side }, ' foot: ', strong(`${f.amount} swelling`), '.'],
    detail: 'by eye and thumb',
    evidence: 'Ask since when; hot and swollen is a stop.',
  }),
  range: (f, shipped) => {
    const { what, unit } = rangeText[f.measure]
    return {
      sentence: [
        { side: f.side },
        ` ${what} `,
        strong(`${num(f.value, 0)}${unit}`),
        `, goal ${num(f.goal, 0)}.`,
      ],
      detail: f.feel && f.feel !== 'nothing' ? `${f.feel} at the end of the range` : rangeText[f.measure].how,
      evidence: measureWords(f.measure, shipped).help,
    }
  },
  sideDifference: (f) => ({
    sentence: [
      `${measureText[f.measure].name}: `,
      { side: f.weaker },
      ' is ',
      strong(`${num(f.difference, 0)} less`),
      ' than the other side.',
    ],
    detail: changeSentence(f.change, f.measure === 'kneeToWall' ? 'mm' : '°', 0),
    evidence: 'Judged with your own error: real beyond 1.96·√2·SEM, likely beyond 1.28·√2·SEM.',
  }),
  balance: (f) =>
    f.cannot
      ? {
          sentence: ['Cannot stand on the ', { side: f.side }, ' leg, eyes ', strong(f.eyes), '.'],
          detail: 'tried; counts as 0 s',
          evidence: 'Plan starts on two feet with support at hand.',
        }
      : {
          sentence: [
            'Stands on the ',
            { side: f.side },
            ' leg ',
            strong(`${num(f.seconds, 0)} s`),
            `, eyes ${f.eyes}.`,
          ],
          detail: `goal ${f.goal} s`,
          evidence: 'Until the arch is lost or the other foot touches down.',
        },
  heelRaises: (f) =>
    f.cannot
      ? {
          sentence: ['No single heel raise on the ', { side: f.side }, ' side.'],
          detail: 'tried; counts as 0',
          evidence: `Goal ${f.goal} (Lunsford & Perry 1995).`,
        }
      : {
          sentence: [{ side: f.side }, ' heel raises: ', strong(num(f.count, 0)), ` of ${f.goal}.`],
          detail: 'full height on one leg',
          evidence: `Goal ${f.goal} (Lunsford & Perry 1995).`,
        },
  driver: (f) => {
    const { chain } = f
    const two = f.next ? ` Close behind: ${driverText[f.next].short}.` : ''
    return {
      sentence: [{ side: f.side }, ': most likely ', strong(driverText[chain.id].short), ' drives it.'],
      detail: `${pct(chain.strength)} strong, ${pct(chain.completeness)} of the evidence measured.${two}`,
      evidence: `For: ${chain.for.map(evidenceText).join('; ')}. ${
        chain.against.length > 0 ? `Against: ${chain.against.map(evidenceText).join('; ')}. ` : ''
      }${driverText[chain.id].follows}`,
    }
  },
  posture: (f, shipped) => ({
    sentence: [
      { side: f.side },
      ' stance ',
      strong(postureText[f.score.kind]),
      `, posture score ${signed(f.score.sum)}.`,
    ],
    detail: `z ${num(f.score.z, 1)} · six items, −12 to +12`,
    evidence: `0 to ${shipped.postureMore - 1} usual, from ${shipped.postureMore} more, from ${shipped.postureMuch} much, to ${shipped.postureLess} less, to ${shipped.postureMuchLess} much less (Redmond, Crosbie & Ouvrier 2006).`,
  }),
  postureDifference: (f, shipped) => ({
    sentence: [{ side: f.more }, ` stands rolled in more, by ${num(f.difference, 0)} points.`],
    detail: `${f.items} of six items differ`,
    evidence: `Beyond what scoring twice may bring (error ${num(shipped.semPosture, 1)} points).`,
  }),
  timing: (f, shipped) => ({
    sentence: [
      { side: f.side },
      ' rolls in ',
      strong(f.timing.kind === 'usual' ? 'in time' : f.timing.kind),
      `, furthest at ${num(f.timing.peakAtPct, 0)} % of stance.`,
    ],
    detail: f.timing.from === 'mat' ? 'from the load on the mat' : 'from the heel angle series',
    evidence: `Usual ${num(shipped.peakUsualFromPct, 0)} to ${num(shipped.peakUsualToPct, 0)} %; before ${num(shipped.peakEarlyPct, 0)} % early, after ${num(shipped.peakLatePct, 0)} % late.${
      f.timing.copExcursionPct === undefined
        ? ''
        : ` Excursion index ${num(f.timing.copExcursionPct, 0)} % (Song 1996).`
    }`,
  }),
  squatLoss: (f, shipped) => ({
    sentence:
      f.lost === 0
        ? [{ side: f.side }, ' foot is ', strong('kept'), ' in the squat.']
        : [
            { side: f.side },
            ' foot is ',
            strong('lost'),
            f.depthPct === undefined ? ' in the squat.' : ` at ${num(f.depthPct, 0)} % of the squat.`,
          ],
    detail: `${f.lost} of ${f.trials} ${f.trials === 1 ? 'recording' : 'recordings'} on the mat`,
    evidence: `The load moves inward by more than ${num(shipped.lossLeastMm, 0)} mm faster than in quiet standing, and stays.`,
  }),
  grade: (f) => {
    const { grade, chances, isBorderline, activeShare, open } = f.grade
    if (grade === undefined)
      return {
        sentence: [
          { side: f.side },
          ` ${partName(f.part)}: grade `,
          strong(open.grades.join(' or ')),
          ', still open.',
        ],
        detail: `${pct(open.chance)} not decided yet`,
        evidence: 'One more test decides it: see "Test next".',
      }
    const lifts = activeShare === undefined ? '' : ` · corrects ${pct(activeShare)} of the way alone`
    return {
      sentence: [
        { side: f.side },
        ` ${partName(f.part)}: `,
        strong(`grade ${grade}`),
        `, ${gradeText[grade]}.`,
      ],
      detail: `${chancePct(chances[grade])} sure${isBorderline ? ' · borderline' : ''}${lifts}`,
      evidence: `Chances: ${chances.map((c, g) => `grade ${g} ${chancePct(c)}`).join(', ')}. Words and values beyond the target count as corrected.`,
    }
  },
  tripod: (f, shipped) => {
    const { shares, light, kind, lean, method } = f.tripod
    const named: Rich = light
      ? ['. The ', strong(legText[light.leg]), ' is light: ', strong(pct(shares[light.leg])), '.']
      : ['.']
    return {
      sentence: [{ side: f.side }, ' foot: the three points are ', strong(kind), ...named],
      detail: `heel ${pct(shares.h)} · inside ${pct(shares.m1)} · outside ${pct(shares.m5)}${method === 'felt' ? ' · as felt' : ''}${light ? ` · ${chancePct(light.chance)} sure that it is light` : ''}`,
      evidence: `Distance to the target ${num(f.tripod.distance, 2)} (${shipped.tripodEven} even, ${shipped.tripodLeaning} leaning). Lean ${lean === undefined ? 'cannot be said' : num(lean, 2)}, + to the inside.`,
    }
  },
  sideShare: (f) => ({
    sentence: [{ side: f.heavier }, ' carries ', strong(pct(f.share)), ' of the weight.'],
    detail: 'sum of the three scales of each foot',
    evidence: 'Load on this foot over the load on both.',
  }),
}
