import { worstOf } from '@sturvo/core/fit'
import { num, pct, signed, type Rich } from '../rich'
import { placeName, shelfMeanText } from '../shoeText'
import { aspectSentence, orthosisName } from '../supportText'
import { strong, type FindingOf, type WordsByKind } from './wordsByKind'

type Kinds = 'fit' | 'base' | 'orthosis' | 'shoe' | 'shelf'

export const shoesFindings: WordsByKind<Kinds> = {
  fit: (f, shipped) => {
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
      evidence: `Own outline over the inside of the shoe, heel backs ${num(fit.placing.gapMm, 0)} mm apart, ${num(shipped.upperStretchMm, 0)} mm stretch allowed.`,
    }
  },
  base: (f, shipped) => ({
    sentence: besideSentence(f),
    detail: [
      `barefoot ${signed(f.base.marginMm)} mm`,
      ...f.inShoes.slice(0, 3).map((s) => `${s.name} ${signed(s.marginMm)} mm`),
    ].join(' · '),
    evidence: `Line of the leg carried on to the ground, against the inner edge of the heel; ${num(shipped.baseMarginMm, 0)} mm margin wanted.${f.base.tippingNm ? ` On one leg ${num(f.base.tippingNm)} Nm tip it inwards.` : ''}`,
  }),
  orthosis: (f) => ({
    sentence: [
      `The ${orthosisName(f.orthosis)} `,
      strong('does not fit'),
      ` ${f.notIn.map((n) => n.name).join(', ')}.`,
    ],
    detail: f.notIn.flatMap((n) => n.aspects.slice(0, 1).map((a) => aspectSentence(a))).join(' · '),
    evidence: 'Depth above it, width beside it and base beneath it, in every shoe of the shelf.',
  }),
  shoe: (f, shipped) => {
    const { shoe, ballMarginMm, toesMarginMm, isNarrow, dropMm } = f.reading
    const worst = Math.min(ballMarginMm ?? Infinity, toesMarginMm ?? Infinity)
    return isNarrow
      ? {
          sentence: [`${shoe.name}: `, strong(`${num(-worst, 0)} mm narrower`), ' than the foot.'],
          detail: `ball ${margin(ballMarginMm)} · toes ${margin(toesMarginMm)} · worn ${pct(f.reading.hoursShare)} of the hours`,
          evidence: `Inner width and ${shipped.upperStretchMm} mm stretch less the wider foot.`,
        }
      : {
          sentence: [`${shoe.name}: low drop on a `, strong('tall stack'), '.'],
          detail: `${num(shoe.stackHeelMm ?? 0, 0)} mm under the heel, drop ${num(dropMm ?? 0, 0)} mm`,
          evidence: 'Little ground feel and a tall lever sideways.',
        }
  },
  shelf: (f) => {
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
  },
}

/** The leg beside its base, barefoot or in the first shoe in which it is. */
function besideSentence(f: FindingOf<'base'>): Rich {
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
