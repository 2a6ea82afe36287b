import { referenceValues, type ReferenceId, type References } from '@sturvo/core/reference'
import type { ArchCell, ArchMotion, PositionSource } from '@sturvo/core/arch'
import type { Finding, TestNext } from '@sturvo/core/reading'
import { worstOf } from '@sturvo/core/fit'
import type { Leg } from '@sturvo/core/tripod'
import { driverText, evidenceText } from './driverText'
import { changeSentence } from './changeText'
import { gradeText, partName } from './gradeText'
import { measureText, measureWords } from './measureText'
import { placeName, shelfMeanText } from './shoeText'
import { aspectSentence, deviceName } from './supportText'
import { postureText } from './pronationText'
import { chancePct, num, pct, signed, type Rich } from './rich'

const asShipped = referenceValues()

export type FindingWords = { sentence: Rich; detail: string; evidence: string }
const strong = (text: string) => ({ strong: text })
/** The three points in words. */
export const legText: Record<Leg, string> = { h: 'heel', m1: 'big-toe ball', m5: 'little-toe ball' }
const printKindText = { interrupted: 'interrupted', bridged: 'bridged', full: 'full' } as const
const heightText = {
  sitMm: 'sitting',
  standMm: 'standing',
  singleMm: 'on one leg',
  activeMm: 'lifted by the client',
  passiveMm: 'lifted by hand',
} as const
const rangeText = {
  kneeToWall: { what: 'ankle bends', unit: ' mm to the wall', how: 'heel down' },
  bigToeExtension: { what: 'big toe bends', unit: '°', how: 'extension, by hand' },
} as const

/**
 * The sentence a finding makes for the practitioner, its small print, and formula or source.
 * @param shipped reference values in force; left out, the table as it ships
 */
