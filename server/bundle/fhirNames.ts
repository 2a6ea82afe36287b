import type { MeasureId } from '@sturvo/core/measures'

/**
 * Our own code system and extensions. The domain is one that can never exist: nothing is looked up there; the names are
 * explained in docs/formats.md.
 */
export const fhirNames = {
  measures: 'https://sturvo.invalid/fhir/measure',
  error: 'https://sturvo.invalid/fhir/measurement-error',
  trial: 'https://sturvo.invalid/fhir/trial',
  cautions: 'https://sturvo.invalid/fhir/caution',
  ucum: 'http://unitsofmeasure.org',
  loinc: 'http://loinc.org',
  snomed: 'http://snomed.info/sct',
} as const

/** Sides that other programs know for certain. */
export const footSites = {
  left: { code: '22335008', display: 'Left foot structure' },
  right: { code: '7769000', display: 'Right foot structure' },
} as const

export const bodyWeight = { code: '29463-7', display: 'Body weight' } as const

const ucumOf: Readonly<Record<string, string>> = {
  mm: 'mm',
  '°': 'deg',
  kg: 'kg',
  s: 's',
  N: 'N',
  '%': '%',
  times: '{count}',
}

/** The UCUM code of a unit; a score counts as itself. */
export const ucum = (unit: string): string => ucumOf[unit] ?? (unit === '' ? '1' : '{score}')

export type Measured = { measure: MeasureId; side: 'left' | 'right'; trial: number }
