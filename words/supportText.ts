import type {
  AspectVerdict,
  OrthosisKind,
  OrthosisReason,
  FadeBlock,
  FitAspect,
  Orthosis,
  VolumeClass,
} from '@sturvo/core/support'
import { num } from './rich'
import { depthPlaceText } from './shoeText'

export const orthosisKindText: Record<OrthosisKind, string> = {
  cushion: 'soft cushion',
  support: 'off-the-shelf arch support',
  custom: 'custom device',
  brace: 'ankle brace',
}
export const volumeText: Record<VolumeClass, string> = {
  full: 'full',
  slim: 'slim, for town shoes',
  heel: 'for raised heels',
  sport: 'sport, softer',
}
export const orthosisReasonText: Record<OrthosisReason, string> = {
  flat: 'structurally flat foot',
  grade: 'grade 2 or 3',
  pain: 'pain',
  fatPad: 'thin fat pad',
  injury: 'sprain or strain',
  other: 'other',
}
export const fadeBlockText: Record<FadeBlock, string> = {
  gradeThree: 'Grade 3: not faded without the prescriber.',
  structurallyFlat: 'Structurally flat foot: not faded without the prescriber.',
  custom: 'A custom device is faded by who prescribed it.',
  stillHealing:
    'The brace stays as it is until balance is open again: see the caution for what has to come first.',
}
export const aspectText: Record<FitAspect, string> = {
  depth: 'depth',
  width: 'width',
  base: 'base',
  heelHeight: 'heel height',
}

/** Why a device goes or does not go into a shoe, one part of it. */
export function aspectSentence({ aspect, verdict, byMm, place }: AspectVerdict): string {
  if (byMm === undefined) return `${aspectText[aspect]} not measured`
  const by = num(Math.abs(byMm), 0)
  switch (aspect) {
    case 'depth':
      return byMm < 0
        ? `${by} mm too high at the ${depthPlaceText[place ?? 'arch']}`
        : `${by} mm left at the ${depthPlaceText[place ?? 'arch']}`
    case 'width':
      return byMm < 0 ? `${by} mm too wide` : `${by} mm spare beside it`
    case 'base':
      return byMm < 0 ? `nothing beneath it for ${by} mm: it cannot hold` : `${by} mm of base to spare`
    case 'heelHeight':
      return verdict === 'no' ? `heel ${by} mm too high for this class` : 'heel low enough'
  }
}

export const orthosisVerdictText: Record<AspectVerdict['verdict'], string> = {
  fits: 'fits',
  tight: 'tight',
  no: 'does not fit',
  unknown: 'not known yet',
}

/** "off-the-shelf arch support, slim" */
export function orthosisName(orthosis: Pick<Orthosis, 'kind' | 'volume'>): string {
  const name = orthosisKindText[orthosis.kind]
  // a brace has no classes of volume
  return orthosis.kind === 'brace' ? name : `${name}, ${orthosis.volume}`
}

/** What is never decided with this tool. */
export const customReferral =
  'Custom devices, posting, wedges as treatment and made-to-measure shoes belong to a licensed prescriber: refer.'
export const recheckText =
  'Check it again whenever a shoe on the shelf changes: depth, width and base differ from shoe to shoe.'