export function findingWords(f: Finding, shipped: References = asShipped): FindingWords {
  switch (f.kind) {
    case 'archPosition': {
      const { kind, chances, parts, disagree } = f.position
      const sure = chancePct(chances[kind])
      return {
        sentence: [
          'The ',
          { side: f.side },
          ' arch sits ',
          strong(kind === 'middle' ? 'in the middle' : kind),
          '.',
        ],
        detail: `${sure} sure · from ${parts.map((p) => sourceText[p.source]).join(', ')}${disagree ? ` · ${disagree.map((s) => sourceText[s]).join(' and ')} disagree` : ''}`,
        evidence: `Weighted mean z ${num(f.position.z, 2)} ± ${num(f.position.errorZ, 2)}: low at −1 or below, high at +1 or above. ${parts.map((p) => `${sourceText[p.source]} z ${num(p.z, 2)}`).join(', ')}.`,
      }
    }
    case 'archMotion': {
      const { little, usual, much } = f.motion.motion!
      const best = Math.max(little, usual, much)
      const word = best === much ? 'moves a lot' : best === little ? 'moves little' : 'moves as usual'
      return {
        sentence: ['The ', { side: f.side }, ' arch ', strong(word), '.'],
        detail: `${motionParts(f.motion)} · ${chancePct(best)} sure`,
        evidence: motionEvidence(f.motion, shipped),
      }
    }
    case 'archMap': {
      const { best, chance } = f.place
      return {
        sentence: [{ side: f.side }, ' arch: ', strong(cellName(best)), '. ', cellMeaning(best)[0]],
        detail: `${chancePct(chance)} sure of this cell · ${cellMeaning(best)[1]}`,
        evidence:
          'Where the arch stands and how it moves are two different things; the cell is the likelier of the nine, errors of both taken as independent.',
      }
    }
    case 'hallux':
      return {
        sentence: [{ side: f.side }, ' big toe ', strong(halluxText[f.lean]), `, ${num(f.angleDeg, 0)}°.`],
        detail: `hallux angle · ${chancePct(f.sure ?? 1)} sure`,
        evidence: `Between the inner border of the foot and of the big toe: below ${shipped.halluxSlight}° straight, below ${shipped.halluxModerate}° slight, below ${shipped.halluxMarked}° moderate.`,
      }
    case 'fifthToe':
      return {
        sentence: [{ side: f.side }, ' little toe is ', strong('pulled in'), `, ${num(f.angleDeg, 0)}°.`],
        detail: `fifth-toe angle · ${chancePct(f.sure ?? 1)} sure`,
        evidence: `Above ${shipped.fifthToeIn}° counts as pulled in.`,
      }
    case 'fan':
      return {
        sentence: [{ side: f.side }, ' outline is ', strong(fanText[f.fan]), '.'],
        detail: `fan ratio ${num(f.ratio, 2)} · ${chancePct(f.sure ?? 1)} sure`,
        evidence: `Greatest width in front of the ball over the ball: from ${num(shipped.fanWide, 2)} fanned, below ${num(shipped.fanTapered, 2)} tapered.`,
      }
    case 'toeRoom': {
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
    }
    case 'toes': {
      const list = (toes: readonly number[]) => toes.map((n) => toeName[n]).join(', ')
      const said = [
        f.fixed.length > 0 ? `${list(f.fixed)} bent and fixed` : '',
        f.soft.length > 0 ? `${list(f.soft)} bent, can be straightened` : '',
      ].filter(Boolean)
      return {
        sentence: [{ side: f.side }, ' toes: ', strong(said.join('; ')), '.'],
        detail:
          f.fixed.length > 0 ? 'a fixed toe is given room, never spaced by force' : 'soft: it can learn',
        evidence: 'By hand, foot relaxed.',
      }
    }
    case 'toesOff':
      return {
        sentence: [
          { side: f.side },
          ': ',
          strong(`${f.toes.map((n) => toeName[n]).join(', ')} off the ground`),
          '.',
        ],
        detail: 'no purchase there in relaxed stance',
        evidence: 'Toes that do not touch leave their load to the ball.',
      }
    case 'crossArch': {
      const said = [
        f.spreadMm === undefined ? '' : `spreads ${num(f.spreadMm)} mm under load`,
        f.load ? 'hard skin under the 2nd to 4th joint' : '',
        f.cannotLighten ? 'cannot lighten the ball' : '',
      ].filter(Boolean)
      return {
        sentence: [{ side: f.side }, ' cross arch ', strong(crossWord(f, shipped)), '.'],
        detail: said.join(' · '),
        evidence: `Ball width standing less sitting; above ${num(shipped.ballSpreadMuch, 0)} mm much. Colours the choice of drills, enters no class.`,
      }
    }
    case 'outerArch':
      return {
        sentence: ['No ', strong('outer arch'), ' to be seen on the ', { side: f.side }, '.'],
        detail: 'under the cuboid, standing',
        evidence: 'The lateral arch; enters no class.',
      }
    case 'noRollIn':
      return {
        sentence: [{ side: f.side }, ' heel ', strong('cannot roll in'), '.'],
        detail: `eversion range ${num(f.rangeDeg, 0)}° · ${chancePct(f.chance)} sure`,
        evidence: `Below ${num(shipped.eversionLittle, 0)}° the foot meets the ground on its outer edge: higher sprain risk, and little to push with.`,
      }
    case 'swelling':
      return {
        sentence: [{ side: f.side }, ' foot: ', strong(`${f.amount} swelling`), '.'],
        detail: 'by eye and thumb',
        evidence: 'Ask since when; hot and swollen is a stop.',
      }
    case 'noReserve':
      return {
        sentence: [
          'The ',
          { side: f.side },
          ' arch has ',
          strong('nothing left'),
          ' to yield with on one leg.',
        ],
        detail: `reserve ${num(f.reserveMm)} mm · ${chancePct(f.chance)} sure`,
        evidence: `Reserve is the height standing less the height on one leg; below ${shipped.reserveNone} mm none is left.`,
      }
    case 'ladderImpossible':
      return {
        sentence: [
          strong('Please check: '),
          'the ',
          { side: f.side },
          ` arch stands higher ${heightText[f.lower]} than ${heightText[f.higher]}.`,
        ],
        detail: 'that cannot be; one of the two heights was read or entered wrongly',
        evidence: 'The difference is larger than the error of two readings.',
      }
    case 'print':
      return {
        sentence: [
          'The ',
          { side: f.side },
          ' print is ',
          strong(printKindText[f.printKind]),
          `, arch index ${num(f.archIndex.value, 3)}.`,
        ],
        detail: `± ${f.archIndex.error < 0.0005 ? 'under 0.001' : num(f.archIndex.error, 3)} from the pixel size · at or below ${shipped.archIndexHigh} high, at or above ${shipped.archIndexLow} low`,
        evidence: 'Arch index: area of the middle third over the toeless area (Cavanagh & Rodgers 1987).',
      }
    case 'tripod': {
      const { shares, light, kind, lean, method } = f.tripod
      const named: Rich = light
        ? ['. The ', strong(legText[light.leg]), ' is light: ', strong(pct(shares[light.leg])), '.']
        : ['.']
      return {
        sentence: [{ side: f.side }, ' foot: the three points are ', strong(kind), ...named],
        detail: `heel ${pct(shares.h)} · inside ${pct(shares.m1)} · outside ${pct(shares.m5)}${method === 'felt' ? ' · as felt' : ''}${light ? ` · ${chancePct(light.chance)} sure that it is light` : ''}`,
        evidence: `Distance to the target ${num(f.tripod.distance, 2)} (${shipped.tripodEven} even, ${shipped.tripodLeaning} leaning). Lean ${lean === undefined ? 'cannot be said' : num(lean, 2)}, + to the inside.`,
      }
    }
    case 'sideShare':
      return {
        sentence: [{ side: f.heavier }, ' carries ', strong(pct(f.share)), ' of the weight.'],
        detail: 'sum of the three scales of each foot',
        evidence: 'Load on this foot over the load on both.',
      }
    case 'range': {
      const { what, unit } = rangeText[f.measure]
      return {
        sentence: [
          { side: f.side },
          ` ${what} `,
          strong(`${num(f.value, 0)}${unit}`),
          `, goal ${num(f.goal, 0)}.`,
        ],
        detail:
          f.feel && f.feel !== 'nothing' ? `${f.feel} at the end of the range` : rangeText[f.measure].how,
        evidence: measureWords(f.measure, shipped).help,
      }
    }
    case 'sideDifference':
      return {
        sentence: [
          `${measureText[f.measure].name}: `,
          { side: f.weaker },
          ' is ',
          strong(`${num(f.difference, 0)} less`),
          ' than the other side.',
        ],
        detail: changeSentence(f.change, f.measure === 'kneeToWall' ? 'mm' : '°', 0),
        evidence: 'Judged with your own error: real beyond 1.96·√2·SEM, likely beyond 1.28·√2·SEM.',
      }
    case 'balance':
      return f.cannot
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
          }
    case 'driver': {
      const { chain } = f
      const two = f.next ? ` Close behind: ${driverText[f.next].short}.` : ''
      return {
        sentence: [{ side: f.side }, ': most likely ', strong(driverText[chain.id].short), ' drives it.'],
        detail: `${pct(chain.strength)} strong, ${pct(chain.completeness)} of the evidence measured.${two}`,
        evidence: `For: ${chain.for.map(evidenceText).join('; ')}. ${
          chain.against.length > 0 ? `Against: ${chain.against.map(evidenceText).join('; ')}. ` : ''
        }${driverText[chain.id].follows}`,
      }
    }
    case 'posture':
      return {
        sentence: [
          { side: f.side },
          ' stance ',
          strong(postureText[f.score.kind]),
          `, posture score ${signed(f.score.sum)}.`,
        ],
        detail: `z ${num(f.score.z, 1)} · six items, −12 to +12`,
        evidence: `0 to ${shipped.postureMore - 1} usual, from ${shipped.postureMore} more, from ${shipped.postureMuch} much, to ${shipped.postureLess} less, to ${shipped.postureMuchLess} much less (Redmond, Crosbie & Ouvrier 2006).`,
      }
    case 'postureDifference':
      return {
        sentence: [{ side: f.more }, ` stands rolled in more, by ${num(f.difference, 0)} points.`],
        detail: `${f.items} of six items differ`,
        evidence: `Beyond what scoring twice may bring (error ${num(shipped.semPosture, 1)} points).`,
      }
    case 'timing':
      return {
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
      }
    case 'squatLoss':
      return {
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
      }
    case 'heelRaises':
      return f.cannot
        ? {
            sentence: ['No single heel raise on the ', { side: f.side }, ' side.'],
            detail: 'tried; counts as 0',
            evidence: `Goal ${f.goal} (Lunsford & Perry 1995).`,
          }
        : {
            sentence: [{ side: f.side }, ' heel raises: ', strong(num(f.count, 0)), ` of ${f.goal}.`],
            detail: 'full height on one leg',
            evidence: `Goal ${f.goal} (Lunsford & Perry 1995).`,
          }
    case 'grade': {
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
    }
    case 'fit': {
      const { reading, fit } = f
      const worst = worstOf(fit)
      const push =
        fit.push && fit.push.extraDeg >= 1 ? ` · pushes the big toe ${num(fit.push.extraDeg, 0)}°` : ''
      const room =
        fit.roomMm === undefined
          ? ''
          : fit.roomMm < 0
            ? ' · toes outside'
            : ` · ${num(fit.roomMm, 0)} mm in front`
      return {
        sentence:
          f.why === 'pushesToe'
            ? [
                `${reading.shoe.name}: the `,
                { side: f.side },
                ' big toe is pushed ',
                strong(`${num(fit.push?.extraDeg ?? 0, 0)}° further`),
                '.',
              ]
            : f.why === 'short'
              ? [
                  `${reading.shoe.name}: `,
                  strong(`only ${num(Math.max(0, fit.roomMm ?? 0), 0)} mm`),
                  ' in front of the ',
                  { side: f.side },
                  ' toes.',
                ]
              : [
                  `${reading.shoe.name}: the `,
                  { side: f.side },
                  ' foot reaches ',
                  strong(`${num(worst.mostMm)} mm out`),
                  `, ${placeName(worst)}.`,
                ],
        detail: `± ${num(fit.errorMm)} mm${room}${push} · worn ${pct(reading.hoursShare)} of the hours`,
        evidence: `Own outline over the inside of the shoe, heel backs ${num(fit.placing.gapMm, 0)} mm apart, ${num(shipped.upperStretch, 0)} mm stretch allowed.`,
      }
    }
    case 'base':
      return {
        sentence: besideSentence(f),
        detail: [
          `barefoot ${signed(f.base.marginMm)} mm`,
          ...f.inShoes.slice(0, 3).map((s) => `${s.name} ${signed(s.marginMm)} mm`),
        ].join(' · '),
        evidence: `Line of the leg carried on to the ground, against the inner edge of the heel; ${num(shipped.baseMargin, 0)} mm margin wanted.${f.base.tippingNm ? ` On one leg ${num(f.base.tippingNm)} Nm tip it inwards.` : ''}`,
      }
    case 'device':
      return {
        sentence: [
          `The ${deviceName(f.device)} `,
          strong('does not fit'),
          ` ${f.notIn.map((n) => n.name).join(', ')}.`,
        ],
        detail: f.notIn.flatMap((n) => n.aspects.slice(0, 1).map((a) => aspectSentence(a))).join(' · '),
        evidence: 'Depth above it, width beside it and base beneath it, in every shoe of the shelf.',
      }
    case 'shoe': {
      const { shoe, ballMarginMm, toesMarginMm, isNarrow, dropMm } = f.reading
      const worst = Math.min(ballMarginMm ?? Infinity, toesMarginMm ?? Infinity)
      return isNarrow
        ? {
            sentence: [`${shoe.name}: `, strong(`${num(-worst, 0)} mm narrower`), ' than the foot.'],
            detail: `ball ${margin(ballMarginMm)} · toes ${margin(toesMarginMm)} · worn ${pct(f.reading.hoursShare)} of the hours`,
            evidence: `Inner width and ${shipped.upperStretch} mm stretch less the wider foot.`,
          }
        : {
            sentence: [`${shoe.name}: low drop on a `, strong('tall stack'), '.'],
            detail: `${num(shoe.stackHeelMm ?? 0, 0)} mm under the heel, drop ${num(dropMm ?? 0, 0)} mm`,
            evidence: 'Little ground feel and a tall lever sideways.',
          }
    }
    case 'shelf': {
      const { mostWorn, drop, stackHeel, score, hoursPerWeek } = f.shelf
      const known = [
        shelfMeanText('drop', drop, 'mm'),
        shelfMeanText('stack', stackHeel, 'mm'),
        shelfMeanText('minimal-shoe score', score, '%'),
      ].filter(Boolean)
      return {
        sentence: [
          `What decides: ${mostWorn!.shoe.name}, worn `,
          strong(pct(mostWorn!.hoursShare)),
          ` of ${num(hoursPerWeek, 0)} h a week.`,
        ],
        detail:
          known.length > 0
            ? `weighted by wear: ${known.join(' · ')}`
            : 'heights and weights are known for less than half of the hours',
        evidence: 'What is worn most counts most.',
      }
    }
  }
}

