import { createHash } from 'node:crypto'
import { idSchema, type BundleRecords } from '@sturvo/schema'
import { coreVersion } from '../version'

/** An id of ours as it is; of anybody else's, one that is the same every time: `within` says whose it is there. */
export function ownId(kind: string, foreign: string, within = ''): string {
  return idSchema.safeParse(foreign).success ? foreign : hashedId(kind, `${within} ${foreign}`)
}

/** The same id for the same text, every time. */
export function hashedId(kind: string, foreign: string): string {
  const hash = createHash('sha256').update(`${kind} ${foreign}`).digest('hex')
  return BigInt(`0x${hash}`).toString(36).slice(0, 24).padStart(24, '0')
}

/** The moment of records that tell only their day: the same file gives the same records. */
const momentOf = (day: string) => `${day}T12:00:00.000Z`

export function foreignPerson(
  id: string,
  known: { name: string; birthYear?: number | null; phone?: string; email?: string },
): BundleRecords['person'][number] {
  return {
    id,
    name: known.name,
    pronouns: '',
    birthYear: known.birthYear ?? null,
    work: '',
    phone: known.phone ?? '',
    email: known.email ?? '',
    lengthUnit: 'mm',
    massUnit: 'kg',
    kit: [],
    consentOn: null,
    consentText: '',
    version: 1,
    created: momentOf('2000-01-01'),
    changed: momentOf('2000-01-01'),
  }
}

export function foreignVisit(
  id: string,
  personId: string,
  startedOn: string,
): BundleRecords['visit'][number] {
  return {
    id,
    personId,
    startedOn,
    referencesVersion: 0,
    coreVersion,
    version: 1,
    created: momentOf(startedOn),
    changed: momentOf(startedOn),
  }
}

export function foreignMeasure(input: {
  visitId: string
  measure: string
  side: 'left' | 'right'
  trial: number
  value: number | string
  unit: string
  day: string
  id?: string
}): BundleRecords['measure'][number] {
  const { visitId, measure, side, trial, value, unit, day } = input
  return {
    id: input.id ?? ownId('measure', [visitId, measure, side, trial, value].join(' ')),
    visitId,
    measure,
    side,
    trial,
    value: typeof value === 'number' ? value : null,
    word: typeof value === 'string' ? value : null,
    unit,
    byAccount: '',
    editId: '',
    supersededBy: null,
    version: 1,
    created: momentOf(day),
    changed: momentOf(day),
  }
}
