import type { ArchMotion } from '@sturvo/core/arch'
import type { References } from '@sturvo/core/reference'
import { cellMeaning, cellName, sourceText } from '../archText'
import { chancePct, num } from '../rich'
import { strong, type WordsByKind } from './wordsByKind'

const printKindText = { interrupted: 'interrupted', bridged: 'bridged', full: 'full' } as const
const heightText = {
  sitMm: 'sitting',
  standMm: 'standing',
  singleMm: 'on one leg',
  activeMm: 'lifted by the client',
  passiveMm: 'lifted by hand',
} as const

type Kinds =
  | 'archPosition'
  | 'archMotion'
  | 'archMap'
  | 'noReserve'
  | 'ladderImpossible'
  | 'outerArch'
  | 'crossArch'
  | 'print'

export const archFindings: WordsByKind<Kinds> = {
  archPosition: (f) => {
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
  },
  archMotion: (f, shipped) => {
    const { little, usual, much } = f.motion.motion!
    const best = Math.max(little, usual, much)
    const word = best === much ? 'moves a lot' : best === little ? 'moves little' : 'moves as usual'
    return {
      sentence: ['The ', { side: f.side }, ' arch ', strong(word), '.'],
      detail: `${motionParts(f.motion)} · ${chancePct(best)} sure`,
      evidence: motionEvidence(f.motion, shipped),
    }
  },
  archMap: (f) => {
    const { best, chance } = f.place
    return {
      sentence: [{ side: f.side }, ' arch: ', strong(cellName(best)), '. ', cellMeaning(best)[0]],
      detail: `${chancePct(chance)} sure of this cell · ${cellMeaning(best)[1]}`,
      evidence:
        'Where the arch stands and how it moves are two different things; the cell is the likelier of the nine, errors of both taken as independent.',
    }
  },
  noReserve: (f, shipped) => ({
    sentence: ['The ', { side: f.side }, ' arch has ', strong('nothing left'), ' to yield with on one leg.'],
    detail: `reserve ${num(f.reserveMm)} mm · ${chancePct(f.chance)} sure`,
    evidence: `Reserve is the height standing less the height on one leg; below ${shipped.reserveNoneMm} mm none is left.`,
  }),
  ladderImpossible: (f) => ({
    sentence: [
      strong('Please check: '),
      'the ',
      { side: f.side },
      ` arch stands higher ${heightText[f.lower]} than ${heightText[f.higher]}.`,
    ],
    detail: 'that cannot be; one of the two heights was read or entered wrongly',
    evidence: 'The difference is larger than the error of two readings.',
  }),
  outerArch: (f) => ({
    sentence: ['No ', strong('outer arch'), ' to be seen on the ', { side: f.side }, '.'],
    detail: 'under the cuboid, standing',
    evidence: 'The lateral arch; enters no class.',
  }),
  crossArch: (f, shipped) => {
    const said = [
      f.spreadMm === undefined ? '' : `spreads ${num(f.spreadMm)} mm under load`,
      f.load ? 'hard skin under the 2nd to 4th joint' : '',
      f.cannotLighten ? 'cannot lighten the ball' : '',
    ].filter(Boolean)
    return {
      sentence: [{ side: f.side }, ' cross arch ', strong(crossWord(f, shipped)), '.'],
      detail: said.join(' · '),
      evidence: `Ball width standing less sitting; above ${num(shipped.ballSpreadMuchMm, 0)} mm much. Colours the choice of drills, enters no class.`,
    }
  },
  print: (f, shipped) => ({
    sentence: [
      'The ',
      { side: f.side },
      ' print is ',
      strong(printKindText[f.printKind]),
      `, arch index ${num(f.archIndex.value, 3)}.`,
    ],
    detail: `± ${f.archIndex.error < 0.0005 ? 'under 0.001' : num(f.archIndex.error, 3)} from the pixel size · at or below ${shipped.archIndexHigh} high, at or above ${shipped.archIndexLow} low`,
    evidence: 'Arch index: area of the middle third over the toeless area (Cavanagh & Rodgers 1987).',
  }),
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
      : ` Travel (navicular drop, Brody 1982) ${num(motion.travelScaledMm)} mm on a 250 mm foot, error ${num(motion.travelErrorMm)} mm: below ${r.travelLittleMm} little, above ${r.travelMuchMm} much.`
  return `Weighted mean z ${num(motion.z ?? 0, 2)} ± ${num(motion.errorZ ?? 0, 2)}: little at −1 or below, much at +1 or above. ${parts}.${travel}`
}

/** What the cross arch does, the most telling first. */
function crossWord(
  f: { spreadMm: number | undefined; load: boolean },
  r: References,
): 'gives way' | 'carries load in the middle' | 'cannot lighten the ball' {
  if (f.spreadMm !== undefined && f.spreadMm > r.ballSpreadMuchMm) return 'gives way'
  return f.load ? 'carries load in the middle' : 'cannot lighten the ball'
}