/** The leg beside its base, barefoot or in the first shoe in which it is. */
function besideSentence(f: Extract<Finding, { kind: 'base' }>): Rich {
  const shoe = f.inShoes.find((s) => s.marginMm < 0)
  return f.base.marginMm < 0 || !shoe
    ? [
        'The ',
        { side: f.side },
        ' leg stands ',
        strong(`${num(-f.base.marginMm, 0)} mm beside`),
        ' the base of its heel.',
      ]
    : [
        `In ${shoe.name} the `,
        { side: f.side },
        ' leg stands ',
        strong(`${num(-shoe.marginMm, 0)} mm beside`),
        ' the base.',
      ]
}

function margin(mm: number | undefined): string {
  return mm === undefined ? 'not measured' : `${mm < 0 ? '−' : '+'}${num(Math.abs(mm), 0)} mm`
}

const motionSourceText = {
  travel: 'travel',
  rigidity: 'rigidity',
  eversion: 'heel range',
  reserve: 'reserve',
} as const

function motionParts(motion: ArchMotion): string {
  const said = [
    motion.travelMm === undefined ? '' : `comes down ${num(motion.travelMm)} mm from sitting`,
    motion.reserveMm === undefined ? '' : `has ${num(motion.reserveMm)} mm left`,
    motion.rigidity === undefined ? '' : `rigidity ${num(motion.rigidity, 2)}`,
    motion.flexibilityMmPerKn === undefined ? '' : `gives ${num(motion.flexibilityMmPerKn, 0)} mm/kN`,
  ].filter(Boolean)
  return said.length > 0
    ? said.join(', ')
    : `from ${motion.parts.map((p) => motionSourceText[p.source]).join(', ')}`
}

