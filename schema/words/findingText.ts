import { referenceValues } from '@sturvo/core/reference'
import type { Finding, TestNext } from '@sturvo/core/reading'
import type { Leg } from '@sturvo/core/tripod'
import { measureText } from './measureText'
import { chancePct, num, pct, type Rich } from './rich'

// the table is read-only for a practice in this version, so the values as they ship are the values in force
const shipped = referenceValues()

export type FindingWords = { sentence: Rich; detail: string; evidence: string }
const strong = (text: string) => ({ strong: text })
const legText: Record<Leg, string> = { h: 'heel', m1: 'big-toe ball', m5: 'little-toe ball' }
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

/** The sentence a finding makes for the practitioner, its small print, and formula or source. */
export function findingWords(f: Finding): FindingWords {
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
        detail: `comes down ${num(f.motion.travelMm!)} mm from sitting${f.motion.reserveMm === undefined ? '' : `, has ${num(f.motion.reserveMm)} mm left`} · ${chancePct(best)} sure`,
        evidence: `Travel (navicular drop, Brody 1982) ${num(f.motion.travelScaledMm!)} mm on a 250 mm foot, error ${num(f.motion.travelErrorMm)} mm: below ${shipped.travelLittle} little, ${shipped.travelLittle} to ${shipped.travelMuch} usual, above ${shipped.travelMuch} much.`,
      }
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
        evidence: measureText[f.measure].help,
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
        detail: f.isReal
          ? 'a real difference, beyond the error of measuring'
          : 'could still be the error of measuring',
        evidence: 'Judged against 1.96·√2·SEM of your own error.',
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
            ` ${f.part}: grade `,
            strong(open.grades.join(' or ')),
            ', still open.',
          ],
          detail: `${pct(open.chance)} not decided yet`,
          evidence: 'One more test decides it: see "Test next".',
        }
      const lifts = activeShare === undefined ? '' : ` · corrects ${pct(activeShare)} of the way alone`
      return {
        sentence: [{ side: f.side }, ` ${f.part}: `, strong(`grade ${grade}`), `, ${gradeText[grade]}.`],
        detail: `${chancePct(chances[grade])} sure${isBorderline ? ' · borderline' : ''}${lifts}`,
        evidence: `Chances: ${chances.map((c, g) => `grade ${g} ${chancePct(c)}`).join(', ')}. Words and values beyond the target count as corrected.`,
      }
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
      const { mostWorn, dropMm, stackHeelMm, scorePct, hoursPerWeek } = f.shelf
      const known = [
        dropMm === undefined ? '' : `drop ${num(dropMm, 0)} mm`,
        stackHeelMm === undefined ? '' : `stack ${num(stackHeelMm, 0)} mm`,
        scorePct === undefined ? '' : `minimal-shoe score ${num(scorePct, 0)} %`,
      ].filter(Boolean)
      return {
        sentence: [
          `What decides: ${mostWorn!.shoe.name}, worn `,
          strong(pct(mostWorn!.hoursShare)),
          ` of ${num(hoursPerWeek, 0)} h a week.`,
        ],
        detail: known.length > 0 ? `weighted by wear: ${known.join(' · ')}` : 'heights are not known yet',
        evidence: 'What is worn most counts most.',
      }
    }
  }
}

function margin(mm: number | undefined): string {
  return mm === undefined ? 'not measured' : `${mm < 0 ? '−' : '+'}${num(Math.abs(mm), 0)} mm`
}

const sourceText = {
  navicular: 'navicular height',
  archIndex: 'arch index',
  seen: 'the look from the side',
} as const
export const gradeText = {
  0: 'nothing to correct',
  1: 'the client can correct it',
  2: 'needs help from below while it trains',
  3: 'fixed: accommodate, do not force',
} as const
const decidesText: Record<TestNext['decides'], string> = {
  gradeArch: 'decides the grade of the arch',
  gradeHeel: 'decides the grade of the heel',
  travel: 'gives the travel of the arch',
  reserve: 'says what is left to yield',
  position: 'makes the class of the arch surer',
  classSurer: 'makes the class surer',
}

export function testNextWords(test: TestNext): { what: string; decides: string } {
  const name = test.measure === 'footprint' ? 'footprint' : measureText[test.measure].name.toLowerCase()
  return { what: `${test.side === 'left' ? 'Left' : 'Right'}, ${name}`, decides: decidesText[test.decides] }
}

/** The same finding for the client: no numbers that frighten, nothing that names a disease. */
export function clientWords(f: Finding): string | undefined {
  switch (f.kind) {
    case 'archMotion':
      return f.concern === 'work' ? `Your ${f.side} arch moves a lot; it can learn to hold.` : undefined
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
    case 'shoe':
      return f.reading.isNarrow ? `${f.reading.shoe.name}: narrower than your foot.` : undefined
    default:
      return undefined
  }
}