function motionEvidence(motion: ArchMotion, r: References): string {
  const parts = motion.parts.map((p) => `${motionSourceText[p.source]} z ${num(p.z, 2)}`).join(', ')
  const travel =
    motion.travelScaledMm === undefined
      ? ''
      : ` Travel (navicular drop, Brody 1982) ${num(motion.travelScaledMm)} mm on a 250 mm foot, error ${num(motion.travelErrorMm)} mm: below ${r.travelLittle} little, above ${r.travelMuch} much.`
  return `Weighted mean z ${num(motion.z ?? 0, 2)} ± ${num(motion.errorZ ?? 0, 2)}: little at −1 or below, much at +1 or above. ${parts}.${travel}`
}

/** What the cross arch does, the most telling first. */
function crossWord(
  f: { spreadMm: number | undefined; load: boolean },
  r: References,
): 'gives way' | 'carries load in the middle' | 'cannot lighten the ball' {
  if (f.spreadMm !== undefined && f.spreadMm > r.ballSpreadMuch) return 'gives way'
  return f.load ? 'carries load in the middle' : 'cannot lighten the ball'
}

export const positionText = { high: 'high', middle: 'in the middle', low: 'low' } as const
export const motionText = { little: 'moves little', usual: 'moves as usual', much: 'moves a lot' } as const
export function cellName({ position, motion }: ArchCell): string {
  return `${positionText[position]}, ${motionText[motion]}`
}

/** What each cell of the arch map means, in two sentences. */
const cellText: Record<ArchCell['position'], Record<ArchCell['motion'], readonly [string, string]>> = {
  high: {
    little: [
      'High and locked: it carries on little ground and gives little.',
      'Unlock it first, and load slowly.',
    ],
    usual: ['High and able to yield: that is fine.', 'Leave it, unless something hurts.'],
    much: ['High at rest, but it gives a lot under load.', 'Train control of the way down.'],
  },
  middle: {
    little: ['Stands in the middle and moves little.', 'Look for stiffness above and in front of it.'],
    usual: ['Stands in the middle and moves as usual.', 'Nothing to change here.'],
    much: ['Stands in the middle and moves a lot.', 'Train it to hold through a step.'],
  },
  low: {
    little: [
      'Low and moving little: it may simply be built so, or be used up.',
      'Look at the reserve and the hand lift before promising height.',
    ],
    usual: ['Low, and moves as usual: a low arch that works.', 'Height by itself is no reason to act.'],
    much: [
      'Low and moving a lot: it takes load to knee and hip once nothing is left.',
      'With reserve it trains well; without, support while it regains height.',
    ],
  },
}
export function cellMeaning({ position, motion }: ArchCell): readonly [string, string] {
  return cellText[position][motion]
}

/** Why two sources may disagree about the position of the arch. */
export function disagreeWhy(pair: readonly [PositionSource, PositionSource]): string {
  const has = (source: PositionSource) => pair.includes(source)
  const why = [
    has('archIndex') ? 'flesh under the arch or toes off the ground widen or narrow the print' : '',
    has('navicular') ? 'a soft foot comes down under weight' : '',
    has('archHeight') ? 'a thick or swollen instep reads high' : '',
    has('seen') ? 'the look from the side is coarse' : '',
  ].filter(Boolean)
  return `${sourceText[pair[0]]} reads lower than ${sourceText[pair[1]]}: ${why.join('; ')}.`
}

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
const toeName: Record<number, string> = { 1: 'big', 2: 'second', 3: 'third', 4: 'fourth', 5: 'little' }

/** Reference values behind a finding, to show and to edit. */
export const findingReferences: Partial<Record<Finding['kind'], readonly ReferenceId[]>> = {
  archPosition: ['positionLow', 'positionHigh', 'indicesDisagree'],
  archMotion: ['travelLittle', 'travelMuch', 'rigidityLoose', 'rigidityStiff'],
  archMap: ['positionLow', 'positionHigh', 'travelLittle', 'travelMuch'],
  noReserve: ['reserveNone', 'semNavicular'],
  print: ['archIndexHigh', 'archIndexLow', 'semArchIndex'],
  hallux: ['halluxSlight', 'halluxModerate', 'halluxMarked', 'semHallux'],
  fifthToe: ['fifthToeIn', 'semFifth'],
  fan: ['fanTapered', 'fanWide', 'fanError'],
  toeRoom: ['toeGapGoalMm', 'semToeGap'],
  crossArch: ['ballSpreadMuch'],
  noRollIn: ['eversionLittle', 'semEversion'],
  tripod: ['tripodEven', 'tripodLeaning', 'semTripodShare'],
  range: ['kneeToWallGoal', 'kneeToWallLimited', 'bigToeGoal'],
  balance: ['balanceGoalS'],
  heelRaises: ['heelRaiseGoal'],
  grade: ['gradeBorderline', 'archTolerance', 'heelTolerance'],
  shoe: ['upperStretch'],
  fit: ['upperStretch', 'fitGap', 'fitOutside', 'roomWalkLow'],
  base: ['baseMargin'],
  device: ['sockMm', 'depthTight', 'supportArchMm'],
}

export const sourceText = {
  archHeight: 'arch height index',
  navicular: 'navicular height',
  archIndex: 'arch index',
  seen: 'the look from the side',
} as const
const decidesText: Record<TestNext['decides'], string> = {
  gradeArch: 'decides the grade of the arch',
  gradeHeel: 'decides the grade of the heel',
  gradeToes: 'decides the grade of the toe',
  position: 'where the arch stands',
  motion: 'how the arch moves',
}

export function testNextWords(test: TestNext): { what: string; decides: string } {
  const name = test.measure === 'footprint' ? 'footprint' : measureText[test.measure].name.toLowerCase()
  return {
    what: `${test.side === 'left' ? 'Left' : 'Right'}, ${name}`,
    decides: `${decidesText[test.decides]}, about ${pct(test.gain)} surer`,
  }
}

/** The same finding for the client: no numbers that frighten, nothing that names a disease. */
export function clientWords(f: Finding): string | undefined {
  switch (f.kind) {
    case 'archMotion':
      return f.concern === 'work' ? `Your ${f.side} arch moves a lot; it can learn to hold.` : undefined
    case 'hallux':
      return f.concern === 'fine'
        ? undefined
        : `Your ${f.side} big toe leans towards the others; room and practice help it.`
    case 'fan':
      return f.fan === 'tapered'
        ? `Your ${f.side} foot is narrower at the toes than at the ball; toes like room.`
        : undefined
    case 'toeRoom':
      return f.concern === 'fine' ? undefined : `The toes of your ${f.side} foot can learn to spread.`
    case 'toes':
      return f.fixed.length > 0
        ? `A bent toe on the ${f.side} needs room in the shoe.`
        : `A bent toe on the ${f.side} can learn to lie long.`
    case 'toesOff':
      return `Not all toes of your ${f.side} foot touch the ground yet.`
    case 'noRollIn':
      return `Your ${f.side} heel hardly rolls in; we loosen it first.`
    case 'noReserve':
      return `Your ${f.side} arch has little spring left on one leg; we give it strength and rest.`
    case 'range':
      return f.concern === 'fine'
        ? undefined
        : f.measure === 'kneeToWall'
          ? `Your ${f.side} ankle is a little stiff.`
          : `Your ${f.side} big toe bends less than walking likes.`
    case 'balance':
      return f.concern === 'fine' || f.eyes === 'shut'
        ? undefined
        : `Standing on the ${f.side} leg is worth practising.`
    case 'heelRaises':
      return f.concern === 'fine' ? undefined : `Your ${f.side} calf can grow stronger.`
    case 'tripod':
      return f.tripod.light
        ? `Your ${f.side} foot presses little with the ${legText[f.tripod.light.leg]}.`
        : undefined
    case 'fit':
      return `${f.reading.shoe.name}: narrower than your ${f.side} foot.`
    case 'device':
      return `Your insert does not fit ${f.notIn.map((n) => n.name).join(' and ')}.`
    case 'shoe':
      return f.reading.isNarrow ? `${f.reading.shoe.name}: narrower than your foot.` : undefined
    default:
      return undefined
  }
}
